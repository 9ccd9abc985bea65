<script lang="ts">
  import { onDestroy } from 'svelte';
  import { FAR, NEIGHBOUR_DB } from '$core/survey/tone';
  import { ProbeSound } from './probe-sound';
  import type { ToneSession } from './tone.svelte';

  let { session }: { session: ToneSession } = $props();
  /** Quiet at the start: a probe is held near the ear. */
  const QUIET = 0.15;
  const RANGE_DB = NEIGHBOUR_DB * FAR + 6;
  const probe = new ProbeSound();
  let volume = $state(QUIET);
  let level = $state<number | null>(null);
  let timer: ReturnType<typeof setTimeout> | undefined;

  function listen(): void {
    level = session.simulated();
    if (level === null) return;
    probe.sound(level, volume);
    clearTimeout(timer);
    timer = setTimeout(() => probe.silence(), 1500);
  }
  onDestroy(() => {
    clearTimeout(timer);
    probe.close();
  });
  const share = $derived(level === null ? 0 : Math.max(0.02, Math.min(1, 1 + level / RANGE_DB)));
</script>

<div class="grid grid-cols-[auto_1fr] items-center gap-3 border border-rule p-2">
  <button class="h-13 border-2 border-ink px-3 font-semibold" disabled={session.at === null} onclick={listen}
    >Listen at cable {session.at ?? '…'}</button
  >
  <div class="grid gap-2">
    <div
      class="h-6 border border-ink"
      role="meter"
      aria-label="Level of the simulated probe"
      aria-valuemin="0"
      aria-valuemax="100"
      aria-valuenow={Math.round(share * 100)}
    >
      <div class="h-full bg-ink transition-[width] duration-150" style="width: {share * 100}%"></div>
    </div>
    <label class="flex items-center gap-2 text-sm"
      >volume <input
        type="range"
        class="h-8 flex-1 accent-(--ink)"
        min="0"
        max="1"
        step="0.05"
        bind:value={volume}
      /></label
    >
  </div>
</div>
