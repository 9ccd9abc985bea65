<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { guideText } from '$core/bench/guide-text';
  import type { BenchSession } from './session.svelte';

  let { session, onlogged }: { session: BenchSession; onlogged: () => void } = $props();
  function right(): void {
    if (!session.logsAtLook) return session.press();
    if (!session.guard.take()) return;
    session.log(session.untwistSaid?.ok ? session.untwistSaid.mm : undefined);
    onlogged();
  }
  const steps = $derived(
    session.guide.gates.look.steps.map((s) => guideText(s, session.guide, session.setting)),
  );
</script>

<ul class="border-t border-rule">
  {#each steps as step (step)}
    {@const amiss = session.amiss.includes(step)}
    <li class="flex hand-row items-center gap-3 border-b border-rule">
      <span class="flex-1 py-2 text-lg leading-snug">{step}</span>
      <Toggle
        tone="amiss"
        class="min-w-20 font-semibold"
        pressed={amiss}
        onclick={() => session.toggleAmiss(step)}>not so</Toggle
      >
    </li>
  {/each}
</ul>
{#if session.amiss.length}
  <button class="act min-h-14 act-now" data-main-action onclick={() => session.mended()}
    >Mended: look again <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
  <button class="act" onclick={() => session.startAgain()}>Cannot be mended: log it and start again</button>
{:else}
  <button
    class="in-reach act min-h-14 act-now text-lg"
    data-main-action
    disabled={!session.guard.ready}
    onclick={right}
    >All as it should be{session.logsAtLook ? ': log it' : ''}
    <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
{/if}
