<script lang="ts">
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { ENDS, type End } from '$core/wiring/conductors';
  import Bench from '$lib/bench/Bench.svelte';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import LinkHeader from '$lib/shell/LinkHeader.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useSite } from '$lib/site/site.svelte';

  const site = useSite();
  const fallback = untrack(
    () => site.nextBare(null, 'head') ?? site.nextBare(null, 'tail') ?? site.ordered[0],
  );
  const link = $derived((page.params.link && site.links.get(page.params.link)) || fallback);
  const end = $derived<End>(
    page.params.end === 'head' || page.params.end === 'tail'
      ? page.params.end
      : link && site.statusOf(link.id).head.state !== 'bare' && site.statusOf(link.id).tail.state === 'bare'
        ? 'tail'
        : 'head',
  );
</script>

<svelte:head><title>bench {link?.label ?? ''} · {site.plan.name}</title></svelte:head>
{#if link}
  <main class="flex flex-1 flex-col">
    <LinkHeader {link} />
    <div class="grid grid-cols-2 gap-1 px-3 pt-2 lg:max-w-md lg:px-5" role="group" aria-label="Which end">
      {#each ENDS as e (e)}
        <a
          href="/{site.plan.id}/bench/{link.id}/{e}"
          class={[
            'flex min-h-12 items-center justify-center border-2',
            e === end ? 'border-ink bg-hivis font-bold text-on-hivis' : 'border-rule',
          ]}
          aria-current={e === end ? 'true' : undefined}>{e}: {site.statusOf(link.id)[e].state}</a
        >
      {/each}
    </div>
    {#key `${link.id} ${end}`}<Bench {link} {end} />{/key}
  </main>
  <UndoLine />
  <PortStrip current={link} hrefFor={(l) => `/${site.plan.id}/bench/${l.id}/${end}`} />
{:else}
  <main class="p-5"><h1 class="text-xl font-bold">This job has no links yet.</h1></main>
{/if}
