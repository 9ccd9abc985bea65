<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { onMount } from 'svelte';
  import { stepAt, STEP_MS, type LampStep, type WalkerPace } from '$core/testers/lamps';
  import { contactsOf, otherEnd, type End } from '$core/wiring/conductors';

  let { steps, shielded, from }: { steps: readonly LampStep[]; shielded: boolean; from: End } = $props();
  const contacts = $derived(contactsOf(shielded));
  let pace = $state<WalkerPace | 'held'>('slow');
  let at = $state(0);

  onMount(() => {
    let frame = 0;
    let begun: number | null = null;
    const tick = (now: number) => {
      if (pace === 'held') begun = null;
      else {
        // Going on from where it was held.
        begun ??= now - at * STEP_MS[pace];
        const next = stepAt(now - begun, pace, steps.length);
        if (next !== at) at = next;
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  });
  const step = $derived(steps[at % steps.length]!);
  const units = $derived([
    { name: `main, at the ${from}`, lamps: step.main },
    { name: `remote, at the ${otherEnd(from)}`, lamps: step.remote },
  ]);
</script>

<section class="border-2 border-ink" aria-label="Simulated lamp walker">
  {#each units as unit (unit.name)}
    <div class="grid grid-cols-[7rem_1fr] items-center border-b border-ink px-2 py-1.5">
      <span class="text-sm">{unit.name}</span>
      <div class="grid" style="grid-template-columns: repeat({contacts.length}, minmax(0, 1fr))">
        {#each contacts as c (c)}
          {@const bright = unit.lamps.get(c) ?? 0}
          <span class="flex flex-col items-center font-mono text-xs">
            <span
              class="lamp size-6 border-2 border-ink"
              style="background: color-mix(in srgb, var(--hivis) {Math.round(bright * 100)}%, transparent)"
              data-lit={bright > 0}
            ></span>{c}
          </span>
        {/each}
      </div>
    </div>
  {/each}
  <div class="grid grid-cols-4 gap-1 p-1" role="group" aria-label="Pace">
    {#each ['slow', 'fast', 'held'] as const as p (p)}
      <Toggle
        pressed={pace === p}
        onclick={() => {
          pace = p;
        }}>{p}</Toggle
      >
    {/each}
    <button
      class="min-h-12 border border-rule"
      onclick={() => {
        pace = 'held';
        at = (at + 1) % steps.length;
      }}>step</button
    >
  </div>
  <p class="sr-only" aria-live="polite">
    Step {step.contact}: {[...step.remote.keys()].join(' and ') || 'nothing'} lit at the remote
  </p>
</section>
