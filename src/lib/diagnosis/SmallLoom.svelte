<script lang="ts">
  import { endName } from '$core/model/end-name';
  import { onMount, tick } from 'svelte';
  import type { Copper } from '$core/copper/copper';
  import { diagnoseInputFor } from '$core/diagnose/ask';
  import { type Look } from '$core/diagnose/types';
  import type { Link } from '$core/model/job';
  import type { Measured } from '$core/model/reading';
  import { specOf } from '$core/log/link-spec';
  import { readMeasured } from '$core/log/measured';
  import { layoutsFor } from '$core/wiring/schemes';
  import { asking } from '$lib/address/address';
  import { movedUnderThumb } from '$lib/controls/press-guard.svelte';
  import { loomSize } from '$lib/loom/geometry';
  import Loom from '$lib/loom/Loom.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { diagnoseHere } from './client';

  /** A reading drawn as the copper it most likely describes; worked out once it comes into sight. */
  interface Props {
    link: Link;
    measured: Measured;
    looked?: readonly Look[];
    asks?: boolean;
  }
  let { link, measured, looked = [], asks = false }: Props = $props();
  const job = useJob();
  const spec = $derived(specOf(link, job.plan.policy));
  let copper = $state.raw<Copper | null>(null);
  let question = $state('');
  /** Nothing once this is gone from the page. */
  let box: HTMLElement | null = null;

  onMount(() => {
    const seen = new IntersectionObserver((entries) => {
      if (!entries.some((e) => e.isIntersecting)) return;
      seen.disconnect();
      void draw();
    });
    seen.observe(box!);
    return () => seen.disconnect();
  });

  async function draw(): Promise<void> {
    const read = readMeasured(JSON.parse(JSON.stringify(measured)) as Measured, link.shielded);
    if (!read.ok) return;
    const answer = await diagnoseHere(
      diagnoseInputFor({
        link,
        policy: JSON.parse(JSON.stringify(job.plan.policy)) as typeof job.plan.policy,
        reading: read.reading,
        standingAt: job.here.standingAt,
        looked: JSON.parse(JSON.stringify(looked)) as Look[],
        // What has been done since belongs to what is next, not to a drawing of what was read then.
        ...(asks
          ? { status: JSON.parse(JSON.stringify(job.statusOf(link.id))) as ReturnType<typeof job.statusOf> }
          : {}),
      }),
    ).catch(() => null);
    if (!answer || !('diagnosis' in answer)) return;
    const kept = box?.offsetHeight;
    copper = answer.diagnosis.explanations[0] ?? null;
    if (asks && answer.diagnosis.next.action === 'look') question = answer.diagnosis.next.question ?? '';
    await tick();
    // What did not go into the room that was kept for it.
    if (box && box.offsetHeight !== kept) movedUnderThumb();
  }
  const size = $derived(loomSize(link.shielded, false));
</script>

<!-- Room for what is worked out: on a slow phone what is below would move under the thumb. -->
<div bind:this={box} class="w-full max-w-72">
  {#if asks}<p class="mb-1 min-h-22 text-sm">
      {#if question}
        <strong>Look first.</strong>
        {question}
        <a
          class="inline-flex min-h-12 items-center font-semibold underline underline-offset-4"
          href={asking(job.at('prove', link.id), { show: 'last' })}>Answer it</a
        >
      {:else if copper}<span class="text-faint">No look would tell more before it is done.</span>{/if}
    </p>{/if}
  <div style:aspect-ratio="{size.width} / {size.height}">
    {#if copper}<Loom
        {copper}
        layouts={layoutsFor(spec)}
        shielded={link.shielded}
        upright={false}
        names={{ head: endName(link, 'head'), tail: endName(link, 'tail') }}
      />{/if}
  </div>
</div>
