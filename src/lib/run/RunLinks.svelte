<script lang="ts">
  import type { Link } from '$core/model/job';
  import type { Run } from '$core/model/run';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Which cables lie in a run, room by room; those of another run are named with it. */
  let { run, onchange }: { run: Run; onchange: (links: string[]) => void } = $props();
  const job = useJob();
  const on = $derived(new Set(run.links));
  const elsewhere = $derived(
    new Map(job.plan.runs.flatMap((r) => (r.id === run.id ? [] : r.links.map((l) => [l, r.name] as const)))),
  );
  const rooms = $derived.by(() => {
    const out = new Map<string, { name: string; links: Link[] }>();
    for (const link of job.plan.ordered) {
      if (link.cord) continue;
      const { head, tail } = job.plan.where(link);
      const name = `${head.space?.name ?? '?'} to ${tail.space?.name ?? '?'}`;
      const room = out.get(name) ?? { name, links: [] };
      room.links.push(link);
      out.set(name, room);
    }
    return [...out.values()];
  });
  let wanted = $state('');
  const shown = $derived(rooms.filter((r) => r.name.toLowerCase().includes(wanted.trim().toLowerCase())));
  function turn(ids: readonly string[], into: boolean): void {
    const next = new Set(on);
    for (const id of ids) if (into) next.add(id);
      else next.delete(id);
    onchange([...next]);
  } // prettier-ignore
</script>

<details>
  <summary class="flex min-h-12 cursor-pointer items-center font-bold"
    >{run.links.length === 0
      ? 'Which cables are in it?'
      : run.links.length === 1
        ? 'One cable is in it'
        : `${run.links.length} cables are in it`}</summary
  >
  {#if rooms.length > 8}<label class="text-sm"
      >room<input class="field" maxlength="60" bind:value={wanted} /></label
    >{/if}
  {#each shown as room (room.name)}
    {@const free = room.links.filter((l) => !elsewhere.has(l.id))}
    {@const all = free.length > 0 && free.every((l) => on.has(l.id))}
    <fieldset class="border-t border-rule py-1">
      <legend class="float-left w-full"
        ><label class="flex min-h-12 items-center gap-3 font-semibold"
          ><input
            type="checkbox"
            class="size-6 shrink-0 accent-(--ink)"
            checked={all}
            disabled={!free.length}
            onchange={() =>
              turn(
                free.map((l) => l.id),
                !all,
              )}
          />{room.name}</label
        ></legend
      >
      <div class="clear-both flex flex-wrap gap-x-4">
        {#each room.links as l (l.id)}
          <label
            class={['flex min-h-12 items-center gap-2 font-mono', elsewhere.has(l.id) && 'text-faint']}
            title={elsewhere.get(l.id)}
            ><input
              type="checkbox"
              class="size-5 shrink-0 accent-(--ink)"
              checked={on.has(l.id)}
              disabled={elsewhere.has(l.id)}
              onchange={(e) => turn([l.id], e.currentTarget.checked)}
            />{l.label}{elsewhere.has(l.id) ? `: in ${elsewhere.get(l.id)}` : ''}</label
          >
        {/each}
      </div>
    </fieldset>
  {/each}
</details>
