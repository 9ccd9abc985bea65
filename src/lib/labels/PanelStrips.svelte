<script lang="ts">
  import type { Printing } from './printing.svelte';
  import { STRIP_FIGURES } from './sheet.svelte';

  /** Strips for the panels, at port pitch. */
  let { printing }: { printing: Printing } = $props();
  const choice = $derived(printing.choice);
  const panels = $derived(printing.job.plan.panels);
</script>

<details>
  <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
    >Strips for the panels, at port pitch</summary
  >
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
    {#each STRIP_FIGURES as [figure, name] (figure)}
      <label class="text-sm"
        >{name}
        <input
          class="field font-mono"
          inputmode="decimal"
          bind:value={choice.strip[figure]}
          onchange={() => choice.save()}
        />
      </label>
    {/each}
  </div>
  <p class="mt-1 text-sm text-faint">
    Measure your panel: from the first port to the last of a group, divided by one port less. A4 across; a
    free port has its number.
  </p>
  {#if choice.stripProblem}<p class="border-l-4 border-wrong pl-3" role="alert">
      {choice.stripProblem}
    </p>{/if}
  <button
    class="mt-2 act"
    disabled={!!choice.stripProblem || printing.working}
    onclick={() => printing.printStrips()}
    >Strips of {panels.length === 1 ? 'the panel' : `${panels.length} panels`}, as PDF</button
  >
</details>
