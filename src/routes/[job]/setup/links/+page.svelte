<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { sheetChoices, type SheetChoice } from '$core/schedule/header';
  import type { ScheduleRow } from '$core/schedule/sheet';
  import ColumnMatch from '$lib/setup/ColumnMatch.svelte';
  import { SheetMatch } from '$lib/setup/sheet-match.svelte';
  import LinkSources from '$lib/setup/LinkSources.svelte';
  import PatternForm from '$lib/setup/PatternForm.svelte';
  import { readSheet } from '$lib/sheets/read';
  import ScheduleReview from '$lib/setup/ScheduleReview.svelte';
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
    untrack(resume);
  });

  async function choose(file: File): Promise<void> {
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
  function show(rows: ScheduleRow[]): void {
    table.show(rows);
    notes = [];
    step = 'table';
  }
  function edit(panel: string): void {
    table.showPlan(panel);
    notes = [];
    step = 'table';
  }
  function resume(): void {
    table.resume();
    step = 'table';
  }
  function putAway(): void {
    table.putAway();
    go('choose');
  }
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
        <LinkSources
          {working}
          {leftOver}
          onfile={(file) => void choose(file)}
          onresume={resume}
          onpattern={() => go('pattern')}
          onedit={edit}
          ontype={() => show([{}])}
        />
      {:else}
        <PatternForm onlaid={show} />
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
    <ScheduleReview {table} {notes} onputaway={putAway} />
  {/if}
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
</main>
