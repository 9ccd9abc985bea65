<script lang="ts">
  import { layLabel } from '$core/labels/label-layout';
  import { labelPlaces, type LabelSheet } from '$core/labels/label-sheet';
  import type { Label } from '$core/labels/label-text';

  /** The first page as it will be printed, by the same layout. */
  let {
    sheet,
    labels,
    skip,
    withCode,
  }: { sheet: LabelSheet; labels: readonly Label[]; skip: number; withCode: boolean } = $props();
  const onPage = $derived(Math.max(0, sheet.columns * sheet.rows - (skip % (sheet.columns * sheet.rows))));
  const shown = $derived(labels.slice(0, onPage));
  const places = $derived(labelPlaces(sheet, shown.length, skip % (sheet.columns * sheet.rows)));
  /** Width of a letter of the mono typeface, in parts of its size. */
  const LETTER = 0.62;
  const size = (text: string, box: { width: number; height: number }) =>
    Math.min(box.height / 1.2, box.width / (text.length * LETTER));
</script>

<svg
  viewBox="0 0 {sheet.pageWidth} {sheet.pageHeight}"
  class="bg-white text-black max-h-[70dvh] w-full border border-ink"
  role="img"
  aria-label="First page: {shown.length} labels"
>
  {#each shown as label, i (i)}
    {@const at = places[i]!}
    {@const lay = layLabel(sheet.labelWidth, sheet.labelHeight, label.small.length, withCode)}
    <g transform="translate({at.x} {at.y})">
      <rect
        width={sheet.labelWidth}
        height={sheet.labelHeight}
        fill="none"
        stroke="#999"
        stroke-width="0.2"
        stroke-dasharray="1 1"
      />
      {#if lay.code}
        <rect {...lay.code} fill="none" stroke="#000" stroke-width="0.3" />
        <text
          x={lay.code.x + lay.code.width / 2}
          y={lay.code.y + lay.code.height / 2 + 1}
          text-anchor="middle"
          font-size="3">QR</text
        >
      {/if}
      <text
        class="font-mono"
        x={lay.large.x}
        y={lay.large.y + lay.large.height / 2 + size(label.large, lay.large) * 0.35}
        font-size={size(label.large, lay.large)}
        font-weight="700">{label.large}</text
      >
      {#each label.small as text, j (j)}
        {@const box = lay.small[j]!}
        <text class="font-mono" x={box.x} y={box.y + box.height * 0.8} font-size={size(text, box)}
          >{text}</text
        >
      {/each}
    </g>
  {/each}
</svg>
