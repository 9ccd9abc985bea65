<script lang="ts">
  import { mediumOf } from '$core/wiring/connector';
  import { parseLength } from '$core/bench/units';
  import { judgeUntwist, MOST_UNTWIST_MM } from '$core/bench/untwist';
  import { wantsAsking } from '$core/log/tools';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import PhotoButton from '$lib/photo/PhotoButton.svelte';
  import PhotoCompare from './PhotoCompare.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onlogged }: { session: BenchSession; onlogged: () => void } = $props();
  const coax = $derived(mediumOf(session.connector) === 'coax');
  const untwist = $derived.by(() => {
    if (!session.untwist.trim() || coax) return null;
    const parsed = parseLength(session.untwist, session.setting.units);
    if (!parsed.ok) return parsed;
    if (parsed.mm > MOST_UNTWIST_MM)
      return { ok: false as const, message: `An untwist of ${Math.round(parsed.mm)} mm cannot be: measure from the twist to the contact.` }; // prettier-ignore
    return {
      ...parsed,
      judged: judgeUntwist(
        parsed.mm,
        session.setting.untwist,
        session.setting.category,
        session.setting.units,
      ),
    };
  });
  const used = $derived(
    session.job.plan.parts.filter(
      (p) => !p.cable && (!p.connector || p.connector.family === session.connector),
    ),
  );

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
  function cut(part: string, did: 'clean-cut' | 'rough-cut'): void {
    session.job.log.writeForJob('tool', { part, did });
    answered = [...answered, part];
  }

  function log(): void {
    if (untwist && !untwist.ok) return;
    session.log(untwist ? untwist.mm : undefined);
    onlogged();
  }
</script>

<p class="text-lg">
  <strong>{session.link.label} {session.end}</strong>: {FAMILY_NAMES[session.connector]}{coax
    ? ''
    : `, ${session.scheme}`}.
  {session.readBack ? 'Read back and right.' : 'The order was not read back on this attempt.'}
</p>
{#if !coax}
  <label class="text-sm"
    >untwist at the contact, if you measured it ({session.setting.units})
    <input
      class="mt-1 block h-12 w-40 border border-ink bg-transparent px-2 font-mono text-base"
      inputmode="decimal"
      autocomplete="off"
      value={session.untwist}
      oninput={(e) => session.setUntwist(e.currentTarget.value)}
    />
  </label>
  {#if untwist}
    {@const bad = !untwist.ok || !untwist.judged.ok}
    <p class={bad ? 'border-l-4 border-wrong pl-3' : ''} role={bad ? 'alert' : 'status'}>
      {untwist.ok ? untwist.judged.text : untwist.message}
    </p>
  {/if}
{/if}
{#if used.length}
  <fieldset class="flex flex-wrap gap-2">
    <legend class="text-sm">with</legend>
    {#each used as part (part.id)}
      <button
        class={[
          'min-h-12 border px-3',
          session.parts.includes(part.id) ? 'border-2 border-ink font-bold' : 'border-rule',
        ]}
        aria-pressed={session.parts.includes(part.id)}
        onclick={() => session.togglePart(part.id)}>{part.name}{part.lot ? `, lot ${part.lot}` : ''}</button
      >
    {/each}
  </fieldset>
{/if}
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
<button
  class="in-reach act min-h-14 act-now text-lg"
  data-main-action
  disabled={untwist !== null && !untwist.ok}
  onclick={log}>Log it, next port <kbd class="hidden key lg:inline">PgDn</kbd></button
>
