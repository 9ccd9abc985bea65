<script lang="ts">
  /** What can be done with a draft beside keeping it, and what others changed while it lay. */
  let {
    clashes,
    canUndo,
    changed,
    onundo,
    onputaway,
  }: {
    clashes: readonly string[];
    canUndo: boolean;
    changed: boolean;
    onundo: () => void;
    onputaway: () => void;
  } = $props();
  let asking = $state(false);
</script>

{#if clashes.length}
  <div class="border-l-4 border-wrong pl-3" role="alert">
    <p class="font-bold">Somebody else changed the same while this draft lay:</p>
    <ul>
      {#each clashes.slice(0, 8) as c (c)}<li>{c}</li>{/each}
    </ul>
    {#if clashes.length > 8}<p>and {clashes.length - 8} more.</p>{/if}
  </div>
{/if}
{#if canUndo || changed}
  <div class="flex flex-wrap gap-2">
    {#if canUndo}<button class="act px-3" onclick={onundo}>Undo</button>{/if}
    {#if asking}
      <button
        class="act px-3"
        onclick={() => {
          asking = false;
          onputaway();
        }}>Yes, throw them away</button
      >
      <button class="min-h-12 px-3 underline underline-offset-4" onclick={() => (asking = false)}>no</button>
    {:else}
      <button
        class="min-h-12 px-3 underline underline-offset-4"
        disabled={!changed}
        onclick={() => (asking = true)}>throw these changes away</button
      >
    {/if}
  </div>
{/if}
