<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import {
    COLUMN_WORDS,
    COLUMNS_AS_READ,
    type LengthUnit,
    type ScheduleColumn,
  } from '$core/schedule/columns';
  import type { Matching } from '$core/schedule/reading';
  import Segments from '$lib/controls/Segments.svelte';
  import AsideRows from './AsideRows.svelte';
  import type { SheetMatch } from './sheet-match.svelte';
  import WordMatch from './WordMatch.svelte';

  let { match, onmatched }: { match: SheetMatch; onmatched: () => void } = $props();
  const UNITS = [
    ['m', 'metres'],
    ['ft', 'feet'],
    ['in', 'inches'],
    ['cm', 'cm'],
  ] as const satisfies readonly (readonly [LengthUnit, string])[];
  const sheet = $derived(match.sheet);
  const columns = $derived(match.matching.columns);
  const known = $derived(columns.flatMap((c, i) => (c && c !== 'own' ? [i] : [])));
  const others = $derived(
    columns.flatMap((c, i) =>
      (!c || c === 'own') && (sheet.header[i] || sheet.rows.some((r) => r.cells[i]?.trim())) ? [i] : [],
    ),
  );
  const sample = (i: number) =>
    sheet.rows
      .slice(0, 12)
      .filter((r) => r.cells.filter((c) => c.trim()).length > 1)
      .map((r) => r.cells[i]?.trim() ?? '')
      .filter(Boolean)
      .slice(0, 3)
      .join(', ');
  const headerLines = $derived(
    match.headerRows.filter((r) => r.at >= match.header.at && r.at < match.header.at + match.header.rows),
  );
  const lengths = $derived(columns.includes('length_m'));
  const ready = $derived(!match.missing.length && !(lengths && match.matching.unit === null));
  const give = (i: number, value: string) => match.give(i, (value || null) as Matching['columns'][number]);
</script>

{#snippet column(i: number)}
  {@const name = sheet.header[i] || `column ${i + 1}`}
  <li class="grid grid-cols-2 items-center gap-3 border-b border-rule py-1 sm:grid-cols-[1fr_1fr_14rem]">
    <span class="font-mono">{name}</span>
    <span class="hidden truncate text-sm text-faint sm:block">{sample(i)}</span>
    <Choice
      bare
      label="{name} is"
      options={[
        ['', 'leave out'],
        ['own', 'keep beside the link'],
        ...COLUMNS_AS_READ.map((c) => [c, COLUMN_WORDS[c]] as const),
      ]}
      value={columns[i] ?? ''}
      onchoose={(c) => give(i, c)}
    />
  </li>
{/snippet}

<section class="grid gap-3" aria-label="Columns">
  <h2 class="text-xl font-bold">Which column is which?</h2>
  <div class="grid items-end gap-2 sm:grid-cols-[1fr_auto]">
    <Choice
      label={match.header.named
        ? `header found in ${headerLines.length > 1 ? 'rows' : 'row'} ${headerLines.map((r) => r.line).join(' and ')}`
        : 'no header found: it is row'}
      options={match.headerRows.map((r) => [r.at, `${r.line}: ${r.text}`] as const)}
      value={match.header.at}
      onchoose={(at) => match.moveHeader(at, match.header.rows)}
    />
    <label class="flex min-h-12 items-center gap-2"
      ><input
        type="checkbox"
        class="size-6 accent-(--ink)"
        checked={match.header.rows === 2}
        onchange={(e) => match.moveHeader(match.header.at, e.currentTarget.checked ? 2 : 1)}
      />it takes two rows</label
    >
  </div>
  {#if match.remembered}<p class="border-l-4 border-ink pl-3">
      Matched as the last time a sheet with these columns came.
    </p>{/if}
  {#if known.length}<ul class="border-t border-rule">
      {#each known as i (i)}{@render column(i)}{/each}
    </ul>{/if}
  {#if match.missing.length}
    <p class="border-l-4 border-wrong pl-3" role="alert">
      Still to be chosen: {match.missing.map((c: ScheduleColumn) => COLUMN_WORDS[c]).join(', ')}. Every link
      needs its label, panel, port and room; where links hang on no panel, its label, closet and room.
    </p>
  {/if}
  {#if others.length}
    <details open={match.missing.length > 0}>
      <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
        >{others.length === 1 ? 'One more column' : `${others.length} more columns`}: {others.filter(
          (i) => columns[i] === 'own',
        ).length} kept beside the link</summary
      >
      <ul class="border-t border-rule">
        {#each others as i (i)}{@render column(i)}{/each}
      </ul>
    </details>
  {/if}
  {#if lengths}
    <div class="grid gap-1">
      <p class={match.matching.unit === null ? 'border-l-4 border-wrong pl-3 font-bold' : ''}>
        {match.matching.unit === null
          ? 'Most lengths are past 90 m, the most a permanent link may have. What are they in?'
          : 'Lengths are in'}
      </p>
      <Segments
        label="Lengths are in"
        options={UNITS}
        value={match.matching.unit ?? ('' as LengthUnit)}
        columns={4}
        onchoose={(unit) => match.setUnit(unit)}
      />
    </div>
  {/if}
  <WordMatch {match} />
  <AsideRows {match} />
  <button
    class="in-reach-alone act act-now text-lg"
    data-main-action
    disabled={!ready}
    onclick={() => {
      match.remember();
      onmatched();
    }}>Look at the {match.read.rows.length} rows <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
</section>
