<script lang="ts">
  import type { Link } from '$core/formats/job';
  import { specOf } from '$core/log/link-spec';
  import { useSite } from '$lib/site/site.svelte';
  import { tailWords } from '$lib/site/where';

  let { link }: { link: Link } = $props();
  const site = useSite();
  const spec = $derived(specOf(link, site.plan.policy));
</script>

<div class="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 py-2 lg:px-5">
  <h1 class="font-mono text-2xl font-bold lg:text-3xl">{link.label}</h1>
  <p class="min-w-0 flex-1">{tailWords(site.where(link), link)}</p>
  <p class="w-full font-mono text-sm sm:w-auto">
    {link.ordered === 'crossover'
      ? `${spec.head.scheme} × ${spec.tail.scheme} crossover`
      : `${spec.head.scheme} straight`}
    <span class="ml-2 text-faint">{link.cable}</span>
  </p>
</div>
{#if link.note}<p class="px-3 pt-1 text-sm text-faint lg:px-5">{link.note}</p>{/if}
