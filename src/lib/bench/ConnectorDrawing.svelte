<script lang="ts">
  import type { BenchConductor, BenchContact } from '$core/bench/seats';
  import { plugViewWords } from '$core/bench/plug-view';
  import type { ConnectorFamily } from '$core/wiring/connector';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import Strand from '$lib/strand/Strand.svelte';
  import { conductorText } from '$lib/strand/words';
  import { drawContacts, frameOf, HUB, hubbed, jacketOf, type Seen, type Slips } from './drawing/drawing';
  import { SHAPES } from './drawing/shapes';

  interface Props {
    family: ConnectorFamily;
    seen: Seen;
    shielded: boolean;
    /** What is shown at each contact; null keeps it hidden. */
    shows: (contact: BenchContact) => BenchConductor | null;
    here?: BenchContact | null;
    wrong?: readonly BenchContact[];
    /** What is to be seen wrong. */
    slips?: Slips;
    /** Beside a question: a phone has room for both only so. */
    small?: boolean;
  }
  let { family, seen, shielded, shows, here = null, wrong = [], slips = {}, small = false }: Props = $props();
  const frame = $derived(frameOf(seen, family, shielded));
  const shapes = $derived(
    SHAPES[family].filter(
      (s) =>
        (!s.from || (seen.kind === 'plug' && s.from === seen.view.from)) &&
        (!s.ground || (seen.kind === 'plug' && s.ground === seen.ground)),
    ),
  );
  const contacts = $derived(drawContacts(family, seen, shielded, slips));
  const nose = $derived(seen.kind === 'plug' && seen.view.from === 'front');
  const says = $derived(
    `${FAMILY_NAMES[family]} drawn${seen.kind === 'plug' ? `, ${plugViewWords(seen.view)}` : ''}: ` +
      contacts
        .map((c) => `${c.contact} ${shows(c.contact) ? conductorText(shows(c.contact)!) : 'hidden'}`)
        .join(', '),
  );
</script>

<svg
  viewBox="0 0 {frame.width} {frame.height}"
  role="img"
  aria-label={says}
  class={[
    'mx-auto block w-full max-w-xl lg:max-h-[46dvh] short:max-h-[58dvh]',
    small ? 'max-h-[22dvh]' : 'max-h-[42dvh]',
  ]}
>
  {#each shapes.filter((s) => s.layer === 'back' || (s.layer === 'dashed' && !nose)) as s, i (i)}
    <path d={s.d} class={s.layer} />
  {/each}
  {#if !nose && seen.kind !== 'coax' && !hubbed(seen)}
    <rect {...jacketOf(seen, slips)} class="jacket" />
  {/if}
  {#each contacts as c (c.contact)}
    {@const conductor = shows(c.contact)}
    {#if conductor}
      <Strand d={c.strand} {conductor} width={conductor === 'CENTRE' ? 9 : 11} />
    {:else}
      <path d={c.strand} class="hidden-strand" />
    {/if}
  {/each}
  {#each contacts.filter((c) => c.contact === slips.foilAt) as c (c.contact)}
    <path d="M{c.x - 12} {c.y - 8} l8 7 -6 9 11 5 -8 9 10 6 4 -9 -7 -8 8 -7 -9 -6 4 -9 Z" class="foil" />
  {/each}
  {#if hubbed(seen)}<circle cx={HUB.x} cy={HUB.y} r={HUB.r} class="jacket" />{/if}
  {#each shapes.filter((s) => s.layer === 'front') as s, i (i)}<path d={s.d} class="front" />{/each}
  {#each shapes.filter((s) => s.layer === 'hatch') as s, i (i)}
    <path d={s.d} class="braid" />
  {/each}
  {#if seen.kind === 'plug' && seen.view.up === 'latch' && !nose}
    <path d="M164 92 H236 L226 244 H174 Z" class="latch" />
  {/if}
  {#if seen.kind === 'plug' && nose}
    <path d={seen.view.up === 'latch' ? 'M150 56 V44 H250 V56' : 'M150 212 V224 H250 V212'} class="back" />
  {/if}
  {#if seen.kind === 'plug' && (nose || seen.view.up === 'contacts')}
    {@const y = !nose ? 60 : seen.view.up === 'contacts' ? 60 : 186}
    {#each contacts.filter((c) => c.contact !== 'S') as c (c.contact)}
      <rect x={c.x - 5} {y} width="10" height="22" class="blade" />
    {/each}
  {/if}
  {#if seen.kind === 'plug'}
    <text x="6" y="236" class="held">{seen.view.up === 'contacts' ? 'contacts up,' : 'latch up,'}</text>
    <text x="6" y="254" class="held">{seen.view.up === 'contacts' ? 'latch below' : 'contacts below'}</text>
    {#if nose}
      <text x="394" y="254" text-anchor="end" class="held">looking into the nose</text>
    {:else}
      <text x="394" y="236" text-anchor="end" class="held">cable</text>
      <text x="394" y="254" text-anchor="end" class="held">toward you</text>
    {/if}
  {/if}
  {#if seen.kind === 'legend'}<text x="4" y="14" class="held">cable toward you</text>{/if}
  {#each contacts as c (c.contact)}
    {@const conductor = shows(c.contact)}
    {#if c.contact === here}
      <circle cx={c.x} cy={c.y} r="15" class="here" />
    {/if}
    {#if wrong.includes(c.contact)}
      <path d="M{c.x - 9} {c.y - 9} l18 18 m0 -18 l-18 18" class="wrong" />
    {/if}
    <text x={c.label.x} y={c.label.y} text-anchor={c.label.anchor} class="number">{c.contact}</text>
    {#if conductor}<text x={c.label.x} y={c.label.y + 18} text-anchor={c.label.anchor} class="letters"
        >{conductorText(conductor)}</text
      >{/if}
  {/each}
</svg>

<style>
  .back {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .dashed {
    fill: none;
    stroke: var(--faint);
    stroke-dasharray: 5 4;
  }
  .front {
    fill: color-mix(in srgb, var(--sheet) 70%, transparent);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .latch {
    fill: color-mix(in srgb, var(--sheet) 55%, transparent);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .blade {
    fill: var(--sheet);
    stroke: var(--ink);
  }
  .jacket {
    fill: var(--rule);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .braid {
    fill: none;
    stroke: var(--ink);
    stroke-dasharray: 2 3;
    stroke-width: 1.5;
  }
  .foil {
    fill: var(--rule);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .hidden-strand {
    fill: none;
    stroke: var(--faint);
    stroke-width: 11;
    opacity: 0.35;
  }
  .here {
    fill: var(--hivis);
    stroke: var(--on-hivis);
    stroke-width: 2;
  }
  .wrong {
    stroke: var(--wrong);
    stroke-width: 4;
  }
  .held {
    font-size: 15px;
    fill: var(--faint);
  }
  .number,
  .letters {
    font-family: var(--font-mono);
    font-size: 17px;
    font-weight: 700;
    fill: var(--ink);
  }
  .letters {
    font-size: 17.5px;
    font-weight: 600;
  }
</style>
