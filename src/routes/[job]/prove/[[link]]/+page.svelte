<script lang="ts">
  import { fromSegment } from '$lib/address/address';
  import { mediumOf } from '$core/wiring/connector';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import ProveLink from '$lib/prove/ProveLink.svelte';
  import { bringBack } from '$lib/prove/draft';
  import ProveCoax from '$lib/prove/ProveCoax.svelte';
  import LinkHeader from '$lib/shell/LinkHeader.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const fallback = untrack(() => job.nextToProve(null) ?? job.plan.ordered[0]);
  const link = $derived(job.plan.link(page.params.link && fromSegment(page.params.link)) || fallback);
  // The port on screen stands in the address: moving along the ports and the way back start from it.
  $effect(() => {
    if (link && !page.params.link)
      void goto(job.at('prove', link.id), { replaceState: true, noScroll: true });
  });
</script>

<svelte:head><title>prove {link?.label ?? ''} · {job.plan.name}</title></svelte:head>
{#if link}
  <main class="flex flex-1 flex-col">
    <LinkHeader {link} />
    {#key link.id}{#if mediumOf(link.head.connector) === 'coax'}<ProveCoax {link} />{:else}<ProveLink
          {link}
        />{/if}{/key}
  </main>
  <UndoLine onundo={(entry) => void bringBack(job, entry)} />
  <PortStrip current={link} hrefFor={(l) => job.at('prove', l.id)} />
{:else}
  <main class="p-5"><h1 class="text-xl font-bold">This job has no links yet.</h1></main>
{/if}
