<script lang="ts" generics="T extends string">
  /** One of a few words, as a field of a form. */
  let { label, list, value = $bindable() }: { label: string; list: readonly T[]; value: T } = $props();
</script>

<label class="text-sm"
  >{label}
  <select class="field" bind:value>
    {#each list as x (x)}<option value={x} class="bg-paper">{x}</option>{/each}
  </select>
</label>
