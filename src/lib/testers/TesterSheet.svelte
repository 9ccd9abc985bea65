<script lang="ts">
  import type { Evidence } from '$core/model/evidence';
  import { useJob } from '$lib/job/open-job.svelte';
  import Sheet from '$lib/shell/Sheet.svelte';
  import { TESTERS } from './in-hand.svelte';

  /** What is in the hand: said once on a device, since what a pass is worth stands on it. */
  let { onchoose, onclose }: { onchoose: (evidence: Evidence) => void; onclose: () => void } = $props();
  const job = useJob();
</script>

<Sheet title="What is in your hand?" {onclose}>
  <p>A pass is worth what its tester can show. This device remembers it, and says it at every pass.</p>
  <ul class="mt-3 grid gap-2">
    {#each TESTERS as t (t.evidence)}
      <li>
        <button
          class={[
            'act w-full flex-col items-start py-2',
            job.tester.shows === t.evidence && 'bg-hivis text-on-hivis',
          ]}
          aria-pressed={job.tester.shows === t.evidence}
          onclick={() => {
            onchoose(t.evidence);
            onclose();
          }}>{t.says}<span class="text-sm font-normal">{t.shows}</span></button
        >
      </li>
    {/each}
  </ul>
</Sheet>
