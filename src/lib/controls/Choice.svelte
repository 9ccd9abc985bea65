<script lang="ts" generics="T extends string | number">
  import { Select } from 'bits-ui';
  import type { ClassValue } from 'svelte/elements';

  /**
   * One of several, chosen from a list, under its label, or beside it; with `bare` the label is for those alone who hear
   * the screen.
   * Its value is bound, or given and told by `onchoose`.
   */
  let {
    label,
    options,
    value = $bindable(),
    onchoose,
    bare = false,
    beside = false,
    placeholder = 'choose',
    class: own,
  }: {
    label: string;
    options: readonly (readonly [T, string])[];
    value?: T | undefined;
    onchoose?: ((value: T) => void) | undefined;
    bare?: boolean;
    beside?: boolean;
    /** What stands there where nothing of the list is chosen. */
    placeholder?: string;
    class?: ClassValue;
  } = $props();

  const id = $props.id();
  const items = $derived(options.map(([o, name]) => ({ value: String(o), label: name })));
  const chosen = $derived(items.find((o) => o.value === String(value)));
  function choose(text: string): void {
    const option = options.find(([o]) => String(o) === text);
    if (!option) return;
    if (onchoose) onchoose(option[0]);
    else value = option[0];
  }
</script>

<div class={['min-w-0 text-sm', beside && 'flex items-center gap-2', own]}>
  <span id="{id}-label" class={[bare && 'sr-only', beside && 'shrink-0']}>{label}</span>
  <Select.Root type="single" bind:value={() => chosen?.value ?? '', choose} {items}>
    <Select.Trigger
      aria-labelledby="{id}-label"
      class={['field flex min-w-0 items-center justify-between gap-2 text-left', (bare || beside) && 'mt-0']}
    >
      <span class={['min-w-0 truncate', !chosen && 'text-faint']}>{chosen?.label ?? placeholder}</span>
      <span aria-hidden="true">▾</span>
    </Select.Trigger>
    <Select.Portal>
      <Select.Content
        sideOffset={2}
        collisionPadding={8}
        aria-labelledby="{id}-label"
        class="z-50 max-h-[min(60dvh,var(--bits-select-content-available-height))] max-w-[calc(100vw-1rem)] min-w-(--bits-select-anchor-width) overflow-y-auto border-2 border-ink bg-paper"
      >
        <Select.Viewport>
          {#each items as item (item.value)}
            <Select.Item
              value={item.value}
              label={item.label}
              class="flex min-h-13 items-center gap-3 border-b border-rule px-3 text-base last:border-b-0 data-highlighted:bg-hivis data-highlighted:text-on-hivis"
            >
              <span aria-hidden="true" class="w-4">{item.value === chosen?.value ? '✓' : ''}</span
              >{item.label}
            </Select.Item>
          {/each}
        </Select.Viewport>
      </Select.Content>
    </Select.Portal>
  </Select.Root>
</div>
