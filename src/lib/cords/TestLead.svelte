<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { v7 as uuid } from 'uuid';
  import { worstState } from '$core/log/next';
  import type { Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';
  import { LEAD } from '$lib/leads/hand.svelte';

  /** A cord that is proven can be what others are tested through. */
  let { cords }: { cords: readonly Link[] } = $props();
  const job = useJob();
  const nameOf = (cord: Link) => `Cord ${cord.label}`;
  const proven = $derived(
    cords.filter(
      (c) =>
        c.ordered === 'straight' &&
        worstState(job.statusOf(c.id)) === 'proven' &&
        !job.plan.parts.some((p) => p.kind === LEAD && p.name === nameOf(c)),
    ),
  );
  let chosen = $state('');
  let says = $state('');

  function make(): void {
    const cord = proven.find((c) => c.id === chosen) ?? proven[0];
    if (!cord) return;
    job.plan.keepPart({ id: uuid(), name: nameOf(cord), kind: LEAD });
    says = `${nameOf(cord)} is among the test leads now: prove it against another before you trust it.`;
    chosen = '';
  }
</script>

{#if proven.length || says}
  <section aria-label="Test lead" class="grid gap-2">
    <h2 class="text-lg font-bold">A proven cord as a test lead</h2>
    {#if proven.length}
      <div class="grid grid-cols-[minmax(0,1fr)_auto] gap-2">
        <Choice
          bare
          label="Which cord"
          options={proven.map((c) => [c.id, c.label] as const)}
          value={chosen || proven[0]?.id}
          onchoose={(id) => (chosen = id)}
        />
        <button class="act w-auto" onclick={make}>make it one</button>
      </div>
    {/if}
    {#if says}<p role="status">{says}</p>{/if}
  </section>
{/if}
