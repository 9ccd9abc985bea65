import type { ECharts } from 'echarts/core';

/** The parts of the chart library that are drawn with here, loaded where the first picture is shown. */
export async function chartIn(box: HTMLElement): Promise<ECharts> {
  const [core, { BarChart, CustomChart, LineChart, ScatterChart }, { AriaComponent, GridComponent, LegendComponent, MarkLineComponent }, { SVGRenderer }] = await Promise.all([import('echarts/core'), import('echarts/charts'), import('echarts/components'), import('echarts/renderers')]); // prettier-ignore
  core.use([BarChart, CustomChart, LineChart, ScatterChart, AriaComponent, GridComponent, LegendComponent, MarkLineComponent, SVGRenderer]); // prettier-ignore
  return core.init(box, null, { renderer: 'svg' });
}

/** Inks of a picture: those of the page, so that it is right in the dark. */
export function inks(): { ink: string; faint: string; rule: string; wrong: string } {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return { ink: of('ink'), faint: of('faint'), rule: of('rule'), wrong: of('wrong') };
}

type Inks = ReturnType<typeof inks>;
/** An axis in the page's inks. */
export const axis = ({ ink, rule }: Inks, more: Record<string, unknown> = {}): Record<string, unknown> => ({
  axisLabel: { color: ink, fontSize: 13, hideOverlap: true },
  axisLine: { lineStyle: { color: ink } },
  splitLine: { lineStyle: { color: rule } },
  nameTextStyle: { color: ink },
  ...more,
});
/** Bounds as a bar across, behind the mark of what was counted: `[place, low, high]`. */
export const bounds = ({ ink }: Inks, data: readonly (readonly [number, number, number])[]): Record<string, unknown> => ({
  type: 'custom',
  data,
  encode: { x: [1, 2], y: 0 },
  renderItem: (_: unknown, api: { value: (i: number) => number; coord: (p: [number, number]) => [number, number] }) => {
    const [x1, y] = api.coord([api.value(1), api.value(0)]);
    const [x2] = api.coord([api.value(2), api.value(0)]);
    return { type: 'line', shape: { x1, y1: y, x2, y2: y }, style: { stroke: ink, lineWidth: 7, opacity: 0.4 } };
  },
}); // prettier-ignore
