<script lang="ts">
  import { GROUP_KINDS, GROUP_WORDS, type GroupKind } from '$core/trend/groups';
  import type { Trend } from '$core/trend/trend';
  import { FEWEST_CASES } from '$core/statistics/rates';
  import Choice from '$lib/controls/Choice.svelte';
  import { axis, bounds, inks } from './chart-parts';
  import Picture from './Picture.svelte';
  import RateBar from './RateBar.svelte';

  /** What is right at once, told by connector, tool, person and the like, each with its bounds. */
  let { trend }: { trend: Trend } = $props();
  /** What differs most plainly first. */
  const telling = $derived(trend.groups.filter((g) => g.differs).sort((a, b) => a.chance - b.chance));
  const kinds = $derived(GROUP_KINDS.filter((k) => trend.groups.some((g) => g.kind === k)));
  let chosen = $state<GroupKind | null>(null);
  const kind = $derived(chosen ?? telling[0]?.kind ?? kinds[0] ?? 'family');
  const groups = $derived(trend.groups.filter((g) => g.kind === kind));
  const shown = $derived(groups.filter((g) => !g.few));
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const minutes = (m: { middle: number; low?: number; high?: number } | null) =>
    m
      ? `${m.middle.toFixed(1)}${m.low === undefined ? '' : ` (${m.low.toFixed(1)} to ${m.high!.toFixed(1)})`}`
      : '';
  const rows = $derived(
    groups.map((g) => [
      g.name,
      g.few ? `${g.right.hits} of ${g.right.of}, too few to say` : `${g.right.hits} of ${g.right.of}, ${per(g.right.low)} to ${per(g.right.high)}`,
      g.few || !g.redos ? '' : `${(g.redos.sum / g.redos.of).toFixed(2)} (${g.redos.low.toFixed(2)} to ${g.redos.high.toFixed(2)})`,
      minutes(g.minutes),
      g.differs ? `${g.differs} than the others` : '',
      g.links.slice(0, 12).join(', '),
    ]),
  ); // prettier-ignore
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 16, top: 8, bottom: 32, containLabel: true },
    xAxis: { type: 'value', min: 0, max: 1, ...axis(of, { axisLabel: { color: of.ink, formatter: per } }) },
    yAxis: { type: 'category', inverse: true, data: shown.map((g) => g.name), ...axis(of, { axisLabel: { color: of.ink, width: 130, overflow: 'break' } }) }, // prettier-ignore
    series: [
      bounds(of, shown.map((g, i) => [i, g.right.low, g.right.high])), // prettier-ignore
      {
        type: 'scatter',
        symbol: 'rect',
        symbolSize: [4, 18],
        itemStyle: { color: of.ink },
        data: shown.map((g, i) => [g.right.hits / g.right.of, i]),
      },
    ],
  }));
</script>

<section class="grid gap-2" aria-label="Right at once">
  <h2 class="text-xl font-bold">
    {#if trend.all.right.of < FEWEST_CASES}
      Too little is known yet: {trend.all.right.of} of the fewest {FEWEST_CASES} ends.
    {:else if telling.length}
      {telling[0]!.name} is {telling[0]!.differs} than the others, by more than chance.
    {:else}
      Nothing differs by more than chance.
    {/if}
  </h2>
  {#if trend.all.right.of}
    <p class="flex flex-wrap items-center gap-x-3">
      right at once, all ends <RateBar rate={trend.all.right} few={trend.all.right.of < FEWEST_CASES} />
    </p>
    {#if kinds.length}
      <Choice
        label="told"
        options={kinds.map((k) => [k, GROUP_WORDS[k]] as const)}
        value={kind}
        onchoose={(k) => (chosen = k)}
      />
      {#if shown.length}
        <Picture
          name="right at once {GROUP_WORDS[kind]}"
          says="Right at once {GROUP_WORDS[kind]}: {shown.length === 1
            ? 'one group'
            : `${shown.length} groups`} of {FEWEST_CASES} ends or more, each with the bounds that nine cases of ten keep."
          {option}
          columns={[
            'what',
            'right at once',
            'redos an end',
            'minutes an end',
            'differs',
            'not right at once',
          ]}
          {rows}
          height={60 + 42 * shown.length}
        />
      {:else}<p class="text-faint">
          Every group has fewer than {FEWEST_CASES} ends: nothing is claimed of them.
        </p>{/if}
    {/if}
  {/if}
  <p class="text-sm text-faint">
    Ends are their maker’s, by their first making. Bounds hold in nine cases of ten: Jeffreys’ for shares and
    counts, order statistics for minutes. A group is said to differ only where Fisher’s exact test still
    counts after Benjamini and Hochberg’s correction over all groups shown.
  </p>
</section>
