<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { v4 as uuid } from 'uuid';
  import { walkOfFaults } from '$core/reading/walk-of-faults';
  import { writeWalk } from '$core/reading/walk';
  import { CONTACTS } from '$core/wiring/conductors';
  import Sheet from '$lib/controls/Sheet.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { LEAD, type LeadsInHand } from './hand.svelte';

  let { leads, onclose }: { leads: LeadsInHand; onclose: () => void } = $props();
  const job = useJob();
  let name = $state('');
  let silent = $state<string[]>([]);
  let joined = $state<string[]>([]);
  let crossed = $state(false);
  const GAPS = CONTACTS.slice(1).map((c, i) => [CONTACTS[i]!, c] as const);
  const good = $derived(!silent.length && !joined.length && !crossed);
  const walk = $derived(
    writeWalk(
      walkOfFaults(
        [
          ...(crossed ? [{ kind: 'crossed-schemes' } as const] : []),
          ...GAPS.filter((g) => joined.includes(g.join('-'))).map((contacts) => ({ kind: 'short', contacts }) as const), // prettier-ignore
          ...CONTACTS.filter((c) => silent.includes(c)).map(
            (contact) => ({ kind: 'open', contact }) as const,
          ),
        ],
        'straight',
        false,
      ),
    ),
  );
  const says = $derived(
    [
      silent.length ? `${silent.join(', ')} silent` : '',
      joined.length ? `${joined.join(', ')} joined` : '',
      crossed ? 'a crossover cord' : '',
    ]
      .filter(Boolean)
      .join(', '),
  );

  function add(event: SubmitEvent): void {
    event.preventDefault();
    if (!name.trim()) return;
    const id = uuid();
    job.plan.keepPart({ id, name: name.trim().slice(0, 120), kind: LEAD });
    leads.toggle(id);
    name = '';
  }
  function prove(): void {
    const ok = good;
    job.log.writeForJob(
      'leads-proved',
      { leads: [...leads.ids], walk, ok },
      ok ? 'Leads proven against each other.' : 'Leads failed: put them away.',
    );
    silent = [];
    joined = [];
    crossed = false;
    if (ok) onclose();
  }
</script>

<Sheet title="Test leads" {onclose}>
  <div class="grid gap-3">
    <p>Every link is read through two leads: a bad one fails them all. Choose the two in your hand.</p>
    <div class="grid grid-cols-2 gap-2">
      {#each leads.all as lead (lead.id)}
        <button
          class={['act px-3', leads.ids.includes(lead.id) && 'bg-hivis text-on-hivis']}
          aria-pressed={leads.ids.includes(lead.id)}
          onclick={() => leads.toggle(lead.id)}>{lead.name}</button
        >
      {/each}
    </div>
    <form class="flex gap-2" onsubmit={add}>
      <input
        class="h-12 min-w-0 flex-1 border border-ink bg-transparent px-2"
        placeholder="a lead by its mark"
        aria-label="Name of another lead"
        maxlength="120"
        bind:value={name}
      />
      <button class="h-12 border-2 border-ink px-3 font-semibold">add</button>
    </form>
    {#if leads.ids.length === 2}
      <h3 class="text-lg font-bold">Join them end to end and read</h3>
      <p class="text-sm text-faint">Tap what stays silent.</p>
      <div class="grid grid-cols-8 gap-1" role="group" aria-label="Contacts that stay silent">
        {#each CONTACTS as c (c)}
          <Toggle
            tone="amiss"
            class="font-mono"
            pressed={silent.includes(c)}
            aria-label="Contact {c} stays silent"
            onclick={() => (silent = silent.includes(c) ? silent.filter((x) => x !== c) : [...silent, c])}
            >{c}</Toggle
          >
        {/each}
      </div>
      <details>
        <summary class="flex min-h-12 cursor-pointer items-center text-sm">Joined or crossed</summary>
        <div class="flex flex-wrap gap-1" role="group" aria-label="Paths that are joined">
          {#each GAPS as gap (gap)}
            {@const name = gap.join('-')}
            <Toggle
              tone="amiss"
              class="min-w-12 px-2 font-mono"
              pressed={joined.includes(name)}
              onclick={() =>
                (joined = joined.includes(name) ? joined.filter((x) => x !== name) : [...joined, name])}
              >{name}</Toggle
            >
          {/each}
          <Toggle tone="amiss" class="px-3" pressed={crossed} onclick={() => (crossed = !crossed)}
            >a crossover cord</Toggle
          >
        </div>
      </details>
      {#if leads.status.state === 'bad'}
        <p class="border-l-4 border-wrong pl-3" role="alert">
          These two failed together: put one away, take another, and prove again.
        </p>
      {/if}
      <button class="act act-now" data-main-action onclick={prove}
        >{good ? 'All eight good: proven' : `${says}: log it, put them away`}</button
      >
    {/if}
  </div>
</Sheet>
