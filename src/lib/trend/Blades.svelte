<script lang="ts">
  import { BLADE_MINUTES, ENDS_APART, FEWEST_MISSED, FEWEST_PUNCHED, missedAt } from '$core/trend/blades';
  import { rateOf } from '$core/statistics/rates';
  import type { Trend } from '$core/trend/trend';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  /** How blades wear, and when a new one pays. */
  let { trend }: { trend: Trend } = $props();
  const wear = $derived(trend.blades);
  const per = (x: number) => `${(100 * x).toFixed(1)} %`;
  const times = (slope: number) => Math.exp(slope).toFixed(1);
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 24, top: 16, bottom: 36, containLabel: true },
    xAxis: { type: 'value', min: 0, max: (wear!.groups.at(-1)!.from || 0) + ENDS_APART, name: 'ends since the blade was new', nameLocation: 'middle', nameGap: 22, ...axis(of) }, // prettier-ignore
    yAxis: { type: 'value', min: 0, ...axis(of, { axisLabel: { color: of.ink, formatter: per } }) },
    series: [
      {
        type: 'scatter',
        symbol: 'rect',
        symbolSize: 10,
        itemStyle: { color: of.ink },
        data: wear!.groups.map((g) => [g.from + ENDS_APART / 2, g.missed / g.slots]),
      },
      {
        type: 'line',
        showSymbol: false,
        lineStyle: { color: of.ink, type: 'dashed' },
        data: Array.from({ length: 41 }, (_, i) => (i / 40) * (wear!.groups.at(-1)!.from + ENDS_APART)).map((age) => [age, missedAt(wear!, age)]), // prettier-ignore
        markLine: {
          symbol: 'none',
          silent: true,
          label: { color: of.ink, formatter: 'a new one pays' },
          data: wear!.changeAfter === undefined ? [] : [{ xAxis: wear!.changeAfter, lineStyle: { color: of.wrong, width: 2 } }], // prettier-ignore
        },
      },
    ],
  }));
</script>

<section class="grid gap-2" aria-label="Blades">
  <h2 class="text-xl font-bold">
    {#if !wear}
      Nothing can be said of blades before {FEWEST_MISSED} missed slots in {FEWEST_PUNCHED} ends
    {:else if wear.changeAfter !== undefined}
      A new blade pays after about {wear.changeAfter} ends, {8 * wear.changeAfter} punches
    {:else}
      No wear of blades shows in {wear.missed} missed slots
    {/if}
  </h2>
  {#if wear}
    <Picture
      name="blades"
      says="Slots missed by how many ends the blade had made: {times(
        wear.fit.slope,
      )} times as many for every {ENDS_APART} ends, between {times(wear.fit.low)} and {times(
        wear.fit.high,
      )} times."
      {option}
      columns={['ends since new', 'slots', 'missed', 'between']}
      rows={wear.groups.map((g) => {
        const r = rateOf(g.missed, g.slots);
        return [
          `${g.from} to ${g.from + ENDS_APART - 1}`,
          g.slots,
          g.missed,
          `${per(r.low)} to ${per(r.high)}`,
        ];
      })}
    />
    <p class="text-sm text-faint">
      A Poisson regression on {wear.fit.cases} ends. A missed slot costs this crew about {wear.minutesAMiss.toFixed(
        1,
      )}
      min with its walk and proof; a new blade is taken to be worth {BLADE_MINUTES} min of work.
    </p>
  {/if}
</section>
