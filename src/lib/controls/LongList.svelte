<script lang="ts" generics="T">
  import { createWindowVirtualizer } from '@tanstack/svelte-virtual';
  import { untrack, type Snippet } from 'svelte';
  import { get } from 'svelte/store';

  /**
   * A list of any length that scrolls with its page: of its rows those near the screen alone are drawn. Rows may be of
   * any height; `guess` is that of a common one, in px.
   */
  let {
    items,
    keyOf,
    label,
    guess,
    row,
  }: {
    items: readonly T[];
    keyOf: (item: T) => string;
    label: string;
    guess: number;
    row: Snippet<[T]>;
  } = $props();

  /** Rows drawn above and below what is seen: a flick of the thumb shows no blank. */
  const BEYOND = 12;
  let list: HTMLElement | undefined = $state();
  const rows = createWindowVirtualizer<HTMLLIElement>({
    count: untrack(() => items.length),
    estimateSize: () => guess,
    overscan: BEYOND,
    getItemKey: (i) => (items[i] === undefined ? i : keyOf(items[i])),
  });
  $effect(() => {
    const options = { count: items.length, scrollMargin: list?.offsetTop ?? 0 };
    untrack(() => get(rows).setOptions(options));
  });
  const shown = $derived($rows.getVirtualItems());
  const above = $derived((shown[0]?.start ?? 0) - $rows.options.scrollMargin);
  const below = $derived($rows.getTotalSize() - ((shown.at(-1)?.end ?? 0) - $rows.options.scrollMargin));

  /** Has a row's own height counted, now and whenever it changes. */
  const measured = (node: HTMLLIElement) => untrack(() => get(rows).measureElement(node));
</script>

<ol
  bind:this={list}
  aria-label={label}
  class="border-t border-ink"
  style="padding-top: {Math.max(0, above)}px; padding-bottom: {Math.max(0, below)}px; overflow-anchor: none"
>
  {#each shown as at (at.key)}
    {@const item = items[at.index]}
    {#if item !== undefined}
      <li data-index={at.index} aria-setsize={items.length} aria-posinset={at.index + 1} {@attach measured}>
        {@render row(item)}
      </li>
    {/if}
  {/each}
</ol>
