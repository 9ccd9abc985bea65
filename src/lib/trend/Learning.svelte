<script lang="ts">
  import { STEP_ENDS } from '$core/trend/groups';
  import type { Trend } from '$core/trend/trend';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  /** How whoever looks has learned: theirs alone. */
  let { trend }: { trend: Trend } = $props();
  const steps = $derived(trend.learning);
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 24, top: 16, bottom: 36, containLabel: true },
    xAxis: { type: 'category', name: 'your ends', nameLocation: 'middle', nameGap: 22, data: steps.map((s) => s.from + STEP_ENDS), ...axis(of) }, // prettier-ignore
    yAxis: { type: 'value', min: 0, max: 1, ...axis(of, { axisLabel: { color: of.ink, formatter: per } }) },
    series: [
      { type: 'line', data: steps.map((s) => s.hits / s.of), lineStyle: { color: of.ink, width: 2 }, itemStyle: { color: of.ink } }, // prettier-ignore
      ...(['low', 'high'] as const).map((edge) => ({ type: 'line', showSymbol: false, data: steps.map((s) => s[edge]), lineStyle: { color: of.faint, type: 'dotted' } })), // prettier-ignore
    ],
  }));
</script>

{#if steps.length > 1}
  <section class="grid gap-2" aria-label="Your own">
    <h2 class="text-xl font-bold">
      Your own: {steps.at(-1)!.hits} of your last {STEP_ENDS} were right at once
    </h2>
    <Picture
      name="my own ends"
      says="Right at once by every {STEP_ENDS} of your own ends, dotted the bounds that nine cases of ten keep. Only you see this."
      {option}
      columns={['ends', 'right at once', 'between']}
      rows={steps.map((s) => [
        `${s.from + 1} to ${s.from + STEP_ENDS}`,
        s.hits,
        `${per(s.low)} to ${per(s.high)}`,
      ])}
      height={220}
    />
  </section>
{/if}
