<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { PANEL_SIZES } from '$core/schedule/places';
  import type { ScheduleTable } from './table.svelte';

  /** Panels a schedule brings: how many ports each has is nowhere in it, so it is asked. */
  let { table }: { table: ScheduleTable } = $props();
  const panels = $derived(table.outcome.newPanels);
</script>

{#if panels.length}
  <section class="grid gap-1" aria-label="New panels">
    <h2 class="font-bold">
      {panels.length === 1 ? 'A new panel' : `${panels.length} new panels`}: how many ports?
    </h2>
    <ul class="flex flex-wrap gap-2">
      {#each panels as p (p.key)}
        <li class="flex items-center gap-2 border border-rule px-2">
          <span class="font-mono font-bold">{p.name}</span><span class="text-sm text-faint"
            >{p.closet}, up to port {p.highest}</span
          >
          <Choice
            bare
            class="w-24"
            label="Ports of {p.name}"
            options={PANEL_SIZES.filter((n) => n >= p.highest || n === p.ports).map(
              (n) => [n, String(n)] as const,
            )}
            value={p.ports}
            onchoose={(n) => table.resize(p.key, n)}
          />
        </li>
      {/each}
    </ul>
  </section>
{/if}
