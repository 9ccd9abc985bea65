<script lang="ts">
  import { mediumOf } from '$core/wiring/connector';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { SCHEMES } from '$core/wiring/schemes';
  import Choice from '$lib/shell/Choice.svelte';
  import FitLine from './FitLine.svelte';
  import GateSteps from './GateSteps.svelte';
  import { tailWords } from '$lib/job/where';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const coaxLink = $derived(mediumOf(session.link[session.end].connector) === 'coax');
  const families = $derived(CONNECTOR_FAMILIES.filter((f) => (mediumOf(f) === 'coax') === coaxLink));
  const here = $derived(session.job.plan.where(session.link));
</script>

<p class="text-lg">
  {session.end === 'head'
    ? `${here.closet.name}, panel ${here.panel.name}, port ${session.link.head.port}`
    : tailWords(here, session.link)}{session.link.cable ? `: ${session.link.cable}` : ''}.
</p>
<GateSteps {session} gate="identify" />
<div class="grid gap-2 sm:grid-cols-[1fr_auto]">
  <Choice
    label="connector"
    options={families.map((f) => [f, FAMILY_NAMES[f]] as const)}
    value={session.connector}
    onchoose={(f) => session.setConnector(f)}
  />
  {#if !coaxLink}
    <Choice
      label="scheme"
      options={SCHEMES.map((x) => [x, x] as const)}
      value={session.scheme}
      onchoose={(x) => session.setScheme(x)}
    />
  {/if}
</div>
{#if session.scheme !== session.ordered && !coaxLink}
  <p class="border-l-4 border-wrong pl-3" role="alert">
    This end was ordered to {session.ordered}. Seat it to {session.scheme} only if that was changed.
  </p>
{/if}
{#if !coaxLink}<FitLine {session} />{/if}
