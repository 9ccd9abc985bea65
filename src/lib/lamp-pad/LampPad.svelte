<script lang="ts">
  import Delete from '@lucide/svelte/icons/delete';
  import { saidOf } from '$core/model/end-name';
  import type { Link } from '$core/model/job';
  import { CONTACTS, contactsOf, otherEnd, type Contact, type End } from '$core/wiring/conductors';
  import { expectedAnswer } from '$core/wiring/schemes';
  import type { LampPad } from './pad.svelte';

  let { pad, link, from }: { pad: LampPad; link: Link; from: End } = $props();
  const { ordered } = $derived(link);
  const shielded = $derived(pad.size === 9);
  const contacts = $derived(contactsOf(shielded));
  const lamps = $derived<(Contact | null)[]>([...CONTACTS, ...(shielded ? (['S'] as const) : []), null]);
</script>

<div class="flex flex-wrap items-baseline justify-between gap-x-4">
  <h2 class="text-sm text-faint">
    {saidOf(link, `Lamps at the ${otherEnd(from)}, as the ${from} steps 1 to ${shielded ? 'S' : '8'}`)}
  </h2>
  <output class="font-mono text-sm" data-testid="walk">{pad.text}</output>
</div>
<ol
  class="mt-2 grid gap-0.5 lg:gap-1.5"
  style="grid-template-columns: repeat({contacts.length}, minmax(0, 1fr))"
>
  {#each contacts as contact, i (contact)}
    {@const answer = pad.answers[i]}
    {@const here = i === (pad.adding ? pad.answers.length - 1 : pad.answers.length)}
    {@const wrong = answer !== undefined && answer.join() !== expectedAnswer(ordered, contact)}
    <li
      class={[
        'flex flex-col items-center border py-1.5',
        here
          ? 'border-on-hivis bg-hivis text-on-hivis'
          : wrong
            ? 'border-wrong hatched'
            : answer
              ? 'border-ink'
              : 'border-rule',
      ]}
      aria-label="{contact} lights {answer
        ? answer.length
          ? answer.join(' and ')
          : 'none'
        : 'not read yet'}"
    >
      <span class={['font-mono text-xs', wrong && 'bg-paper px-1']}
        >{contact}<span class="hidden sm:inline">&nbsp;lights</span></span
      >
      <span class={['text-xl leading-7 font-bold', wrong && !here && 'bg-paper px-1.5 text-wrong']}
        >{answer ? (answer.length ? answer.join('+') : '–') : '·'}</span
      >
    </li>
  {/each}
</ol>
{#if !pad.full || pad.adding}
  <div
    class={['mt-2 grid grid-cols-6 gap-1', shielded ? 'lg:grid-cols-12' : 'lg:grid-cols-11']}
    aria-label="Which lamp lit?"
    role="group"
  >
    {#each lamps as lamp (lamp)}
      <button
        class="min-h-12 border border-ink font-mono text-lg font-semibold disabled:opacity-40"
        onclick={() => pad.tap(lamp)}>{lamp ?? 'none'}</button
      >
    {/each}
    <button
      class={[
        'min-h-12 border font-mono text-lg font-semibold disabled:opacity-40',
        pad.adding ? 'border-on-hivis bg-hivis text-on-hivis' : 'border-ink',
      ]}
      aria-pressed={pad.adding}
      aria-label="One more lamp lit with the last"
      disabled={pad.answers.length === 0}
      onclick={() => (pad.adding = !pad.adding)}>+</button
    >
    <button
      class="flex min-h-12 items-center justify-center border border-ink disabled:opacity-40"
      aria-label="Take the last answer back"
      disabled={pad.answers.length === 0}
      onclick={() => pad.back()}><Delete size={22} /></button
    >
  </div>
{/if}
