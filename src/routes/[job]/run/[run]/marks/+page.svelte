<script lang="ts">
  import { untrack } from 'svelte';
  import { BOX_SIZES } from '$core/kit/boxes';
  import { markStrips } from '$core/run/mark-strips';
  import { takesOfRun } from '$core/run/takes';
  import { useJob } from '$lib/job/open-job.svelte';
  import { RunDraft } from '$lib/run/draft.svelte';
  import { stepWords } from '$lib/run/words';

  let { data } = $props();
  const job = useJob();
  const draft = untrack(() => {
    const planned = job.plan.runs.find((r) => r.id === data.run);
    return new RunDraft(
      job.plan.id,
      planned ?? { id: data.run, name: 'run', steps: [], links: [] },
      !planned,
      job.plan.revision,
    );
  });
  draft.resume();
  const takes = $derived(takesOfRun(draft.run, job.plan, Math.max(...BOX_SIZES)));
  const strips = $derived(markStrips(takes));
  const mm = (n: number) => Number(n.toFixed(1));
</script>

<svelte:head
  ><title>marks of {draft.run.name} · {job.plan.name}</title>
  <!-- eslint-disable-next-line svelte/no-at-html-tags -->
  {@html '<style>@page { size: A4 landscape; margin: 8mm }</style>'}</svelte:head
>
<main class="grid content-start gap-3 px-3 py-4 lg:px-5 print:p-0">
  <div class="grid gap-2 print:hidden">
    <h1 class="text-2xl font-bold">Marks of {draft.run.name}, at life size</h1>
    <p>
      Print on A4 across, at 100 %, not fitted to the page. Measure the line on the first strip: it is 100 mm
      long or the marks are wrong. Lay the strips end to end along the wall.
    </p>
    <button class="act max-w-md act-now" data-main-action onclick={() => print()}>Print them</button>
  </div>
  {#each strips as strip, i (i)}
    <figure class="break-inside-avoid">
      <figcaption class="text-sm">
        step {strip.stretch + 1}, {stepWords(draft.run.steps[strip.stretch]!)}: {mm(strip.fromMm)} to {mm(
          strip.toMm,
        )} mm of {mm(draft.run.steps[strip.stretch]!.metres * 1000)}
      </figcaption>
      <svg
        class="h-auto max-w-full print:h-[24mm] print:max-w-none"
        width="{strip.lengthMm + 10}mm"
        height="24mm"
        viewBox="-5 0 {strip.lengthMm + 10} 24"
        role="img"
        aria-label="Clip marks of step {strip.stretch + 1}"
        style="background: #fff; color: #000"
      >
        <path d="M0 12H{strip.lengthMm}" stroke="#000" stroke-width="0.3" />
        <path d="M0 6V18M{strip.lengthMm} 6V18" stroke="#000" stroke-width="0.3" stroke-dasharray="1 1" />
        {#each strip.marks as mark (mark.mm)}
          <path
            d="M{mark.mm} 8V16M{mark.mm - 2} 12H{mark.mm + 2}"
            stroke="#000"
            stroke-width={mark.bend ? 0.8 : 0.4}
          />
          <text x={mark.mm} y="6.5" font-size="3" text-anchor="middle">{mm(strip.fromMm + mark.mm)}</text>
        {/each}
        {#if i === 0}
          <path d="M0 20H100M0 18.5V21.5M100 18.5V21.5" stroke="#000" stroke-width="0.4" />
          <text x="50" y="23.6" font-size="3" text-anchor="middle">this line is 100 mm</text>
        {/if}
      </svg>
    </figure>
  {:else}
    <p>No step of this run is clipped.</p>
  {/each}
</main>
