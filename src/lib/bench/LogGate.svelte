<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { onMount } from 'svelte';
  import { bladesHere } from '$lib/trend/ask';
  import { endName } from '$core/model/end-name';
  import { endOrderWords } from '$core/wiring/schemes';
  import { mediumOf } from '$core/wiring/connector';
  import { leftOfLot, SAY_LEFT_AT, usedFor, wantsAsking } from '$core/log/tools';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import PhotoButton from '$lib/photo/PhotoButton.svelte';
  import PhotoCompare from './PhotoCompare.svelte';
  import Untwist from './Untwist.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onlogged }: { session: BenchSession; onlogged: () => void } = $props();
  const coax = $derived(mediumOf(session.connector) === 'coax');
  const untwist = $derived(coax ? null : session.untwistSaid);
  const tooFar = $derived(untwist?.ok === true && !untwist.judged.ok);
  const used = $derived(usedFor(session.connector, session.job.plan.parts));

  let answered = $state<string[]>([]);
  /** Punch tools in hand whose cut nobody has judged for long. */
  const asked = $derived(
    used.filter(
      (p) =>
        p.kind === 'punch tool' &&
        session.parts.includes(p.id) &&
        !answered.includes(p.id) &&
        session.job.log.tools([p]).some(wantsAsking),
    ),
  );
  /** Tools in hand whose blade has made more ends than pay, as this crew's own log shows. */
  let pays = $state<number>();
  onMount(() => {
    if (used.some((p) => p.kind === 'punch tool'))
      void bladesHere(session.job).then((wear) => (pays = wear?.changeAfter));
  });
  const worn = $derived(
    pays === undefined
      ? []
      : used.filter(
          (p) =>
            p.kind === 'punch tool' &&
            session.parts.includes(p.id) &&
            session.job.log.tools([p]).some((t) => t.sinceBlade >= pays!),
        ),
  );
  /** Lots in hand that are nearly used up. */
  const low = $derived(
    used.flatMap((p) => {
      const left = session.parts.includes(p.id) ? leftOfLot(p, session.job.log.tools([p])[0]) : null;
      return left !== null && left <= SAY_LEFT_AT ? [{ part: p, left }] : [];
    }),
  );
  function newBlade(part: string): void {
    session.job.log.writeForJob('tool', { part, did: 'blade-changed' });
  }
  function cut(part: string, did: 'clean-cut' | 'rough-cut'): void {
    session.job.log.writeForJob('tool', { part, did });
    answered = [...answered, part];
  }

  function log(): void {
    if ((untwist && !untwist.ok) || !session.guard.take()) return;
    session.log(untwist?.mm);
    onlogged();
  }
</script>

<p class="text-lg">
  <strong>{session.link.label} {endName(session.link, session.end)}</strong>: {FAMILY_NAMES[
    session.connector
  ]}{coax ? '' : `, ${endOrderWords(session.order)}`}.
  {session.readBack ? 'Read back and right.' : 'The order was not read back on this attempt.'}
</p>
{#if !coax}<Untwist {session} />{/if}
{#if used.length}
  <fieldset class="flex flex-wrap gap-2">
    <legend class="text-sm">with</legend>
    {#each used as part (part.id)}
      <Toggle
        class="px-3"
        pressed={session.parts.includes(part.id)}
        onclick={() => session.togglePart(part.id)}>{part.name}{part.lot ? `, lot ${part.lot}` : ''}</Toggle
      >
    {/each}
  </fieldset>
{/if}
{#each low as { part, left } (part.id)}
  <p class="border-l-4 border-ink pl-3" data-testid="lot runs out">
    {part.name}{part.lot ? `, lot ${part.lot}` : ''}: {left === 0
      ? 'none is left by the log'
      : left === 1
        ? 'this is the last one'
        : `${left} are left, this one with them`}. Have the next lot at hand.
  </p>
{/each}
{#each worn as tool (tool.id)}
  <div class="border-l-4 border-ink pl-3" data-testid="worn blade">
    <p>
      The blade of {tool.name} has made {session.job.log.tools([tool])[0]!.sinceBlade} ends: by this job’s own log
      a new one pays after {pays}.
    </p>
    <button class="act" onclick={() => newBlade(tool.id)}>A new blade is in</button>
  </div>
{/each}
{#each asked as tool (tool.id)}
  <div class="flex items-center gap-2" role="group" aria-label="Clean cut?">
    <span class="flex-1">{tool.name}: clean cut?</span>
    <button class="min-h-12 min-w-16 border border-ink px-3" onclick={() => cut(tool.id, 'clean-cut')}
      >yes</button
    >
    <button class="min-h-12 min-w-16 border border-ink px-3" onclick={() => cut(tool.id, 'rough-cut')}
      >no, tails</button
    >
  </div>
{/each}
<PhotoButton link={session.link} end={session.end} />
<PhotoCompare {session} />
{#if tooFar}
  <button
    class="in-reach act min-h-14 act-now text-lg"
    data-main-action
    disabled={!session.guard.ready}
    onclick={() => session.refuse('Untwisted too far at the contact.', untwist?.ok ? untwist.mm : undefined)}
    >Log it as refused, do it again <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
  <button class="act" disabled={!session.guard.ready} onclick={log}
    >Log it all the same, against the {session.setting.untwist} school</button
  >
{:else}
  <button
    class="in-reach act min-h-14 act-now text-lg"
    data-main-action
    disabled={!session.guard.ready || (untwist !== null && !untwist.ok)}
    onclick={log}
    >Log it, next {session.link.cord
      ? session.job.cordWay === 'cord' && session.end === 'head'
        ? 'end'
        : 'cord'
      : 'port'} <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
{/if}
