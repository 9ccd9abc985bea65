<script lang="ts">
  import { carriedBy } from '$core/certify/carries';
  import { longestLink, openOfficeCord, powerCarried } from '$core/certify/derating';
  import type { KnownOfLink } from '$core/certify/known-of-link';
  import type { Certified } from '$core/certify/limits';
  import { carriedByProven } from '$core/certify/proven';
  import Choice from '$lib/controls/Choice.svelte';
  import type { Supposed } from './supposed.svelte';

  interface Props {
    supposed: Supposed;
    category: Certified;
    /** What is known of the link it is asked of; missing where it is asked of none. */
    of?: KnownOfLink | undefined;
    label: string;
  }
  /** What a link of such a make, length and warmth will carry: by what was proven of it, where it is one of the job's. */
  let { supposed: s, category, of, label }: Props = $props();
  const WILL = { yes: '✓ yes', maybe: '~ maybe', no: '× no' } as const;
  const POWERED = [
    [0, 'no power'],
    [1, 'power type 1'],
    [2, 'power type 2'],
    [3, 'power type 3'],
    [4, 'power type 4'],
  ] as const;
  const carried = $derived(
    of ? carriedByProven(category, s.length, of.shown) : carriedBy(category, s.length),
  );
  const loop = $derived(of?.metresFrom === 'measured' ? of.loopOhms : undefined);
</script>

<section class="grid gap-2" aria-label="What it will carry">
  <h2 class="text-xl font-bold">What will {of ? label : 'it'} carry?</h2>
  <div class="grid max-w-xl grid-cols-2 gap-2">
    <label class="text-sm"
      >metres of the link, without cords
      <input class="field font-mono" inputmode="decimal" bind:value={s.metres} placeholder="45" /></label
    >
    <label class="text-sm"
      >warmest air around it, °C
      <input class="field font-mono" inputmode="decimal" bind:value={s.air} /></label
    >
    <Choice
      label="its bundle carries"
      options={POWERED}
      value={s.powered}
      onchoose={(p) => (s.powered = p)}
    />
    <label class="text-sm"
      >cables in that bundle
      <input class="field font-mono" inputmode="numeric" bind:value={s.bundle} /></label
    >
    <Choice
      label="gauge"
      options={[
        [23, '23 AWG'],
        [24, '24 AWG'],
        [26, '26 AWG'],
      ] as const}
      value={s.gauge}
      onchoose={(g) => (s.gauge = g)}
    />
    <label class="flex min-h-12 items-center gap-3 self-end"
      ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={s.shielded} />screened cable</label
    >
  </div>
  {#if !s.airKnown}<p class="border-l-4 border-wrong pl-3" role="alert">
      Write the air temperature, −20 to 60 °C.
    </p>{/if}
  {#if !s.bundleKnown}<p class="border-l-4 border-wrong pl-3" role="alert">
      Write how many cables are in the bundle, 1 to 500.
    </p>{/if}
  {#if s.metres.trim() && !s.lengthKnown}<p class="border-l-4 border-wrong pl-3" role="alert">
      Write a length from 0 to 200 m.
    </p>{/if}
  {#if s.known}
    {@const longest = longestLink(s.celsius, s.shielded)}
    {#if s.rise >= 0.5}<p>
        The middle of that bundle gets about {Math.round(s.rise)} °C warmer: {Math.round(s.celsius)} °C.{s.celsius >
        60
          ? ' That is more than most cable is made for: smaller bundles, or less power.'
          : ''}
      </p>{/if}
    {#if s.length > longest}<p class="border-l-4 border-wrong pl-3">
        At {Math.round(s.celsius)} °C a link may be {longest} m: what stands below is for one that is cooler or
        shorter.
      </p>{/if}
    <ul class="border-t border-rule" aria-label="Data">
      {#each carried as c (c.name)}
        <li class="grid grid-cols-[8rem_6rem_1fr] gap-2 border-b border-rule py-2">
          <strong class="font-mono">{c.name}</strong><span>{WILL[c.will]}</span><span class="text-faint"
            >{c.why}</span
          >
        </li>
      {/each}
    </ul>
    <ul class="border-t border-rule" aria-label="Power over the cable">
      {#each powerCarried(s.gauge, s.length, s.celsius, loop) as p (p.type.type)}
        <li class="grid grid-cols-[8rem_6rem_1fr] gap-2 border-b border-rule py-2">
          <strong>power type {p.type.type}</strong><span>{WILL[p.will]}</span><span class="text-faint"
            >{p.watts.toFixed(1)} W at the device, of {p.type.deviceWatts} W promised{loop === undefined
              ? ''
              : `, by its measured loop of ${loop.toFixed(1)} Ω`}</span
          >
        </li>
      {/each}
    </ul>
    {@const cord = openOfficeCord(s.length, s.gauge === 26 ? 26 : 24)}
    <p>
      {cord === null
        ? 'Past 90 m there is no room for cords of an open office.'
        : `Behind an outlet in an open office its cord may be ${cord} m, of ${s.gauge === 26 ? 26 : 24} AWG.`}
    </p>
    <p class="text-sm text-faint">
      {of
        ? `By its parts and what was proven of it; length as ${of.metresFrom}.`
        : 'By category and length alone, as if every part were of it; a wiremap does not prove that.'} IEEE 802.3,
      from memory; warmth of a bundle by our reckoning.
    </p>
  {/if}
</section>
