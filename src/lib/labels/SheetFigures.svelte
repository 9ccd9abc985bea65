<script lang="ts">
  import { FIGURES, type LabelChoice } from './sheet.svelte';

  /** The sheet's own measures, in millimetres. */
  let { choice }: { choice: LabelChoice } = $props();
</script>

<details>
  <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
    >Adjust the sheet, in millimetres</summary
  >
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
    {#each FIGURES as [figure, name] (figure)}
      <label class="text-sm"
        >{name}
        <input
          class="field font-mono"
          inputmode="decimal"
          bind:value={choice.figures[figure]}
          onchange={() => choice.save()}
        />
      </label>
    {/each}
    <label class="text-sm"
      >used up already
      <input class="field font-mono" inputmode="numeric" bind:value={choice.skip} />
    </label>
  </div>
  <label class="mt-2 flex min-h-12 items-center gap-3"
    ><input
      type="checkbox"
      class="size-6 accent-(--ink)"
      bind:checked={choice.outlines}
      onchange={() => choice.save()}
    />thin lines round labels, to try on plain paper</label
  >
</details>
