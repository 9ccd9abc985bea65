<script lang="ts">
  import type { ECharts } from 'echarts/core';
  import { limitAt, PARAMETER_WORDS, TOP_MHZ, type Certified, type Configured, type Parameter } from '$core/certify/limits'; // prettier-ignore
  import { thinned } from '$core/certify/keep-sweep';
  import type { SweepPoint } from '$core/certify/sweep';

  /** One parameter of a sweep against its limit: pairs told apart by their dashes and names, not by colour. */
  let {
    points,
    before = [],
    parameter,
    category,
    configured,
  }: {
    points: readonly SweepPoint[];
    before?: readonly SweepPoint[];
    parameter: Parameter;
    category: Certified;
    configured: Configured;
  } = $props();
  let box = $state<HTMLDivElement>();
  let chart: ECharts | undefined;
  const DASHES = ['solid', [8, 4], [2, 3], [10, 3, 2, 3], [4, 6], [14, 4]] as const;

  /** A line has no more points than a phone has dots across; its dips are among them. */
  const DRAWN_POINTS = 320;

  /** Lines of a sweep by their pairs and end. */
  function linesOf(list: readonly SweepPoint[]): Map<string, [number, number][]> {
    const groups = new Map<string, [number, number][]>();
    for (const p of list)
      if (p.parameter === parameter && p.mhz <= TOP_MHZ[category]) {
        const name = `${p.pairs}${p.far ? ' from the far end' : ''}`;
        const line = groups.get(name);
        if (line) line.push([p.mhz, p.db]);
        else groups.set(name, [[p.mhz, p.db]]);
      }
    return groups;
  }

  function series() {
    const ink = getComputedStyle(document.documentElement).getPropertyValue('--ink').trim() || '#1b1d1f';
    const wrong = getComputedStyle(document.documentElement).getPropertyValue('--wrong').trim() || '#d6006e';
    const groups = linesOf(points);
    const limit: [number, number][] = [];
    for (let f = 1; f <= TOP_MHZ[category]; f *= 1.03) limit.push([f, limitAt(category, configured, parameter, f)!]);
    return [
      { name: 'limit', type: 'line', data: limit, showSymbol: false, lineStyle: { color: wrong, width: 3 }, itemStyle: { color: wrong } },
      ...[...groups].map(([name, data], i) => ({
        name,
        type: 'line',
        data: thinned(data, DRAWN_POINTS),
        showSymbol: false,
        lineStyle: { color: ink, width: 1.3, type: DASHES[i % DASHES.length] },
        itemStyle: { color: ink },
      })),
      ...[...linesOf(before)].map(([name, data]) => ({
        name: `${name}, before`,
        type: 'line',
        data: thinned(data, DRAWN_POINTS),
        showSymbol: false,
        lineStyle: { color: ink, width: 1, type: [1, 4], opacity: 0.6 },
        itemStyle: { color: ink },
      })),
    ];
  } // prettier-ignore

  $effect(() => {
    const [at, lines] = [box, series()];
    if (!at) return;
    let gone = false;
    void (async () => {
      const [core, { LineChart }, { GridComponent, LegendComponent }, { SVGRenderer }] = await Promise.all([
        import('echarts/core'),
        import('echarts/charts'),
        import('echarts/components'),
        import('echarts/renderers'),
      ]);
      if (gone) return;
      core.use([LineChart, GridComponent, LegendComponent, SVGRenderer]);
      chart ??= core.init(at, null, { renderer: 'svg' });
      const ink = getComputedStyle(document.documentElement).getPropertyValue('--ink').trim();
      chart.setOption(
        {
          animation: false,
          grid: { left: 48, right: 12, top: 44, bottom: 40 },
          legend: {
            type: 'scroll',
            top: 0,
            textStyle: { color: ink },
            itemWidth: 34,
            itemStyle: { opacity: 0 },
          },
          xAxis: { type: 'log', min: 1, max: TOP_MHZ[category], name: 'MHz', nameLocation: 'middle', nameGap: 24, axisLabel: { color: ink }, axisLine: { lineStyle: { color: ink } } }, // prettier-ignore
          yAxis: {
            type: 'value',
            name: 'dB',
            inverse: parameter === 'IL',
            axisLabel: { color: ink },
            scale: true,
          },
          series: lines,
        },
        { notMerge: true },
      );
    })();
    return () => (gone = true);
  });
  $effect(() => {
    const resize = () => chart?.resize();
    addEventListener('resize', resize);
    return () => {
      removeEventListener('resize', resize);
      chart?.dispose();
      chart = undefined;
    };
  });
</script>

<div
  bind:this={box}
  class="h-80 w-full border border-rule"
  role="img"
  aria-label="{PARAMETER_WORDS[
    parameter
  ]} of each pair over frequency, with its limit; the worst of them stands in the table"
></div>
