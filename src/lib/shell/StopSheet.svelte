<script lang="ts">
  import type { Pattern } from '$core/log/patterns';
  import { LeadsInHand } from '$lib/leads/hand.svelte';
  import LeadsSheet from '$lib/leads/LeadsSheet.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { onMount } from 'svelte';
  import Sheet from '$lib/controls/Sheet.svelte';

  let { pattern, onclose }: { pattern: Pattern; onclose: () => void } = $props();
  const job = useJob();
  const leads = new LeadsInHand(job);
  /** What was checked before going on stands in the log of the link that made the pattern. */
  function checked(): void {
    const link = job.plan.ordered.find((l) => l.label === pattern.links.at(-1));
    if (link) job.log.write(link.id, 'note', { text: `Checked before going on: ${pattern.text}` });
    onclose();
  }
  let proving = $state(false);
  onMount(() => leads.resume());
</script>

{#if proving}
  <LeadsSheet {leads} {onclose} />
{:else}
  <Sheet title="Stop and check" {onclose}>
    <p class="border-l-4 border-wrong pl-3 text-lg" role="alert" data-testid="pattern">{pattern.text}</p>
    <div class="mt-4 grid gap-2">
      {#if pattern.kind === 'same-lead'}
        <button class="act act-now" data-main-action onclick={() => (proving = true)}
          >Prove the test leads <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {/if}
      <button
        class={['act', pattern.kind !== 'same-lead' && 'act-now']}
        data-main-action={pattern.kind === 'same-lead' ? undefined : ''}
        onclick={checked}>I have checked: go on</button
      >
    </div>
  </Sheet>
{/if}
