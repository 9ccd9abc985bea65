<script lang="ts">
  import type { Link } from '$core/model/job';
  import { DrawnInTurn } from '$lib/controls/drawn-in-turn.svelte';
  import { shortName } from '$core/plan/groups';
  import { useJob } from '$lib/job/open-job.svelte';
  import PortCell from './PortCell.svelte';

  let { current, hrefFor }: { current: Link; hrefFor: (link: Link) => string } = $props();
  const job = useJob();
  let byRoom = $state(false);

  const place = $derived(job.plan.where(current));
  const room = $derived(place.tail.space);
  const group = $derived(job.plan.groupOf(current));
  const name = $derived(byRoom ? (room?.name ?? '') : (group?.name ?? ''));
  const links = $derived(byRoom && room ? job.plan.roomLinks(room.id) : (group?.links ?? []));
  // What is worked at is there first; the strip lies below it.
  const drawn = new DrawnInTurn(
    24,
    () => links.length,
    () => 0,
  );
  const CELL_REM = { phone: 4.68, wide: 5.18 };
  const GAP_REM = 0.25;
  const high = (perRow: number, cell: number) =>
    `${Math.ceil(links.length / perRow) * (cell + GAP_REM) - GAP_REM}rem`;
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
  const at = $derived(group ? job.plan.groups.indexOf(group) : -1);
  const after = $derived(job.plan.groups[(at + 1) % job.plan.groups.length]);
  const AFTER = { panel: 'next panel', batch: 'next batch', space: 'next space' } as const;
  const OF = { panel: 'Ports of panel', batch: 'Cords of', space: 'Links of' } as const;
</script>

<section
  aria-label="{byRoom ? 'Outlets of' : OF[group?.kind ?? 'space']} {name}"
  class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t-2 border-ink bg-sheet px-2 py-1.5 lg:sticky lg:bottom-0 lg:flex-nowrap lg:px-5 lg:py-3"
>
  <button
    class="flex min-h-12 flex-1 items-baseline gap-2 text-left lg:min-w-28 lg:flex-none lg:flex-col lg:gap-0"
    onclick={() => (byRoom = !byRoom && room !== undefined)}
    aria-label={!room ? name : byRoom ? 'Show the panel' : 'Show the room'}
  >
    <span class="self-center font-bold lg:self-start lg:text-xl">{name}</span>
    <span class="self-center text-sm text-faint lg:self-start">{counted}</span>
  </button>
  <div
    class={[
      'order-last grid min-h-(--phone) w-full content-start gap-x-0.5 gap-y-1 lg:order-none lg:min-h-(--wide) lg:w-auto lg:flex-1 lg:gap-1',
      links.length > 12 ? 'grid-cols-12 lg:grid-cols-24' : 'grid-cols-12 lg:max-w-[40rem]',
    ]}
    style:--phone={high(12, CELL_REM.phone)}
    style:--wide={high(links.length > 12 ? 24 : 12, CELL_REM.wide)}
  >
    {#each links.slice(0, drawn.count) as link (link.id)}
      <PortCell
        {link}
        status={job.statusOf(link.id)}
        number={byRoom ? link.label.replace(/^.*?-?(\d+)$/, '$1') : shortName(link)}
        href={hrefFor(link)}
        current={link.id === current.id}
      />
    {/each}
  </div>
  {#if after && after !== group}
    <a
      href={hrefFor(after.links[0]!)}
      class="flex min-h-12 items-center gap-2 text-right lg:flex-col lg:items-end lg:gap-0"
      aria-label="{AFTER[after.kind].replace('next', 'Next')}, {after.name}"
    >
      <span class="text-sm text-faint lg:order-2">{AFTER[after.kind]}</span><span class="font-bold lg:text-xl"
        >{after.name}</span
      >
    </a>
  {/if}
</section>
