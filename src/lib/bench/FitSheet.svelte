<script lang="ts">
  import { untrack } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { connectorsFor } from '$core/model/cable-named';
  import { figureProblem } from '$core/wiring/figures';
  import { fitOf } from '$core/bench/fit';
  import { CATEGORIES, GENERIC_CABLES, JACKETS, SHIELDS, type CableSpec } from '$core/wiring/parts';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import Sheet from '$lib/shell/Sheet.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onclose }: { session: BenchSession; onclose: () => void } = $props();
  const extras = $derived(session.job.plan);
  const cables = $derived([
    ...extras.parts.flatMap((p) => (p.cable ? [{ id: p.id, name: p.name, spec: p.cable }] : [])),
    ...GENERIC_CABLES,
  ]);
  const connectors = $derived(connectorsFor(session.connector, extras.parts));
  const known = untrack(() => cables.find((c) => c.spec === session.cable));
  let cableId = $state(known?.id ?? 'new');
  let connectorId = $state(untrack(() => connectors[0]!.id));
  let draft = $state<CableSpec>(untrack(() => ({ ...GENERIC_CABLES[1]!.spec })));
  let name = $state(untrack(() => session.link.cable));
  let figures = $state(
    untrack(() => ({
      jacket: String(draft.jacketMm),
      conductor: String(draft.conductorMm),
      gauge: String(draft.gauge),
    })),
  );
  const number = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));
  const problems = $derived(
    (['jacket', 'conductor', 'gauge'] as const)
      .map((f) => figureProblem(f, number(figures[f])))
      .filter((p) => p !== null),
  );
  const spec = $derived<CableSpec | null>(
    cableId !== 'new'
      ? (cables.find((c) => c.id === cableId)?.spec ?? null)
      : problems.length
        ? null
        : {
            ...draft,
            jacketMm: number(figures.jacket),
            conductorMm: number(figures.conductor),
            gauge: number(figures.gauge),
          },
  );
  const connector = $derived(connectors.find((c) => c.id === connectorId) ?? connectors[0]!);
  const fit = $derived(spec && fitOf(spec, connector.spec));
  const MARK = { fits: '✓', remedy: '!', 'does-not-fit': '✕' };

  function keep(): void {
    if (!spec || !name.trim()) return;
    extras.keepPart({ id: uuid(), name: name.trim().slice(0, 120), kind: 'cable', cable: spec });
    onclose();
  }
</script>

{#snippet pick(label: string, list: readonly string[], value: string, set: (v: string) => void)}
  <label class="text-sm"
    >{label}
    <select class="field" {value} onchange={(e) => set(e.currentTarget.value)}>
      {#each list as x (x)}<option value={x} class="bg-paper">{x}</option>{/each}
    </select>
  </label>
{/snippet}

<Sheet title="Does it fit?" {onclose}>
  <div class="grid gap-3">
    <label class="text-sm"
      >cable
      <select class="field" bind:value={cableId}>
        {#each cables as c (c.id)}<option value={c.id} class="bg-paper">{c.name}</option>{/each}
        <option value="new" class="bg-paper">another: type its figures</option>
      </select>
    </label>
    {#if cableId === 'new'}
      <div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {#each [['jacket', 'jacket, mm'], ['conductor', 'insulated conductor, mm'], ['gauge', 'gauge, AWG']] as const as [f, label] (f)}
          <label class="text-sm"
            >{label}
            <input class="field font-mono" inputmode="decimal" bind:value={figures[f]} />
          </label>
        {/each}
        {@render pick(
          'category',
          CATEGORIES,
          draft.category,
          (v) => (draft.category = v as CableSpec['category']),
        )}
        {@render pick(
          'conductor',
          ['solid', 'stranded'],
          draft.conductor,
          (v) => (draft.conductor = v as CableSpec['conductor']),
        )}
        {@render pick('shield', SHIELDS, draft.shield, (v) => (draft.shield = v as CableSpec['shield']))}
        {@render pick('jacket type', JACKETS, draft.jacket, (v) => (draft.jacket = v as CableSpec['jacket']))}
        {@render pick(
          'spline',
          ['yes', 'no'],
          draft.spline ? 'yes' : 'no',
          (v) => (draft.spline = v === 'yes'),
        )}
      </div>
      {#each problems as p (p)}<p class="border-l-4 border-wrong pl-3" role="alert">{p}</p>{/each}
    {/if}
    <label class="text-sm"
      >{FAMILY_NAMES[session.connector]}
      <select class="field" bind:value={connectorId}>
        {#each connectors as c (c.id)}<option value={c.id} class="bg-paper">{c.name}</option>{/each}
      </select>
    </label>
    {#if fit}
      <h3 class={['text-xl font-bold', fit.grade === 'does-not-fit' && 'text-wrong']} data-testid="fit">
        {fit.grade === 'fits' ? 'Fits' : fit.grade === 'remedy' ? 'Fits, with a remedy' : 'Does not fit'}
      </h3>
      <ul class="border-t border-rule">
        {#each fit.reasons as r (r.about)}
          <li class="grid grid-cols-[1.5rem_1fr] border-b border-rule py-1.5">
            <span class={['font-bold', r.grade === 'does-not-fit' && 'text-wrong']} aria-label={r.grade}
              >{MARK[r.grade]}</span
            >{r.text}
          </li>
        {/each}
      </ul>
      {#if cableId === 'new'}
        <label class="text-sm"
          >keep it on this job as
          <input class="field" bind:value={name} maxlength="120" />
        </label>
        <button class="act act-now" onclick={keep} disabled={!name.trim()}>Keep this cable</button>
      {/if}
    {/if}
    {#if extras.refused}<p class="border-l-4 border-wrong pl-3" role="alert">{extras.refused}</p>{/if}
  </div>
</Sheet>
