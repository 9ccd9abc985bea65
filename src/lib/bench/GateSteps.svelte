<script lang="ts">
  import type { Gate } from '$core/bench/gates';
  import { guideText } from '$core/bench/guide-text';
  import type { BenchSession } from './session.svelte';

  let { session, gate }: { session: BenchSession; gate: Exclude<Gate, 'log'> } = $props();
  const steps = $derived(
    session.guide.gates[gate].steps.map((s) => guideText(s, session.guide, session.setting)),
  );
</script>

<ol class="grid gap-2 text-lg leading-snug">
  {#each steps as step, i (step)}
    <li class="grid grid-cols-[1.5rem_1fr]"><span class="font-mono font-bold">{i + 1}</span>{step}</li>
  {/each}
</ol>
