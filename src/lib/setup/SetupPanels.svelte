<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { Panel } from '$core/model/job';
  import { MOST_PORTS } from '$core/model/limits';
  import { NewIds } from '$core/plan/new-ids';
  import { untrack } from 'svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  let { onsays }: { onsays: (says: string) => void } = $props();
  const job = useJob();
  const closets = $derived(job.plan.spaces.filter((s) => s.kind === 'closet'));
  let name = $state('');
  let ports = $state('24');
  let closet = $state(untrack(() => job.plan.spaces.find((s) => s.kind === 'closet')?.id ?? ''));

  const keep = async (changes: Parameters<typeof job.plan.change>[0]) =>
    onsays(await job.plan.change(changes, 'set up, panels'));
  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!name.trim()) return onsays('Name the panel, such as K1.');
    const space = closet || closets[0]?.id;
    const order = Math.max(-1, ...job.plan.whole.panels.map((p) => p.order)) + 1;
    const id = new NewIds(job.plan.whole.panels.map((p) => p.id)).give(name.trim().slice(0, 60));
    const panel = { id, name: name.trim(), space: space ?? 'closet', ports: Number(ports), order };
    const first = { id: 'closet', name: 'Closet', kind: 'closet' as const, floor: 0, x: 0, y: 0 };
    await keep({ put: { panels: [panel], ...(space ? {} : { spaces: [first] }) } });
  }
  async function resize(panel: Panel, text: string): Promise<void> {
    const size = Number(text);
    if (!Number.isInteger(size) || size < 1 || size > MOST_PORTS)
      return onsays(`A panel has 1 to ${MOST_PORTS} ports.`);
    await keep({ put: { panels: [{ ...panel, ports: size }] } });
  }
  async function move(i: number, by: 1 | -1): Promise<void> {
    const panels = [...job.plan.panels];
    const [a, b] = [panels[i]!, panels[i + by]];
    if (!b) return;
    await keep({ put: { panels: [{ ...a, order: b.order }, { ...b, order: a.order }] } }); // prettier-ignore
  }
</script>

<section class="grid gap-2">
  <h2 class="text-xl font-bold">Panels, from the top of the rack</h2>
  {#if job.plan.panels.length}
    <ul class="border-t border-rule">
      {#each job.plan.panels as p, i (p.id)}
        <li
          class="grid grid-cols-[minmax(0,1fr)_4.5rem_auto] items-center gap-2 border-b border-rule py-1 sm:grid-cols-[minmax(0,1fr)_4.5rem_9rem_auto]"
        >
          <input
            class="h-12 w-full min-w-0 border border-rule bg-transparent px-2 font-mono"
            aria-label="Name of panel {p.name}"
            value={p.name}
            maxlength="120"
            onchange={(e) =>
              keep({ put: { panels: [{ ...p, name: e.currentTarget.value.trim() || p.name }] } })}
          />
          <input
            class="h-12 w-full min-w-0 border border-rule bg-transparent px-2 font-mono"
            aria-label="Ports of panel {p.name}"
            inputmode="numeric"
            value={p.ports}
            onchange={(e) => resize(p, e.currentTarget.value)}
          />
          <Choice
            bare
            class="hidden sm:block"
            label="Closet of panel {p.name}"
            options={closets.map((c) => [c.id, c.name] as const)}
            value={p.space}
            onchoose={(space) => keep({ put: { panels: [{ ...p, space }] } })}
          />
          <span class="flex">
            <button
              class="h-12 min-w-10"
              aria-label="Panel {p.name} up"
              disabled={i === 0}
              onclick={() => move(i, -1)}>↑</button
            >
            <button
              class="h-12 min-w-10"
              aria-label="Panel {p.name} down"
              disabled={i + 1 === job.plan.panels.length}
              onclick={() => move(i, 1)}>↓</button
            >
            <button
              class="h-12 min-w-10"
              aria-label="Take panel {p.name} out"
              onclick={() => keep({ remove: { panels: [p.id] } })}>✕</button
            >
          </span>
        </li>
      {/each}
    </ul>
  {/if}
  <form
    class="grid grid-cols-[minmax(0,1fr)_auto] gap-2 sm:grid-cols-[minmax(0,1fr)_4.5rem_9rem_auto]"
    onsubmit={add}
  >
    <input
      class="h-13 border border-ink bg-transparent px-2 font-mono"
      placeholder="K1"
      aria-label="Name of the new panel"
      bind:value={name}
    />
    <Choice
      bare
      class="w-20 sm:w-auto"
      label="Ports of the new panel"
      options={['12', '24', '48'].map((n) => [n, n] as const)}
      bind:value={ports}
    />
    {#if closets.length > 1}
      <Choice
        bare
        class="sm:w-auto"
        label="Closet of the new panel"
        options={closets.map((c) => [c.id, c.name] as const)}
        bind:value={closet}
      />
    {/if}
    <button class="act w-auto whitespace-nowrap">Add a panel</button>
  </form>
</section>
