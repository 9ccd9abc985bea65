<script lang="ts">
  import { whatNext } from '$core/log/next';
  import type { Link } from '$core/model/job';
  import { shortName } from '$core/plan/groups';
  import PortCell from '$lib/port-strip/PortCell.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Links that hang on no panel, side by side: the cords of a batch, or what ends in one space. */
  let { links, current }: { links: readonly Link[]; current?: string | null } = $props();
  const job = useJob();
  const wide = $derived(links.some((l) => shortName(l).length > 3));
  function hrefFor(link: Link): string {
    const wants = whatNext(job.statusOf(link.id));
    return wants.screen === 'bench' ? job.at('bench', link.id, wants.end) : job.at('prove', link.id);
  }
</script>

<div
  class={[
    'mt-1 grid gap-1 border-2 border-ink p-1',
    wide ? 'grid-cols-3 sm:grid-cols-6' : 'grid-cols-6 sm:grid-cols-12',
  ]}
>
  {#each links as link (link.id)}
    <PortCell
      {link}
      status={job.statusOf(link.id)}
      number={shortName(link)}
      href={hrefFor(link)}
      current={link.id === current}
      large
    />
  {/each}
</div>
