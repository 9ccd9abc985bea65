<script lang="ts">
  import { goto } from '$app/navigation';
  import Timeline from '$lib/history/Timeline.svelte';
  import Choice from '$lib/shell/Choice.svelte';
  import { useSite } from '$lib/site/site.svelte';

  let { data } = $props();
  const site = useSite();
  const KINDS = ['seated', 'read-back', 'reading', 'redone', 'found', 'rejected', 'exchanged', 'photo', 'repulled', 'leads-proved', 'tool', 'void']; // prettier-ignore
  const query = $derived(
    new URLSearchParams(Object.entries(data.filter).flatMap(([k, v]) => (v ? [[k, v]] : []))).toString(),
  );
  const link = $derived(data.filter.link ? site.links.get(data.filter.link) : undefined);

  function narrow(name: string, value: string): void {
    const next = new URLSearchParams(query);
    if (value) next.set(name, value);
    else next.delete(name);
    void goto(`?${next.toString()}`, { keepFocus: true, noScroll: true });
  }
</script>

<svelte:head><title>history · {site.plan.name}</title></svelte:head>
<main class="px-3 py-4 lg:px-5">
  <h1 class="text-2xl font-bold">{link ? `What happened to ${link.label}` : 'What happened on this job'}</h1>
  <div class="mt-3 grid grid-cols-2 items-end gap-2 sm:flex sm:flex-wrap sm:items-end">
    <Choice
      label="who"
      options={[['', 'anybody'], ...site.whole.crew.map((p) => [p.id, p.name] as const)]}
      value={data.filter.by ?? ''}
      onchoose={(v) => narrow('by', v)}
    />
    <Choice
      label="what"
      options={[['', 'anything'], ...KINDS.map((k) => [k, k] as const)]}
      value={data.filter.kind ?? ''}
      onchoose={(v) => narrow('kind', v)}
    />
    <label class="text-sm"
      >day
      <input
        type="date"
        class="field"
        value={data.filter.day ?? ''}
        onchange={(e) => narrow('day', e.currentTarget.value)}
      />
    </label>
    {#if link}<button class="h-12 border border-ink px-3" onclick={() => narrow('link', '')}>all links</button
      >{/if}
    <a
      class="flex h-12 items-center border-2 border-ink px-3 font-semibold"
      href="/api/jobs/{site.plan.id}/history?{query}">as CSV</a
    >
  </div>
  {#if data.entries.length}
    <div class="mt-4"><Timeline entries={data.entries} /></div>
    {#if data.more}<p class="mt-2">
        These are the newest ones: narrow it, or take the CSV, which has them all.
      </p>{/if}
  {:else}
    <p class="mt-4">Nothing was written down that fits: widen it.</p>
  {/if}
</main>
