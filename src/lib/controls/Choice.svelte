<script lang="ts" generics="T extends string | number">
  /** One of several, chosen from a list, under its label. */
  let {
    label,
    options,
    value,
    onchoose,
  }: {
    label: string;
    options: readonly (readonly [T, string])[];
    value: T;
    onchoose: (value: T) => void;
  } = $props();
</script>

<label class="min-w-0 text-sm"
  >{label}
  <select
    class="field"
    value={String(value)}
    onchange={(e) => {
      const chosen = options.find(([o]) => String(o) === e.currentTarget.value);
      if (chosen) onchoose(chosen[0]);
    }}
  >
    {#each options as [option, name] (option)}<option value={String(option)} class="bg-paper">{name}</option
      >{/each}
  </select>
</label>
