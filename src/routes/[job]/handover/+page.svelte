<script lang="ts">
  import { onMount } from 'svelte';
  import { keyWords } from '$core/handover/seal';
  import { rootWords } from '$core/handover/chain';
  import { OPEN_KINDS, OPEN_WORDS, openPoints } from '$core/handover/open-points';
  import { KIND_WORDS } from '$core/log/entry-words';
  import type { JobEntryOf, LogEntry } from '$core/model/entry';
  import { apiAddress } from '$lib/address/address';
  import ClientAddresses from '$lib/handover/ClientAddresses.svelte';
  import SignOff from '$lib/handover/SignOff.svelte';
  import VerifyFile from '$lib/handover/VerifyFile.svelte';
  import { localTime } from '$lib/controls/time';
  import { thisDevice } from '$lib/device/device-id';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const open = $derived(openPoints(job.plan.now, (l) => job.statusOf(l.id), job.log.labels));
  let stands = $state.raw<{
    last: JobEntryOf<'handed-over'> | null;
    since: Record<string, number>;
    writers: { device: string; by: string; heardAt: string }[];
  } | null>(null);
  const others = $derived(stands?.writers.filter((w) => w.device !== thisDevice()) ?? []);
  let unreachable = $state(false);
  const changes = $derived(
    Object.entries(stands?.since ?? {}).map(
      ([kind, n]) => `${n} ${KIND_WORDS[kind as LogEntry['kind']] ?? kind}`,
    ),
  );
  const record = (as: string) => `${apiAddress(job.plan.id, 'record')}?as=${as}`;
  const SHOWN = 12;
  let all = $state<Record<string, boolean>>({});

  async function look(): Promise<void> {
    try {
      const answer = await fetch(apiAddress(job.plan.id, 'handover'));
      unreachable = !answer.ok;
      if (answer.ok) stands = (await answer.json()) as typeof stands;
    } catch {
      unreachable = true;
    }
  }
  onMount(() => void look());
</script>

<svelte:head><title>handover · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-6 px-3 py-4 lg:max-w-3xl lg:px-5">
  <h1 class="text-2xl font-bold">Handover</h1>
  {#if stands?.last}
    {@const { last } = stands}
    <section
      class={['border-l-4 pl-3', changes.length ? 'border-wrong' : 'border-ink']}
      role="status"
      data-testid="handed"
    >
      <p class="text-lg font-bold">
        {changes.length ? 'Superseded' : 'Handed over'}: taken over by {last.data.client}, {localTime(
          last.at,
        )}.
      </p>
      <p class="font-mono text-sm">{last.data.count} entries, root {rootWords(last.data.root)}</p>
      {#if last.data.seal}<p class="font-mono text-sm">
          sealed by the key {keyWords(last.data.seal.key)}
        </p>{/if}
      {#if last.data.refused.length}<p>{last.data.refused.length} refused, and back in redo.</p>{/if}
      {#if changes.length}<p>Since then: {changes.join(', ')}. Hand it over again.</p>{/if}
    </section>
  {/if}
  <section class="grid gap-2" aria-label="Open points">
    <h2 class="text-xl font-bold">
      {open.length
        ? `${open.length === 1 ? 'One open point' : `${open.length} open points`}`
        : 'Nothing is open'}
    </h2>
    {#each OPEN_KINDS as kind (kind)}
      {@const points = open.filter((o) => o.kind === kind)}
      {#if points.length}
        <div class="border-t border-rule pt-1">
          <h3 class="font-bold">{points.length} {OPEN_WORDS[kind]}</h3>
          <ul class="flex flex-wrap gap-x-4">
            {#each all[kind] ? points : points.slice(0, SHOWN) as p (p.link)}
              <li>
                <a class="inline-flex min-h-12 items-center gap-2" href={job.at('prove', p.link)}
                  ><span class="font-mono underline underline-offset-4">{p.label}</span>
                  <span class="text-sm text-faint">{p.says}</span></a
                >
              </li>
            {/each}
            {#if points.length > SHOWN && !all[kind]}<li>
                <button class="min-h-12 underline underline-offset-4" onclick={() => (all[kind] = true)}
                  >{points.length - SHOWN} more</button
                >
              </li>{/if}
          </ul>
        </div>
      {/if}
    {/each}
  </section>
  {#if others.length}
    <section class="grid gap-1" aria-label="Other devices">
      <h2 class="text-xl font-bold">
        {others.length === 1
          ? 'Another device wrote here: does it say “all kept”?'
          : `${others.length} other devices wrote here: do they all say “all kept”?`}
      </h2>
      <p>What one of them has not sent yet is missing from the record, and it may be a fail.</p>
      <ul>
        {#each others.slice(0, SHOWN) as w (w.device)}
          <li class="flex flex-wrap justify-between gap-x-3 border-t border-rule py-1">
            <span class="font-semibold">{job.plan.person(w.by)}</span>
            <span>heard last {localTime(w.heardAt)}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  <section class="grid gap-2" aria-label="The record">
    <h2 class="text-xl font-bold">The record</h2>
    <div class="grid gap-2 sm:grid-cols-3">
      <a class="act" href={record('pdf')} download>As-built, PDF</a>
      <a class="act" href={record('xlsx')} download>Spreadsheet, a sheet a panel</a>
      <a class="act" href={record('json')} download>Record as data</a>
      <a class="act" href={record('csv')} download>Links, CSV</a>
      <a class="act" href={record('open-csv')} download>Open points, CSV</a>
      <a class="act" href="{apiAddress(job.plan.id, 'sheets')}?kind=work" download>Work sheets, PDF</a>
      <a class="act" href={job.at('handover', 'type-in')}>Type a work sheet in</a>
      <a class="act" href="{apiAddress(job.plan.id, 'sheets')}?kind=snags" download>Snag list, PDF</a>
      <a class="act" href="{apiAddress(job.plan.id, 'sheets')}?kind=snags&as=csv" download>Snag list, CSV</a>
    </div>
    {#if unreachable}<p class="border-l-4 border-wrong pl-3" role="alert">
        The server cannot be reached: it makes the record. What is open is shown all the same, and files can
        be checked.
      </p>{/if}
  </section>
  <SignOff {open} onhanded={look} />
  <ClientAddresses job={job.plan.id} />
  <VerifyFile />
</main>
