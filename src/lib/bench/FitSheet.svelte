<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { connectorsFor, sameName } from '$core/model/cable-named';
  import { fitOf } from '$core/bench/fit';
  import { GENERIC_CABLES, type CableSpec, type ConnectorSpec } from '$core/wiring/parts';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import Sheet from '$lib/controls/Sheet.svelte';
  import CableFigures from './CableFigures.svelte';
  import ConnectorFigures from './ConnectorFigures.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onclose }: { session: BenchSession; onclose: () => void } = $props();
  const NEW = 'new';
  const plan = $derived(session.job.plan);
  const own = $derived(
    plan.parts.flatMap((p) => (p.cable ? [{ id: p.id, name: p.name, spec: p.cable }] : [])),
  );
  const cables = $derived([
    ...own,
    ...GENERIC_CABLES.filter((g) => !own.some((o) => sameName(o.name, g.name))),
  ]);
  const connectors = $derived(connectorsFor(session.connector, plan.parts));
  let cableId = $state(untrack(() => cables.find((c) => c.spec === session.cable)?.id ?? NEW));
  let connectorId = $state(untrack(() => session.connectorPart?.id ?? NEW));
  /** A part of this job whose figures are being changed. */
  let mending = $state<'cable' | 'connector' | null>(null);
  let cableTyped = $state.raw<CableSpec | null>(null);
  let connectorTyped = $state.raw<ConnectorSpec | null>(null);
  let cableName = $state(untrack(() => session.link.cable));
  let connectorName = $state('');
  let says = $state('');

  const cable = $derived(cables.find((c) => c.id === cableId));
  const connector = $derived(connectors.find((c) => c.id === connectorId));
  const typesCable = $derived(cableId === NEW || mending === 'cable');
  const typesConnector = $derived(connectorId === NEW || mending === 'connector');
  const spec = $derived(typesCable ? cableTyped : (cable?.spec ?? null));
  const opening = $derived(typesConnector ? connectorTyped : (connector?.spec ?? null));
  const fit = $derived(spec && opening ? fitOf(spec, opening) : null);
  const isOwn = (id: string) => plan.parts.some((p) => p.id === id);
  const MARK = { fits: '✓', remedy: '!', 'does-not-fit': '✕' };

  /** Keeps what was typed: under a name the job knows already it takes that one's place. */
  function keep(kind: 'cable' | 'connector'): void {
    const name = (kind === 'cable' ? cableName : connectorName).trim().slice(0, 120);
    const chosen = mending === kind ? (kind === 'cable' ? cableId : connectorId) : '';
    const before = plan.parts.find((p) => p.id === chosen) ?? plan.parts.find((p) => p[kind] && sameName(p.name, name)); // prettier-ignore
    const figures = kind === 'cable' ? { cable: spec! } : { connector: opening! };
    const part = { ...(before ?? { id: uuid(), kind: kind === 'cable' ? 'cable' : 'connector lot' }), name, ...figures }; // prettier-ignore
    plan.keepPart(part);
    mending = null;
    if (kind === 'cable') cableId = part.id;
    else chooseConnector(part.id);
    says = `${name}: figures kept.`;
  }
  function mend(kind: 'cable' | 'connector'): void {
    mending = kind;
    if (kind === 'cable') cableName = cable!.name;
    else connectorName = plan.parts.find((p) => p.id === connectorId)!.name;
  }
  async function strike(id: string): Promise<void> {
    says = await plan.change({ remove: { parts: [id] } }, 'bench');
  }
  function chooseConnector(id: string): void {
    connectorId = id;
    mending = null;
    if (id !== NEW) session.setConnectorPart(id);
  }
  async function useHere(): Promise<void> {
    const link = { ...session.link, cable: cable!.name };
    says = await plan.change({ put: { links: [link] } }, 'bench');
  }
</script>

{#snippet kept(kind: 'cable' | 'connector')}
  <label class="text-sm"
    >keep it on this job as
    {#if kind === 'cable'}<input class="field" bind:value={cableName} maxlength="120" />
    {:else}<input class="field" bind:value={connectorName} maxlength="120" />{/if}
  </label>
  <button
    class="act act-now"
    onclick={() => keep(kind)}
    disabled={kind === 'cable' ? !spec || !cableName.trim() : !opening || !connectorName.trim()}
    >Keep this {kind}</button
  >
{/snippet}
{#snippet ownPart(kind: 'cable' | 'connector', id: string)}
  {#if isOwn(id) && mending !== kind}
    <div class="flex gap-2">
      <button class="act px-3" onclick={() => mend(kind)}>Change its figures</button>
      <button class="act px-3" onclick={() => strike(id)}>Strike it out</button>
    </div>
  {/if}
{/snippet}

<Sheet title="Does it fit?" {onclose}>
  <div class="grid gap-3">
    {#if fit}
      <h3 class={['text-xl font-bold', fit.grade === 'does-not-fit' && 'text-wrong']} data-testid="fit">
        {fit.grade === 'fits' ? 'Fits' : fit.grade === 'remedy' ? 'Fits, with a remedy' : 'Does not fit'}
      </h3>
      <ul class="border-t border-rule">
        {#each [...fit.reasons].sort((a, b) => Number(a.grade === 'fits') - Number(b.grade === 'fits')) as r (r.about)}
          <li class="grid grid-cols-[1.5rem_1fr] border-b border-rule py-1.5">
            <span class={['font-bold', r.grade === 'does-not-fit' && 'text-wrong']} aria-label={r.grade}
              >{MARK[r.grade]}</span
            >{r.text}
          </li>
        {/each}
      </ul>
    {/if}
    <Choice
      label="cable"
      options={[...cables.map((c) => [c.id, c.name] as const), [NEW, 'another: type its figures']]}
      value={cableId}
      onchoose={(id) => {
        cableId = id;
        mending = null;
      }}
    />
    {#if typesCable}
      {#key `${cableId} ${mending}`}
        <CableFigures from={cable?.spec ?? GENERIC_CABLES[1]!.spec} onfigures={(s) => (cableTyped = s)} />
      {/key}
      {@render kept('cable')}
    {:else if cable}
      {@render ownPart('cable', cable.id)}
      {#if !sameName(cable.name, session.link.cable)}
        <button class="act" onclick={useHere}>{session.link.label} has this cable</button>
      {/if}
    {/if}
    <Choice
      label={FAMILY_NAMES[session.connector]}
      options={[...connectors.map((c) => [c.id, c.name] as const), [NEW, 'another: type its figures']]}
      value={connectorId}
      onchoose={chooseConnector}
    />
    {#if typesConnector}
      {#key `${connectorId} ${mending}`}
        <ConnectorFigures
          from={connector?.spec ?? connectors[0]!.spec}
          onfigures={(s) => (connectorTyped = s)}
        />
      {/key}
      {@render kept('connector')}
    {:else if connector}
      {@render ownPart('connector', connector.id)}
    {/if}
    {#if says}<p role="status">{says}</p>{/if}
    {#if plan.refused}<p class="border-l-4 border-wrong pl-3" role="alert">{plan.refused}</p>{/if}
  </div>
</Sheet>
