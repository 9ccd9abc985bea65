<script lang="ts">
  import { guideText } from '$core/bench/guide-text';
  import type { BenchSession } from './session.svelte';

  /** A termination in one sight: what every gate asks, a line each. */
  let { session }: { session: BenchSession } = $props();
  const GATES = ['identify', 'prep', 'lay', 'read-back', 'seat', 'look'] as const;
</script>

<ul class="grid gap-1">
  {#each GATES as gate (gate)}
    <li class={gate === 'read-back' || gate === 'look' ? 'font-bold' : ''}>
      {guideText(session.guide.gates[gate].reminder, session.guide, session.setting)}
    </li>
  {/each}
</ul>
