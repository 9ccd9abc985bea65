<script lang="ts">
  import { GATES } from '$core/bench/gates';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const at = $derived(GATES.indexOf(session.gate));
</script>

<nav aria-label="Gates" class="px-3 pt-2 lg:px-5">
  <ol class="grid grid-cols-7 gap-1">
    {#each GATES as gate, i (gate)}
      <li class="min-w-0">
        <button
          class={[
            'flex min-h-12 w-full flex-col justify-center border-t-4 px-0.5 text-left text-[13px] leading-tight lg:px-2 lg:text-base',
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
