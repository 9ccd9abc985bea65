<script lang="ts">
  import { mediumOf } from '$core/wiring/connector';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import ProveLink from '$lib/prove/ProveLink.svelte';
  import ProveCoax from '$lib/prove/ProveCoax.svelte';
  import LinkHeader from '$lib/shell/LinkHeader.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useSite } from '$lib/site/site.svelte';

  const site = useSite();
  const fallback = untrack(() => site.nextToProve(null) ?? site.ordered[0]);
  const link = $derived((page.params.link && site.links.get(page.params.link)) || fallback);
</script>

<svelte:head><title>prove {link?.label ?? ''} · {site.plan.name}</title></svelte:head>
{#if link}
  <main class="flex flex-1 flex-col">
    <LinkHeader {link} />
    {#key link.id}{#if mediumOf(link.head.connector) === 'coax'}<ProveCoax {link} />{:else}<ProveLink
          {link}
        />{/if}{/key}
  </main>
  <UndoLine />
  <PortStrip current={link} hrefFor={(l) => `/${site.plan.id}/prove/${l.id}`} />
{:else}
  <main class="p-5"><h1 class="text-xl font-bold">This job has no links yet.</h1></main>
{/if}
