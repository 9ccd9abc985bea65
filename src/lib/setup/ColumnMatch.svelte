<script lang="ts">
  import {
    matchColumns,
    missingColumns,
    SCHEDULE_COLUMNS,
    type ScheduleColumn,
    type Sheet,
  } from '$core/plan/schedule-csv';
  import { untrack } from 'svelte';

  let { sheet, onmatched }: { sheet: Sheet; onmatched: (matched: (ScheduleColumn | null)[]) => void } =
    $props();
  let matched = $state(untrack(() => matchColumns(sheet.header)));
  const missing = $derived(missingColumns(matched));
  const sample = (i: number) =>
    sheet.rows
      .slice(0, 3)
      .map((r) => r[i] ?? '')
      .filter(Boolean)
      .join(', ');

  function give(i: number, column: string): void {
    matched = matched.map((c, j) =>
      j === i ? ((column || null) as ScheduleColumn | null) : c === column ? null : c,
    );
  }
</script>

<section class="grid gap-3" aria-label="Columns">
  <h2 class="text-xl font-bold">Which column is which?</h2>
  <ul class="border-t border-rule">
    {#each sheet.header as name, i (i)}
      <li class="grid grid-cols-2 items-center gap-3 border-b border-rule py-1 sm:grid-cols-[1fr_1fr_12rem]">
        <span class="font-mono">{name || `column ${i + 1}`}</span>
        <span class="hidden truncate text-sm text-faint sm:block">{sample(i)}</span>
        <select
          class="h-12 border border-ink bg-transparent px-2"
          aria-label="{name || `column ${i + 1}`} is"
          value={matched[i] ?? ''}
          onchange={(e) => give(i, e.currentTarget.value)}
        >
          <option value="" class="bg-paper">leave out</option>
          {#each SCHEDULE_COLUMNS as c (c)}<option value={c} class="bg-paper">{c}</option>{/each}
        </select>
      </li>
    {/each}
  </ul>
  {#if missing.length}
    <p class="border-l-4 border-wrong pl-3" role="alert">
      Still to be chosen: {missing.join(', ')}. Every link needs its label, panel, port and room.
    </p>
  {/if}
  <button
    class="in-reach-alone act act-now text-lg"
    data-main-action
    disabled={missing.length > 0}
    onclick={() => onmatched([...matched])}>Look at the {sheet.rows.length} rows</button
  >
</section>
