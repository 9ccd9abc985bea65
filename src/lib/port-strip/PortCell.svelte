<script lang="ts">
  import type { Link } from '$core/model/job';
  import type { LinkStatus } from '$core/log/state';
  import { endName } from '$core/model/end-name';
  import { ENDS } from '$core/wiring/conductors';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import StateMark from './StateMark.svelte';

  let {
    link,
    status,
    number,
    href,
    current = false,
    large = false,
  }: {
    link: Link;
    status: LinkStatus;
    number: string;
    href: string;
    current?: boolean;
    large?: boolean;
  } = $props();
  const says = $derived(
    `${link.label}: ${ENDS.map((e) => `${endName(link, e)} ${status[e].state}`).join(', ')}${link.ordered === 'crossover' ? ', ordered as a crossover' : ''}`,
  );
</script>

<a
  {href}
  data-sveltekit-noscroll
  aria-label={says}
  title="{says} ({FAMILY_NAMES[link.head.connector]} to {FAMILY_NAMES[link.tail.connector]})"
  aria-current={current ? 'true' : undefined}
  class={[
    'flex min-w-0 flex-col border text-center',
    current
      ? 'relative z-10 border-ink bg-hivis text-on-hivis outline-3 outline-ink'
      : 'border-rule bg-sheet',
  ]}
>
  <span class={['font-mono leading-none font-semibold', large ? 'py-2 text-base' : 'py-1.5 text-[13px]']}>
    {number}{#if link.ordered === 'crossover'}<span aria-hidden="true">×</span>{/if}
  </span>
  {#each ENDS as end (end)}
    {@const state = status[end].state}
    <span
      class={[
        'flex items-center justify-center border-t border-rule',
        large ? 'h-8' : 'h-6 lg:h-7',
        state === 'failed' && 'hatched',
      ]}
    >
      <span class={state === 'failed' ? (current ? 'bg-hivis' : 'bg-sheet') : ''}
        ><StateMark {state} size={large ? 20 : 16} /></span
      >
    </span>
  {/each}
</a>
