<script lang="ts">
  import type { Measured } from '$core/model/reading';
  import { contactsOf, type Contact } from '$core/wiring/conductors';
  import { answersIn } from './answers';

  /** A simulated meter or reflectometer: the map as two combs of contacts, and along the cable what it echoed. */
  let { measured, shielded, nvp }: { measured: Measured; shielded: boolean; nvp?: number | undefined } =
    $props();
  const contacts = $derived(contactsOf(shielded));
  const answers = $derived(answersIn(measured.walk));
  const length = $derived(measured.lengthMetres);
  const x = (c: Contact) => 20 + contacts.indexOf(c) * 34;
  const width = $derived(40 + (contacts.length - 1) * 34);
  const far = $derived(Math.max(length ?? 0, ...(measured.distances ?? []).map((d) => d.metres), 1));
  const along = (metres: number) => 12 + (metres / far) * (width - 24);
  /** The echo along the cable: flat, with a step at each distance and at the end. */
  const trace = $derived.by(() => {
    const steps = [
      ...new Set(
        (measured.distances ?? []).map((d) => (d.from === 'head' ? d.metres : (length ?? far) - d.metres)),
      ),
    ];
    const marks = [...steps, ...(length === undefined ? [] : [length])].sort((a, b) => a - b);
    return `M12 40 ${marks.map((m) => `H${along(m) - 4} l4 -24 l4 24`).join(' ')} H${width - 8}`;
  });
</script>

<section
  class="border-2 border-ink bg-sheet"
  aria-label="Simulated {length === undefined ? 'wiremap meter' : 'reflectometer'}"
>
  <svg viewBox="0 0 {width} 118" class="block w-full max-w-md" role="img" aria-label="Map {measured.walk}">
    {#each contacts as c, i (c)}
      <path d="M{x(c)} 22 V34" class="tooth" />
      <path d="M{x(c)} 84 V96" class="tooth" />
      <text x={x(c)} y="16" text-anchor="middle">{c}</text>
      <text x={x(c)} y="111" text-anchor="middle">{c}</text>
      {#each answers[i] ?? [] as a (a)}
        <path d="M{x(c)} 34 L{x(a)} 84" class={a === c ? 'wire' : 'wire off'} />
      {:else}
        <path d="M{x(c) - 5} 40 l10 10 m0 -10 l-10 10" class="off" />
      {/each}
    {/each}
  </svg>
  <p class="border-t border-rule px-2 py-1 font-mono text-sm">
    {measured.splits?.length
      ? `split ${measured.splits.join(' ')}`
      : 'no split'}{#each ['head', 'tail'] as const as end (end)}{#each measured.joins?.[end] ?? [] as g (g.join())},
        {g.join('+')} joined at the {end}{/each}{/each}
  </p>
  {#if length !== undefined}
    <svg viewBox="0 0 {width} 52" class="block w-full max-w-md" role="img" aria-label="Echo along {length} m">
      <path d={trace} class="trace" />
      <text x={width - 8} y="51" text-anchor="end">{length} m{nvp ? `, NVP ${nvp}` : ''}</text>
    </svg>
  {/if}
</section>

<style>
  .tooth,
  .trace,
  .wire {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .off {
    stroke: var(--wrong);
    stroke-width: 3;
  }
  text {
    font-family: var(--font-mono);
    font-size: 12px;
    fill: var(--ink);
  }
</style>
