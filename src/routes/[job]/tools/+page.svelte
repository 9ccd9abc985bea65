<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { LEAD, LeadsInHand } from '$lib/leads/hand.svelte';
  import TesterForm from '$lib/testers/TesterForm.svelte';
  import type { Part } from '$core/model/job';
  import { TESTERS } from '$lib/job/tester-in-hand.svelte';
  import LeadsSheet from '$lib/leads/LeadsSheet.svelte';
  import type { JobEntryOf } from '$core/model/entry';
  import { leftOfLot, wantsAsking } from '$core/log/tools';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const leads = new LeadsInHand(job);
  onMount(() => leads.resume());
  let proving = $state(false);
  let tester = $state.raw<Part | null>(null);
  /** What a tester can show, its number, and whether its calibration is over. */
  function testerWords({ tester: t }: Part): string {
    if (!t) return 'nobody has said what it shows';
    const due = t.calibrationDue;
    const past = due !== undefined && due < new Date().toISOString().slice(0, 10);
    return [
      TESTERS.find((k) => k.evidence === t.evidence)!.says.toLowerCase(),
      t.number ? `no. ${t.number}` : '',
      due ? `calibration ${past ? 'was due on' : 'due'} ${due}` : '',
    ]
      .filter(Boolean)
      .join(', ');
  }
  /** How a test lead stood when it was last held against another. */
  function proofWords(lead: string): string {
    const last = job.log.leadProofs.filter((p) => p.data.leads.includes(lead)).at(-1);
    if (!last) return 'never proven against another';
    const day = new Date(last.at).toLocaleDateString();
    return last.data.ok ? `proven on ${day}` : `failed on ${day}: ${last.data.walk}`;
  }
  const TESTER = 'tester';
  const KINDS = ['crimper', 'punch tool', 'test lead', 'connector lot', 'cable box', TESTER];
  let name = $state('');
  let kind = $state(KINDS[0]!);
  let lot = $state('');
  let count = $state('');
  /** Kinds of which one buys so many. */
  const COUNTED = new Set(['connector lot']);
  const many = $derived(count.trim() === '' ? undefined : Number(count));
  const badCount = $derived(many !== undefined && !(Number.isInteger(many) && many >= 1 && many <= 100_000));
  const known = $derived([...new Set([...KINDS, ...job.plan.parts.map((p) => p.kind)])]);
  const statuses = $derived(job.log.tools(job.plan.parts));
  const statusOf = (id: string) => statuses.find((t) => t.part === id);

  const leftWords = (part: Part, t: (typeof statuses)[number] | undefined) => {
    const left = leftOfLot(part, t);
    return left === null ? '' : `, ${left} of ${part.count} left`;
  };

  function add(event: SubmitEvent): void {
    event.preventDefault();
    if (!name.trim() || (COUNTED.has(kind) && badCount)) return;
    const part = {
      id: uuid(),
      name: name.trim().slice(0, 120),
      kind,
      ...(lot.trim() ? { lot: lot.trim().slice(0, 80) } : {}),
      ...(COUNTED.has(kind) && many !== undefined ? { count: many } : {}),
    };
    job.plan.keepPart(part);
    if (kind === TESTER) tester = part;
    name = lot = count = '';
  }
  function did(part: string, what: JobEntryOf<'tool'>['data']['did'], says: string): void {
    job.log.writeForJob('tool', { part, did: what }, says);
  }
</script>

<svelte:head><title>tools · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-5 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Tools, lots and leads</h1>
  {#each known.filter((k) => job.plan.parts.some((p) => p.kind === k)) as k (k)}
    <section aria-label={k}>
      <h2 class="text-lg font-bold">{k}</h2>
      {#if k === LEAD}<button class="my-2 act" onclick={() => (proving = true)}>Prove two leads</button>{/if}
      <ul class="border-t border-rule">
        {#each job.plan.parts.filter((p) => p.kind === k) as part (part.id)}
          {@const t = statusOf(part.id)}
          <li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2">
            <div class="min-w-52 flex-1">
              <p class={['font-semibold', t?.putBy && 'text-faint line-through']}>
                {part.name}{part.lot ? `, lot ${part.lot}` : ''}
              </p>
              <p class="text-sm text-faint">
                {k === LEAD
                  ? proofWords(part.id)
                  : k === TESTER
                    ? testerWords(part)
                    : `${t?.used ?? 0} terminations${leftWords(part, t)}`}{k === 'punch tool'
                  ? `, ${t?.sinceBlade ?? 0} on this blade${t?.bladeChangedAt ? ` (changed ${t.bladeChangedAt.slice(0, 10)})` : ''}${t?.cut ? `, ${t.cut === 'clean' ? 'cuts clean' : 'leaves tails: change the blade'}` : ''}`
                  : ''}{t?.putBy ? ', put away' : ''}
              </p>
            </div>
            {#if k === TESTER}
              <button class="min-h-12 border border-ink px-3" onclick={() => (tester = part)}
                >what it shows</button
              >
            {/if}
            {#if k === 'punch tool'}
              {#if t && wantsAsking(t) && !t.putBy}
                <button
                  class="min-h-12 border border-ink px-3"
                  onclick={() => did(part.id, 'clean-cut', `${part.name}: cuts clean.`)}>cuts clean</button
                >
                <button
                  class="min-h-12 border border-ink px-3"
                  onclick={() => did(part.id, 'rough-cut', `${part.name}: leaves tails.`)}
                  >leaves tails</button
                >
              {/if}
              <button
                class="min-h-12 border border-ink px-3"
                onclick={() => did(part.id, 'blade-changed', `${part.name}: blade changed.`)}
                >blade changed</button
              >
            {/if}
            <button
              class="min-h-12 border border-rule px-3"
              onclick={() =>
                did(
                  part.id,
                  t?.putBy ? 'taken-up' : 'put-by',
                  `${part.name}: ${t?.putBy ? 'taken out again' : 'put away'}.`,
                )}>{t?.putBy ? 'take it out again' : 'put away'}</button
            >
          </li>
        {/each}
      </ul>
    </section>
  {/each}
  <form
    class="grid gap-2 border-t-2 border-ink pt-3 sm:grid-cols-[1fr_12rem_8rem_7rem_auto] sm:items-end"
    onsubmit={add}
  >
    <label class="text-sm">name<input class="field" maxlength="120" bind:value={name} /></label>
    <Choice label="kind" options={KINDS.map((x) => [x, x] as const)} bind:value={kind} />
    <label class="text-sm">lot<input class="field" maxlength="80" bind:value={lot} /></label>
    {#if COUNTED.has(kind)}
      <label class="text-sm"
        >how many<input class="field font-mono" inputmode="numeric" maxlength="6" bind:value={count} /></label
      >
    {/if}
    <button class="act act-now" disabled={!name.trim() || (COUNTED.has(kind) && badCount)}>Add it</button>
  </form>
  {#if COUNTED.has(kind) && badCount}<p class="border-l-4 border-wrong pl-3" role="alert">
      “{count}” is not a number of pieces: write how many were bought, such as 100.
    </p>{/if}
  {#if job.plan.refused}<p class="border-l-4 border-wrong pl-3" role="alert">{job.plan.refused}</p>{/if}
</main>
<UndoLine />
{#if tester}<TesterForm part={tester} onclose={() => (tester = null)} />{/if}
{#if proving}<LeadsSheet {leads} onclose={() => (proving = false)} />{/if}
