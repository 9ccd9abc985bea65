<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { LABEL_SHEETS } from '$core/labels/label-sheet';
  import Choice from '$lib/controls/Choice.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import LabelOptions from '$lib/labels/LabelOptions.svelte';
  import LabelSpots from '$lib/labels/LabelSpots.svelte';
  import PanelStrips from '$lib/labels/PanelStrips.svelte';
  import { Printing } from '$lib/labels/printing.svelte';
  import SheetFigures from '$lib/labels/SheetFigures.svelte';
  import SheetPreview from '$lib/labels/SheetPreview.svelte';
  import StrangeLines from '$lib/labels/StrangeLines.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  const job = useJob();
  const { searchParams } = page.url;
  const asked = searchParams.get('links')?.split(',').filter((id) => job.plan.link(id)) ?? []; // prettier-ignore
  const printing = untrack(() => new Printing(job, asked, searchParams.get('group') ?? ''));
  const { choice } = printing;
  onMount(() => choice.resume(location.origin));
</script>

<svelte:head><title>labels · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-x-10 gap-y-4 px-3 py-4 lg:grid-cols-2 lg:px-5">
  <div class="grid content-start gap-4">
    <h1 class="text-2xl font-bold">Labels</h1>
    {#if !job.plan.ordered.length}
      <p class="text-lg">This job has no links yet, so there is nothing to label: set it up first.</p>
      <a class="act act-now" href={job.at('setup')} data-main-action>Set the job up</a>
    {:else}
      <div class="grid gap-2 sm:grid-cols-2">
        <Choice label="for" options={printing.whose} bind:value={printing.which} />
        <Choice
          label="sheet"
          options={LABEL_SHEETS.map((s) => [s.id, s.name] as const)}
          value={choice.sheetId}
          onchoose={(id) => choice.take(id)}
        />
      </div>
      <LabelSpots {printing} />
      {#if printing.stale.length && printing.which !== ' stale'}
        <p class="border-l-4 border-wrong pl-3">
          {printing.stale.length === 1
            ? `${printing.stale[0]!.label} has`
            : `${printing.stale.length} links have`} a label that says something else since:
          <button class="underline underline-offset-4" onclick={() => (printing.which = ' stale')}
            >print just those</button
          >.
        </p>
      {/if}
      <LabelOptions {choice} />
      <SheetFigures {choice} />
      {#each printing.twice.slice(0, 3) as d (d.identifier)}
        <p class="border-l-4 border-wrong pl-3" role="alert">
          <span class="font-mono">{d.identifier}</span> stands on {d.at.length} links: labels that are the same
          tell nobody anything. <a class="underline" href={job.at('setup')}>Change the pattern</a>.
        </p>
      {/each}
      {#if choice.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{choice.problem}</p>{/if}
      {#if printing.says}<p class="border-l-4 border-wrong pl-3" role="alert">{printing.says}</p>{/if}
      <StrangeLines {printing} />
      {#if printing.saved.length}
        <div class="grid gap-2 border-2 border-ink p-3" role="status">
          <p>Are they printed? Then a label that no longer holds is told later.</p>
          <button class="act act-now" onclick={() => printing.markPrinted()}
            >Yes, {printing.saved.length} are printed</button
          >
        </div>
      {/if}
      <button
        class="in-reach-alone act min-h-14 act-now text-lg"
        data-main-action
        disabled={!!choice.problem || printing.working || !printing.labels.length}
        onclick={() => printing.print()}
        >{printing.working
          ? `Drawing, ${printing.told || 'the first page'} …`
          : `${printing.labels.length} labels on ${printing.pages} ${printing.pages === 1 ? 'page' : 'pages'}, as PDF`}
        <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      {#if job.plan.panels.length}<PanelStrips {printing} />{/if}
    {/if}
  </div>
  {#if choice.sheet && !choice.problem && printing.labels.length}
    <aside class="grid content-start gap-2">
      <SheetPreview
        sheet={choice.sheet}
        labels={printing.labels}
        skip={printing.skip}
        withCode={choice.withCode}
        form={choice.form}
      />
      <p class="text-sm text-faint">
        Print at 100 %, not “fit to page”. The first page; the code is drawn in the PDF.
      </p>
    </aside>
  {/if}
</main>
<UndoLine />
