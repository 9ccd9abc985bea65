<script lang="ts">
  import type { Link } from '$core/formats/job';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import RedoCard from '$lib/redo/RedoCard.svelte';
  import WeightTable from '$lib/diagnosis/WeightTable.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useSite } from '$lib/site/site.svelte';

  const site = useSite();
  const open = $derived(
    site.ordered.filter((l) =>
      ['failed', 'stale'].some(
        (s) => site.statusOf(l.id).head.state === s || site.statusOf(l.id).tail.state === s,
      ),
    ),
  );
  /** Where the work is: the room of a tail, or the closet of a head. */
  const placeOf = (l: Link) => {
    const { head, tail } = site.statusOf(l.id);
    const atTail = tail.state === 'failed' || (tail.state === 'stale' && head.state !== 'failed');
    return atTail ? site.where(l).room.name : site.where(l).closet.name;
  };
  const places = $derived([...new Set(open.map(placeOf))]);
</script>

<svelte:head><title>redo · {site.plan.name}</title></svelte:head>
<main class="flex-1 p-3 lg:p-5">
  <h1 class="text-2xl font-bold">
    {open.length
      ? `${open.length} ${open.length === 1 ? 'link' : 'links'} to do again or prove again`
      : 'Nothing is to be done again.'}
  </h1>
  {#each places as place (place)}
    <section class="mt-5" aria-label={place}>
      <h2 class="text-lg font-bold">{place}</h2>
      <div class="mt-2 grid gap-3">
        {#each open.filter((l) => placeOf(l) === place) as link (link.id)}<RedoCard {link} />{/each}
      </div>
    </section>
  {/each}
  <WeightTable />
</main>
<UndoLine />
{#if open[0]}<PortStrip current={open[0]} hrefFor={(l) => `/${site.plan.id}/prove/${l.id}`} />{/if}
