<script lang="ts">
  import { endOrderWords } from '$core/wiring/schemes';
  import { GATES } from '$core/bench/gates';
  import { mediumOf } from '$core/wiring/connector';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const at = $derived(GATES.indexOf(session.gate));
  const coax = $derived(mediumOf(session.connector) === 'coax');
</script>

<nav aria-label="Gates" class="flex hand-row items-stretch gap-2 px-3 pt-1 lg:px-5 lg:pt-2">
  {#if !coax}
    <p
      class={[
        'flex flex-col justify-center border-2 px-1.5 text-center font-mono leading-none lg:px-3',
        session.scheme === session.job.plan.policy.scheme && !session.order.carried
          ? 'border-rule'
          : 'border-ink',
      ]}
      title="The scheme of this end"
    >
      <span class="sr-only">This end is {endOrderWords(session.order)}.</span><span
        class="text-2xl font-bold"
        aria-hidden="true">{session.scheme.slice(-1)}</span
      >{#if session.order.carried}<span class="text-[11px]" aria-hidden="true"
          >{session.order.carried === 'rollover' ? 'rolled' : 'crossed'}</span
        >{/if}
    </p>
  {/if}
  <ol class="grid min-w-0 flex-1 grid-cols-[repeat(auto-fit,minmax(2.55rem,1fr))] gap-1">
    {#each GATES as gate, i (gate)}
      <li class="min-w-0">
        <button
          class={[
            'flex min-h-12 w-full flex-col justify-center border-t-4 px-0.5 text-left text-xs leading-tight tracking-tight lg:px-2 lg:text-base lg:tracking-normal',
            i === at
              ? 'border-ink bg-hivis font-bold text-on-hivis'
              : i < at
                ? 'border-ink'
                : 'border-rule text-faint',
          ]}
          aria-current={i === at ? 'step' : undefined}
          onclick={() => session.to(gate)}
          >{gate}{#if session.reminders.includes(gate)}<span class="sr-only"> (a reminder)</span>{/if}</button
        >
      </li>
    {/each}
  </ol>
</nav>
