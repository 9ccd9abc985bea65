<script lang="ts">
  import { untrack } from 'svelte';
  import type { Evidence } from '$core/model/evidence';
  import type { Part } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';
  import { TESTERS } from '$lib/job/tester-in-hand.svelte';

  /** What a tester of the job can show, its number, and when its calibration is due. */
  let { part, onclose }: { part: Part; onclose: () => void } = $props();
  const job = useJob();
  const before = untrack(() => part.tester);
  let evidence = $state<Evidence>(before?.evidence ?? 'wiremap');
  let number = $state(before?.number ?? '');
  let due = $state(before?.calibrationDue ?? '');
  let eight = $state(before?.eightLamps ?? false);

  function keep(event: SubmitEvent): void {
    event.preventDefault();
    job.plan.keepPart({
      ...part,
      tester: {
        evidence,
        ...(number.trim() ? { number: number.trim().slice(0, 60) } : {}),
        ...(due ? { calibrationDue: due } : {}),
        ...(eight ? { eightLamps: true as const } : {}),
      },
    });
    onclose();
  }
</script>

<Sheet title={part.name} {onclose}>
  <form class="grid gap-3" onsubmit={keep}>
    <fieldset class="grid gap-1">
      <legend class="text-sm">what it shows</legend>
      {#each TESTERS as t (t.evidence)}
        <label
          class={[
            'flex min-h-12 cursor-pointer items-center gap-3 border px-3',
            evidence === t.evidence ? 'border-2 border-ink font-semibold' : 'border-rule',
          ]}
        >
          <input type="radio" class="size-5" value={t.evidence} bind:group={evidence} />
          <span>{t.says}<span class="block text-sm font-normal text-faint">{t.shows}</span></span>
        </label>
      {/each}
    </fieldset>
    <label class="flex min-h-12 items-center gap-3"
      ><input type="checkbox" class="size-5" bind:checked={eight} />it has no lamp for the shield</label
    >
    <div class="grid grid-cols-2 gap-2">
      <label class="text-sm">its number<input class="field" maxlength="60" bind:value={number} /></label>
      <label class="text-sm">calibration due<input class="field" type="date" bind:value={due} /></label>
    </div>
    <button class="act act-now">Keep it</button>
  </form>
</Sheet>
