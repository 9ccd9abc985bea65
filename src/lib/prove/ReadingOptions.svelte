<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { endName } from '$core/model/end-name';
  import Delete from '@lucide/svelte/icons/delete';
  import { readTypedWalk } from '$core/reading/walk';
  import { CONTACT_PAIRS, ENDS } from '$core/wiring/conductors';
  import ChooseFaults from './ChooseFaults.svelte';
  import DevicesSheet from './DevicesSheet.svelte';
  import OneEndSheet from './OneEndSheet.svelte';
  import type { ProveSession } from './session.svelte';
  import { SIGNALS, signals, type Signal } from './signals.svelte';
  import WaysToRead from './WaysToRead.svelte';

  /** How a reading is taken: with what, from where, what is split, and the other ways to enter it. */
  let {
    session,
    testerName,
    typedProblem = $bindable(''),
  }: { session: ProveSession; testerName: string | undefined; typedProblem?: string } = $props();
  const job = $derived(session.job);
  const link = $derived(session.link);
  const SIGNAL_WORDS: Record<Signal, string> = {
    big: 'whole screen',
    tone: 'tone',
    buzz: 'vibration',
    voice: 'spoken',
  };
  let typed = $state('');
  let sheet = $state<'ways' | 'faults' | 'devices' | 'one-end' | null>(null);

  /** A typed walk is taken whole or not at all: nothing of it is cut off. */
  function type(event: SubmitEvent): void {
    event.preventDefault();
    const read = readTypedWalk(typed, link.shielded);
    if (!read.ok) return void (typedProblem = read.message);
    session.readAgain();
    session.fill(read.walk);
    typed = typedProblem = '';
    (document.activeElement as HTMLElement | null)?.blur();
  }
</script>

<div class="flex flex-wrap items-center gap-x-3 gap-y-2">
  {#if session.pad.full}
    <button
      class="h-12 min-w-12 border border-rule font-mono text-lg"
      aria-label="One more lamp lit with the last"
      onclick={() => (session.pad.adding = true)}>+</button
    >
    <button
      class="flex h-12 min-w-12 items-center justify-center border border-rule"
      aria-label="Take the last answer back"
      onclick={() => session.pad.back()}><Delete size={20} /></button
    >
  {/if}
  <button class="h-12 border border-rule px-3" onclick={() => (job.tester.asking = true)}
    >tester: {testerName ?? 'not said'}</button
  >
  {#if link.shielded}
    <Toggle
      class="px-3"
      pressed={session.pad.size === 8}
      onclick={() => session.lookAtShield(session.pad.size === 8)}>no lamp for S</Toggle
    >
  {/if}
  <div class="flex items-center gap-1" role="group" aria-label="Main unit at">
    <span class="mr-1 text-sm">main unit at</span>
    {#each ENDS as end (end)}
      <Toggle class="min-w-12 px-2" pressed={session.from === end} onclick={() => session.unitAt(end)}
        >{endName(session.link, end)}</Toggle
      >
    {/each}
  </div>
  {#if session.looksAtSplits}
    <fieldset class="flex items-center gap-1">
      <legend class="float-left mr-2 text-sm">split</legend>
      {#each CONTACT_PAIRS as pair (pair)}
        <label
          class={[
            'flex h-12 min-w-12 cursor-pointer items-center justify-center border font-mono',
            session.splits.includes(pair) ? 'border-wrong hatched' : 'border-rule',
          ]}
        >
          <input type="checkbox" class="peer sr-only" value={pair} bind:group={session.splits} />
          <span class="bg-paper px-1 peer-focus-visible:outline-3 peer-focus-visible:outline-ink"
            >{pair[0]}-{pair[1]}</span
          >
        </label>
      {/each}
    </fieldset>
  {/if}
  <div class="flex flex-wrap items-center gap-1" role="group" aria-label="How a verdict is given">
    <span class="mr-1 text-sm">verdict</span>
    {#each SIGNALS as signal (signal)}
      <Toggle
        class="min-w-12 px-2"
        pressed={signals.on.includes(signal)}
        onclick={() => signals.toggle(signal)}>{SIGNAL_WORDS[signal]}</Toggle
      >
    {/each}
  </div>
  <form onsubmit={type} class="flex items-center gap-1">
    <input
      class="h-12 w-44 border border-rule bg-transparent px-2 font-mono"
      placeholder={link.shielded ? '12345678S' : '12345678'}
      aria-label="Type the walk"
      bind:value={typed}
      autocomplete="off"
      inputmode="text"
    />
    <button class="h-12 border border-rule px-3">read</button>
  </form>
  <button class="h-12 border border-rule px-3" onclick={() => (sheet = 'ways')}>other ways</button>
  <button class="h-12 border border-rule px-3" onclick={() => (sheet = 'devices')}
    >straight or crossover?</button
  >
</div>

{#if sheet === 'ways'}
  <WaysToRead
    {session}
    onclose={() => (sheet = null)}
    onfaults={() => (sheet = 'faults')}
    ononeend={() => (sheet = 'one-end')}
  />
{:else if sheet === 'faults'}
  <ChooseFaults {session} onclose={() => (sheet = null)} />
{:else if sheet === 'devices'}
  <DevicesSheet {link} onclose={() => (sheet = null)} />
{:else if sheet === 'one-end'}
  <OneEndSheet {session} onclose={() => (sheet = null)} />
{/if}
