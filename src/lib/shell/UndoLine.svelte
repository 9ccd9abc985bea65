<script lang="ts">
  import type { LogEntry } from '$core/model/entry';
  import { useJob } from '$lib/job/open-job.svelte';

  let { onundo }: { onundo?: (entry: LogEntry) => void } = $props();
  const job = useJob();
  const last = $derived(job.log.undoable[0]);
  function undo(id: string): void {
    const entry = job.log.undo(id);
    if (entry) onundo?.(entry);
  }
</script>

{#if last}
  <div class="border-t border-rule px-3 lg:px-5" data-testid="undo-line">
    <div class="flex min-h-12 items-center justify-between gap-3">
      <p role="status">{last.says}</p>
      <button
        class="h-12 min-w-16 font-semibold underline underline-offset-4"
        onclick={() => undo(last.entry.id)}>undo <kbd class="hidden key lg:inline">u</kbd></button
      >
    </div>
    {#if job.log.undoable.length > 1}
      <details>
        <summary class="flex min-h-12 cursor-pointer items-center text-sm text-faint"
          >and {job.log.undoable.length - 1} before it</summary
        >
        <ul>
          {#each job.log.undoable.slice(1) as u (u.entry.id)}
            <li class="flex min-h-12 items-center justify-between gap-3">
              <span>{u.says}</span>
              <button class="h-12 min-w-16 underline underline-offset-4" onclick={() => undo(u.entry.id)}
                >undo</button
              >
            </li>
          {/each}
        </ul>
      </details>
    {/if}
  </div>
{/if}
