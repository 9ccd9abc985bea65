<script lang="ts">
  interface Props {
    /** What another clock shows, as the field has it; '' until somebody enters it. */
    value: string;
    onchange?: () => void;
  }
  /** What the clock of another device shows. */
  let { value = $bindable(), onchange }: Props = $props();
</script>

<label class="grid text-sm"
  >it shows
  <input
    class="h-13 border border-rule bg-transparent px-2 font-mono text-base"
    type="datetime-local"
    bind:value
    {onchange}
  /></label
>
