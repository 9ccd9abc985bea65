<script lang="ts">
  import { COLUMN_WORDS, COLUMNS_AS_READ, type ScheduleColumn } from '$core/schedule/columns';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { ORDERS, SCHEMES } from '$core/wiring/schemes';
  import type { ScheduleTable } from './table.svelte';

  let { table }: { table: ScheduleTable } = $props();
  const PAGE = 48;
  const WIDE: Partial<Record<ScheduleColumn, string>> = {
    link: '6.5rem', head_closet: '7rem', head_panel: '4rem', head_port: '3.2rem', tail_room: '7rem', tail_outlet: '6rem',
    tail_position: '3.2rem', cable: '7.5rem', scheme: '4.2rem', ordered: '5rem', length_m: '3.8rem', head_connector: '7rem',
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
  let page = $state(0);
  let onlyBad = $state(false);
  const shown = $derived(table.rows.map((_, i) => i).filter((i) => !onlyBad || table.badRows.has(i)));
  const pages = $derived(Math.max(1, Math.ceil(shown.length / PAGE)));
  const at = $derived(Math.min(page, pages - 1));
  const here = $derived(shown.slice(at * PAGE, (at + 1) * PAGE));

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
  {#if pages > 1}
    <div class="ml-auto flex items-center gap-2">
      <button
        class="h-12 min-w-12 border border-ink"
        aria-label="Rows before"
        disabled={at === 0}
        onclick={() => (page = at - 1)}>←</button
      >
      <span class="font-mono text-sm"
        >{at * PAGE + 1}–{Math.min(shown.length, (at + 1) * PAGE)} of {shown.length}</span
      >
      <button
        class="h-12 min-w-12 border border-ink"
        aria-label="Rows after"
        disabled={at + 1 >= pages}
        onclick={() => (page = at + 1)}>→</button
      >
    </div>
  {/if}
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="relative overflow-x-auto border border-ink"
  role="region"
  aria-label="Rows of the schedule"
  tabindex="0"
>
  <table class="border-collapse text-left text-sm">
    <thead>
      <tr class="border-b-2 border-ink">
        <th class="sticky left-0 z-10 w-10 min-w-10 bg-paper px-1 py-1 font-mono">row</th>
        {#each COLUMNS_AS_READ as c (c)}<th
            class={['px-1 py-1 whitespace-nowrap', c === 'link' && 'sticky left-10 z-10 bg-paper']}
            >{name(c)}</th
          >{/each}
        {#each table.own as c (c)}<th class="px-1 py-1 whitespace-nowrap text-faint">{c}</th>{/each}
        <th><span class="sr-only">take out</span></th>
      </tr>
    </thead>
    <tbody>
      {#each here as i (i)}
        {@const row = table.rows[i]!}
        <tr class="border-b border-rule">
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
    </tbody>
  </table>
</div>
{#each Object.entries(CHOICES) as [c, choices] (c)}
  <datalist id="choices {c}"
    >{#each choices as [value, says] (value)}<option {value}>{says}</option>{/each}</datalist
  >
{/each}
<div class="flex flex-wrap gap-2">
  <button class="act w-auto" onclick={() => table.add(table.rows.at(-1))}>Add a row</button>
  <button class="act w-auto" disabled={!table.canUndo} onclick={() => table.undo()}>Undo the last edit</button
  >
</div>
