<script lang="ts">
  import { v4 as uuid } from 'uuid';
  import { goto } from '$app/navigation';
  import { compareNames } from '$core/model/by-name';
  import { formatMetres } from '$core/model/metres';
  import { BOX_SIZES } from '$core/kit/boxes';
  import { runFor, withoutRun } from '$core/run/along-plan';
  import { takesOfRun } from '$core/run/takes';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), job.plan.policy.units);
  const runs = $derived(
    job.plan.runs
      .map((run) => ({ run, takes: takesOfRun(run, job.plan, Math.max(...BOX_SIZES)) }))
      .sort((a, b) => compareNames(a.run.name, b.run.name)),
  );
  const without = $derived(withoutRun(job.plan, job.plan.ordered));
  const many = (n: number, what: string) =>
    n === 0 ? `no ${what}` : n === 1 ? `one ${what}` : `${n} ${what}s`;
  let says = $state('');
  let working = $state(false);
  async function layAll(): Promise<void> {
    if (working) return;
    working = true;
    const put = without.map((w) => runFor(w, job.plan.floors, uuid()));
    says = await job.plan.change({ put: { runs: put } }, 'runs along the plan');
    working = false;
  }
  const begin = () => void goto(job.at('run', uuid()));
</script>

<svelte:head><title>runs · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Routes through the building</h1>
  <button class={['act', !runs.length && 'act-now']} data-main-action onclick={begin}>Begin a run</button>
  {#if without.length}
    <button class="act" disabled={working} onclick={layAll}
      >Lay one along the plan to {without.length === 1
        ? `the room that has none`
        : `each of ${without.length} rooms that have none`}</button
    >
  {/if}
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
  <ul class="border-t border-rule">
    {#each runs as { run, takes } (run.id)}
      <li class="border-b border-rule">
        <a class="flex min-h-14 flex-wrap items-center gap-x-4 py-1" href={job.at('run', run.id)}>
          <strong class="min-w-40 flex-1">{run.name}</strong>
          <span class="font-mono">{m(takes.laid.metres)}</span>
          <span class="text-sm text-faint"
            >{many(run.links.length, 'cable')}, {many(takes.holes.length, 'hole')}</span
          >
          {#if takes.warnings.length}<span class="border-l-4 border-wrong pl-2 text-sm"
              >{takes.warnings.length === 1
                ? takes.warnings[0]
                : `${takes.warnings.length} things to look at`}</span
            >{/if}
        </a>
      </li>
    {:else}
      <li class="py-3 text-faint">
        A run is a cable’s route as it is really laid: along, up, through, over. It gives the length to cut,
        holes, bushings, clips and what they take.
      </li>
    {/each}
  </ul>
</main>
