<script lang="ts">
  import { v4 as uuid } from 'uuid';
  import { cableNamed, nvpOfCable } from '$core/model/cable-named';
  import { LEAST_NVP_METRES } from '$core/model/limits';
  import { openOfficeCords } from '$core/electrical/cords';
  import { delayOfLength, lengthFromDelay, NVP_RANGE, nvpFrom, TYPICAL_NVP } from '$core/electrical/length';
  import { poeAtDevice, POE_TYPES } from '$core/electrical/poe';
  import { LINK_LIMITS } from '$core/electrical/limits';
  import { loopOhms } from '$core/electrical/resistance';
  import { untrack } from 'svelte';
  import { configurationOf, electricalFindings } from '$core/log/judge-measured';
  import { CONTACT_PAIRS, type ContactPair } from '$core/wiring/conductors';
  import type { ProveSession } from './session.svelte';

  let { session }: { session: ProveSession } = $props();
  const link = $derived(session.link);
  const gauge = $derived(cableNamed(link.cable, session.job.plan.parts)?.gauge ?? 23);
  let delay = $state('');
  const found = $derived(nvpOfCable(link.cable, session.job.plan.parts));
  let nvp = $state(untrack(() => String(found?.value ?? TYPICAL_NVP)));
  let knownMetres = $state('');
  let celsius = $state('20');
  const number = (text: string): number | null => {
    const n = Number(text.replace(',', '.'));
    return text.trim() !== '' && Number.isFinite(n) ? n : null;
  };
  const metres = $derived(session.measured?.lengthMetres ?? session.laid.lengthMetres ?? null);
  const fromDelay = $derived.by(() => {
    const [ns, v] = [number(delay), number(nvp)];
    if (ns === null || v === null) return null;
    if (!(v >= NVP_RANGE[0] && v <= NVP_RANGE[1]))
      return `An NVP is between ${NVP_RANGE[0]} and ${NVP_RANGE[1]}: look at the jacket.`;
    if (!(ns > 0 && ns < 10_000)) return 'A delay is between 0 and 10,000 ns.';
    const length = lengthFromDelay(ns, v);
    return `${length.toFixed(1)} m by this delay.`;
  });
  /** The NVP of this cable, from a length of it that is known by tape or metre marks; a sentence where it is none. */
  const foundNow = $derived.by((): { value: number; metres: number } | string | null => {
    const [ns, m] = [number(delay), number(knownMetres)];
    if (ns === null || m === null) return null;
    if (m < LEAST_NVP_METRES)
      return `An NVP needs at least ${LEAST_NVP_METRES} m of known length: a shorter one makes the error too large.`;
    const value = nvpFrom(m, ns);
    return value >= NVP_RANGE[0] && value <= NVP_RANGE[1]
      ? { value: Math.round(value * 1000) / 1000, metres: m }
      : `That makes an NVP of ${value.toFixed(2)}, which no cable has: is the length or the delay another?`;
  });
  function keepNvp(): void {
    if (foundNow === null || typeof foundNow === 'string') return;
    const { plan, here } = session.job;
    const own = plan.parts.find((p) => p.name.toLowerCase() === link.cable.toLowerCase());
    plan.keepPart({
      ...(own ?? { id: uuid(), name: link.cable, kind: 'cable' }),
      nvp: { ...foundNow, at: new Date().toISOString(), by: here.me },
    });
    nvp = String(foundNow.value);
    knownMetres = '';
  }
  const warm = $derived(number(celsius) ?? 20);
  const cords = $derived.by(() => {
    try {
      return metres === null ? null : { 24: openOfficeCords(metres, 24), 26: openOfficeCords(metres, 26) };
    } catch {
      return null;
    }
  });
  const limits = $derived(LINK_LIMITS[configurationOf(link)]);
  /** Cords are told by whole metres, rounded down: never more than the table allows. */
  const down = (m: number) => Math.floor(m + 1e-9);
  const findings = $derived(
    session.electrical && session.measured
      ? electricalFindings(
          { reading: session.measured, electrical: session.electrical },
          link,
          session.job.plan.parts,
        )
      : session.electrical
        ? electricalFindings(
            { reading: { walk: '' }, electrical: session.electrical },
            link,
            session.job.plan.parts,
          )
        : [],
  );
</script>

<details class="border-t border-rule">
  <summary class="flex min-h-12 cursor-pointer items-center">measured values, length and power</summary>
  <div class="grid gap-3 pb-3">
    {#if metres !== null}
      <p>
        {metres} m of {gauge} AWG at {warm} °C: loop {loopOhms(gauge, metres, warm).toFixed(2)} Ω (limit of the
        link {limits.loopOhms}), delay {delayOfLength(metres, number(nvp) ?? TYPICAL_NVP).toFixed(0)} ns.
        {#if cords}Open-office cords, at the desk and in all: 24 AWG {down(cords[24].workArea)} and {down(
            cords[24].total,
          )} m, 26 AWG {down(cords[26].workArea)} and {down(cords[26].total)} m.{/if}
      </p>
      <ul class="grid gap-x-3 font-mono text-sm sm:grid-cols-2">
        {#each POE_TYPES as type (type.type)}
          {@const arrives = poeAtDevice(type, gauge, metres, warm)}
          <li>
            type {type.type}: {type.sourceWatts} W → {arrives.watts.toFixed(1)} W{arrives.enough
              ? ''
              : `, under ${type.deviceWatts}`}
          </li>
        {/each}
      </ul>
    {/if}
    <div class="grid grid-cols-3 gap-2">
      <label class="text-sm"
        >delay, ns<input
          class="mt-1 h-12 w-full border border-rule bg-transparent px-2 font-mono"
          inputmode="decimal"
          bind:value={delay}
        /></label
      >
      <label class="text-sm"
        >NVP<input
          class="mt-1 h-12 w-full border border-rule bg-transparent px-2 font-mono"
          inputmode="decimal"
          bind:value={nvp}
        /></label
      >
      <label class="text-sm"
        >cable, °C<input
          class="mt-1 h-12 w-full border border-rule bg-transparent px-2 font-mono"
          inputmode="decimal"
          bind:value={celsius}
          oninput={() => session.setValue('celsius', null, celsius)}
        /></label
      >
    </div>
    {#if fromDelay}<p aria-live="polite">{fromDelay}</p>{/if}
    {#if found}
      <p class="text-sm text-faint" data-testid="nvp-kept">
        NVP of {link.cable}: {found.value}, found from {found.metres} m by {session.job.plan.person(
          found.by,
        )}.
      </p>
    {/if}
    <div class="flex flex-wrap items-end gap-2">
      <label class="text-sm"
        >known length, m<input
          class="mt-1 h-12 w-28 border border-rule bg-transparent px-2 font-mono"
          inputmode="decimal"
          placeholder="{LEAST_NVP_METRES} or more"
          bind:value={knownMetres}
        /></label
      >
      {#if typeof foundNow === 'string'}<p class="flex-1 text-sm" role="alert">{foundNow}</p>
      {:else if foundNow}<button class="h-12 border-2 border-ink px-3 font-semibold" onclick={keepNvp}
          >keep NVP {foundNow.value} for {link.cable}</button
        >{/if}
    </div>
    {#each [['loopOhms', 'loop, Ω'], ['unbalanceOhms', 'unbalance, Ω'], ['delayNs', 'delay, ns']] as const as [what, name] (what)}
      <fieldset class="grid grid-cols-4 gap-2">
        <legend class="text-sm">{name}</legend>
        {#each CONTACT_PAIRS as pair (pair)}
          <input
            class="h-12 w-full border border-rule bg-transparent px-2 font-mono"
            inputmode="decimal"
            placeholder="{pair[0]}-{pair[1]}"
            aria-label="{name} of {pair[0]}-{pair[1]}"
            oninput={(e) => session.setValue(what, pair as ContactPair, e.currentTarget.value)}
          />
        {/each}
      </fieldset>
    {/each}
    {#if session.valueProblem}<p class="border-l-4 border-wrong pl-3" role="alert">
        {session.valueProblem}
      </p>{/if}
    <ul class="grid gap-1" data-testid="findings">
      {#each findings as f (f.what)}
        <li class={f.grade === 'good' ? 'text-sm text-faint' : 'border-l-4 border-wrong pl-3'}>
          {f.text}
          <span class="font-mono text-sm">{Math.round(f.margin * 100)} % left</span>
        </li>
      {/each}
    </ul>
  </div>
</details>
