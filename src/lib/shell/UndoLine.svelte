<script lang="ts">
  import { useSite } from '$lib/site/site.svelte';

  const site = useSite();
</script>

{#if site.undoable}
  <div
    class="flex min-h-12 items-center justify-between gap-3 border-t border-rule px-3 lg:px-5"
    data-testid="undo-line"
  >
    <p role="status">{site.undoable.says}</p>
    <button class="h-12 min-w-16 font-semibold underline underline-offset-4" onclick={() => site.undo()}
      >undo <kbd class="hidden key lg:inline">u</kbd></button
    >
  </div>
{/if}
