<script lang="ts" generics="T extends string | number">
  /** A row of buttons of which one is pressed. */
  let {
    label,
    options,
    value,
    onchoose,
    columns = 2,
  }: {
    label: string;
    options: readonly (readonly [T, string])[];
    value: T;
    onchoose: (value: T) => void;
    columns?: 2 | 3 | 4;
  } = $props();
  const COLUMNS = { 2: 'grid-cols-2', 3: 'grid-cols-3', 4: 'grid-cols-4' };
</script>

<div class={['grid gap-1', COLUMNS[columns]]} role="group" aria-label={label}>
  {#each options as [option, name] (option)}
    <button
      type="button"
      class={[
        'min-h-13 border-2 px-1',
        option === value ? 'border-ink bg-hivis font-bold text-on-hivis' : 'border-rule',
      ]}
      aria-pressed={option === value}
      onclick={() => onchoose(option)}>{name}</button
    >
  {/each}
</div>
