<script lang="ts">
  import type { ClientLink, ClientView } from '$core/handover/client-view';
  import { localTime } from '$lib/controls/time';
  import StateMark from '$lib/port-strip/StateMark.svelte';

  /** A job as its client sees it, with its record to take along. */
  let { view, record }: { view: ClientView; record: string } = $props();
  const WORDS: Record<ClientLink['state'], string> = {
    proven: 'proven',
    provisional: 'good so far, not proven',
    failed: 'failed, to be mended',
    open: 'not proven yet',
  };
  const MARKS = { proven: 'proven', provisional: 'provisional', failed: 'failed', open: 'bare' } as const;
  const STATES = Object.keys(WORDS) as ClientLink['state'][];
  let only = $state<ClientLink['state'] | null>(null);
  let text = $state('');
  const shown = (links: readonly ClientLink[]) =>
    links.filter(
      (l) =>
        (!only || l.state === only) &&
        `${l.label} ${l.other}`.toLowerCase().includes(text.trim().toLowerCase()),
    );
</script>

<header>
  <h1 class="text-2xl font-bold">{view.name}</h1>
  {#if view.about}<p>
      {[view.about.client, view.about.address, view.about.number].filter(Boolean).join(', ')}
    </p>{/if}
  <p class="text-faint">The cabling as it stands, {localTime(view.at)}.</p>
</header>
{#if view.handedOver}
  <p class={['border-l-4 pl-3', view.handedOver.superseded ? 'border-wrong' : 'border-ink']}>
    Taken over by {view.handedOver.client}, {localTime(view.handedOver.at)}{view.handedOver.superseded
      ? '; it was worked on since.'
      : '.'}
  </p>
{/if}
<a class="act act-now text-lg" href={record} download>The whole record, as PDF</a>
<div class="grid grid-cols-2 gap-1 sm:grid-cols-4" role="group" aria-label="How links stand">
  {#each STATES.filter((s) => view.counted[s]) as s (s)}
    <button
      class={[
        'grid min-h-14 border-2 px-2 py-1 text-left',
        only === s ? 'border-ink bg-hivis text-on-hivis' : 'border-rule',
      ]}
      aria-pressed={only === s}
      onclick={() => (only = only === s ? null : s)}
    >
      <span class="flex items-center gap-2 font-mono text-xl font-bold"
        ><StateMark state={MARKS[s]} />{view.counted[s]}</span
      >
      <span class="text-sm">{WORDS[s]}</span>
    </button>
  {/each}
</div>
<input
  class="field"
  type="search"
  aria-label="A link or a room"
  placeholder="a link or a room"
  bind:value={text}
/>
{#each view.groups as group (group.name)}
  {@const links = shown(group.links)}
  {#if links.length}
    <section aria-label={group.name}>
      <h2 class="text-lg font-bold">{group.name}</h2>
      <ul class="border-t border-rule">
        {#each links as l (l.label)}
          <li
            class="grid grid-cols-[1.5rem_5.5rem_1fr] items-center gap-2 border-b border-rule py-2 sm:grid-cols-[1.5rem_7rem_1fr]"
          >
            <StateMark state={MARKS[l.state]} /><span class="sr-only">{WORDS[l.state]}</span>
            <span class="font-mono font-bold wrap-anywhere">{l.label}</span>
            <span>{l.other}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
{/each}
<p class="text-sm text-faint">
  A pass says what its test can show and no more: the record says which, and what it does not rule out. Who
  works on this cabling next follows local codes and licensed practice.
</p>
