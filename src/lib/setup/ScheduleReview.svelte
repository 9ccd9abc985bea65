<script lang="ts">
  import { goto } from '$app/navigation';
  import { asking } from '$lib/address/address';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';
  import NewPanels from './NewPanels.svelte';
  import ProblemList from './ProblemList.svelte';
  import RevisionList from './RevisionList.svelte';
  import ScheduleGrid from './ScheduleGrid.svelte';
  import type { ScheduleTable } from './table.svelte';

  /** Rows of a schedule before they are taken in: what they would do, what is wrong with them, and the rows themselves. */
  let { table, notes, onputaway }: { table: ScheduleTable; notes: readonly string[]; onputaway: () => void } =
    $props();
  const job = useJob();
  let says = $state('');
  let working = $state(false);

  async function take(): Promise<void> {
    working = true;
    const { changes, added, changed } = table.outcome;
    const out = [...table.removed, ...table.retiring];
    says = await job.plan.change(
      { ...changes, ...(out.length ? { remove: { links: out } } : {}) },
      table.source.trim() || 'table of links',
    );
    working = false;
    if (says) return;
    const left = table.keepLeftOut(added + changed);
    // This screen may have begun anew with the new plan: what is left is named to whichever of the two is seen.
    if (left) await goto(asking(job.at('setup', 'links'), { left: `${added + changed}.${left}` }));
    else await goto(asking(job.at('setup'), { kept: String(added + changed) }));
  }
  const outcome = $derived(table.outcome);
  const words = $derived(
    [
      outcome.added && `${outcome.added} new ${outcome.added === 1 ? 'link' : 'links'}`,
      outcome.changed && `${outcome.changed} changed`,
      outcome.same && `${outcome.same} as they are`,
      table.removed.length && `${table.removed.length} taken out`,
      table.retiring.size && `${table.retiring.size} retired`,
      table.left.rows.length && `${table.left.rows.length} left out`,
      outcome.newPanels.length && `new ${outcome.newPanels.length === 1 ? 'panel' : 'panels'} ${outcome.newPanels.slice(0, 4).map((p) => p.name).join(', ')}${outcome.newPanels.length > 4 ? ' …' : ''}`,
      outcome.newSpaces.length && `${outcome.newSpaces.length} new ${outcome.newSpaces.length === 1 ? 'space' : 'spaces'}`,
      outcome.newOutlets && `${outcome.newOutlets} new ${outcome.newOutlets === 1 ? 'outlet' : 'outlets'}`,
    ]
      .filter(Boolean)
      .join(', '),
  ); // prettier-ignore
  const mends = $derived(table.mendable.length);
  const nothing = $derived(
    !outcome.added && !outcome.changed && !table.removed.length && !table.retiring.size,
  );
  const leftCount = $derived(table.badRows.size + table.left.rows.length);
  /** Nothing is typed yet: an empty row is not wrong, only empty. */
  const untouched = $derived(table.rows.length === 1 && Object.keys(table.rows[0]!).length === 0);
</script>

{#each notes as note (note)}<p class="border-l-4 border-ink pl-3" role="status">{note}</p>{/each}
{#if table.taken}
  <p class="border-l-4 border-ink pl-3" role="status">
    {table.taken} taken in. These {table.rows.length} were left out: mend them here, save them to send back, or
    put them away.
  </p>
{/if}
{#if table.source}
  <label class="max-w-xl text-sm"
    >this schedule is called, in the history
    <input class="field" maxlength="120" bind:value={table.source} /></label
  >
{/if}
<p class="text-lg" data-testid="schedule-says">
  {table.rows.length}
  {table.rows.length === 1 ? 'row' : 'rows'}: {words || 'nothing to take in yet'}.
</p>
<RevisionList {table} />
<NewPanels {table} />
{#if !untouched}<ProblemList {table} />{/if}
{#if leftCount && !untouched}
  <div class="flex flex-wrap gap-x-4">
    <button
      class="min-h-12 underline underline-offset-4"
      onclick={() => saveText(`${table.source || 'schedule'}, left out.csv`, table.leftOutCsv())}
      >Save the {leftCount} rows left out, with what is wrong, as CSV</button
    >
    {#if table.left.rows.length}<button
        class="min-h-12 underline underline-offset-4"
        onclick={() => table.takeBack()}>put the {table.left.rows.length} back into the table</button
      >{/if}
  </div>
{/if}
<ScheduleGrid {table} />
<div class="in-reach-alone grid gap-2 bg-paper py-1 sm:grid-cols-2">
  {#if mends}
    <button class="act min-h-14 act-now text-lg" data-main-action onclick={() => table.mendAll()}
      >{mends === 1 ? 'Take the mend' : `Take all ${mends} mends`}
      <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
    <button class="act min-h-14" disabled={working || nothing} onclick={take}
      >Take in the {table.check.good.length} good, leave {table.badRows.size} out</button
    >
  {:else}
    <button
      class={['act min-h-14 text-lg sm:col-span-2', !working && !nothing && 'act-now']}
      data-main-action
      disabled={working || nothing}
      onclick={take}
      >{working
        ? 'Taking in …'
        : table.badRows.size
          ? `Take in the ${table.check.good.length} good rows, leave ${table.badRows.size} out`
          : 'Take it in'} <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
  {/if}
</div>
<button class="act" onclick={onputaway}>Put these rows away, change nothing</button>
{#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
