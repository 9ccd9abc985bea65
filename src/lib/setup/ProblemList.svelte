<script lang="ts">
  import type { ScheduleTable } from './table.svelte';

  /** What is wrong with the schedule, cell by cell, with its mend beside it. */
  let { table }: { table: ScheduleTable } = $props();
  const SHOWN = 40;
  const problems = $derived(table.check.problems);
</script>

{#if problems.length}
  <section class="grid gap-2" aria-label="Bad cells">
    <div class="flex flex-wrap items-baseline justify-between gap-3">
      <h2 class="text-xl font-bold">
        {problems.length === 1 ? 'One bad cell' : `${problems.length} bad cells`} in {table.badRows.size === 1
          ? 'one row'
          : `${table.badRows.size} rows`}
      </h2>
    </div>
    <ul class="border-t border-rule">
      {#each problems.slice(0, SHOWN) as p (`${p.row} ${p.column} ${p.message}`)}
        <li
          class="grid gap-x-3 gap-y-1 border-b border-rule py-2 sm:grid-cols-[9rem_1fr_auto] sm:items-center"
        >
          <span class="font-mono text-sm">row {table.lines[p.row] ?? p.row + 1}, {p.column}</span>
          <span>{p.message}</span>
          <span class="flex flex-wrap gap-1">
            {#if p.keep}<button class="act min-h-12 w-auto py-1" onclick={() => table.keep(p)}
                >{p.keep}</button
              >{/if}
            {#if p.mend}<button
                class="act min-h-12 w-auto py-1"
                onclick={() => table.set(p.row, p.column, p.mend!.value)}>{p.mend.says}</button
              >{/if}
          </span>
        </li>
      {/each}
    </ul>
    {#if problems.length > SHOWN}<p class="text-faint">
        and {problems.length - SHOWN} more below these.
      </p>{/if}
  </section>
{/if}
