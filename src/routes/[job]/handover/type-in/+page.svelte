<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount, untrack } from 'svelte';
  import { readTypedLine } from '$core/handover/typed-sheet';
  import { judgeForLink } from '$core/log/judge-for-link';
  import { specOf } from '$core/log/link-spec';
  import { endName } from '$core/model/end-name';
  import type { Link } from '$core/model/job';
  import { inPortOrder } from '$core/log/next';
  import type { JobEntryOf } from '$core/model/entry';
  import { activePlan } from '$core/plan/active';
  import { planAt, planVersions, type PlanVersion } from '$core/plan/earlier';
  import { hangsOn, whereabouts } from '$core/plan/whereabouts';
  import { belongsAt, benchContacts } from '$core/bench/seats';
  import { mediumOf } from '$core/wiring/connector';
  import { ENDS, type End } from '$core/wiring/conductors';
  import { endOrder } from '$core/wiring/schemes';
  import { KeptDraft } from '$lib/device/kept-draft';
  import { useJob } from '$lib/job/open-job.svelte';
  import TesterSheet from '$lib/testers/TesterSheet.svelte';

  const job = useJob();
  interface Begun {
    /** The last revision of the plan version that the sheet is of. */
    plan?: number;
    place: string;
    at: string;
    by: string;
    lines: Record<string, string>;
  }
  const draft = untrack(() => new KeptDraft<Begun>(`gauntlet:type-in:${job.plan.id}`));
  const begun = draft.read();
  let place = $state(
    untrack(() => begun?.place ?? job.plan.spaces.find((s) => s.kind === 'closet')?.id ?? ''),
  );
  let at = $state(begun?.at ?? '');
  let by = $state(untrack(() => begun?.by ?? job.here.me));
  let lines = $state<Record<string, string>>(begun?.lines ?? {});
  let printed = $state<number | undefined>(begun?.plan);
  /** What changed the plan, where it is known; a sheet may be older than the last of it. */
  let planned = $state.raw<readonly JobEntryOf<'planned'>[] | null>(null);
  let unknown = $state(false);
  onMount(async () => {
    const told = await job.log.historyAsked({ kind: 'planned' });
    unknown = !told;
    planned = told?.flatMap((r) => (r.counts && r.entry.kind === 'planned' ? [r.entry] : [])) ?? null;
  });
  const versions = $derived(planned ? planVersions(planned, job.plan.revision) : []);
  /** A sheet may have been printed by a plan that this device has not heard of. */
  const NEWER = Infinity;
  /** The version of the plan that the sheet is of, once that is said. */
  const version = $derived(versions.find((v) => v.first <= (printed ?? -1) && (printed ?? -1) <= v.last));
  const versionWords = ({ first, last, since }: PlanVersion) =>
    `plan ${first === last ? last : `${first} to ${last}`}${since ? `, since ${new Date(since).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}` : ''}`; // prettier-ignore
  const sheet = $derived(
    planned && version ? activePlan(planAt(job.plan.whole, planned, version.last)) : null,
  );
  let says = $state('');
  $effect(() => {
    if (Object.values(lines).some(Boolean))
      draft.keep({ plan: printed, place, at, by, lines: $state.snapshot(lines) });
    else draft.drop();
  });

  interface Row {
    /** The name on the paper and the end: what was typed for it stays with it, whichever plan the sheet turns out to be of. */
    key: string;
    /** The link as it is now. */
    link: Link;
    /** As it was when the sheet was printed: its name, and what was to be made. */
    then: Link;
    end: End;
    on: string;
  }
  /** Ends at a place that are not proven, in the order in which its sheet is printed, and called as they are called there. */
  const rows = $derived.by(() => {
    if (!sheet) return [];
    const where = whereabouts(sheet);
    const ordered = inPortOrder(sheet.links, sheet.panels.map((p) => p.id), sheet.batches.map((b) => b.id)); // prettier-ignore
    return ordered.flatMap((then): Row[] => {
      const link = job.plan.link(then.id);
      if (!link || link.retired || mediumOf(then.head.connector) === 'coax') return [];
      return ENDS.filter((end) => where(then)[end].space?.id === place && job.statusOf(link.id)[end].state !== 'proven').map((end) => ({ key: `${then.label} ${end}`, link, then, end, on: hangsOn(where(then)[end]) })); // prettier-ignore
    });
  });
  const takenAt = $derived(at ? new Date(at).toISOString() : '');
  const read = $derived(
    rows.map((row) => {
      const text = lines[row.key]?.trim() ?? '';
      if (!text) return { ...row, text, line: null, says: '', wrong: false };
      const result = readTypedLine(text, row.then);
      if (!result.ok) return { ...row, text, line: null, says: result.message, wrong: true };
      const { line } = result;
      const said = [line.made && 'made', line.readBack && 'read back'].filter(Boolean).join(', ');
      if (line.walk === undefined) return { ...row, text, line, says: said, wrong: false };
      if (job.tester.shows === null)
        return { ...row, text, line, says: 'say first which tester read it', wrong: true };
      const judged = judgeForLink(job.statusOf(row.link.id), row.link, job.plan, { data: { ...job.tester.told(line.walk), revision: version!.last }, at: takenAt || new Date().toISOString(), by }); // prettier-ignore
      const verdict = judged.ok ? `${judged.judgement.verdict}: ${judged.judgement.reason}` : judged.message;
      const now = row.link.label === row.then.label ? '' : `called ${row.link.label} by now`;
      return { ...row, text, line, says: [said, verdict, now].filter(Boolean).join('; '), wrong: !judged.ok };
    }),
  );
  const typed = $derived(read.filter((r) => r.text));
  const problem = $derived(
    typed.some((r) => r.wrong)
      ? 'A line cannot be read: mend it first.'
      : !takenAt
        ? 'When was it done? What was done later is not proven by it.'
        : Date.parse(takenAt) > Date.now() + 60_000
          ? 'That time is still to come.'
          : '',
  );

  function keep(event: SubmitEvent): void {
    event.preventDefault();
    says = problem;
    if (problem || !typed.length) return;
    // What is logged leaves the list: it is taken before the first of it.
    const all = [...typed];
    const done = { at: takenAt, by };
    const brought = { by: job.here.me, at: new Date().toISOString(), file: 'a work sheet' };
    const before = new Map(all.map((r) => [r.key, job.statusOf(r.link.id)[r.end].state]));
    for (const { key, link, then, end, line } of all) {
      const { scheme } = specOf(then, sheet!.policy)[end];
      const { connector } = then[end];
      if (line!.readBack) {
        const order = endOrder(then.ordered, end, scheme);
        const held = benchContacts(connector, then.shielded).map((c) => belongsAt(connector, order, c));
        job.log.write(link.id, 'read-back', { right: true, held, seconds: 0 }, end, undefined, done);
      }
      if (line!.made && before.get(key) === 'bare') job.log.write(link.id, 'seated', { connector, scheme }, end, undefined, done); // prettier-ignore
      else if (line!.made) job.log.write(link.id, 'redone', { action: 'redo', connector, scheme }, end, undefined, done); // prettier-ignore
    }
    // Readings after all that was made: one of a link is of both its ends.
    for (const { link, line } of all)
      if (line!.walk !== undefined)
        job.log.write(link.id, 'reading', { ...job.tester.told(line!.walk), brought, revision: version!.last }, undefined, undefined, done); // prettier-ignore
    says = `${all.length} ${all.length === 1 ? 'line is' : 'lines are'} in the log.`;
    lines = {};
  }
  function down(event: KeyboardEvent & { currentTarget: HTMLInputElement }): void {
    if (event.key !== 'Enter' && event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-line]')];
    fields[fields.indexOf(event.currentTarget) + (event.key === 'ArrowUp' ? -1 : 1)]?.focus();
  }
</script>

<svelte:head><title>work sheet · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Type a work sheet in</h1>
  <p>
    A line for each end, Enter for the next: <span class="font-mono">m</span> made,
    <span class="font-mono">r</span> read back, <span class="font-mono">ok</span> read good by
    <button class="underline underline-offset-4" onclick={() => (job.tester.asking = true)}
      >{job.tester.shows === null ? 'a tester nobody has named' : job.tester.name}</button
    >; or the walk as it was shown, such as <span class="font-mono">mr 1 2 6 4 5 3 7 8</span>.
  </p>
  {#if unknown}<p class="border-l-4 border-wrong pl-3" role="alert">
      The server is out of reach, and of a job this long it knows how the plan was changed: type the sheet in
      when it is back.
    </p>{/if}
  {#if planned}
    <Choice
      label="the plan that the sheet is of, at its foot"
      options={[
        [String(NEWER), 'a higher number than these'] as const,
        ...versions.map((v) => [String(v.last), versionWords(v)] as const),
      ]}
      value={printed === NEWER ? String(NEWER) : version ? String(version.last) : ''}
      onchoose={(v) => (printed = Number(v))}
    />
  {/if}
  <div class="grid gap-2 sm:grid-cols-3">
    <Choice
      label="place"
      options={(sheet ?? job.plan).spaces.map((s) => [s.id, s.name] as const)}
      bind:value={place}
    />
    <label class="text-sm">done at<input class="field" type="datetime-local" bind:value={at} /></label>
    <Choice label="by" options={job.plan.crew.map((p) => [p.id, p.name] as const)} bind:value={by} />
  </div>
  <form class="grid gap-3" onsubmit={keep}>
    {#if printed === NEWER}<p class="border-l-4 border-wrong pl-3 text-lg" role="alert">
        This device has not heard of that plan: load this page again where there is a signal, then type the
        sheet in.
      </p>{:else if planned && !version}<p class="text-lg">
        Say first which plan the sheet is of: links may have been called otherwise, or put elsewhere, since. A
        sheet that names none has the day at its foot on which it was printed.
      </p>{:else if planned && !rows.length}<p class="text-lg">
        There is nothing left to type in here: its links of twisted pairs are proven.
      </p>{/if}
    <ol class="border-t-2 border-ink">
      {#each read as r (r.key)}
        <li
          class="grid grid-cols-[6rem_1fr] items-center gap-2 border-b border-rule py-1 sm:grid-cols-[6rem_12rem_12rem_1fr]"
        >
          <span class="font-mono font-bold">{r.then.label}</span>
          <span class="hidden text-sm sm:block">{r.on || endName(r.then, r.end)}</span>
          <input
            class={['h-12 border bg-transparent px-2 font-mono', r.wrong ? 'border-wrong' : 'border-rule']}
            data-line
            aria-label="{r.then.label}, {r.on || endName(r.then, r.end)}"
            autocomplete="off"
            autocapitalize="off"
            spellcheck="false"
            bind:value={lines[r.key]}
            onkeydown={down}
          />
          {#if r.says}<span class={['col-span-2 text-sm sm:col-span-1', r.wrong && 'text-wrong']}
              >{r.says}</span
            >{/if}
        </li>
      {/each}
    </ol>
    {#if says}<p class="border-l-4 border-ink pl-3" role="status">{says}</p>{/if}
    <button
      class={['act min-h-14 text-lg', typed.length > 0 && 'in-reach-alone act-now']}
      data-main-action
      disabled={!typed.length}
      >{typed.length
        ? `Log ${typed.length} ${typed.length === 1 ? 'line' : 'lines'}`
        : 'Nothing typed yet'}</button
    >
  </form>
  <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('handover')}
    >back to the handover</a
  >
</main>
{#if job.tester.asking}<TesterSheet onclose={() => (job.tester.asking = false)} />{/if}
