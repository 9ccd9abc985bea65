<script lang="ts">
  import CarryEntries from '$lib/history/CarryEntries.svelte';
  import { goto } from '$app/navigation';
  import { KIND_WORDS } from '$core/log/entry-words';
  import { MOST_TOLD, type HistoryFilter } from '$core/log/history';
  import type { Told } from '$core/log/told';
  import { apiAddress, asking } from '$lib/address/address';
  import Timeline from '$lib/history/Timeline.svelte';
  import Choice from '$lib/controls/Choice.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  let { data } = $props();
  const job = useJob();
  const KINDS = Object.entries(KIND_WORDS);
  const link = $derived(job.plan.link(data.filter.link));
  /** A day is one of the clock on the wall here, not of UTC. */
  const filter = $derived.by((): HistoryFilter => {
    const { day, ...rest } = data.filter;
    if (!day) return rest;
    const from = new Date(`${day}T00:00`);
    const to = new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1);
    return Number.isNaN(from.getTime()) ? rest : { ...rest, from: from.toISOString(), to: to.toISOString() };
  });
  const given = $derived(Object.entries(filter).filter((x): x is [string, string] => Boolean(x[1])));
  const asCsv = $derived(asking(apiAddress(job.plan.id, 'history'), Object.fromEntries(given)));
  const here = $derived(job.log.history(filter));
  /** Of a log too long for a device the server tells what is asked for. */
  let asked = $state.raw<readonly Told[] | null>(null);
  let problem = $state('');
  $effect(() => {
    if (here) return;
    problem = '';
    const of = filter;
    void job.log.historyAsked(of).then((entries) => {
      // Another one was chosen since.
      if (of !== filter) return;
      asked = entries;
      if (!entries) problem = 'The server is out of reach: of a job this long, it has the history.';
    });
  });
  const entries = $derived(here ?? asked ?? []);

  function narrow(name: string, value: string): void {
    const next = new URLSearchParams(Object.entries(data.filter).flatMap(([k, v]) => (v ? [[k, v]] : [])));
    if (value) next.set(name, value);
    else next.delete(name);
    void goto(`?${next.toString()}`, { keepFocus: true, noScroll: true });
  }
</script>

<svelte:head><title>history · {job.plan.name}</title></svelte:head>
<main class="px-3 py-4 lg:px-5">
  <h1 class="text-2xl font-bold">{link ? `What happened to ${link.label}` : 'What happened on this job'}</h1>
  <div class="mt-3 grid grid-cols-2 items-end gap-2 sm:flex sm:flex-wrap sm:items-end">
    <Choice
      class="sm:w-44"
      label="who"
      options={[['', 'anybody'], ...job.plan.whole.crew.map((p) => [p.id, p.name] as const)]}
      value={data.filter.by ?? ''}
      onchoose={(v) => narrow('by', v)}
    />
    <Choice
      class="sm:w-44"
      label="what"
      options={[['', 'anything'], ...KINDS]}
      value={data.filter.kind ?? ''}
      onchoose={(v) => narrow('kind', v)}
    />
    <label class="text-sm"
      >day
      <input
        type="date"
        class="field"
        value={data.filter.day ?? ''}
        onchange={(e) => narrow('day', e.currentTarget.value)}
      />
    </label>
    {#if link}<button class="h-12 border border-ink px-3" onclick={() => narrow('link', '')}>all links</button
      >{/if}
    <a class="flex h-12 items-center border-2 border-ink px-3 font-semibold" href={asCsv}>as CSV</a>
  </div>
  <CarryEntries />
  {#if problem}<p class="mt-4 border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
  {#if entries.length}
    <p class="mt-4 text-sm text-faint" data-testid="how-many">
      {!here && entries.length >= MOST_TOLD
        ? `The newest ${entries.length}: narrow it, or take the CSV, which has them all.`
        : entries.length === 1
          ? 'One entry.'
          : `${entries.length} entries, the newest first.`}
    </p>
    <Timeline {entries} />
  {:else if !problem}
    <p class="mt-4">Nothing was written down that fits: widen it.</p>
  {/if}
</main>
