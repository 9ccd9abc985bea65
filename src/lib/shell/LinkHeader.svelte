<script lang="ts">
  import { saidOf } from '$core/model/end-name';
  import type { Snippet } from 'svelte';
  import { asking } from '$lib/address/address';
  import { mediumOf } from '$core/wiring/connector';
  import type { Link } from '$core/model/job';
  import { specOf } from '$core/log/link-spec';
  import { sweptWords, tracedWords } from '$core/log/entry-words';
  import { flagWords } from '$core/model/tape';
  import { ENDS } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';

  interface Props {
    link: Link;
    /** One line on a phone, where the room is wanted for the work: what is left out stands at the gate *identify*. */
    compact?: boolean;
    children?: Snippet;
  }
  let { link, compact = false, children }: Props = $props();
  const job = useJob();
  const { traced, swept } = $derived(job.statusOf(link.id));
  const spec = $derived(specOf(link, job.plan.policy));
</script>

<div
  class={[
    'flex hand-row gap-x-3 border-b border-rule px-3 lg:flex-wrap lg:items-baseline lg:px-5 lg:py-2',
    compact ? 'flex-wrap items-center justify-between py-0.5' : 'flex-wrap items-baseline py-2',
  ]}
>
  <h1 class="truncate font-mono text-2xl font-bold lg:text-3xl">{link.label}</h1>
  <p class={['min-w-0 flex-1', compact && 'hidden lg:block']}>{farWords(job.plan.where(link))}</p>
  {@render children?.()}
  <p class={['font-mono text-sm sm:w-auto', compact ? 'hidden lg:block' : 'w-full']}>
    {mediumOf(link.head.connector) === 'coax'
      ? 'coax'
      : link.ordered === 'crossover'
        ? `${spec.head.scheme} × ${spec.tail.scheme} crossover`
        : `${spec.head.scheme} ${link.ordered.replaceAll('-', ' ')}`}
    <span class="ml-2 text-faint">{link.cable}</span>
    <a class="ml-2 font-sans underline underline-offset-4" href={asking(job.at('history'), { link: link.id })}
      >history</a
    >
  </p>
</div>
{#each ENDS as end (end)}
  {@const twice = job.statusOf(link.id)[end].loggedTwice}
  {#if twice}
    <p class="mx-3 mt-1 border-l-4 border-wrong pl-3 lg:mx-5" data-testid="twice">
      {saidOf(link, `The ${end}`)} was logged twice at about the same time, by {twice
        .map((id) => job.plan.person(id))
        .join(' and ')}: both entries stand, ask which is true.
    </p>
  {/if}
{/each}
{#each ENDS as end (end)}
  {@const { flag } = job.statusOf(link.id)[end]}
  {#if flag}<p class={['px-3 pt-1 text-sm lg:px-5', compact && 'hidden lg:block']} data-testid="flag">
      On the cable at {saidOf(link, `the ${end}`)}: {flagWords(flag)}.
    </p>{/if}
{/each}
{#if traced && traced.is !== 'known'}
  <p
    class={['mx-3 mt-1 border-l-4 pl-3 lg:mx-5', traced.is === 'inferred' ? 'border-ink' : 'border-wrong']}
    data-testid="traced"
  >
    Trace: {tracedWords({ ...traced, with: traced.with?.map((id) => job.plan.link(id)?.label ?? id) })}.
  </p>
{/if}
{#if swept && (swept.worst?.margin ?? 0) < 0}
  <p class="mx-3 mt-1 border-l-4 border-wrong pl-3 lg:mx-5" data-testid="swept">
    {sweptWords(swept).replace(/^s/u, 'S')}.
    <a
      class="inline-flex min-h-12 items-center font-semibold underline underline-offset-4 lg:min-h-0"
      href={asking(job.at('certify'), { link: link.id })}>Show it</a
    >
  </p>
{/if}
{#if link.note}<p class="px-3 pt-1 text-sm text-faint lg:px-5">{link.note}</p>{/if}
{#if link.own}<p class="px-3 pt-1 text-sm text-faint lg:px-5">
    {Object.entries(link.own)
      .map(([name, value]) => `${name}: ${value}`)
      .join(' · ')}
  </p>{/if}
