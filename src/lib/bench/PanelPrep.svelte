<script lang="ts">
  import { recallJson, rememberJson } from '$lib/device/small';
  import { onMount } from 'svelte';
  import { cascade, PANEL_STEPS, type EntrySide } from '$core/bench/panel-work';
  import { formatLength } from '$core/bench/units';
  import type { Panel } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';
  import Segments from '$lib/controls/Segments.svelte';

  /** What is done once for all cables of a panel; what was ticked stays so on this device, over a break too. */
  let { panel, onready }: { panel: Panel; onready: () => void } = $props();
  const job = useJob();
  const key = $derived(`gauntlet:panel:${job.plan.id}:${panel.id}`);
  let ticked = $state<string[]>([]);
  let side = $state<EntrySide>('right');
  onMount(() => {
    ({ ticked = [], side = 'right' } = recallJson<{ ticked?: string[]; side?: EntrySide }>(key) ?? {});
  });
  const save = () => rememberJson(key, { ticked, side });
  function turn(id: string): void {
    ticked = ticked.includes(id) ? ticked.filter((x) => x !== id) : [...ticked, id];
    save();
  }
  const cuts = $derived(cascade(panel.ports, side));
  const longest = $derived(Math.max(...cuts));
  const { units } = $derived(job.plan.policy);
  const all = $derived(PANEL_STEPS.every((s) => ticked.includes(s.id)));
  const ROW = 9;
</script>

<section class="grid gap-3 px-3 py-3 lg:max-w-3xl lg:px-5" aria-label="The whole panel first">
  <h1 class="text-2xl font-bold">{panel.name}: once for all cables</h1>
  <ul class="border-t border-rule">
    {#each PANEL_STEPS as step (step.id)}
      <li class="border-b border-rule">
        <label class="flex min-h-13 items-center gap-3 py-1"
          ><input
            type="checkbox"
            class="size-6 shrink-0 accent-(--ink)"
            checked={ticked.includes(step.id)}
            onchange={() => turn(step.id)}
          />{step.text}</label
        >
      </li>
    {/each}
  </ul>
  <Segments
    label="The bundle comes in from"
    options={[
      ['left', 'from the left'],
      ['right', 'from the right'],
    ] as const}
    value={side}
    onchoose={(s) => {
      side = s;
      save();
    }}
  />
  <figure>
    <svg
      viewBox="0 0 400 {panel.ports * ROW + 8}"
      role="img"
      class="block max-h-[46dvh] w-full"
      aria-label="How far each cable reaches, seen from the rear: port 1 {formatLength(
        cuts[0]!,
        units,
      )}, port {panel.ports} {formatLength(cuts.at(-1)!, units)}"
    >
      {#each cuts as cut, i (i)}
        {@const y = i * ROW + 8}
        {@const length = (cut / longest) * 300}
        {@const x = side === 'right' ? 350 - length : 50}
        <rect {x} y={y - 3} width={length} height="5" class="fill-rule stroke-ink" stroke-width="0.75" />
        <text
          x={side === 'right' ? x - 4 : x + length + 4}
          y={y + 3}
          text-anchor={side === 'right' ? 'end' : 'start'}
          class="fill-ink font-mono text-[8px]">{i + 1}</text
        >
      {/each}
    </svg>
    <figcaption class="text-sm text-faint">
      Seen from the rear, where you work: from where the bundle comes in to its cut, port 1 takes {formatLength(
        cuts[0]!,
        units,
      )}, port {panel.ports}
      {formatLength(cuts.at(-1)!, units)}.
    </figcaption>
  </figure>
  <button class={['act min-h-14 text-lg', all && 'act-now']} data-main-action onclick={onready}
    >{all ? 'On to the ports' : 'On to the ports all the same'}
    <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
</section>
