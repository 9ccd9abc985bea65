<script lang="ts">
  import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '$core/wiring/connector';
  import { isCoax } from '$core/bench/seats';
  import { SCHEMES, type Scheme } from '$core/wiring/schemes';
  import FitLine from './FitLine.svelte';
  import GateSteps from './GateSteps.svelte';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const coaxLink = $derived(isCoax(session.link[session.end].connector));
  const families = $derived(CONNECTOR_FAMILIES.filter((f) => isCoax(f) === coaxLink));
  const here = $derived(session.site.where(session.link));
</script>

<p class="text-lg">
  {session.end === 'head'
    ? `${here.closet.name}, panel ${here.panel.name}, port ${session.link.head.port}`
    : `${here.room.name}, ${here.outlet.name}, position ${session.link.tail.position}`}: {session.link.cable}.
</p>
<GateSteps {session} gate="identify" />
<div class="grid gap-2 sm:grid-cols-[1fr_auto]">
  <label class="min-w-0 text-sm"
    >connector
    <select
      class="field"
      value={session.connector}
      onchange={(e) => session.setConnector(e.currentTarget.value as ConnectorFamily)}
    >
      {#each families as f (f)}<option value={f} class="bg-paper">{FAMILY_NAMES[f]}</option>{/each}
    </select>
  </label>
  {#if !coaxLink}
    <label class="text-sm"
      >scheme
      <select
        class="field"
        value={session.scheme}
        onchange={(e) => session.setScheme(e.currentTarget.value as Scheme)}
      >
        {#each SCHEMES as s (s)}<option value={s} class="bg-paper">{s}</option>{/each}
      </select>
    </label>
  {/if}
</div>
{#if session.scheme !== session.ordered && !coaxLink}
  <p class="border-l-4 border-wrong pl-3" role="alert">
    This end was ordered to {session.ordered}. Seat it to {session.scheme} only if that was changed.
  </p>
{/if}
{#if !coaxLink}<FitLine {session} />{/if}
