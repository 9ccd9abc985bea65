<script lang="ts">
  import { asking } from '$lib/address/address';
  import { goto } from '$app/navigation';
  import type { Link } from '$core/model/job';
  import { judgeCoax, parseCoaxWalk } from '$core/reading/coax';
  import { ENDS, type End } from '$core/wiring/conductors';
  import ConnectorDrawing from '$lib/bench/ConnectorDrawing.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { onMount } from 'svelte';
  import { PressGuard } from './press-guard.svelte';

  let { link }: { link: Link } = $props();
  const job = useJob();
  const CHOICES = [
    { walk: '- S', says: 'Centre silent' },
    { walk: 'C -', says: 'Braid silent' },
    { walk: 'C+S C+S', says: 'Centre and braid joined' },
    { walk: '- -', says: 'Nothing answers' },
  ];
  let walk = $state<string | null>(null);
  let blame = $state<End[]>([...ENDS]);
  const judgement = $derived.by(() => {
    const parsed = walk ? parseCoaxWalk(walk) : null;
    return parsed?.ok ? judgeCoax(parsed.answers, 'continuity') : null;
  });

  function toggle(end: End): void {
    const now = blame.includes(end) ? blame.filter((e) => e !== end) : [...blame, end];
    if (now.length) blame = now;
  }
  const guard = new PressGuard();
  onMount(() => guard.shown());
  async function log(text: string): Promise<void> {
    if (!guard.take()) return;
    const pass = text === 'C S';
    job.log.write(
      link.id,
      'reading',
      {
        reading: { walk: text, evidence: 'continuity' },
        tester: 'continuity',
        ...(pass ? {} : { blame: [...blame] }),
      },
      undefined,
      `${link.label}: ${pass ? 'pass' : 'fail'} logged.`,
    );
    const next = job.nextToProve(link.id);
    await goto(next ? job.at('prove', next.id) : asking(job.at('rack'), { at: link.id }));
  }
</script>

<div
  class="grid flex-1 content-start gap-x-6 gap-y-3 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_20rem] lg:px-5"
  data-armed={guard.ready}
>
  <div class="grid content-start gap-3">
    <h2 class="text-xl font-bold" data-testid="verdict" aria-live="polite">
      {#if judgement}Fail: <span class="text-wrong">{judgement.reason}</span>{:else}Not read yet.{/if}
    </h2>
    <ConnectorDrawing
      family={link.head.connector}
      seen={{ kind: 'coax' }}
      shielded={false}
      shows={(c) => (c === 'C' ? 'CENTRE' : 'BRAID')}
      wrong={judgement ? (walk === '- S' ? ['C'] : walk === 'C -' ? ['S'] : ['C', 'S']) : []}
    />
    <p class="text-sm text-faint">
      Disconnect the feed first: coax may carry 13 or 18 V, or 60 to 90 V of supply. Outdoor screens are
      bonded by someone licensed; local codes come first.
    </p>
    <p class="text-faint">Continuity shows opens and shorts; it does not rule out loss or a poor signal.</p>
  </div>
  <aside class="grid content-start gap-3">
    {#if judgement}
      <fieldset class="flex items-center gap-2">
        <legend class="float-left mr-2 text-sm text-faint">to be done again</legend>
        {#each ENDS as end (end)}
          <button
            aria-pressed={blame.includes(end)}
            class={[
              'min-h-12 flex-1 border font-semibold',
              blame.includes(end) ? 'border-2 border-wrong hatched' : 'border-rule',
            ]}
            onclick={() => toggle(end)}><span class="bg-paper px-2">{end}</span></button
          >
        {/each}
      </fieldset>
      <button class="act min-h-14 act-now" data-main-action onclick={() => log(walk!)}
        >Log fail, queue redo</button
      >
      <button class="act" onclick={() => (walk = null)}>Read again</button>
    {:else}
      <button class="act min-h-16 act-now text-lg" data-main-action onclick={() => log('C S')}
        >Both good, log it <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      {#each CHOICES as c (c.walk)}<button class="act" onclick={() => (walk = c.walk)}>{c.says}</button
        >{/each}
    {/if}
  </aside>
</div>
