<script lang="ts">
  import type { Gate } from '$core/bench/gates';
  import { cordSteps } from '$core/cords/cord-steps';
  import { otherEnd } from '$core/wiring/conductors';
  import { guideText } from '$core/bench/guide-text';
  import type { BenchSession } from './session.svelte';

  let { session, gate }: { session: BenchSession; gate: Exclude<Gate, 'log'> } = $props();
  const steps = $derived.by(() => {
    const { link, end, job } = session;
    if (gate === 'identify' && link.cord)
      return cordSteps(link, end, job.plan.where(link).cord?.batch, {
        units: job.plan.policy.units,
        scheme: session.scheme,
        otherBare: job.statusOf(link.id)[otherEnd(end)].state === 'bare',
      });
    return session.guide.gates[gate].steps.map((s) => guideText(s, session.guide, session.setting));
  });
</script>

<ol class="grid gap-1 leading-snug lg:gap-2 lg:text-lg">
  {#each steps as step, i (step)}
    <li class="grid grid-cols-[1.5rem_1fr]"><span class="font-mono font-bold">{i + 1}</span>{step}</li>
  {/each}
</ol>
