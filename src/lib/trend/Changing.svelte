<script lang="ts">
  import { BETWEEN_ALARMS, FIRST_ENDS, type Watched } from '$core/trend/change';
  import type { Trend } from '$core/trend/trend';
  import Choice from '$lib/controls/Choice.svelte';
  import { localTime } from '$lib/controls/time';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  /** Whether something got worse: charts over the crew, its tools and lots, and its people. */
  let { trend }: { trend: Trend } = $props();
  const alarmed = $derived(trend.watched.filter((w) => w.alarm));
  let chosen = $state<string | null>(null);
  const key = (w: Watched) => `${w.kind} ${w.id}`;
  const shown = $derived(trend.watched.find((w) => key(w) === chosen) ?? alarmed[0] ?? trend.watched[0]);
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const wrongAt = (w: Watched, at: 'before' | 'after') => `${w.alarm![at].hits} of ${w.alarm![at].of} wrong`;
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 16, top: 24, bottom: 36, containLabel: true },
    xAxis: { type: 'category', name: 'ends, one after the other', nameLocation: 'middle', nameGap: 22, data: shown!.ends.map((_, i) => i + 1), ...axis(of) }, // prettier-ignore
    yAxis: { type: 'value', max: Math.ceil(Math.max(shown!.chart.limit, ...shown!.heights) * 1.1), ...axis(of, { splitLine: { show: false } }) }, // prettier-ignore
    series: [
      {
        type: 'line',
        step: 'end',
        showSymbol: false,
        data: shown!.heights,
        lineStyle: { color: of.ink, width: 2 },
        markLine: {
          symbol: 'none',
          silent: true,
          label: { color: of.ink, formatter: '{b}', position: 'insideEndTop' },
          data: [
            { name: 'alarm', yAxis: shown!.chart.limit, lineStyle: { color: of.wrong, width: 2 } },
            ...(shown!.alarm
              ? [{ name: 'began', xAxis: shown!.alarm.began, lineStyle: { color: of.ink, type: 'dashed' } }]
              : []),
          ],
        },
      },
      {
        type: 'scatter',
        symbol: 'diamond',
        symbolSize: 9,
        itemStyle: { color: of.wrong },
        data: shown!.ends.flatMap((e, i) => (e.bad ? [[i, shown!.heights[i]]] : [])),
      },
    ],
  }));
</script>

<section class="grid gap-2" aria-label="Is something changing">
  <h2 class="text-xl font-bold">
    {#if !trend.watched.length}
      Whether something is changing cannot be said before {FIRST_ENDS} ends
    {:else if alarmed.length}
      It got worse: {alarmed.map((w) => w.name).join(', ')}
    {:else}
      Nothing has got worse since the first {FIRST_ENDS} ends
    {/if}
  </h2>
  {#if shown}
    {#each alarmed as w (key(w))}
      {@const a = w.alarm!}
      <p class="border-l-4 border-wrong pl-3">
        {w.name}: from about {w.ends[a.began]!.label}
        {w.ends[a.began]!.end}, {localTime(w.ends[a.began]!.at)}, {wrongAt(w, 'after')}; before, {wrongAt(
          w,
          'before',
        )}.
        {#if a.newThen.length}New then: <strong>{a.newThen[0]!.what}</strong>{a.newThen[0]!.chance < 0.001
            ? ', a difference chance hardly makes'
            : `, a difference chance makes in ${per(a.newThen[0]!.chance)}`}.{:else}Nothing the log knows of
          was new then.{/if}
        By chance alone such a chart alarms in {per(a.chance)} of series as long.
      </p>
    {/each}
    {#if trend.watched.length > 1}
      <Choice
        label="shown"
        options={trend.watched.map((w) => [key(w), w.name] as const)}
        value={key(shown)}
        onchoose={(k) => (chosen = k)}
      />
    {/if}
    <Picture
      name="change, {shown.name}"
      says="{shown.name}: it climbs with every wrong end (a diamond) and falls with every right one; over the line it is no chance any more."
      {option}
      columns={['end', 'made', 'wrong', 'height']}
      rows={shown.ends.map((e, i) => [
        `${e.label} ${e.end}`,
        localTime(e.at),
        e.bad ? 'wrong' : '',
        shown!.heights[i]!,
      ])}
    />
    <p class="text-sm text-faint">
      A CUSUM: it takes {per(shown.chart.usual)} wrong for usual, by the crew’s first {FIRST_ENDS} ends, is made
      to find {per(shown.chart.worse)}, and alarms for nothing once in {Math.round(shown.chart.between)} ends on
      average (at least {BETWEEN_ALARMS}).
    </p>
  {/if}
</section>
