<script lang="ts">
  import { asking } from '$lib/address/address';
  import { batchYield } from '$core/cords/batch-yield';
  import { misfitWords } from '$core/cords/batch-draft';
  import type { CordWay } from '$core/cords/way';
  import { wantsMore } from '$core/log/next';
  import { paceOf } from '$core/bench/sweep';
  import { endName } from '$core/model/end-name';
  import { formatMetres } from '$core/model/metres';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import BatchMend from '$lib/cords/BatchMend.svelte';
  import CordCells from '$lib/cords/CordCells.svelte';
  import CutList from '$lib/cords/CutList.svelte';
  import TestLead from '$lib/cords/TestLead.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
  const job = useJob();
  const batch = $derived(data.batch);
  const cords = $derived(job.plan.batchLinks(batch.id));
  const first = $derived(cords[0]);
  const stands = $derived(batchYield(cords, (id) => job.statusOf(id)));
  const pace = $derived(paceOf(stands.provenAt, stands.cords - stands.proven));
  const next = $derived(job.nextCord(batch.id, null));
  const soFar = $derived(cords.find((c) => wantsMore(job.statusOf(c.id))));
  const begun = $derived(stands.bareEnds < 2 * stands.cords);
  const WAYS: readonly (readonly [CordWay, string])[] = [
    ['cord', 'cord by cord'],
    ['ends', 'first ends, then second'],
  ];
  const against = $derived(
    first ? misfitWords(first.cable, [first.head.connector, first.tail.connector], job.plan.parts) : [],
  );
  const minutes = (m: number) => (m < 1.5 ? `${Math.round(m * 60)} s` : `${Math.round(m)} min`);
  const bareEnd = $derived(
    cords.some((c) => job.statusOf(c.id).head.state === 'bare')
      ? 'head'
      : cords.some((c) => job.statusOf(c.id).tail.state === 'bare')
        ? 'tail'
        : null,
  );
</script>

<svelte:head><title>{batch.name} · {job.plan.name}</title></svelte:head>
<main class="grid flex-1 content-start gap-x-8 gap-y-5 p-3 lg:grid-cols-[minmax(0,1fr)_22rem] lg:p-5">
  <div class="grid content-start gap-4">
    <div>
      <h1 class="text-2xl font-bold">{batch.name}</h1>
      {#if first}
        <p>
          {stands.cords} cords{first.lengthMetres
            ? ` of ${formatMetres(first.lengthMetres, job.plan.policy.units)}`
            : ''}, {first.cable}, {first.ordered.replaceAll('-', ' ')}: {FAMILY_NAMES[
            first.head.connector
          ]}{first.tail.connector === first.head.connector
            ? ' at both ends'
            : `, ${FAMILY_NAMES[first.tail.connector]} at end 2`}.
        </p>
      {/if}
    </div>
    {#each against as reason (reason)}
      <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="misfit">{reason}</p>
    {/each}
    {#if next}
      <a href={job.cordAddress(next)} data-main-action class="act min-h-14 act-now text-lg"
        ><span
          >{next.wants.screen === 'bench' ? 'Make' : 'Prove'}
          <span class="font-mono">{next.cord.label}</span>{next.wants.screen === 'bench'
            ? `, ${endName(next.cord, next.wants.end)}`
            : ''}</span
        ><kbd class="hidden key lg:inline">PgDn</kbd></a
      >
    {:else if soFar}
      <a class="act min-h-14 act-now text-lg" data-main-action href={job.at('prove', soFar.id)}
        ><span>Prove <span class="font-mono">{soFar.label}</span></span><kbd class="hidden key lg:inline"
          >PgDn</kbd
        ></a
      >
      <p>{stands.cords - stands.proven} good so far, not proven.</p>
    {:else if cords.length}<p class="text-lg font-bold">Every cord is proven.</p>
    {:else}<p class="text-lg">This batch has no cords any more.</p>{/if}
    {#if bareEnd}
      <Segments
        label="How the batch is gone through"
        options={WAYS}
        value={job.cordWay}
        onchoose={(w) => job.goThroughCords(w)}
      />
      <a
        class="flex min-h-12 items-center font-semibold underline underline-offset-4"
        href={job.at('sweep', 'cords', batch.id, bareEnd)}
        >sweep {bareEnd === 'head' ? 'the first ends' : 'the second ends'}: one press each</a
      >
    {/if}
    <section aria-label="Cords">
      <CordCells links={cords} />
      <p class="mt-1 text-sm text-faint">End 1 above, end 2 below.</p>
    </section>
  </div>
  <aside class="grid content-start gap-5">
    <section aria-label="How it goes" data-testid="yield">
      <p class="text-lg">
        <strong>{stands.proven} of {stands.cords} proven</strong>{stands.proven
          ? `, ${stands.firstTime} of them at the first time`
          : ''}.
      </p>
      {#if pace.minutesEach !== null && pace.left}
        <p>{minutes(pace.minutesEach)} a cord, about {minutes(pace.minutesLeft!)} to go.</p>
      {/if}
    </section>
    {#if stands.refused.length}
      <section aria-label="Refused" class="grid gap-1">
        <h2 class="text-lg font-bold">Refused</h2>
        {#each stands.refused as r (`${r.cord.id} ${r.end}`)}
          <p>
            <a class="font-mono font-bold underline underline-offset-4" href={job.at('prove', r.cord.id)}
              >{r.cord.label}</a
            >
            {endName(r.cord, r.end)}: {r.reason}
          </p>
        {/each}
        <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('redo')}>to redo</a>
      </section>
    {/if}
    {#if !begun || bareEnd}<CutList {batch} {cords} />{/if}
    <nav class="grid gap-2" aria-label="Of this batch">
      <a class="act" href={asking(job.at('labels'), { group: `batch ${batch.id}` })}
        >Flags for both ends <span class="font-normal text-faint">print them</span></a
      >
      <a class="act" href={job.at('cords')}>Another batch</a>
    </nav>
    <TestLead {cords} />
    <BatchMend {batch} {cords} />
  </aside>
</main>
<UndoLine />
