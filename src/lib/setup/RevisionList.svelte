<script lang="ts">
  import type { RevisionKind, RowChange } from '$core/schedule/compare';
  import type { Link } from '$core/model/job';
  import type { ScheduleTable } from './table.svelte';

  /** A schedule beside the job it is for: what it would do to each link, with a tick, and the links it no longer has. */
  let { table }: { table: ScheduleTable } = $props();
  const SHOWN = 25;
  let opened = $state<Record<string, boolean>>({});
  const KINDS = [
    ['renamed', 'renamed: same port and room, another label'],
    ['moved', 'moved: another port, room or outlet'],
    ['changed', 'changed'],
    ['new', 'new'],
  ] as const satisfies readonly (readonly [RevisionKind, string])[];
  const revision = $derived(table.revision);
  const of = (kind: RevisionKind) => revision?.rows.filter((r) => r.kind === kind) ?? [];
  const words = (r: RowChange) =>
    r.fields.map((f) => `${f.field} ${f.was || 'none'} → ${f.is || 'none'}`).join(', ');
</script>

{#snippet shownAll(key: string, count: number)}
  {#if count > SHOWN && !opened[key]}
    <button class="min-h-12 underline underline-offset-4" onclick={() => (opened[key] = true)}
      >{count - SHOWN} more</button
    >
  {/if}
{/snippet}
{#snippet gone(key: string, links: readonly Link[], says: string, open: boolean)}
  {@const ids = links.map((l) => l.id)}
  <details {open}>
    <summary class="flex min-h-12 cursor-pointer items-center gap-2">
      <strong class="font-mono">{links.length}</strong>
      <span>{says}</span>
    </summary>
    <label class="flex min-h-12 items-center gap-2 border-b border-rule"
      ><input
        type="checkbox"
        class="size-6 accent-(--ink)"
        checked={ids.every((id) => table.retiring.has(id))}
        onchange={(e) => table.retire(ids, e.currentTarget.checked)}
      />retire {links.length === 1 ? 'it' : `all ${links.length}`}: out of the plan, kept in the history</label
    >
    <ul class="grid grid-cols-[repeat(auto-fill,minmax(9rem,1fr))]">
      {#each opened[key] ? links : links.slice(0, SHOWN) as l (l.id)}
        <li>
          <label class="flex min-h-12 items-center gap-2"
            ><input
              type="checkbox"
              class="size-6 accent-(--ink)"
              checked={table.retiring.has(l.id)}
              onchange={(e) => table.retire([l.id], e.currentTarget.checked)}
            /><span class="font-mono">{l.label}</span></label
          >
        </li>
      {/each}
    </ul>
    {@render shownAll(key, links.length)}
  </details>
{/snippet}

{#if revision}
  <section class="grid gap-1" aria-label="Beside the job">
    <h2 class="text-xl font-bold">Beside the job as it is</h2>
    {#if revision.gone.length}
      {@render gone(
        'gone',
        revision.gone,
        `no longer in this schedule, on panels it names: retire ${revision.gone.length === 1 ? 'it' : 'them'}?`,
        true,
      )}
    {/if}
    {#if revision.elsewhere.length}
      {@render gone('elsewhere', revision.elsewhere, 'on panels this schedule says nothing of', false)}
    {/if}
    {#each KINDS as [kind, says] (kind)}
      {@const rows = of(kind)}
      {#if rows.length}
        {@const at = rows.map((r) => r.row)}
        <details open={kind !== 'new'}>
          <summary class="flex min-h-12 cursor-pointer items-center gap-2">
            <strong class="font-mono">{rows.length}</strong>
            <span>{says}</span>
          </summary>
          <label class="flex min-h-12 items-center gap-2 border-b border-rule"
            ><input
              type="checkbox"
              class="size-6 accent-(--ink)"
              checked={!at.some((i) => table.skipped.has(i))}
              onchange={(e) => table.skip(at, !e.currentTarget.checked)}
            />take {rows.length === 1 ? 'it' : `all ${rows.length}`}</label
          >
          <ul>
            {#each opened[kind] ? rows : rows.slice(0, SHOWN) as r (r.row)}
              <li class="border-b border-rule">
                <label class="flex min-h-12 items-center gap-2"
                  ><input
                    type="checkbox"
                    class="size-6 shrink-0 accent-(--ink)"
                    checked={!table.skipped.has(r.row)}
                    onchange={(e) => table.skip([r.row], !e.currentTarget.checked)}
                  /><span class="font-mono">{r.link?.label ?? r.label}</span>
                  <span class="min-w-0 text-sm">{words(r)}</span></label
                >
              </li>
            {/each}
          </ul>
          {@render shownAll(kind, rows.length)}
        </details>
      {/if}
    {/each}
    {#if of('same').length}<p class="text-faint">{of('same').length} as they are.</p>{/if}
  </section>
{/if}
