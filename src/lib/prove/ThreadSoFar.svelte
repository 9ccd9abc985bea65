<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { saidOf } from '$core/model/end-name';
  import type { Look } from '$core/diagnose/types';
  import { conductorLabel, ENDS, type End } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { ProveSession } from './session.svelte';

  /** What was asked, answered and done about this link so far; an answer of this reading can be taken back. */
  let { session }: { session: ProveSession } = $props();
  const job = useJob();
  const thread = $derived(job.statusOf(session.link.id).thread);
  const lookWords = (l: Look) =>
    `${l.end} ${l.contact}: ${conductorLabel(l.conductor)}${l.open === undefined ? '' : l.open ? ', not home' : ', home'}${l.bridged ? ', joined' : ''}`;
  const done = $derived([
    ...(thread && thread.fails > 1 ? [`failed ${thread.fails} times`] : []),
    ...(thread?.checked ? ['port and remote checked'] : []),
    ...(thread?.swapped ?? []).map((e) => `lead at the ${e} changed`),
    ...ENDS.flatMap((end) => {
      const punched = (thread?.repunched ?? []).filter((r) => r.end === end).map((r) => r.contact);
      return punched.length ? [`${end} ${punched.join(', ')} punched again`] : [];
    }),
    ...(thread?.redone ?? []).map((e) => `${e} done again`),
  ]);
  const here = $derived([
    ...(session.checked ? [{ says: 'port and remote checked', back: () => (session.checked = false) }] : []),
    ...session.swapped.map((e) => ({
      says: saidOf(session.link, `lead at the ${e} changed`),
      back: () => (session.swapped = session.swapped.filter((x) => x !== e)),
    })),
    ...session.lookedSoFar.map((l) => ({
      says: saidOf(session.link, lookWords(l)),
      back: () => session.takeLookBack(l),
    })),
  ]);
  let words = $state('');
  let where = $state<End | 'cable'>('head');
</script>

{#if done.length || here.length}
  <section aria-label="So far" class="text-sm" data-testid="thread">
    <h3 class="text-faint">So far</h3>
    {#if done.length}<p>{saidOf(session.link, done.join('; '))}.</p>{/if}
    {#each here as step, i (i)}
      <p class="flex items-center gap-2">
        <span class="flex-1">{step.says}</span>
        <button class="min-h-12 px-2 underline underline-offset-4" onclick={step.back}>change</button>
      </p>
    {/each}
  </section>
{/if}
<details class="border-t border-rule text-sm">
  <summary class="flex min-h-12 cursor-pointer items-center">Something else is wrong</summary>
  <form
    class="flex flex-wrap gap-2 pb-2"
    onsubmit={(e) => {
      e.preventDefault();
      if (!words.trim()) return;
      session.somethingElse(where, words.trim());
      words = '';
    }}
  >
    <Choice
      bare
      class="w-28"
      label="Where it is wrong"
      options={([...ENDS, 'cable'] as const).map((w) => [w, w] as const)}
      bind:value={where}
    />
    <input
      class="h-12 min-w-0 flex-1 border border-rule bg-transparent px-2"
      aria-label="What is wrong, in words"
      placeholder="what is wrong, in words"
      maxlength="400"
      bind:value={words}
    />
    <button class="h-12 border border-rule px-3">write it down</button>
  </form>
</details>
