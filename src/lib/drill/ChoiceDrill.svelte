<script lang="ts">
  import { untrack } from 'svelte';
  import { markChoice, type ChoiceQuestion } from '$core/drill/question';
  import ConnectorDrawing from '$lib/bench/ConnectorDrawing.svelte';
  import { forThisScreen } from '$lib/controls/keys';
  import { seenOf } from './seen';
  import type { Asking } from './asking';
  import ShownReading from './ShownReading.svelte';

  /** One or several of a few are chosen: all that are right, and nothing else. */
  let { session, question }: { session: Asking; question: ChoiceQuestion } = $props();
  const q = untrack(() => question);
  let chosen = $state.raw<readonly string[]>([]);
  const answered = $derived(session.marked !== null);
  const turn = (id: string) => {
    if (!answered) chosen = chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id];
  };
  function done(): void {
    if (!chosen.length || !session.guard.take()) return;
    const marked = markChoice(q, chosen);
    const missed = q.options.filter((o) => q.right.includes(o.id) && !chosen.includes(o.id));
    const wrongly = q.options.filter((o) => chosen.includes(o.id) && !q.right.includes(o.id));
    session.answer(
      marked.right
        ? marked
        : {
            right: false,
            slip: [
              ...wrongly.map((o) => `took it for: ${o.says}`),
              ...missed.map((o) => `missed: ${o.says}`),
            ].join('; '),
          },
    );
  }
  function onkeydown(event: KeyboardEvent): void {
    if (event.repeat || !forThisScreen(event)) return;
    const option = /^[1-9]$/.test(event.key) ? q.options[Number(event.key) - 1] : undefined;
    if (!option) return;
    turn(option.id);
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

<p class="text-xl font-bold">{q.asks}</p>
{#if q.reading}<ShownReading reading={q.reading} />{/if}
{#if q.end}
  {@const { end } = q}
  <ConnectorDrawing
    family={end.family}
    seen={seenOf(end.view)}
    shielded={false}
    shows={(c) => end.laid[c] ?? null}
    slips={end}
    small
  />
{/if}
<ul class="grid gap-1.5">
  {#each q.options as o, i (o.id)}
    <li>
      <button
        class={[
          'flex min-h-12 w-full items-center gap-3 border-2 px-3 py-1 text-left',
          answered && q.right.includes(o.id)
            ? 'border-ink font-bold'
            : answered && chosen.includes(o.id)
              ? 'border-wrong hatched'
              : chosen.includes(o.id)
                ? 'border-ink bg-hivis font-bold text-on-hivis'
                : 'border-rule',
        ]}
        aria-pressed={chosen.includes(o.id)}
        disabled={answered}
        onclick={() => turn(o.id)}
        ><span
          class={['flex-1', answered && chosen.includes(o.id) && !q.right.includes(o.id) && 'bg-paper px-1']}
          >{o.says}</span
        >{#if answered && q.right.includes(o.id)}<span aria-hidden="true">✓</span><span class="sr-only"
            >right</span
          >{/if}<kbd class="hidden key lg:inline">{i + 1}</kbd></button
      >
    </li>
  {/each}
</ul>
{#if answered}
  {#each q.why as w (w)}<p>{w}</p>{/each}
{:else}
  <button
    class={['act min-h-14 text-lg', chosen.length > 0 && 'in-reach-alone act-now']}
    data-main-action
    disabled={!chosen.length}
    onclick={done}>That is it <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
{/if}
