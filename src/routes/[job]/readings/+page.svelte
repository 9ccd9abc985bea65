<script lang="ts">
  import type { ReadingsFile } from '$core/formats/readings-csv';
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

  function log(): void {
    if (!file) return;
    for (const r of file.good)
      job.log.write(r.link.id, 'reading', {
        reading: JSON.parse(JSON.stringify(r.measured)) as typeof r.measured,
        tester: r.tester ?? name.slice(0, 120),
        ...(r.electrical ? { electrical: r.electrical } : {}),
        ...(r.takenAt || r.by
          ? {
              note: [r.takenAt && `taken at ${r.takenAt}`, r.by && `by ${job.plan.person(r.by)}`]
                .filter(Boolean)
                .join(', '),
            }
          : {}),
      });
    logged = file.good.length;
    file = null;
  }
</script>

<svelte:head><title>readings from a file · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Readings from a file</h1>
  <p>
    A CSV with a header row: link and walk, and if you have them from, evidence, splits, length_m, taken_at,
    by, tester. Or one gauntlet/reading@1. Nothing is logged before you say so.
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
      <button class="in-reach act act-now text-lg" data-main-action onclick={log}
        >{file.problems.length
          ? `Log the ${file.good.length} good ones, leave the rest`
          : `Log all ${file.good.length}`}</button
      >
      <ul class="border-t border-rule">
        {#each file.good.slice(0, SHOWN) as r (r.line)}
          <li class="grid grid-cols-[5rem_6rem_1fr] gap-2 border-b border-rule py-1">
            <span class="font-mono">{r.link.label}</span><strong
              class={r.verdict === 'fail' ? 'text-wrong' : ''}>{r.verdict}</strong
            ><span>{r.reason}</span>
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
</main>
