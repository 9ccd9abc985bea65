<script lang="ts">
  import type { Units } from '$core/bench/units';
  import { untrack } from 'svelte';
  import { PLANTED_SLIPS, screened, WATCHED_GATES, type Planted } from '$core/drill/planted';
  import { beginTermination, goOn, sayable, seenAt, stopFor, terminationResult, uncaught, type Termination } from '$core/drill/termination'; // prettier-ignore
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import ConnectorDrawing from '$lib/bench/ConnectorDrawing.svelte';
  import { forThisScreen } from '$lib/controls/keys';
  import { seenAtBench } from './seen';
  import type { DrillSession } from './session.svelte';

  interface Props {
    session: DrillSession;
    units: Units;
  }
  /** A termination is watched gate by gate, and stopped where something is wrong. */
  let { session, units }: Props = $props();
  let it = $state.raw<Termination>(untrack(() => beginTermination(session.skill!.id, Math.random)));
  let said = $state.raw<{ slip: Planted; there: boolean } | null>(null);
  const seen = $derived(seenAt(it, units));
  const over = $derived(it.gate === 'over');
  const options = $derived(sayable(it));

  const isCaught = (slip: Planted) => it.caught.some((c) => c.slip === slip);
  const isAlarm = (slip: Planted) => it.alarms.some((a) => a.slip === slip && a.gate === it.gate);
  /** What was said at this gate already: it is put right, or it was not so. */
  const answered = (slip: Planted) => isCaught(slip) || isAlarm(slip);

  function stop(slip: Planted): void {
    if (answered(slip) || !session.guard.take()) return;
    const before = it.caught.length;
    it = stopFor(it, slip);
    said = { slip, there: it.caught.length > before };
    session.guard.shown();
  }
  function on(): void {
    if (over || !session.guard.take()) return;
    it = goOn(it);
    scrollTo(0, 0);
    said = null;
    session.guard.shown();
    if (it.gate !== 'over') return;
    const { right, rating, slip } = terminationResult(it);
    session.rate({ right, ...(slip ? { slip } : {}) }, rating);
  }
  function onkeydown(event: KeyboardEvent): void {
    if (event.repeat || !forThisScreen(event)) return;
    const option = /^[1-9]$/.test(event.key) ? options[Number(event.key) - 1] : undefined;
    if (option) stop(option);
  }
</script>

<svelte:window {onkeydown} />

<p class="text-xl font-bold">
  A {FAMILY_NAMES[it.family]} to {it.scheme}. Stop it where something is wrong.
</p>
{#if it.gate !== 'over'}
  <ol class="flex flex-wrap gap-x-3 text-sm" aria-label="Gates">
    {#each WATCHED_GATES as g (g)}
      <li
        class={it.gate === g ? 'font-bold underline underline-offset-4' : 'text-faint'}
        aria-current={it.gate === g ? 'step' : undefined}
      >
        {g}
      </li>
    {/each}
  </ol>
  {#if seen.end}
    {@const { end } = seen}
    <ConnectorDrawing
      family={end.family}
      seen={seenAtBench(end.family)}
      shielded={screened(end.family)}
      shows={(c) => end.laid[c] ?? null}
      slips={end}
      small
    />
  {/if}
  <dl class="grid grid-cols-[auto_1fr] gap-x-4 border-2 border-rule p-3 text-lg" data-testid="facts">
    {#each seen.facts as f (f.name)}
      <dt class="text-faint">{f.name}</dt>
      <dd class="font-bold">{f.value}</dd>
    {/each}
  </dl>
  <details class="text-sm" open={it.gate === 'identify'}>
    <summary class="flex min-h-12 cursor-pointer items-center">What this gate asks</summary>
    {#each seen.steps as s (s)}<p>{s}</p>{/each}
  </details>
  {#if said}
    <p class={['border-l-4 pl-3', said.there ? 'border-ink' : 'border-wrong']} role="status">
      {said.there
        ? `Right: ${PLANTED_SLIPS[said.slip].says}. It is put right now. ${PLANTED_SLIPS[said.slip].costs}`
        : 'Look again: that is not so here.'}
    </p>
  {/if}
  <ul class="grid gap-1.5 sm:grid-cols-2" aria-label="What is wrong">
    {#each options as slip, i (slip)}
      {@const caught = isCaught(slip)}
      <li>
        <button
          class={[
            'flex min-h-12 w-full items-center gap-2 border-2 px-3 text-left',
            caught ? 'border-ink font-bold' : 'border-rule',
            isAlarm(slip) && 'text-faint line-through',
          ]}
          disabled={answered(slip)}
          onclick={() => stop(slip)}
          ><span class="flex-1">Stop: {PLANTED_SLIPS[slip].says}</span>{#if caught}<span>✓</span>{/if}<kbd
            class="hidden key lg:inline">{i + 1}</kbd
          ></button
        >
      </li>
    {/each}
  </ul>
  <button class="in-reach-alone act min-h-14 act-now text-lg" data-main-action onclick={on}
    >{it.gate === 'read-back'
      ? 'All is well: make it permanent'
      : it.gate === 'look'
        ? 'All is well: done'
        : 'All is well: go on'}
    <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
{:else}
  <section class="grid gap-1" aria-label="What was wrong">
    {#each it.planted as p (p.slip)}
      {@const caught = it.caught.find((c) => c.slip === p.slip)}
      <p class={['border-l-4 pl-3', caught ? 'border-ink' : 'border-wrong']}>
        <strong>{PLANTED_SLIPS[p.slip].says}{p.slip === 'exchanged' ? `: ${p.at.join(' and ')}` : ''}</strong
        >,
        {caught
          ? `stopped at ${caught.gate}`
          : `let through; it could be seen at ${PLANTED_SLIPS[p.slip].seen.join(' and ')}`}. {PLANTED_SLIPS[
          p.slip
        ].costs}
      </p>
    {:else}<p>Nothing was wrong with it.</p>{/each}
    {#if it.alarms.length}<p>
        Stopped for nothing: {it.alarms.map((a) => PLANTED_SLIPS[a.slip].says).join('; ')}.
      </p>{/if}
    {#if uncaught(it).length}<p class="text-sm text-faint">
        A slip let through costs the connector, and the walk to it.
      </p>{/if}
  </section>
{/if}
