<script lang="ts">
  import type { Pattern } from '$core/log/patterns';
  import { LeadsInHand } from '$lib/leads/hand.svelte';
  import LeadsSheet from '$lib/leads/LeadsSheet.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { onMount } from 'svelte';
  import Sheet from './Sheet.svelte';

  let { pattern, onclose }: { pattern: Pattern; onclose: () => void } = $props();
  const leads = new LeadsInHand(useJob());
  let proving = $state(false);
  onMount(() => leads.resume());
</script>

{#if proving}
  <LeadsSheet {leads} {onclose} />
{:else}
  <Sheet title="Stop and check" {onclose}>
    <p class="border-l-4 border-wrong pl-3 text-lg" role="alert" data-testid="pattern">{pattern.text}</p>
    <div class="mt-4 grid gap-2">
      {#if pattern.kind === 'same-contact' || pattern.kind === 'same-slot'}
        <button class="act act-now" onclick={() => (proving = true)}>Prove the test leads</button>
      {/if}
      <button class="act" onclick={onclose}>I have checked: go on</button>
    </div>
  </Sheet>
{/if}
