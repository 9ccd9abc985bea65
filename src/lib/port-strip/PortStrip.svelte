<script lang="ts">
  import type { Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';
  import PortCell from './PortCell.svelte';

  let { current, hrefFor }: { current: Link; hrefFor: (link: Link) => string } = $props();
  const job = useJob();
  let byRoom = $state(false);

  const place = $derived(job.plan.where(current));
  const inRoom = $derived(job.plan.roomLinks(place.room.id));
  const links = $derived(byRoom ? inRoom : job.plan.panelLinks(current.head.panel));
  const counted = $derived.by(() => {
    const of = (state: string) =>
      links.filter((l) => job.statusOf(l.id).head.state === state || job.statusOf(l.id).tail.state === state)
        .length;
    const proven = links.filter(
      (l) => job.statusOf(l.id).head.state === 'proven' && job.statusOf(l.id).tail.state === 'proven',
    ).length;
    const failed = of('failed');
    return failed ? `${proven} proven, ${failed} failed` : `${proven} of ${links.length} proven`;
  });
  const at = $derived(job.plan.panels.findIndex((p) => p.id === current.head.panel));
  const panelAfter = $derived(job.plan.panels[(at + 1) % job.plan.panels.length]!);
  const firstOfNext = $derived(job.plan.panelLinks(panelAfter.id)[0]);
</script>

<section
  aria-label={byRoom ? `Outlets of ${place.room.name}` : `Ports of panel ${place.panel.name}`}
  class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t-2 border-ink bg-sheet px-2 py-1.5 lg:sticky lg:bottom-0 lg:flex-nowrap lg:px-5 lg:py-3"
>
  <button
    class="flex min-h-12 flex-1 items-baseline gap-2 text-left lg:min-w-28 lg:flex-none lg:flex-col lg:gap-0"
    onclick={() => (byRoom = !byRoom)}
    aria-label={byRoom ? 'Show the panel' : 'Show the room'}
  >
    <span class="self-center font-bold lg:self-start lg:text-xl"
      >{byRoom ? place.room.name : place.panel.name}</span
    >
    <span class="self-center text-sm text-faint lg:self-start">{counted}</span>
  </button>
  <div
    class={[
      'order-last grid w-full gap-x-0.5 gap-y-1 lg:order-none lg:w-auto lg:flex-1 lg:gap-1',
      links.length > 12 ? 'grid-cols-12 lg:grid-cols-24' : 'grid-cols-12 lg:max-w-[40rem]',
    ]}
  >
    {#each links as link (link.id)}
      <PortCell
        {link}
        status={job.statusOf(link.id)}
        number={byRoom ? link.label.replace(/^.*?-?(\d+)$/, '$1') : String(link.head.port)}
        href={hrefFor(link)}
        current={link.id === current.id}
      />
    {/each}
  </div>
  {#if firstOfNext && job.plan.panels.length > 1}
    <a
      href={hrefFor(firstOfNext)}
      class="flex min-h-12 items-center gap-2 text-right lg:flex-col lg:items-end lg:gap-0"
      aria-label="Next panel, {panelAfter.name}"
    >
      <span class="text-sm text-faint lg:order-2">next panel</span><span class="font-bold lg:text-xl"
        >{panelAfter.name}</span
      >
    </a>
  {/if}
</section>
