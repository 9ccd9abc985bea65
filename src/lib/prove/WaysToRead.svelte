<script lang="ts">
  import { hasSerial } from '$lib/testers/serial';
  import Sheet from '$lib/controls/Sheet.svelte';
  import type { ProveSession } from './session.svelte';

  let {
    session,
    onclose,
    onfaults,
    ononeend,
  }: { session: ProveSession; onclose: () => void; onfaults: () => void; ononeend: () => void } = $props();
  const job = $derived(session.job.plan);
</script>

<Sheet title="Another way to read it" {onclose}>
  <div class="grid gap-2">
    {#if job.policy.practice}
      <button
        class="act act-now"
        onclick={() => {
          void session.useSimulated();
          onclose();
        }}>Simulated tester on this link</button
      >
    {/if}
    {#if hasSerial()}
      <button
        class="act"
        onclick={() => {
          void session.connectSerial();
          onclose();
        }}>Connect a tester on a serial line</button
      >
    {/if}
    <button class="act" onclick={onfaults}>Choose the faults it named</button>
    <button class="act" onclick={ononeend}>One end only, no remote</button>
    <a class="act" href="/{job.id}/readings">Bring readings from a file</a>
    <a class="act" href="/{job.id}/round">Plan a round with numbered remotes</a>
  </div>
</Sheet>
