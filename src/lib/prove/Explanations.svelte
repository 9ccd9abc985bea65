<script lang="ts">
  import { saidOf } from '$core/model/end-name';
  import { mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import type { Explanation } from '$core/diagnose/types';
  import RemedyDrawing from './RemedyDrawing.svelte';
  import type { ProveSession } from './session.svelte';

  let { session }: { session: ProveSession } = $props();
  const shown = $derived(
    (session.diagnosis?.explanations ?? []).filter((e, i) => i === 0 || e.probability >= 0.005).slice(0, 4),
  );
  const rest = $derived(Math.max(0, 1 - shown.reduce((s, e) => s + e.probability, 0)));
  const percent = (p: number) =>
    p > 0.995 && p < 1 - 1e-9 ? '99%' : p < 0.005 ? '<1%' : `${Math.round(p * 100)}%`;
  const parts = (e: Explanation) =>
    e.mistakes.map((m) => ({
      where: saidOf(session.link, PLACE_WORDS[m.where][0]!.toUpperCase() + PLACE_WORDS[m.where].slice(1)),
      what: mistakeText(m, e.cable.breaks),
    }));
</script>

{#if shown.length}
  <section aria-label="What could be behind it">
    <h3 class="text-sm text-faint">What could be behind it</h3>
    <ol class="mt-1 border-t border-rule">
      {#each shown as e, i (i)}
        <li class="border-b border-rule">
          <button
            class={[
              'grid min-h-12 w-full grid-cols-[3.25rem_1fr] items-center gap-x-2 py-2 text-left',
              i === session.chosen ? 'px-2 outline-2 -outline-offset-2 outline-ink' : '',
            ]}
            aria-pressed={i === session.chosen}
            onclick={() => (session.chosen = i)}
          >
            <span class="font-mono font-bold">{percent(e.probability)}</span>
            <span
              >{#each parts(e) as p, k (k)}{k ? ', and ' : ''}<strong>{p.where}</strong> {p.what}{/each}</span
            >
            <span class="col-start-2 mt-1 h-1 bg-rule" aria-hidden="true"
              ><span class="block h-1 bg-ink" style="width: {Math.max(0.5, e.probability * 100)}%"
              ></span></span
            >
          </button>
          {#if i === session.chosen}
            <RemedyDrawing explanation={e} layouts={session.layouts} link={session.link} />
          {/if}
        </li>
      {/each}
    </ol>
    {#if rest > 0.0005}<p class="mt-1 font-mono text-sm text-faint">{percent(rest)} anything else</p>{/if}
  </section>
{/if}
