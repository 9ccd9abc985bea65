<script lang="ts">
  import type { ReadingsFile, ReadReading } from '$core/formats/readings-csv';
  import { compareInstants } from '$core/log/effective';
  import { localTime } from '$lib/history/time';
  import FromMemory from '$lib/readings/FromMemory.svelte';
  import TesterSheet from '$lib/testers/TesterSheet.svelte';
  import { readReadings } from '$lib/readings/read-file';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const SHOWN = 50;
  let file = $state.raw<ReadingsFile | null>(null);
  let name = $state('');
  let logged = $state(0);
  let working = $state(false);
  const failing = $derived(file?.good.filter((r) => r.verdict === 'fail').length ?? 0);

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const chosen = input.files?.[0];
    if (!chosen) return;
    working = true;
    logged = 0;
    name = chosen.name;
    file = await readReadings(chosen, {
      links: job.plan.links,
      crew: job.plan.crew,
      policy: job.plan.policy,
      parts: [...job.plan.parts],
    });
    working = false;
    input.value = '';
  }

  /** What is to be known of a reading before it is logged: done before later work, there already, or one of two. */
  function remark(r: ReadReading): string {
    const at = r.takenAt;
    const status = job.statusOf(r.link.id);
    if (alreadyLogged(r)) return 'in the log already: it will not be logged again';
    const work = (['head', 'tail'] as const).flatMap((e) =>
      status[e].working && status[e].at ? [status[e].at] : [],
    );
    if (at && work.some((w) => compareInstants(at, w) < 0))
      return 'taken before the last work on this link: it proves nothing of that';
    if (r.double) return `the link stands in line ${r.double} too: the later reading counts`;
    return at ? '' : 'no time: it counts as taken now';
  }
  /** The same walk of the same link at the same time is the same reading. */
  function alreadyLogged(r: ReadReading): boolean {
    const log = job.log.history({ link: r.link.id, kind: 'reading' }) ?? [];
    return log.some(
      ({ entry: e, counts }) =>
        counts &&
        e.kind === 'reading' &&
        r.takenAt !== undefined &&
        compareInstants(e.at, r.takenAt) === 0 &&
        e.data.reading.walk.replaceAll(' ', '') === r.measured.walk.replaceAll(' ', ''),
    );
  }
  const fresh = $derived(file?.good.filter((r) => !alreadyLogged(r)) ?? []);

  function log(): void {
    if (!file) return;
    const brought = { by: job.here.me, at: new Date().toISOString(), file: name.slice(0, 200) };
    for (const r of fresh)
      job.log.write(
        r.link.id,
        'reading',
        {
          reading: $state.snapshot(r.measured),
          tester: r.tester ?? name.slice(0, 120),
          ...(r.electrical ? { electrical: r.electrical } : {}),
          brought,
        },
        undefined,
        undefined,
        { at: r.takenAt, by: r.by },
      );
    logged = fresh.length;
    file = null;
  }
</script>

<svelte:head><title>readings from a file · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Readings from a file</h1>
  <p>
    A CSV with a header row: link and walk, and if you have them from, evidence, splits, length_m, taken_at,
    by, tester, and what the tester itself said. Or one gauntlet/reading@1. The time it was taken and who took
    it stay with each reading. Nothing is logged before you say so.
  </p>
  <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink {file ? '' : 'act-now'}">
    {working ? 'Reading …' : file ? 'Choose another file' : 'Choose the file'}
    <input
      type="file"
      accept=".csv,.json,text/csv,application/json"
      class="sr-only"
      onchange={choose}
      disabled={working}
    />
  </label>
  {#if logged}<p class="text-xl font-bold" role="status">{logged} readings logged.</p>{/if}
  {#if file}
    <p class="text-lg" data-testid="file-says">
      {name}: {file.rows} rows, {file.good.length} can be logged{failing ? `, ${failing} of them fails` : ''}, {file
        .problems.length}
      {file.problems.length === 1 ? 'problem' : 'problems'}.
    </p>
    {#if file.problems.length}
      <table class="w-full border-collapse text-left">
        <thead
          ><tr class="border-b-2 border-ink"
            ><th class="py-1 pr-3">line</th><th class="pr-3">column</th><th>what to do</th></tr
          ></thead
        >
        <tbody>
          {#each file.problems.slice(0, SHOWN) as p, i (i)}
            <tr class="border-b border-rule align-top"
              ><td class="py-1 pr-3 font-mono">{p.line}</td><td class="pr-3 font-mono">{p.column}</td><td
                >{p.message}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      {#if file.problems.length > SHOWN}<p>and {file.problems.length - SHOWN} more.</p>{/if}
    {/if}
    {#if file.good.length}
      <button class="in-reach act act-now text-lg" data-main-action disabled={!fresh.length} onclick={log}
        >{file.problems.length
          ? `Log the ${fresh.length} good ones, leave the rest`
          : `Log all ${fresh.length}`}</button
      >
      <ul class="border-t border-rule">
        {#each file.good.slice(0, SHOWN) as r (r.line)}
          <li class="grid grid-cols-[5rem_6rem_1fr] gap-2 border-b border-rule py-1">
            <span class="font-mono">{r.link.label}</span><strong
              class={r.verdict === 'fail' ? 'text-wrong' : ''}>{r.verdict}</strong
            ><span
              >{r.reason}
              {#if r.takenAt}<span class="block text-sm text-faint"
                  >{localTime(r.takenAt)}{r.by ? `, ${job.plan.person(r.by)}` : ''}</span
                >{/if}
              {#if remark(r)}<strong class="block text-sm">{remark(r)}</strong>{/if}</span
            >
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
  <FromMemory />
</main>
{#if job.tester.asking}
  <TesterSheet
    onchoose={(e) => {
      job.tester.choose(e);
      job.tester.asking = false;
    }}
    onclose={() => (job.tester.asking = false)}
  />
{/if}
