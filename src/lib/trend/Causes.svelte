<script lang="ts">
  import { FEWEST_CASES } from '$core/statistics/rates';
  import type { Trend } from '$core/trend/trend';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  /** What was found wrong, the most frequent first, with what the crew can do about it. */
  let { trend }: { trend: Trend } = $props();
  const causes = $derived(trend.causes);
  const all = $derived(causes.reduce((n, c) => n + c.hits, 0));
  const upTo = $derived(causes.map((_, i) => causes.slice(0, i + 1).reduce((n, c) => n + c.hits, 0) / all));
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 8, top: 16, bottom: 8, containLabel: true },
    xAxis: { type: 'category', data: causes.map((c) => c.says), ...axis(of, { axisLabel: { color: of.ink, interval: 0, width: 96, overflow: 'break', lineHeight: 16 } }) }, // prettier-ignore
    yAxis: [
      { type: 'value', minInterval: 1, ...axis(of) },
      { type: 'value', min: 0, max: 1, ...axis(of, { axisLabel: { color: of.ink, formatter: per }, splitLine: { show: false } }) }, // prettier-ignore
    ],
    series: [
      { type: 'bar', data: causes.map((c) => c.hits), itemStyle: { color: of.rule, borderColor: of.ink, borderWidth: 1.5 } }, // prettier-ignore
      { type: 'line', yAxisIndex: 1, data: upTo, lineStyle: { color: of.ink, type: 'dashed' }, itemStyle: { color: of.ink } }, // prettier-ignore
    ],
  }));
</script>

<section class="grid gap-2" aria-label="Causes">
  <h2 class="text-xl font-bold">
    {causes[0] ? `Most often: ${causes[0].says}. ${causes[0].advice}` : 'No mistake was written down yet'}
  </h2>
  {#if all >= FEWEST_CASES}
    <Picture
      name="causes"
      says="{all} mistakes that were found, by what they were; the dashed line is their share added up."
      {option}
      columns={['mistake', 'found', 'share', 'what to do', 'links']}
      rows={causes.map((c) => [
        c.says,
        c.hits,
        `${per(c.low)} to ${per(c.high)}`,
        c.advice,
        c.links.join(', '),
      ])}
    />
  {/if}
  <ul class="border-t border-rule">
    {#each causes.slice(0, 5) as c (c.kind)}
      <li class="grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[14rem_1fr]">
        <strong>{c.says}, {c.hits} of {c.of}</strong>
        <span>{c.advice}<span class="block text-sm text-faint">{c.links.slice(0, 12).join(', ')}</span></span>
      </li>
    {/each}
  </ul>
</section>
