<script lang="ts">
  import { readMetres } from '$core/model/metres';
  import { isLevel, type RunStep } from '$core/model/run';
  import type { Policy } from '$core/model/job';
  import Segments from '$lib/controls/Segments.svelte';
  import type { RunDraft } from './draft.svelte';
  import { stepWords } from './words';

  /** The figures of one step: how far, which way it turns, and what is to be known of it. */
  let { draft, step, units }: { draft: RunDraft; step: RunStep; units: Policy['units'] } = $props();
  let typed = $state<string | null>(null);
  const read = $derived(typed === null || !typed.trim() ? null : readMetres(typed, units));
  const sound = $derived(read?.ok && read.metres >= 0.01 && read.metres <= 500);
  const TURNS = [
    [-90, 'left'],
    [0, 'straight'],
    [90, 'right'],
    [180, 'back'],
  ] as const;
  const SLABS = [
    ['wall', 'a wall'],
    ['up', 'a ceiling'],
    ['down', 'a floor'],
  ] as const;
  const twoPlaces = (x: number) => Math.round(x * 100) / 100;
  function by(metres: number): void {
    typed = null;
    draft.change({ metres: Math.min(500, Math.max(0.01, twoPlaces(step.metres + metres))) });
  }
  function oninput(text: string): void {
    typed = text;
    const now = readMetres(text, units);
    if (now.ok && now.metres >= 0.01 && now.metres <= 500) draft.change({ metres: twoPlaces(now.metres) });
  }
  type MmField = 'cornerMm' | 'radiusMm' | 'mainsMm';
  /** What is wrong with millimetres as they were typed; the step keeps what it had. */
  let wrongMm = $state<Partial<Record<MmField, string>>>({});
  function typedMm(field: MmField, text: string, least: number, most: number): void {
    const said = text.trim();
    const n = Number(said.replace(',', '.'));
    const bad = said !== '' && !(n >= least && n <= most);
    wrongMm = { ...wrongMm, [field]: bad ? `“${said}” is not a length here: write millimetres from ${least} to ${most}.` : '' }; // prettier-ignore
    if (!bad) draft.change({ [field]: said === '' ? undefined : n });
  }
  const before = (i: number) => draft.run.steps[i - 1];
  const bends = $derived(
    draft.laid.bends.some((b) => b.index === draft.chosen) || (step.go === 'loop' && before(draft.chosen)),
  );
</script>

{#snippet inMm(label: string, field: MmField, least: number, most: number, usual = '')}
  <label class="text-sm"
    >{label}, mm
    <input
      class="field font-mono"
      inputmode="decimal"
      maxlength="7"
      placeholder={usual}
      value={step[field] ?? ''}
      onchange={(e) => typedMm(field, e.currentTarget.value, least, most)}
    />
  </label>
  {#if wrongMm[field]}<p class="border-l-4 border-wrong pl-3" role="alert">{wrongMm[field]}</p>{/if}
{/snippet}

<div class="grid gap-3 border-2 border-ink p-3" data-testid="step">
  <h2 class="text-lg font-bold">Step {draft.chosen + 1}: {stepWords(step)}</h2>
  <div class="grid grid-cols-[3.25rem_3.25rem_minmax(0,1fr)_3.25rem_3.25rem] items-end gap-1">
    {#each [-1, -0.1] as n (n)}<button class="h-13 border border-ink" onclick={() => by(n)}
        >{n === -1 ? '−1' : '−.1'}</button
      >{/each}
    <label class="text-sm"
      >{step.go === 'through' ? 'how thick it is' : step.go === 'loop' ? 'cable in it' : 'how far'}
      <input
        class="field text-center font-mono"
        inputmode="decimal"
        maxlength="12"
        value={typed ?? String(step.metres)}
        oninput={(e) => oninput(e.currentTarget.value)}
        onblur={() => sound && (typed = null)}
      />
    </label>
    {#each [0.1, 1] as n (n)}<button class="h-13 border border-ink" onclick={() => by(n)}
        >{n === 1 ? '+1' : '+.1'}</button
      >{/each}
  </div>
  {#if read && !sound}<p class="border-l-4 border-wrong pl-3" role="alert">
      {read.ok ? 'A step is between 1 cm and 500 m long.' : read.message}
    </p>{/if}
  {#if isLevel(step)}
    <Segments
      label="Turn"
      columns={4}
      options={TURNS}
      value={TURNS.some(([t]) => t === (step.turn ?? 0)) ? (step.turn ?? 0) : -1}
      onchoose={(t) => draft.change({ turn: t || undefined })}
    />
  {/if}
  {#if step.go === 'through'}
    <Segments
      label="Through"
      columns={3}
      options={SLABS}
      value={step.slab ?? 'wall'}
      onchoose={(s) => draft.change(s === 'wall' ? { slab: undefined } : { slab: s, turn: undefined })}
    />
    {@render inMm('from the corner both rooms share', 'cornerMm', 1, 20_000, '100')}
    {#each [['behindKnown', 'I know what is behind it'], ['lookedThrough', 'the hole is made and I looked through it']] as const as [field, says] (field)}
      <label class="flex min-h-12 items-center gap-3"
        ><input
          type="checkbox"
          class="size-6 shrink-0 accent-(--ink)"
          checked={step[field] ?? false}
          onchange={(e) => draft.change({ [field]: e.currentTarget.checked ? true : undefined })}
        />{says}</label
      >
    {/each}
  {/if}
  <div class="grid grid-cols-2 gap-2">
    {#if bends || step.go === 'loop'}
      {@render inMm(step.go === 'loop' ? 'radius of the loop' : 'radius of its bend', 'radiusMm', 1, 2000)}
    {/if}
    {#if step.go !== 'loop'}
      {@render inMm('mains beside it', 'mainsMm', 0, 5000, 'none')}
    {/if}
  </div>
  <button class="act" onclick={() => draft.take()}>Take this step out</button>
</div>
