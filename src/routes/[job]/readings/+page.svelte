<script lang="ts">
  import ClockShows from '$lib/controls/ClockShows.svelte';
  import Search from '$lib/controls/Search.svelte';
  import { formerNames } from '$core/plan/former-names';
  import { broughtTime } from '$core/formats/brought-time';
  import { joinReadings, type ReadingsFiles } from '$core/formats/readings-files';
  import type { EntryOf } from '$core/model/entry';
  import { judgeForLink } from '$core/log/judge-for-link';
  import { laidLink } from '$core/log/laid-link';
  import { clockAheadMs } from '$core/formats/tester-clock';
  import { compareInstants } from '$core/log/effective';
  import { localTime } from '$lib/controls/time';
  import FromMemory from '$lib/readings/FromMemory.svelte';
  import TesterSheet from '$lib/testers/TesterSheet.svelte';
  import { readReadings } from '$lib/readings/read-file';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const links = $derived(job.plan.ordered.map((l) => [l.id, l.label] as const));
  const SHOWN = 50;
  let file = $state.raw<ReadingsFiles | null>(null);
  let chosen: File[] = [];
  let name = $state('');
  /** Links chosen by hand for names that the job does not have. */
  let matched = $state<Record<string, string>>({});
  let logged = $state(0);
  let working = $state(false);
  let several = $state(false);
  const minutesWords = (ms: number): string => {
    const minutes = Math.round(Math.abs(ms) / 60_000);
    return `${minutes === 1 ? 'a minute' : `${minutes} minutes`} ${ms > 0 ? 'ahead' : 'behind'}`;
  };
  const failing = $derived(file?.good.filter((r) => r.verdict === 'fail').length ?? 0);

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    // A directory holds other files too: what is no reading by its name is not opened.
    chosen = [...(input.files ?? [])].filter(
      (f) => input.files!.length === 1 || /\.(csv|json)$/i.test(f.name),
    );
    if (!chosen.length)
      return void (nothing = input.files?.length ? 'There is no .csv or .json file in there.' : '');
    nothing = '';
    logged = 0;
    matched = {};
    clock = shows = since = '';
    aheadMs = 0;
    several = chosen.length > 1;
    name = chosen.length === 1 ? chosen[0]!.name : `${chosen.length} files`;
    await read();
    input.value = '';
  }
  let nothing = $state('');

  async function read(): Promise<void> {
    working = true;
    nothing = '';
    const planned = await job.log.historyAsked({ kind: 'planned' });
    if (!planned) {
      nothing = 'The server is out of reach, and of a job this long it knows which links were called otherwise once: bring the file when it is back.'; // prettier-ignore
      working = false;
      return;
    }
    const former = formerNames(planned.flatMap((r) => (r.counts ? [r.entry] : [])));
    const files = [];
    for (const f of chosen)
      files.push({
        name: f.name,
        read: await readReadings(f, {
          // A reading is shown as it will be judged: by the length the cable was pulled at, where that is known.
          links: job.plan.links.map((l) => laidLink(l, job.statusOf(l.id))),
          crew: job.plan.crew,
          policy: job.plan.policy,
          parts: [...job.plan.parts],
          matched: { ...matched },
          former,
          now: Date.now() + aheadMs,
        }),
      });
    file = joinReadings(files);
    working = false;
  }

  type Row = ReadingsFiles['good'][number];
  /** What was said of the clock that the times are by: nothing yet, that it is right, or what it shows. */
  let clock = $state<'' | 'right' | 'shows'>('');
  let shows = $state('');
  /** How far that clock is ahead, in ms. */
  let aheadMs = $state(0);
  /** The time that readings without one were all taken after, as it was said. */
  let since = $state('');
  const anyTimed = $derived(file?.good.some((r) => r.takenAt) || file?.problems.some((p) => p.column === 'taken_at')); // prettier-ignore
  const untimed = $derived(file?.good.filter((r) => !r.takenAt).length ?? 0);
  const instant = (local: string): number | null => {
    const ms = new Date(local).getTime();
    return local && !Number.isNaN(ms) ? ms : null;
  };
  const sinceMs = $derived(instant(since));
  const sinceWrong = $derived(sinceMs !== null && sinceMs > Date.now());
  function compare(said: 'right' | 'shows'): void {
    clock = said;
    const is = said === 'shows' ? instant(shows) : null;
    const ahead = is === null ? 0 : clockAheadMs(is, Date.now());
    if (said === 'shows' && is === null) clock = '';
    if (ahead === aheadMs) return;
    aheadMs = ahead;
    void read();
  }
  const timeOf = (r: Row) =>
    broughtTime(r, { looked: clock !== '', aheadMs, sinceMs: sinceWrong ? null : sinceMs });
  const broughtOf = (r: Row): NonNullable<EntryOf<'reading'>['data']['brought']> => {
    const { clock } = timeOf(r);
    return {
      by: job.here.me,
      at: new Date().toISOString(),
      file: r.file.slice(0, 200),
      ...(clock ? { clock } : {}),
    };
  };

  /** What is to be known of a reading before it is logged: done before later work, there already, or one of two. */
  function remark(r: Row): string {
    if (r.sameAs) return `the same reading as ${r.sameAs}: it is logged once`;
    const { at } = timeOf(r);
    const status = job.statusOf(r.link.id);
    if (alreadyLogged(r)) return 'in the log already: it will not be logged again';
    const work = (['head', 'tail'] as const).flatMap((e) =>
      status[e].working && status[e].at ? [status[e].at] : [],
    );
    if (at && work.some((w) => compareInstants(at, w) < 0))
      return 'taken before the last work on this link: it proves nothing of that';
    if (r.double) return `the link stands in line ${r.double} too: the later reading counts`;
    const so = judgeForLink(status, r.link, job.plan, {
      at: at ?? new Date().toISOString(),
      by: r.by ?? job.here.me,
      data: { reading: r.measured, brought: broughtOf(r) },
    });
    if (r.verdict === 'pass' && so.ok && so.judgement.verdict !== 'pass') return so.judgement.reason;
    if (r.dayOnly) return `no time of day: it counts from the ${r.verdict === 'fail' ? 'end' : 'beginning'} of that day`; // prettier-ignore
    return at ? '' : 'no time: it counts as taken now, and proves nothing of a link that has a log';
  }
  /** The same walk of the same link at the same time is the same reading. */
  function alreadyLogged(r: Row): boolean {
    const log = job.log.history({ link: r.link.id, kind: 'reading' }) ?? [];
    const { at, clock } = timeOf(r);
    return log.some(
      ({ entry: e, counts }) =>
        counts &&
        e.kind === 'reading' &&
        at !== undefined &&
        compareInstants(e.at, at) === 0 &&
        // One that was doubted may come again with a time that is believed.
        (e.data.brought?.clock === undefined || clock !== undefined) &&
        e.data.reading.walk.replaceAll(' ', '') === r.measured.walk.replaceAll(' ', ''),
    );
  }
  const fresh = $derived(file?.good.filter((r) => !r.sameAs && !alreadyLogged(r)) ?? []);

  function log(): void {
    if (!file) return;
    // What is logged is fresh no more: the list is taken before the first of it.
    const taken = fresh;
    for (const r of taken)
      job.log.write(
        r.link.id,
        'reading',
        {
          reading: $state.snapshot(r.measured),
          tester: r.tester ?? r.file.slice(0, 120),
          ...(r.electrical ? { electrical: r.electrical } : {}),
          brought: broughtOf(r),
        },
        undefined,
        undefined,
        { at: timeOf(r).at, by: r.by },
      );
    logged = taken.length;
    file = null;
  }
</script>

<svelte:head><title>readings from a file · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Readings from a file</h1>
  <p>
    A CSV with a header row: link and walk, and if you have them from, evidence, splits, length_m, taken_at,
    by, tester, and what the tester itself said. Or gauntlet/reading@1. Several files or a directory of them
    are taken together. The time it was taken and who took it stay with each reading. Nothing is logged before
    you say so.
  </p>
  <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink {file ? '' : 'act-now'}">
    {working ? 'Reading …' : file ? 'Choose another file' : 'Choose the file'}
    <input
      type="file"
      accept=".csv,.json,text/csv,application/json"
      multiple
      class="sr-only"
      onchange={choose}
      disabled={working}
    />
  </label>
  <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink">
    Or a whole directory
    <input type="file" webkitdirectory class="sr-only" onchange={choose} disabled={working} />
  </label>
  {#if nothing}<p class="border-l-4 border-wrong pl-3" role="alert">{nothing}</p>{/if}
  {#if logged}<p class="text-xl font-bold" role="status">{logged} readings logged.</p>{/if}
  {#if file}
    <p class="text-lg" data-testid="file-says">
      {name}: {file.rows}
      {file.rows === 1 ? 'row' : 'rows'}, {file.good.length} can be logged{failing
        ? `, ${failing} of them fails`
        : ''}, {file.problems.length}
      {file.problems.length === 1 ? 'problem' : 'problems'}.
    </p>
    {#if file.unknown.length}
      <section class="border-l-4 border-wrong pl-3" aria-label="Names that are no link here">
        <h2 class="text-lg font-bold">
          {file.unknown.length}
          {file.unknown.length === 1 ? 'name is no link here, or was' : 'names are no link here, or were'} another’s
        </h2>
        <p class="text-sm text-faint">Choose the link that is meant, or leave it out.</p>
        <ul class="grid gap-1">
          {#each file.unknown.slice(0, SHOWN) as u (u)}
            <li class="flex items-center gap-3">
              <span class="min-w-24 font-mono">{u}</span>
              <Search
                bare
                label="Link that {u} is"
                placeholder="left out: which link is it?"
                options={links}
                bind:value={
                  () => matched[u.toLowerCase()] ?? '',
                  (id) => {
                    if (id) matched[u.toLowerCase()] = id;
                    else delete matched[u.toLowerCase()];
                    void read();
                  }
                }
              />
            </li>
          {/each}
        </ul>
      </section>
    {/if}
    {#if file.problems.length}
      <table class="w-full border-collapse text-left">
        <thead
          ><tr class="border-b-2 border-ink"
            >{#if several}<th class="py-1 pr-3">file</th>{/if}<th class="py-1 pr-3">line</th><th class="pr-3"
              >column</th
            ><th>what to do</th></tr
          ></thead
        >
        <tbody>
          {#each file.problems.slice(0, SHOWN) as p, i (i)}
            <tr class="border-b border-rule align-top"
              >{#if several}<td class="py-1 pr-3">{p.file}</td>{/if}<td class="py-1 pr-3 font-mono"
                >{p.line}</td
              ><td class="pr-3 font-mono">{p.column}</td><td>{p.message}</td></tr
            >
          {/each}
        </tbody>
      </table>
      {#if file.problems.length > SHOWN}<p>and {file.problems.length - SHOWN} more.</p>{/if}
    {/if}
    {#if anyTimed}
      <fieldset class={['grid gap-2 border-2 p-3', clock ? 'border-rule' : 'border-ink']} data-testid="clock">
        <legend class="px-1 font-bold">Look at the tester’s clock: is it right?</legend>
        <p>
          Its times say what came before what. {clock === ''
            ? 'Until you have looked, a reading proves nothing of a link that was worked on in the hours before it.'
            : aheadMs
              ? `It is ${minutesWords(aheadMs)}: its readings are put right by that.`
              : 'It is right.'}
        </p>
        <div class="flex flex-wrap items-end gap-2">
          <button
            class={['act w-auto', clock === 'right' ? 'act-now' : '']}
            aria-pressed={clock === 'right'}
            onclick={() => compare('right')}>It is right</button
          >
          <ClockShows bind:value={shows} onchange={() => compare('shows')} />
        </div>
      </fieldset>
    {/if}
    {#if untimed}
      <label class={['grid gap-1 border-2 p-3', sinceMs === null ? 'border-ink' : 'border-rule']}
        ><span class="font-bold"
          >{untimed === 1
            ? 'One reading does not say when. After what time was it taken?'
            : `${untimed} readings do not say when. After what time were they taken?`}</span
        >
        <span
          >Until you say so, {untimed === 1 ? 'it proves' : 'they prove'} nothing of a link that has a log.</span
        >
        <input
          class="h-13 w-fit border border-rule bg-transparent px-2 font-mono text-base"
          type="datetime-local"
          bind:value={since}
        />
        {#if sinceWrong}<span class="font-bold text-wrong" role="alert"
            >This is still to come: say a time that has passed.</span
          >{/if}</label
      >
    {/if}
    {#if file.good.length}
      <button class="in-reach act act-now text-lg" data-main-action disabled={!fresh.length} onclick={log}
        >{file.problems.length
          ? `Log the ${fresh.length === 1 ? 'good one' : `${fresh.length} good ones`}, leave the rest`
          : `Log all ${fresh.length}`}</button
      >
      <ul class="border-t border-rule">
        {#each file.good.slice(0, SHOWN) as r (`${r.file} ${r.line}`)}
          {@const { at } = timeOf(r)}
          <li class="grid grid-cols-[5rem_6rem_1fr] gap-2 border-b border-rule py-1">
            <span class="font-mono">{r.link.label}</span><strong
              class={r.verdict === 'fail' ? 'text-wrong' : ''}>{r.verdict}</strong
            ><span
              >{r.reason}
              {#if at}<span class="block text-sm text-faint"
                  >{localTime(at)}{r.by ? `, ${job.plan.person(r.by)}` : ''}</span
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
  <TesterSheet onclose={() => (job.tester.asking = false)} />
{/if}
