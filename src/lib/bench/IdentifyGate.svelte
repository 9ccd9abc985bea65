<script lang="ts">
  import { mediumOf } from '$core/wiring/connector';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { SCHEMES } from '$core/wiring/schemes';
  import Choice from '$lib/controls/Choice.svelte';
  import FitLine from './FitLine.svelte';
  import GateSteps from './GateSteps.svelte';
  import { flagWords } from '$core/model/tape';
  import { endName } from '$core/model/end-name';
  import { farWords, spotWords } from '$core/plan/whereabouts';
  import type { BenchSession } from './session.svelte';

  let { session }: { session: BenchSession } = $props();
  const coaxLink = $derived(mediumOf(session.link[session.end].connector) === 'coax');
  const families = $derived(CONNECTOR_FAMILIES.filter((f) => (mediumOf(f) === 'coax') === coaxLink));
  const flag = $derived(session.job.statusOf(session.link.id)[session.end].flag);
  const hereWords = $derived.by(() => {
    const where = session.job.plan.where(session.link);
    return session.link.cord
      ? `${farWords(where)}, ${endName(session.link, session.end)}`
      : spotWords(where[session.end]);
  });
</script>

<p class="text-lg">
  {[hereWords, session.link.cable].filter(Boolean).join(': ')}.
</p>
{#if flag}<p class="text-lg font-bold lg:hidden" data-testid="flag here">
    On this cable: {flagWords(flag)}.
  </p>{/if}
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
    This end was ordered to {session.ordered}. Seat it to {session.scheme} only if that was changed, and change
    the plan with it: else no reading proves it.
  </p>
{/if}
{#if session.connector !== session.link[session.end].connector}
  <p class="border-l-4 border-wrong pl-3" role="alert">
    The plan has a {FAMILY_NAMES[session.link[session.end].connector]} here. Seat another only if that was changed,
    and change the plan with it.
  </p>
{/if}
{#if !coaxLink}<FitLine {session} />{/if}
