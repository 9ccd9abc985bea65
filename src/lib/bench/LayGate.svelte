<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { Snippet } from 'svelte';
  import { legendsFor } from '$core/bench/legends-for';
  import GateSteps from './GateSteps.svelte';
  import LegendEditor from './LegendEditor.svelte';
  import PairLaySheet from './PairLaySheet.svelte';
  import Untwist from './Untwist.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, action }: { session: BenchSession; action: Snippet } = $props();
  let editing = $state(false);
  let laying = $state(false);
  const kind = $derived(session.guide.layout.kind);
  const { fitting, others } = $derived(legendsFor(session.guide, session.job.plan.legends));
</script>

<GateSteps {session} gate="lay" />
{@render action()}
{#if kind === 'plug'}
  <div class="grid grid-cols-2 gap-2">
    <button
      class="act px-3"
      onclick={() => session.setView({ up: session.view.up === 'contacts' ? 'latch' : 'contacts' })}
      >{session.view.up === 'contacts' ? 'Latch up instead' : 'Contacts up instead'}</button
    >
    <button
      class="act px-3"
      onclick={() => session.setView({ from: session.view.from === 'rear' ? 'front' : 'rear' })}
      >{session.view.from === 'rear' ? 'See it from the nose' : 'See it from the cable'}</button
    >
  </div>
{:else if kind === 'legend'}
  <div class="grid grid-cols-[1fr_auto] items-end gap-2">
    <Choice
      label="legend printed on this one"
      options={[
        ...fitting.map((l) => [l.id, l.name] as const),
        ...others.map((l) => [l.id, `${l.name}, of another shape`] as const),
      ]}
      value={session.legend.id}
      onchoose={(id) => session.setLegend(id)}
    />
    <button class="h-13 border-2 border-ink px-3 font-semibold" onclick={() => (editing = true)}
      >a new one</button
    >
  </div>
{/if}
{#if kind !== 'coax'}<Untwist {session} />{/if}
{#if kind !== 'coax'}
  <button
    class="min-h-12 text-left font-semibold underline underline-offset-4"
    onclick={() => (laying = true)}>which way round do the pairs come?</button
  >
{/if}
{#if editing}<LegendEditor {session} onclose={() => (editing = false)} />{/if}
{#if laying}<PairLaySheet {session} onclose={() => (laying = false)} />{/if}
