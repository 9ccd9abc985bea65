<script lang="ts">
  import { DrawnInTurn } from '$lib/controls/drawn-in-turn.svelte';
  import Choice from '$lib/controls/Choice.svelte';
  import { reworkWalk } from '$core/survey/rework-walk';
  import { walkMinutes } from '$core/survey/distance';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import WhatWasFound from '$lib/redo/WhatWasFound.svelte';
  import RedoCard from '$lib/redo/RedoCard.svelte';
  import WeightTable from '$lib/diagnosis/WeightTable.svelte';
  import { movedUnderThumb, PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  /** One for all cards: what is pressed moves the others up, under a thumb that bounces. */
  const guard = new PressGuard(undefined, STEP_AFTER_MS);
  $effect(() => guard.shown());
  /** Cards drawn at first; the rest follows on asking, so that a long list stays quick. */
  const AT_ONCE = 40;
  let shown = $state(AT_ONCE);
  const drawn = new DrawnInTurn(6, () => Math.min(shown, open.length));
  /** Whose redo is shown: everybody's, or what was given to one person and to nobody. */
  let whose = $state('');
  const all = $derived(job.toRedo());
  const given = $derived(all.some((l) => job.statusOf(l.id).assignedTo));
  const open = $derived(whose ? all.filter((l) => (job.statusOf(l.id).assignedTo ?? whose) === whose) : all);
  const untold = $derived(job.plan.ordered.filter((l) => job.endsOf(l.id).untold !== undefined));
  const walk = $derived(
    reworkWalk(
      open,
      (l) => job.statusOf(l.id),
      (l, end) => job.plan.where(l)[end].space,
      job.here.standingSpace(),
      job.plan.ways.metres,
    ),
  );
  /** What another device logs makes cards longer, shorter and fewer. */
  const told = $derived(
    open
      .slice(0, shown)
      .map((l) => `${l.id} ${job.statusOf(l.id).entries}`)
      .join(),
  );
  $effect(() => {
    void told;
    movedUnderThumb();
  });
  const before = $derived(
    walk.stops.map((_, i) => walk.stops.slice(0, i).reduce((n, s) => n + s.links.length, 0)),
  );
</script>

<svelte:head><title>redo · {job.plan.name}</title></svelte:head>
<main class="flex-1 p-3 lg:p-5" data-armed={guard.ready}>
  <h1 class="text-2xl font-bold">
    {open.length
      ? `${open.length} ${open.length === 1 ? 'link' : 'links'} to do again or prove again`
      : 'Nothing to do again.'}
  </h1>
  {#if given || whose}
    <Segments
      label="Whose"
      options={[
        ['', 'everybody’s'],
        [job.here.me, 'mine, and anybody’s'],
      ] as const}
      value={whose}
      onchoose={(w) => (whose = w)}
    />
  {/if}
  {#if walk.stops.some((s) => s.space)}
    <div class="mt-1 flex flex-wrap items-center gap-x-4">
      <Choice
        beside
        class="w-64"
        label="I am in"
        options={job.plan.spaces.map((s) => [s.id, s.name] as const)}
        value={job.here.standingSpace()?.id}
        onchoose={(id) => job.here.standIn(id)}
      />
      <p class="text-faint" data-testid="walk">
        {walk.stops.length}
        {walk.stops.length === 1 ? 'place' : 'places'}, {Math.round(walk.metres)} m on foot, about {Math.max(
          1,
          Math.round(walkMinutes(walk.metres)),
        )} min
      </p>
    </div>
  {/if}
  {#each walk.stops as stop, i (stop.space?.id ?? '')}
    {@const name = stop.space?.name ?? 'Cords, at the bench'}
    {#if before[i]! < Math.min(shown, drawn.count)}
      <section class="mt-5" aria-label={name}>
        <h2 class="text-lg font-bold"><span class="font-mono">{i + 1}</span> {name}</h2>
        <div class="mt-2 grid gap-3">
          {#each stop.links.slice(0, Math.min(shown, drawn.count) - before[i]!) as link (link.id)}<RedoCard
              {link}
              {guard}
            />{/each}
        </div>
      </section>
    {/if}
  {/each}
  {#if open.length > shown}
    <button class="mt-4 act" onclick={() => (shown += AT_ONCE)}>{open.length - shown} more</button>
  {/if}
  {#if untold.length}
    <section class="mt-8" aria-label="Mended, and nobody has said what it was">
      <h2 class="text-lg font-bold">Mended, and nobody has said what it was</h2>
      <div class="mt-2 grid gap-3 lg:grid-cols-2">
        {#each untold.slice(0, AT_ONCE) as link (link.id)}
          <div class="border border-rule p-3"><WhatWasFound {link} {guard} /></div>
        {/each}
      </div>
    </section>
  {/if}
  <WeightTable />
</main>
<UndoLine />
{#if open[0]}<PortStrip current={open[0]} hrefFor={(l) => job.at('prove', l.id)} />{/if}
