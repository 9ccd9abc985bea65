<script lang="ts">
  import { COLUMN_WORDS, COLUMNS_AS_READ, type ScheduleColumn } from '$core/schedule/columns';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { ORDERS, SCHEMES } from '$core/wiring/schemes';
  import { createVirtualizer } from '@tanstack/svelte-virtual';
  import { tick, untrack } from 'svelte';
  import { get } from 'svelte/store';
  import type { ScheduleTable } from './table.svelte';

  let { table }: { table: ScheduleTable } = $props();
  const WIDE: Partial<Record<ScheduleColumn, string>> = {
    link: '6.5rem', head_closet: '7rem', head_panel: '4rem', head_port: '3.2rem', tail_room: '7rem', tail_outlet: '6rem',
    tail_position: '3.2rem', cable: '8.8rem', scheme: '5.4rem', ordered: '6rem', length_m: '3.8rem', head_connector: '7rem',
    tail_connector: '8.5rem', note: '9rem', tail_floor: '3rem',
  }; // prettier-ignore
  const name = (c: ScheduleColumn) => (c === 'length_m' ? `length, ${table.unit}` : COLUMN_WORDS[c]);
  /** What cells of a column may hold, to choose from while one types. */
  const CHOICES: Partial<Record<ScheduleColumn, readonly (readonly [string, string])[]>> = {
    cable: GENERIC_CABLES.map((c) => [c.name, '']),
    scheme: SCHEMES.map((s) => [s, '']),
    ordered: ORDERS.map((o) => [o, '']),
    head_connector: CONNECTOR_FAMILIES.map((f) => [f, FAMILY_NAMES[f]]),
    tail_connector: CONNECTOR_FAMILIES.map((f) => [f, FAMILY_NAMES[f]]),
  };
  let onlyBad = $state(false);
  const shown = $derived(table.rows.map((_, i) => i).filter((i) => !onlyBad || table.badRows.has(i)));
  /** Height of a row with its line, in px. */
  const ROW = 45;
  /** Rows drawn above and below what is seen: the next cell to tab to is always there. */
  const BEYOND = 10;
  let box: HTMLElement | undefined = $state();
  const grid = createVirtualizer<HTMLElement, HTMLTableRowElement>({
    count: untrack(() => shown.length),
    getScrollElement: () => box ?? null,
    estimateSize: () => ROW,
    overscan: BEYOND,
  });
  $effect(() => {
    const options = { count: shown.length, getScrollElement: () => box ?? null };
    untrack(() => get(grid).setOptions(options));
  });
  const drawn = $derived($grid.getVirtualItems());
  const above = $derived(drawn[0]?.start ?? 0);
  const below = $derived($grid.getTotalSize() - (drawn.at(-1)?.end ?? 0));

  async function addRow(): Promise<void> {
    table.add(table.rows.at(-1));
    onlyBad = false;
    await tick();
    get(grid).scrollToIndex(shown.length - 1);
  }

  function paste(event: ClipboardEvent, row: number, column: ScheduleColumn): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n]/.test(text.replace(/\r?\n$/, ''))) return;
    event.preventDefault();
    table.paste(text, row, column);
  }
</script>

<div class="flex flex-wrap items-center gap-x-4 gap-y-1">
  {#if table.badRows.size}
    <label class="flex min-h-12 items-center gap-2"
      ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={onlyBad} />only rows with a bad cell</label
    >
  {/if}
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  bind:this={box}
  class="relative max-h-[75dvh] overflow-auto border border-ink"
  role="region"
  aria-label="Rows of the schedule"
  tabindex="0"
>
  <table class="border-separate border-spacing-0 text-left text-sm" aria-rowcount={shown.length + 1}>
    <thead class="sticky top-0 z-20">
      <tr aria-rowindex={1} class="[&>th]:border-b-2 [&>th]:border-ink [&>th]:bg-paper">
        <th class="sticky left-0 z-10 w-10 min-w-10 px-1 py-1 font-mono">row</th>
        {#each COLUMNS_AS_READ as c (c)}<th
            class={['px-1 py-1 whitespace-nowrap', c === 'link' && 'sticky left-10 z-10']}>{name(c)}</th
          >{/each}
        {#each table.own as c (c)}<th class="px-1 py-1 whitespace-nowrap text-faint">{c}</th>{/each}
        <th><span class="sr-only">take out</span></th>
      </tr>
    </thead>
    <tbody>
      {#if above > 0}<tr aria-hidden="true"><td style="height: {above}px"></td></tr>{/if}
      {#each drawn as at (at.key)}
        {@const i = shown[at.index] ?? 0}
        {@const row = table.rows[i] ?? {}}
        <tr aria-rowindex={at.index + 2} class="[&>*]:border-b [&>*]:border-rule">
          <th
            class={[
              'sticky left-0 z-10 w-10 min-w-10 bg-paper px-1 text-right font-mono font-normal',
              table.badRows.has(i) ? 'font-bold text-wrong' : 'text-faint',
            ]}>{table.lines[i] ?? i + 1}</th
          >
          {#each COLUMNS_AS_READ as c (c)}
            {@const problem = table.problems.get(`${i} ${c}`)}
            <td
              class={[
                problem ? 'hatched p-0 pl-2.5' : 'p-0',
                c === 'link' && 'sticky left-10 z-10',
                c === 'link' && !problem && 'bg-paper',
              ]}
            >
              <input
                class={[
                  'h-11 px-1 font-mono focus:bg-sheet',
                  problem ? 'border-2 border-wrong bg-paper' : 'border-x border-transparent bg-transparent',
                ]}
                style="width: {problem ? `calc(${WIDE[c]} - 0.625rem)` : WIDE[c]}"
                aria-label="{name(c)} of row {i + 1}"
                aria-invalid={problem ? 'true' : undefined}
                title={problem?.message}
                list={CHOICES[c] ? `choices ${c}` : undefined}
                value={table.shown(row, c)}
                onchange={(e) => table.set(i, c, e.currentTarget.value.trim())}
                onpaste={(e) => paste(e, i, c)}
              />
            </td>
          {/each}
          {#each table.own as c (c)}<td class="max-w-40 truncate px-1 text-faint">{row.own?.[c] ?? ''}</td
            >{/each}
          <td
            ><button
              class="h-11 min-w-11"
              aria-label="Take row {i + 1} out"
              title="Take this row out"
              onclick={() => table.remove(i)}>✕</button
            ></td
          >
        </tr>
      {/each}
      {#if below > 0}<tr aria-hidden="true"><td style="height: {below}px"></td></tr>{/if}
    </tbody>
  </table>
</div>
{#each Object.entries(CHOICES) as [c, choices] (c)}
  <datalist id="choices {c}"
    >{#each choices as [value, says] (value)}<option {value}>{says}</option>{/each}</datalist
  >
{/each}
<div class="flex flex-wrap gap-2">
  <button class="act w-auto" onclick={addRow}>Add a row</button>
  <button class="act w-auto" disabled={!table.canUndo} onclick={() => table.undo()}>Undo the last edit</button
  >
</div>
