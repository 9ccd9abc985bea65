<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
  import { endName, saidOf } from '$core/model/end-name';
  import { mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import { answersInPlace } from '$core/diagnose/answers';
  import type { LookAnswer } from '$core/diagnose/types';
  import { classOf } from '$core/wiring/connector';
  import { conductorLabel, ENDS } from '$core/wiring/conductors';
  import { laidAt } from '$core/wiring/schemes';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { ProveSession } from './session.svelte';

  /** What to do now about a fail, and the press that says it was done: it logs what it has to and reads on. */
  let { session }: { session: ProveSession } = $props();
  const job = useJob();
  const next = $derived(session.diagnosis?.next);
  /** It comes when it has been worked out, under a thumb that may be on its way to what stood there before. */
  const guard = new PressGuard(undefined, STEP_AFTER_MS);
  $effect(() => (next ? guard.shown() : undefined));
  const take = (then: () => void) => () => {
    if (guard.armed) then();
  };
  const answers = $derived(
    next?.action === 'look' && next.end && next.contact
      ? answersInPlace(next.answers ?? [], next.asks!, laidAt(session.layouts[next.end], next.contact))
      : [],
  );

  function says(a: LookAnswer): string {
    if (next?.contact === 'S') return a.open ? 'not on the shield' : a.bridged ? 'touches a contact' : 'on the shield, and clear'; // prettier-ignore
    if (next?.asks === 'bridge') return a.bridged ? 'joined' : 'clear';
    if (next?.asks === 'home') return a.open ? 'not home' : 'home';
    return [a.open ? 'not home' : '', a.bridged ? 'joined to another' : ''].filter(Boolean).join(', ');
  }
  const minutes = (m: number) => (m < 10 ? `${Math.round(m * 2) / 2} min` : `${Math.round(m)} min`);
  const where = $derived(
    next?.end && next.end !== job.here.standingAt
      ? saidOf(session.link, session.link.cord ? `The ${next.end}` : `Walk to the ${next.end}`)
      : '',
  );
  const kicker = $derived(
    where || (next?.action === 'look' ? 'Look first, here' : next?.action === 'check' ? 'Check first' : 'Do next'), // prettier-ignore
  );
  /** Why this and nothing else: what is most likely, where the action goes to it. */
  const why = $derived.by(() => {
    const [first] = session.diagnosis?.explanations ?? [];
    if (!first || !next || next.action === 'prove') return '';
    const what = first.mistakes.map((m) =>
      saidOf(session.link, `${PLACE_WORDS[m.where]} ${mistakeText(m, first.cable.breaks)}`),
    );
    return `${Math.round(Math.min(0.99, first.probability) * 100)}%: ${what.join(', and ')}.`;
  });
  const plug = $derived(next?.end && classOf(session.link[next.end].connector) === 'plug');
</script>

{#if next}
  <div data-asks={guard.ready}>
    <div class="flex items-center justify-between gap-2">
      <p class="text-sm text-faint">{kicker}</p>
      <Choice
        beside
        class="w-56"
        label="I am at the"
        options={ENDS.map((end) => [end, endName(session.link, end)] as const)}
        value={job.here.standingAt}
        onchoose={(end) => job.here.stand(end)}
      />
    </div>
    <h3 class="mt-1 text-xl font-bold" data-testid="question">
      {saidOf(session.link, next.question ?? 'Read again.')}
    </h3>
    <div class="mt-2 grid gap-2">
      {#if next.action === 'look'}
        <div class="grid grid-cols-2 gap-2">
          {#each answers as a, i (i)}
            <button
              class="act min-h-14 flex-wrap justify-start gap-x-2 gap-y-0 act-now px-3"
              onclick={take(() => session.answer(a))}
            >
              {#if next.asks === 'conductor' && a.conductor}<Swatch conductor={a.conductor} /><span
                  class="font-mono">{conductorLabel(a.conductor)}</span
                >{/if}
              <span class={next.asks === 'conductor' ? 'w-full text-sm font-normal' : ''}>{says(a)}</span>
            </button>
          {/each}
        </div>
      {:else if next.action === 'check'}
        <button class="act act-now" data-main-action onclick={take(() => session.madeSure('setting'))}
          >Looked again: read once more <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {:else if next.action === 'swap-lead'}
        <button class="act act-now" data-main-action onclick={take(() => session.madeSure(next.end!))}
          >Lead changed: read once more <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {:else if next.action === 'repunch'}
        <button
          class="act act-now"
          data-main-action
          onclick={take(() => session.mendedHere('repunch', next.end!, next.contacts ?? []))}
          >Punched again: read once more <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {:else if next.action === 'redo'}
        <button
          class="act act-now"
          data-main-action
          onclick={take(() => session.mendedHere('redo', next.end!, []))}
          >{plug ? 'New plug on' : 'Done again'}: read once more
          <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {:else if next.action === 'prove'}
        <button class="act act-now" data-main-action onclick={take(() => session.readAgain())}
          >Read again</button
        >
      {/if}
    </div>
    <p class="mt-2 text-sm text-faint">
      {why ? `${why} ` : ''}{minutes(next.minutes)} now, about {minutes(next.expectedMinutes)} in all to a proven
      link.
    </p>
  </div>
{:else if session.unexplained}
  <p class="border-l-4 border-wrong pl-3" role="alert">
    This device could not work out what the fail comes from: log it, and say what was found, or read again.
  </p>
{:else}
  <!-- As high as what comes, so that what stands below stays where it is. -->
  <p class="min-h-52 text-faint">Working out what this means …</p>
{/if}
