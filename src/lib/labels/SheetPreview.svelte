<script lang="ts">
  import {
    insetAt,
    layLabel,
    LETTER_WIDTH,
    LINE_HEIGHT,
    type LabelForm,
    type LabelLine,
  } from '$core/labels/label-layout';
  import { labelPlaces, type LabelSheet } from '$core/labels/label-sheet';
  import type { Label } from '$core/labels/label-text';

  /** The first page as it will be printed, by the same layout. */
  let {
    sheet,
    labels,
    skip,
    withCode,
    form,
  }: { sheet: LabelSheet; labels: readonly Label[]; skip: number; withCode: boolean; form: LabelForm } =
    $props();
  const onPage = $derived(Math.max(0, sheet.columns * sheet.rows - (skip % (sheet.columns * sheet.rows))));
  const shown = $derived(labels.slice(0, onPage));
  const places = $derived(labelPlaces(sheet, shown.length, skip % (sheet.columns * sheet.rows)));
  const size = ({ text, width, height }: LabelLine) =>
    Math.min(height / LINE_HEIGHT, width / (Math.max(1, text.length) * LETTER_WIDTH));
</script>

<svg
  viewBox="0 0 {sheet.pageWidth} {sheet.pageHeight}"
  class="bg-white text-black max-h-[70dvh] w-full border border-ink"
  role="img"
  aria-label="First page: {shown.length} labels"
>
  {#each shown as label, i (i)}
    {@const at = places[i]!}
    {@const lay = layLabel(
      { width: sheet.labelWidth, height: sheet.labelHeight },
      label,
      withCode,
      form,
      insetAt(sheet, at),
    )}
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
      {#each lay.lines as line, j (j)}
        <text
          class="font-mono"
          x={line.x}
          y={line.y + line.height / 2 + size(line) * 0.35}
          font-size={size(line)}
          font-weight={line.bold ? 700 : 400}>{line.text}</text
        >
      {/each}
    </g>
  {/each}
</svg>
