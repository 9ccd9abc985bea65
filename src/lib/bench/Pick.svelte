<script lang="ts" generics="T extends string">
  import Choice from '$lib/controls/Choice.svelte';

  /** One of a few words, as a field of a form. */
  let { label, list, value = $bindable() }: { label: string; list: readonly T[]; value: T } = $props();
</script>

<Choice {label} options={list.map((x) => [x, x] as const)} bind:value />
