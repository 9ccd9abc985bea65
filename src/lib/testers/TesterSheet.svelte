<script lang="ts">
  import type { Evidence } from '$core/model/evidence';
  import { useJob } from '$lib/job/open-job.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';
  import { isTester, testerNamed, TESTERS, type JobTester } from '$lib/job/tester-in-hand.svelte';

  /** What is in the hand: said once on a device, since what a pass is worth stands on it. */
  let { onchoose, onclose }: { onchoose?: (evidence: Evidence) => void; onclose: () => void } = $props();
  const job = useJob();
  const own = $derived(job.plan.parts.filter(isTester));
  const today = new Date().toISOString().slice(0, 10);

  function choose(evidence: Evidence, tester: JobTester | null): void {
    job.tester.choose(evidence, tester);
    onchoose?.(evidence);
    onclose();
  }
  const dueWords = (due: string | undefined) =>
    due === undefined ? '' : due < today ? `; calibration was due on ${due}` : `; calibrated until ${due}`;
</script>

<Sheet title="What is in your hand?" {onclose}>
  <p>A pass is worth what its tester can show. This device remembers it, and says it at every pass.</p>
  {#if own.length}
    <ul class="mt-3 grid gap-2" aria-label="Testers of this job">
      {#each own as t (t.id)}
        <li>
          <button
            class={[
              'act w-full flex-col items-start py-2',
              job.tester.own?.id === t.id && 'bg-hivis text-on-hivis',
            ]}
            aria-pressed={job.tester.own?.id === t.id}
            onclick={() => choose(t.tester.evidence, t)}
            >{testerNamed(t)}<span class="text-sm font-normal"
              >{TESTERS.find((k) => k.evidence === t.tester.evidence)!.says.toLowerCase()}{dueWords(
                t.tester.calibrationDue,
              )}</span
            ></button
          >
        </li>
      {/each}
    </ul>
    <p class="mt-3 text-sm text-faint">Or one that this job does not keep:</p>
  {/if}
  <ul class="mt-3 grid gap-2">
    {#each TESTERS as t (t.evidence)}
      <li>
        <button
          class={[
            'act w-full flex-col items-start py-2',
            !job.tester.own && job.tester.shows === t.evidence && 'bg-hivis text-on-hivis',
          ]}
          aria-pressed={!job.tester.own && job.tester.shows === t.evidence}
          onclick={() => choose(t.evidence, null)}
          >{t.says}<span class="text-sm font-normal">{t.shows}</span></button
        >
      </li>
    {/each}
  </ul>
</Sheet>
