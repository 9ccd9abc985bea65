<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { mediumOf } from '$core/wiring/connector';
  import { findingWords, PATTERN_HINTS } from '$core/bench/read-back';
  import type { BenchConductor } from '$core/bench/seats';
  import { CONDUCTORS } from '$core/wiring/conductors';
  import { forThisScreen } from '$lib/controls/keys';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { conductorText } from '$lib/strand/words';
  import GateSteps from './GateSteps.svelte';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const coax = $derived(mediumOf(session.connector) === 'coax');
  const choices = $derived<readonly BenchConductor[]>([
    ...CONDUCTORS,
    ...(session.link.shielded ? (['DRAIN'] as const) : []),
  ]);
  /** What can be wrong of a coax before it is compressed, and what mends it. */
  const COAX_POINTS = [
    {
      asks: 'No strand of braid touches the centre.',
      mend: 'Pull the connector off, fold every strand back over the jacket, and push it on again.',
    },
    {
      asks: 'The dielectric is flush inside.',
      mend: 'Push on until the white is level with the floor inside; cut back and strip again where it is too short.',
    },
  ] as const;
  let coaxWrong = $state<readonly string[]>([]);
  const turn = (what: string) =>
    (coaxWrong = coaxWrong.includes(what) ? coaxWrong.filter((x) => x !== what) : [...coaxWrong, what]);
  function coaxSeen(): void {
    if (coaxWrong.length) {
      session.coaxWrong();
      coaxWrong = [];
    } else if (session.guard.take()) session.coaxRight();
  }
  const asked = $derived(session.contacts[session.held.length]);
  const legend = $derived(session.guide.layout.kind === 'legend');
  const wrong = $derived(session.readingOn ? null : session.mismatch);
  const over = $derived(session.mismatch ? session.finding : null);
  const begun = $derived(session.held.length > 0);

  function onkeydown(event: KeyboardEvent): void {
    if (!forThisScreen(event)) return;
    const choice = /^[1-9]$/.test(event.key) ? choices[Number(event.key) - 1] : undefined;
    if (event.repeat) return;
    if (choice && asked && !wrong && !over) session.tap(choice);
    else if (event.key === 'Backspace' && session.held.length) session.takeBack();
    else if (event.key === 'Enter' && over) session.readAgain();
    else if (event.key === 'Enter' && wrong) session.exchanged();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

{#if over}
  <p class="border-l-4 border-wrong pl-3 text-xl font-bold" role="alert" data-testid="finding">
    {findingWords(over, session.order, conductorText)}
  </p>
  <div class="grid gap-2">
    <button class="act min-h-14 act-now" data-main-action onclick={() => session.readAgain()}
      >Put right: read all of it again <kbd class="hidden key lg:inline">Enter</kbd></button
    >
    <button class="act" onclick={() => session.takeBack()}>I tapped the wrong colour</button>
  </div>
{:else if wrong}
  <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="mismatch">
    <p class="text-xl font-bold">
      Contact {wrong.contact} holds {conductorText(wrong.holds)}; it should hold {conductorText(wrong.wants)}.
    </p>
    {#if session.patterns.length}
      <p class="text-lg">
        {session.patterns.map((p) => PATTERN_HINTS[p]).join(' ')} The rest tells: read on before you move anything.
      </p>
    {:else}
      <p class="text-lg">
        {conductorText(wrong.holds)} belongs at {wrong.exchangeWith}: exchange {wrong.contact} and {wrong.exchangeWith}
        now, while it still comes out.
      </p>
    {/if}
  </div>
  <div class="grid gap-2">
    {#if session.patterns.length}
      <button class="act min-h-14 act-now" data-main-action onclick={() => session.readOn()}>Read on</button>
    {/if}
    <button
      class={['act min-h-14', !session.patterns.length && 'act-now']}
      data-main-action={session.patterns.length ? undefined : true}
      onclick={() => session.exchanged()}
      >Exchanged: read {wrong.contact} again <kbd class="hidden key lg:inline">Enter</kbd></button
    >
    {#if !session.patterns.length}
      <button class="act" onclick={() => session.readOn()}>Read on to the end first</button>
    {/if}
    <button class="act" onclick={() => session.takeBack()}>I tapped the wrong colour</button>
  </div>
{:else if coax && asked}
  <GateSteps {session} gate="read-back" />
  <ul class="border-t border-rule">
    {#each COAX_POINTS as point (point.asks)}
      <li class="flex hand-row items-center gap-3 border-b border-rule">
        <span class="flex-1 py-2 text-lg leading-snug">{point.asks}</span>
        <Toggle
          tone="amiss"
          class="min-w-20 font-semibold"
          pressed={coaxWrong.includes(point.asks)}
          onclick={() => turn(point.asks)}>not so</Toggle
        >
      </li>
    {/each}
  </ul>
  {#each COAX_POINTS.filter((p) => coaxWrong.includes(p.asks)) as point (point.asks)}
    <p class="border-l-4 border-wrong pl-3 text-lg font-bold" role="alert">{point.mend}</p>
  {/each}
  <button
    class="in-reach act min-h-14 act-now text-lg"
    data-main-action
    disabled={!session.guard.ready}
    onclick={coaxSeen}
    >{coaxWrong.length ? 'Put right: look at both again' : 'Both are so'}
    <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
{:else if asked}
  {#if !begun}<GateSteps {session} gate="read-back" />{/if}
  <p class="text-xl font-bold" data-testid="asked">
    {asked === 'S'
      ? 'Last, the shield: what is bonded there?'
      : legend
        ? `Slot ${session.held.length + 1}, contact ${asked}: what is in it?`
        : `Contact ${asked}: what is in your hand?`}
  </p>
  <div class="grid grid-cols-2 gap-1.5 lg:gap-2" role="group" aria-label="What you hold">
    {#each choices as c, i (c)}
      <button class="act min-h-12 justify-start px-3 py-1" onclick={() => session.tap(c)}>
        <Swatch conductor={c} width={46} height={18} />
        <span class="flex-1 font-mono">{conductorText(c)}</span><kbd class="hidden key lg:inline">{i + 1}</kbd
        >
      </button>
    {/each}
  </div>
  {#if begun}
    <button class="min-h-12 font-semibold underline underline-offset-4" onclick={() => session.takeBack()}
      >take the last one back</button
    >
  {/if}
{:else}
  <p class="text-xl font-bold">Read back and right.</p>
  <button
    class="act act-now text-lg"
    data-main-action
    disabled={!session.guard.ready}
    onclick={() => session.press()}
    >On to {session.guide.seated.toLowerCase()} <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
  <button class="act" onclick={() => session.readAgain()}>Read it again</button>
{/if}
