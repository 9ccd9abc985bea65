<script lang="ts">
  import { endName } from '$core/model/end-name';
  import { fromSegment } from '$lib/address/address';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { ENDS, type End } from '$core/wiring/conductors';
  import Bench from '$lib/bench/Bench.svelte';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import StateMark from '$lib/port-strip/StateMark.svelte';
  import LinkHeader from '$lib/shell/LinkHeader.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const fallback = untrack(
    () => job.nextBare(null, 'head') ?? job.nextBare(null, 'tail') ?? job.plan.ordered[0],
  );
  const link = $derived(job.plan.link(page.params.link && fromSegment(page.params.link)) || fallback);
  /** Where the address names no end, the one that is bare as the page opens: logging it does not change what is on screen. */
  const end = $derived.by<End>(() => {
    const { end } = page.params;
    if (end === 'head' || end === 'tail') return end;
    const id = link?.id;
    return untrack(() => {
      const status = id === undefined ? null : job.statusOf(id);
      return status && status.head.state !== 'bare' && status.tail.state === 'bare' ? 'tail' : 'head';
    });
  });
  // The port on screen stands in the address: moving along the ports and the way back start from it.
  $effect(() => {
    if (link && !page.params.link)
      void goto(job.at('bench', link.id, end), { replaceState: true, noScroll: true });
  });
</script>

<svelte:head><title>bench {link?.label ?? ''} · {job.plan.name}</title></svelte:head>
{#if link}
  <main class="flex flex-1 flex-col">
    <LinkHeader {link} compact>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Which end">
        {#each ENDS as e (e)}
          <a
            href={job.at('bench', link.id, e)}
            class={[
              'flex min-h-12 items-center gap-1.5 border-2 px-2 lg:px-4',
              e === end ? 'border-ink bg-hivis font-bold text-on-hivis' : 'border-rule',
            ]}
            aria-label="{endName(link, e)}: {job.statusOf(link.id)[e].state}"
            aria-current={e === end ? 'true' : undefined}
            >{endName(link, e)}<StateMark state={job.statusOf(link.id)[e].state} /></a
          >
        {/each}
      </div>
    </LinkHeader>
    {#key `${link.id} ${end}`}<Bench {link} {end} />{/key}
  </main>
  <UndoLine />
  <PortStrip current={link} hrefFor={(l) => job.at('bench', l.id, end)} />
{:else}
  <main class="p-5"><h1 class="text-xl font-bold">This job has no links yet.</h1></main>
{/if}
