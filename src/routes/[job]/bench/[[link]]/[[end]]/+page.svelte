<script lang="ts">
  import { fromSegment } from '$lib/address/address';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { ENDS, type End } from '$core/wiring/conductors';
  import Bench from '$lib/bench/Bench.svelte';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import LinkHeader from '$lib/shell/LinkHeader.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const fallback = untrack(
    () => job.nextBare(null, 'head') ?? job.nextBare(null, 'tail') ?? job.plan.ordered[0],
  );
  const link = $derived(job.plan.link(page.params.link && fromSegment(page.params.link)) || fallback);
  const end = $derived<End>(
    page.params.end === 'head' || page.params.end === 'tail'
      ? page.params.end
      : link && job.statusOf(link.id).head.state !== 'bare' && job.statusOf(link.id).tail.state === 'bare'
        ? 'tail'
        : 'head',
  );
</script>

<svelte:head><title>bench {link?.label ?? ''} · {job.plan.name}</title></svelte:head>
{#if link}
  <main class="flex flex-1 flex-col">
    <LinkHeader {link} />
    <div class="grid grid-cols-2 gap-1 px-3 pt-2 lg:max-w-md lg:px-5" role="group" aria-label="Which end">
      {#each ENDS as e (e)}
        <a
          href={job.at('bench', link.id, e)}
          class={[
            'flex min-h-12 items-center justify-center border-2',
            e === end ? 'border-ink bg-hivis font-bold text-on-hivis' : 'border-rule',
          ]}
          aria-current={e === end ? 'true' : undefined}>{e}: {job.statusOf(link.id)[e].state}</a
        >
      {/each}
    </div>
    {#key `${link.id} ${end}`}<Bench {link} {end} />{/key}
  </main>
  <UndoLine />
  <PortStrip current={link} hrefFor={(l) => job.at('bench', l.id, end)} />
{:else}
  <main class="p-5"><h1 class="text-xl font-bold">This job has no links yet.</h1></main>
{/if}
