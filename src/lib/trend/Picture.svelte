<script lang="ts">
  import Papa from 'papaparse';
  import type { ECharts } from 'echarts/core';
  import { onMount } from 'svelte';
  import { plainCell } from '$core/model/csv-cell';
  import { savePicture } from '$lib/device/save-picture';
  import { saveText } from '$lib/device/save-text';
  import { chartIn, inks } from './chart-parts';

  interface Props {
    /** What it is called where it is saved. */
    name: string;
    /** One sentence that says what it shows. */
    says: string;
    option: (of: ReturnType<typeof inks>) => Record<string, unknown>;
    /** The same in figures, for those who read and for those who hear. */
    columns: readonly string[];
    rows: readonly (readonly (string | number)[])[];
    height?: number;
  }
  let { name, says, option, columns, rows, height = 260 }: Props = $props();
  let box = $state<HTMLDivElement>();
  let drawn: ECharts | undefined;
  let failed = $state(false);

  onMount(() => {
    let gone = false;
    const seen = new IntersectionObserver((entries) => {
      if (!entries.some((e) => e.isIntersecting)) return;
      seen.disconnect();
      chartIn(box!).then(
        (chart) => {
          if (gone) return chart.dispose();
          drawn = chart;
          draw();
        },
        () => (failed = true),
      );
    });
    seen.observe(box!);
    const resize = () => drawn?.resize();
    addEventListener('resize', resize);
    return () => {
      gone = true;
      seen.disconnect();
      removeEventListener('resize', resize);
      drawn?.dispose();
    };
  });
  function draw(): void {
    drawn?.setOption({ animation: false, aria: { enabled: true, label: { enabled: false }, decal: { show: true } }, ...option(inks()) }, { notMerge: true }); // prettier-ignore
  }
  $effect(() => {
    void [option, rows];
    draw();
  });
  const save = () =>
    drawn && savePicture(`${name}.png`, drawn.renderToSVGString(), drawn.getWidth(), drawn.getHeight());
  const saveFigures = () =>
    saveText(`${name}.csv`, `${Papa.unparse([[...columns], ...rows.map((r) => r.map((c) => plainCell(String(c))))], { newline: '\r\n' })}\r\n`); // prettier-ignore
</script>

<figure class="grid gap-1">
  <figcaption>{says}</figcaption>
  {#if failed}<p class="text-faint">The picture could not be loaded; its figures stand below.</p>{/if}
  <div
    bind:this={box}
    class={['w-full border border-rule', failed && 'hidden']}
    style="height: {height}px"
    role="img"
    aria-label={says}
  ></div>
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center">In figures</summary>
    <div class="max-h-80 overflow-auto" role="region" aria-label="{name}, in figures" tabindex="-1">
      <table class="w-full text-left text-sm">
        <thead
          ><tr class="border-b-2 border-ink"
            >{#each columns as c (c)}<th class="py-1 pr-3">{c}</th>{/each}</tr
          ></thead
        >
        <tbody
          >{#each rows as row, i (i)}<tr class="border-b border-rule"
              >{#each row as cell, k (k)}<td class="pr-3 align-top">{cell}</td>{/each}</tr
            >{/each}</tbody
        >
      </table>
    </div>
    <div class="flex gap-2">
      <button class="act" onclick={saveFigures}>Save as CSV</button>
      <button class="act" onclick={save} disabled={failed}>Save as PNG</button>
    </div>
  </details>
</figure>
