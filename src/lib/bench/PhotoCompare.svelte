<script lang="ts">
  import Sheet from '$lib/shell/Sheet.svelte';
  import ConnectorDrawing from './ConnectorDrawing.svelte';
  import type { BenchSession } from './session.svelte';
  import { belongsAt } from '$core/bench/seats';

  let { session }: { session: BenchSession } = $props();
  const photo = $derived(session.job.statusOf(session.link.id)[session.end].photo);
  let open = $state(false);
</script>

{#if photo}
  <button class="act" onclick={() => (open = true)}>Hold the photo beside the scheme</button>
  {#if open}
    <Sheet title="{session.link.label} {session.end}" wide onclose={() => (open = false)}>
      <div class="grid items-center gap-3 lg:grid-cols-2">
        {#await session.job.photos.url(photo) then src}
          <img
            {src}
            alt="Close-up of {session.link.label} at the {session.end}"
            class="w-full border border-ink"
          />
        {/await}
        <ConnectorDrawing
          family={session.connector}
          seen={session.seen}
          shielded={session.link.shielded}
          shows={(c) => belongsAt(session.connector, session.order, c)}
        />
      </div>
    </Sheet>
  {/if}
{/if}
