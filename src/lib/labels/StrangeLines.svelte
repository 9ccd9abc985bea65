<script lang="ts">
  import anyAscii from 'any-ascii';
  import type { Printing } from './printing.svelte';

  /** Lines that no typeface here has letters for, and what is printed instead. */
  let { printing }: { printing: Printing } = $props();
  const { choice } = $derived(printing);
  const strange = $derived(printing.strange);
</script>

{#if strange.length}
  <ul class="grid gap-2" aria-label="Print instead">
    {#each strange as line (line)}
      <li class="grid grid-cols-2 items-center gap-2">
        <span>{line}</span>
        <input
          class="field mt-0 font-mono"
          aria-label="instead of {line}"
          maxlength="60"
          placeholder={anyAscii(line).slice(0, 60)}
          value={choice.instead[line] ?? ''}
          oninput={(e) => {
            choice.instead[line] = e.currentTarget.value;
            choice.save();
          }}
        />
      </li>
    {/each}
  </ul>
  <button
    class="act"
    onclick={() => {
      for (const line of strange) choice.instead[line] ??= anyAscii(line).slice(0, 60);
      choice.save();
      void printing.print();
    }}>Print them in Latin letters</button
  >
{/if}
