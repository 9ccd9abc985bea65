<script lang="ts">
  import { asking } from '$lib/address/address';
  import { walkWords } from '$core/survey/distance';
  import { useJob } from '$lib/job/open-job.svelte';
  import WalkStops from '$lib/round/WalkStops.svelte';
  import type { TraceSession } from './session.svelte';

  let { session }: { session: TraceSession } = $props();
  const job = useJob();
  const lines = $derived(
    [
      [session.counted.known, 'known, each by its own number'],
      [session.counted.inferred, 'inferred: the last one left, not proven until it is read'],
      [session.counted.bridged, 'bridged: find where copper joins them, then trace these again'],
      [session.counted.silent, 'silent: open, or the remote was not in its outlet'],
    ].filter(([n]) => n) as [number, string][],
  );
  /** Where the remotes still are: those of the last round that was walked. */
  const out = $derived(session.plan && session.at < session.plan.rounds.length);
  const still = $derived(
    (session.round?.stops ?? [])
      .filter((s) => s.place.length)
      .map((s) => ({ room: s.room, collect: s.place.map((p) => p.remote), place: [] })),
  );
</script>

<section class="grid content-start gap-3">
  <h1 class="text-2xl font-bold">The trace is done.</h1>
  <ul class="text-lg" data-testid="trace-counted">
    {#each lines as [n, words] (words)}<li>
        <strong class="font-mono">{n}</strong>
        {words}
      </li>{/each}
  </ul>
  {#if session.plan && !out}
    <p>Bring the remotes home: {walkWords(session.plan.home.metres)}.</p>
    <WalkStops stops={session.plan.home.stops} />
  {:else}
    <p>No more rounds are needed: collect the remotes from where they are.</p>
    <WalkStops stops={still} />
  {/if}
  {#if session.reopens !== null}
    <button class="act" onclick={() => session.reopen()}>Go on with round {session.reopens + 1}</button>
  {/if}
  <a class="act" href={asking(job.at('labels'), { links: session.links.join(',') })}>Print their labels</a>
  <button class="in-reach-alone act min-h-14 act-now text-lg" data-main-action onclick={() => session.end()}
    >Done: put the trace away</button
  >
</section>
