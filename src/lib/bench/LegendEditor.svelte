<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { LEGEND_SHAPES, legendFromPrint, type LegendShape } from '$core/wiring/legend';
  import { CONDUCTORS, conductorLabel, type PairConductor } from '$core/wiring/conductors';
  import { SCHEMES, type Scheme } from '$core/wiring/schemes';
  import Sheet from '$lib/controls/Sheet.svelte';
  import Swatch from '$lib/strand/Swatch.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onclose }: { session: BenchSession; onclose: () => void } = $props();
  let shape = $state<LegendShape>(untrack(() => session.legend.shape));
  let scheme = $state<Scheme>(untrack(() => session.scheme));
  let printed = $state<(PairConductor | null)[]>(Array.from({ length: 8 }, () => null));
  let at = $state(0);
  let name = $state('');
  let refusal = $state('');
  const places = $derived(LEGEND_SHAPES[shape].places);
  const wide = $derived(shape === 'line');

  function put(c: PairConductor): void {
    printed[at] = c;
    refusal = '';
    const next = printed.indexOf(null);
    if (next >= 0) at = next;
  }
  function keep(): void {
    const read = legendFromPrint(printed, scheme);
    if (!read.ok) {
      refusal = read.message;
      at = read.slots[0] ?? at;
      return;
    }
    const id = uuid();
    session.job.plan.keepLegend({
      id,
      name: name.trim() || `Read off at ${session.link.label}`,
      shape,
      contacts: read.contacts,
    });
    session.setLegend(id);
    onclose();
  }
</script>

<Sheet title="Read the legend off the jack" {onclose}>
  <div class="grid gap-3">
    <div class="grid grid-cols-2 gap-2">
      <Choice
        label="its slots lie in"
        options={(Object.entries(LEGEND_SHAPES) as [keyof typeof LEGEND_SHAPES, { name: string }][]).map(
          ([id, s]) => [id, s.name] as const,
        )}
        bind:value={shape}
      />
      <Choice
        label="reading the stripe for"
        options={SCHEMES.map((s) => [s, s] as const)}
        bind:value={scheme}
      />
    </div>
    <div
      class="relative mx-auto w-full border-2 border-ink bg-sheet"
      style="height: {wide ? 72 : 236}px"
      role="group"
      aria-label="Slots"
    >
      {#each places as [x, y], i (i)}
        <button
          class={[
            'absolute flex h-13 flex-col items-center justify-center gap-0.5 border font-mono text-[13px]',
            i === at
              ? 'z-10 border-ink bg-hivis text-on-hivis outline-2 outline-ink'
              : 'border-rule bg-paper',
          ]}
          style="width: {wide ? 12 : 22}%; left: {wide ? x * 12.4 + 0.4 : x * 25 + 1.5}%; top: {wide
            ? 8
            : y * 57 + 6}px"
          aria-label="Slot {i + 1}{printed[i] ? `, ${conductorLabel(printed[i]!)}` : ', empty'}"
          aria-pressed={i === at}
          onclick={() => (at = i)}
        >
          {#if printed[i]}<Swatch conductor={printed[i]!} width={28} height={10} />{conductorLabel(
              printed[i]!,
            )}{:else}{i + 1}{/if}
        </button>
      {/each}
    </div>
    <p class="text-sm text-faint">Tap what is printed at the marked slot; the mark moves on by itself.</p>
    <div class="grid grid-cols-4 gap-1" role="group" aria-label="Printed there">
      {#each CONDUCTORS as c (c)}
        <button
          class="flex h-13 flex-col items-center justify-center gap-1 border border-ink font-mono"
          onclick={() => put(c)}
        >
          <Swatch conductor={c} width={40} height={14} />{conductorLabel(c)}
        </button>
      {/each}
    </div>
    <label class="text-sm"
      >call it
      <input class="field" placeholder="such as: white jack, box A" maxlength="120" bind:value={name} />
    </label>
    {#if refusal}<p class="border-l-4 border-wrong pl-3" role="alert">{refusal}</p>{/if}
    <button class="act act-now" onclick={keep}>Keep this legend</button>
  </div>
</Sheet>
