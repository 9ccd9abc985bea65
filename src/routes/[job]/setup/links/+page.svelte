<script lang="ts">
  import { asking } from '$lib/address/address';
  import { untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { scheduleRows, type Sheet } from '$core/plan/schedule-csv';
  import type { Link } from '$core/model/job';
  import ColumnMatch from '$lib/setup/ColumnMatch.svelte';
  import PatternForm from '$lib/setup/PatternForm.svelte';
  import ProblemList from '$lib/setup/ProblemList.svelte';
  import { readSheet } from '$lib/setup/read-sheet';
  import ScheduleGrid from '$lib/setup/ScheduleGrid.svelte';
  import { ScheduleTable } from '$lib/setup/table.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const table = untrack(() => new ScheduleTable(job.plan.now));
  type Step = 'choose' | 'match' | 'pattern' | 'table';
  let step = $state<Step>(
    untrack(() => (page.url.searchParams.get('from') === 'pattern' ? 'pattern' : 'choose')),
  );
  let sheets = $state.raw<{ name: string; sheet: Sheet }[]>([]);
  let chosen = $state(0);
  let notes = $state.raw<string[]>([]);
  let says = $state('');
  let working = $state(false);
  /** The file or form the rows came from. */
  let from = $state('');
  const leftOver = untrack(() => table.leftOver());
  let panel = $state(untrack(() => job.plan.panels[0]?.id ?? ''));

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    working = true;
    says = '';
    const read = await readSheet(file);
    working = false;
    if (!read.ok) return void (says = `${file.name}: ${read.message}`);
    from = file.name;
    sheets = read.sheets;
    notes = read.notes;
    chosen = 0;
    step = 'match';
  }
  function go(to: Step): void {
    says = '';
    step = to;
  }
  function edit(): void {
    table.showPlan(panel);
    notes = [];
    step = 'table';
  }
  const retired = $derived(job.plan.whole.links.filter((l) => l.retired));
  async function bringBack(link: Link): Promise<void> {
    const again: Link = { ...link };
    delete again.retired;
    says = await job.plan.change({ put: { links: [again] } }, 'links');
  }
  async function take(): Promise<void> {
    working = true;
    const { changes } = table.outcome;
    says = await job.plan.change(
      {
        ...changes,
        ...(table.removed.length ? { remove: { links: [...table.removed] } } : {}),
      },
      from || 'table of links',
    );
    working = false;
    if (says) return;
    table.putAway();
    await goto(asking(job.at('setup'), { kept: String(table.outcome.added + table.outcome.changed) }));
  }
  function putAway(): void {
    table.putAway();
    go('choose');
  }
  const outcome = $derived(table.outcome);
  const words = $derived(
    [
      outcome.added && `${outcome.added} new ${outcome.added === 1 ? 'link' : 'links'}`,
      outcome.changed && `${outcome.changed} changed`,
      outcome.same && `${outcome.same} as they are`,
      table.removed.length && `${table.removed.length} taken out`,
      outcome.newPanels.length && `new ${outcome.newPanels.length === 1 ? 'panel' : 'panels'} ${outcome.newPanels.slice(0, 4).join(', ')}${outcome.newPanels.length > 4 ? ' …' : ''}`,
      outcome.newSpaces.length && `${outcome.newSpaces.length} new ${outcome.newSpaces.length === 1 ? 'space' : 'spaces'}`,
      outcome.newOutlets && `${outcome.newOutlets} new ${outcome.newOutlets === 1 ? 'outlet' : 'outlets'}`,
    ]
      .filter(Boolean)
      .join(', '),
  ); // prettier-ignore
  const mends = $derived(table.mendable.filter((p) => !p.keep).length);
  const nothing = $derived(!outcome.added && !outcome.changed && !table.removed.length);
</script>

<svelte:head><title>links · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 py-4 lg:px-5">
  <div class="flex flex-wrap items-baseline gap-x-6">
    <h1 class="text-2xl font-bold">Links of this job</h1>
    <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('setup')}
      >back to the set-up</a
    >
  </div>
  {#if step === 'choose' || step === 'pattern'}
    <div class="grid gap-6 lg:max-w-3xl">
      {#if step === 'choose'}
        {#if leftOver}
          <button
            class="act"
            onclick={() => {
              table.resume();
              step = 'table';
            }}>Go on with the {leftOver} rows you left half done</button
          >
        {/if}
        <section class="grid gap-2">
          <label class="act cursor-pointer act-now text-lg focus-within:outline-3 focus-within:outline-ink">
            {working ? 'Reading …' : 'Bring a schedule: .xlsx or CSV'}
            <input
              type="file"
              accept=".csv,.tsv,.txt,.xlsx,text/csv"
              class="sr-only"
              onchange={choose}
              disabled={working}
            />
          </label>
          <p class="text-faint">
            Wanted are link, head_panel, head_port and tail_room; closet, outlet, position, cable, scheme,
            ordered, length_m, connectors and note may be there. Nothing is taken in before you say so.
          </p>
        </section>
        <button class="act" onclick={() => go('pattern')}
          >Lay a pattern: so many ports to so many rooms</button
        >
        {#if job.plan.ordered.length}
          <section class="grid grid-cols-[1fr_auto] items-end gap-2">
            <label class="text-sm"
              >edit what is there
              <select class="field" bind:value={panel}>
                {#each job.plan.panels as p (p.id)}<option value={p.id} class="bg-paper"
                    >panel {p.name}</option
                  >{/each}
                <option value="" class="bg-paper">all {job.plan.ordered.length} links</option>
              </select>
            </label>
            <button class="act w-auto" onclick={edit}>Edit the table</button>
          </section>
          <a class="act" href="/api/jobs/{job.plan.id}/schedule" download>Save the schedule as CSV</a>
        {:else}
          <button
            class="act"
            onclick={() => {
              table.show([{}]);
              step = 'table';
            }}>Type or paste the rows</button
          >
        {/if}
        {#if retired.length}
          <details>
            <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
              >{retired.length === 1 ? 'One link is' : `${retired.length} links are`} retired: out of the plan,
              kept in the history</summary
            >
            <ul class="border-t border-rule">
              {#each retired as l (l.id)}
                <li class="flex items-center gap-3 border-b border-rule">
                  <span class="flex-1 font-mono">{l.label}</span>
                  <button class="min-h-12 px-2 underline underline-offset-4" onclick={() => bringBack(l)}
                    >bring {l.label} back</button
                  >
                </li>
              {/each}
            </ul>
          </details>
        {/if}
      {:else}
        <PatternForm
          onlaid={(rows) => {
            table.show(rows);
            notes = [];
            step = 'table';
          }}
        />
        <button class="act" onclick={() => go('choose')}>Another way</button>
      {/if}
    </div>
  {:else if step === 'match'}
    <div class="grid gap-3 lg:max-w-3xl">
      {#if sheets.length > 1}
        <label class="text-sm"
          >sheet
          <select class="field" bind:value={chosen}>
            {#each sheets as s, i (i)}<option value={i} class="bg-paper"
                >{s.name}, {s.sheet.rows.length} rows</option
              >{/each}
          </select>
        </label>
      {/if}
      {#key chosen}
        <ColumnMatch
          sheet={sheets[chosen]!.sheet}
          onmatched={(matched) => {
            const { sheet } = sheets[chosen]!;
            table.show(scheduleRows(sheet, matched), sheet.lines);
            step = 'table';
          }}
        />
      {/key}
    </div>
  {:else}
    {#each notes as note (note)}<p class="border-l-4 border-ink pl-3" role="status">{note}</p>{/each}
    <p class="text-lg" data-testid="schedule-says">
      {table.rows.length}
      {table.rows.length === 1 ? 'row' : 'rows'}: {words || 'nothing to take in yet'}.
    </p>
    <ProblemList {table} />
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
    <button class="act" onclick={putAway}>Put these rows away, change nothing</button>
  {/if}
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
</main>
