<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { asking } from '$lib/address/address';
  import { untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { sheetChoices, type SheetChoice } from '$core/schedule/header';
  import type { Link } from '$core/model/job';
  import ColumnMatch from '$lib/setup/ColumnMatch.svelte';
  import NewPanels from '$lib/setup/NewPanels.svelte';
  import RevisionList from '$lib/setup/RevisionList.svelte';
  import { SheetMatch } from '$lib/setup/sheet-match.svelte';
  import { saveText } from '$lib/device/save-text';
  import PatternForm from '$lib/setup/PatternForm.svelte';
  import ProblemList from '$lib/setup/ProblemList.svelte';
  import { readSheet } from '$lib/sheets/read';
  import ScheduleGrid from '$lib/setup/ScheduleGrid.svelte';
  import { ScheduleTable } from '$lib/setup/table.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const table = untrack(() => new ScheduleTable(job.plan.now));
  type Step = 'choose' | 'match' | 'pattern' | 'table';
  let step = $state<Step>(
    untrack(() => (page.url.searchParams.get('from') === 'pattern' ? 'pattern' : 'choose')),
  );
  let choices = $state.raw<SheetChoice[]>([]);
  let match = $state.raw<SheetMatch | null>(null);
  let chosen = $state(0);
  let notes = $state.raw<string[]>([]);
  let says = $state('');
  let working = $state(false);
  /** The file or form the rows came from. */
  let from = $state('');
  const leftOver = untrack(() => table.leftOver());
  // What a file just taken in left over is shown at once: it is what is still to be done of it.
  let shownLeft = '';
  $effect(() => {
    const left = page.url.searchParams.get('left') ?? '';
    if (left === shownLeft || !untrack(() => table.leftOver())) return;
    shownLeft = left;
    untrack(() => {
      table.resume();
      step = 'table';
    });
  });
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
    from = file.name.replace(/\.\w+$/, '');
    choices = sheetChoices(read.sheets);
    notes = read.notes;
    pick(0);
    step = 'match';
  }
  function pick(i: number): void {
    chosen = i;
    match = new SheetMatch(choices[i]!, job.plan.parts);
  }
  function matched(): void {
    if (!match) return;
    table.show(match.read.rows, match.read.lines, from);
    step = 'table';
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
            As the drawing office sends it: titles above the header, several sheets and feet are no matter.
            Every link needs its label, panel, port and room. Nothing is taken in before you say so.
          </p>
        </section>
        <button class="act" onclick={() => go('pattern')}
          >Lay a pattern: so many ports to so many rooms</button
        >
        {#if job.plan.ordered.length}
          <section class="grid grid-cols-[1fr_auto] items-end gap-2">
            <Choice
              label="edit what is there"
              options={[
                ...job.plan.panels.map((p) => [p.id, `panel ${p.name}`] as const),
                ['', `all ${job.plan.ordered.length} links`],
              ]}
              bind:value={panel}
            />
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
      {#if choices.length > 1}
        <Choice
          label="sheet"
          options={choices.map(
            (c, i) =>
              [
                i,
                `${c.sheets.length > 1 ? `${c.sheets.length} sheets together: ` : ''}${c.name}, ${c.rows} rows`,
              ] as const,
          )}
          value={chosen}
          onchoose={pick}
        />
      {/if}
      {#if match}{#key match}<ColumnMatch {match} onmatched={matched} />{/key}{/if}
    </div>
  {:else}
    {#each notes as note (note)}<p class="border-l-4 border-ink pl-3" role="status">{note}</p>{/each}
    {#if table.taken}
      <p class="border-l-4 border-ink pl-3" role="status">
        {table.taken} taken in. These {table.rows.length} were left out: mend them here, save them to send back,
        or put them away.
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
    <button class="act" onclick={putAway}>Put these rows away, change nothing</button>
  {/if}
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
</main>
