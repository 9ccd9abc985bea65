<script lang="ts">
  import type { PlanChange } from '$core/model/entry';
  import { changeWords } from '$core/plan/change-words';

  /** What a change of plan did, thing by thing, old and new. */
  let { changes }: { changes: readonly PlanChange[] } = $props();
  const SHOWN = 60;
</script>

<details class="text-sm">
  <summary class="min-h-12 cursor-pointer content-center underline underline-offset-4">what changed</summary>
  <ul class="border-t border-rule">
    {#each changes.slice(0, SHOWN) as c (`${c.list} ${c.id}`)}
      <li class="border-b border-rule py-1">
        <strong>{c.name}</strong>
        {#each changeWords(c) as w (w.field)}
          <span class="block pl-3">{w.field}: <s class="text-faint">{w.was}</s> → {w.is}</span>
        {:else}{c.was === null ? 'added' : 'taken out'}{/each}
      </li>
    {/each}
  </ul>
  {#if changes.length > SHOWN}<p>and {changes.length - SHOWN} more.</p>{/if}
</details>
