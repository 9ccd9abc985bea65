<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { ProblemGroup } from '$core/schedule/grouped';
  import type { ScheduleTable } from './table.svelte';

  /** What is wrong with the schedule, each kind once, with what mends all its cells at one press. */
  let { table }: { table: ScheduleTable } = $props();
  const SHOWN = 12;
  let all = $state(false);
  const groups = $derived(all ? table.groups : table.groups.slice(0, SHOWN));
  const rowName = (i: number) => `row ${table.lines[i] ?? i + 1}`;
  /** The values of the cells of a group where they differ, some of them. */
  function said(g: ProblemGroup): string {
    const rows = g.problems.slice(0, 4).map((p) => rowName(p.row));
    return g.problems.length > 4 ? `${rows.join(', ')} and ${g.problems.length - 4} more` : rows.join(', ');
  }
  const first = (g: ProblemGroup) => g.problems[0]!;
  const oneMend = (g: ProblemGroup) => new Set(g.problems.map((p) => p.mend?.says)).size === 1;
  const rowsOf = (g: ProblemGroup) => [...new Set(g.problems.map((p) => p.row))];
</script>

{#if groups.length}
  <section class="grid gap-2" aria-label="Bad cells">
    <h2 class="text-xl font-bold">
      {table.check.problems.length === 1 ? 'One bad cell' : `${table.check.problems.length} bad cells`} in {table
        .badRows.size === 1
        ? 'one row'
        : `${table.badRows.size} rows`}
    </h2>
    <ul class="border-t border-rule">
      {#each groups as g (g.key)}
        {@const p = first(g)}
        {@const many = g.problems.length > 1}
        <li
          class="grid gap-x-3 gap-y-1 border-b border-rule py-2 sm:grid-cols-[9rem_1fr_auto] sm:items-center"
        >
          <span class="text-sm"
            ><strong class="font-mono">{many ? `${g.problems.length} rows` : rowName(p.row)}</strong>, {g.column}</span
          >
          <span
            >{g.message}{#if many}<span class="block text-sm text-faint">{said(g)}</span>{/if}</span
          >
          <span class="flex flex-wrap gap-1">
            {#if p.keep}<button class="act min-h-12 w-auto py-1" onclick={() => table.keep(g.problems)}
                >{many ? `keep all ${g.problems.length}, they are meant so` : p.keep}</button
              >{/if}
            {#if p.enlarge}<button
                class="act min-h-12 w-auto py-1"
                onclick={() => table.resize(p.enlarge!.panel, p.enlarge!.ports)}>{p.enlarge.says}</button
              >{/if}
            {#if p.mend}<button class="act min-h-12 w-auto py-1" onclick={() => table.mend(g.problems)}
                >{oneMend(g) ? p.mend.says : `mend all ${g.problems.length}: ${p.mend.says} …`}</button
              >{/if}
            {#if p.choices}
              <Choice
                bare
                class="w-48"
                label="{g.column} of {many ? `${g.problems.length} rows` : rowName(p.row)}"
                options={p.choices.map((c) => [c.value, c.says] as const)}
                value={undefined}
                onchoose={(v) => table.setAll(g.problems, v)}
              />
            {/if}
            <button
              class="min-h-12 px-2 underline underline-offset-4"
              onclick={() => table.leaveOut(rowsOf(g))}>leave {many ? 'them' : 'it'} out</button
            >
          </span>
        </li>
      {/each}
    </ul>
    {#if table.groups.length > groups.length}
      <button class="min-h-12 justify-self-start underline underline-offset-4" onclick={() => (all = true)}
        >{table.groups.length - groups.length} more kinds of bad cells</button
      >
    {/if}
  </section>
{/if}
