<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { passesInMemory, portsIn } from '$core/log/memory-range';
  import { judgeForLink } from '$core/log/judge-for-link';
  import type { Link } from '$core/model/job';
  import { expectedWalk, writeWalk } from '$core/reading/walk';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Passes a range of ports that the tester's own memory has as good, each with its time, person and evidence. */
  const job = useJob();
  let panel = $state(job.plan.panels[0]?.id ?? '');
  let from = $state('1');
  let to = $state('24');
  let but = $state('');
  let at = $state('');
  let by = $state(job.here.me);
  let logged = $state(0);
  const numbers = $derived(portsIn(but));
  const takenAt = $derived(at ? new Date(at).toISOString() : '');
  const shows = $derived(job.tester.shows);
  const tester = $derived(job.tester.shows === null ? undefined : job.tester.name);
  const problem = $derived(
    !(Number.isInteger(Number(from)) && Number.isInteger(Number(to)) && Number(from) >= 1 && Number(to) >= Number(from)) // prettier-ignore
      ? 'Ports go from the smaller number to the larger.'
      : typeof numbers === 'string'
        ? numbers
        : !takenAt
          ? 'When were they read? What was done later is not proven by it.'
          : Date.parse(takenAt) > Date.now() + 60_000
            ? 'That time is still to come.'
            : '',
  );
  const found = $derived(
    problem
      ? null
      : passesInMemory(
          job.plan.ordered,
          (l) => job.statusOf(l.id),
          {
            panel,
            from: Number(from),
            to: Number(to),
            but: numbers as number[],
            takenAt,
          },
          shows === null
            ? undefined
            : (link) =>
                judgeForLink(job.statusOf(link.id), link, job.plan, { at: takenAt, by, data: good(link) }),
        ),
  );

  /** What a link reads in the memory that has it as good. */
  const good = (link: Link) =>
    job.tester.told(
      writeWalk(expectedWalk(link.ordered, link.shielded).slice(0, job.tester.contactsOf(link.shielded))),
    );

  function log(): void {
    if (job.tester.shows === null) return void (job.tester.asking = true);
    const brought = { by: job.here.me, at: new Date().toISOString(), file: "a tester's memory" };
    // What is logged is a pass no more to be logged: the list is taken before the first of it.
    const passes = found?.passes ?? [];
    for (const link of passes)
      job.log.write(
        link.id,
        'reading',
        {
          ...good(link),
          brought,
        },
        undefined,
        undefined,
        { at: takenAt, by },
      );
    logged = passes.length;
    but = at = '';
  }
</script>

<details class="border-t border-rule">
  <summary class="flex min-h-12 cursor-pointer items-center text-lg font-bold"
    >A range from the tester’s memory</summary
  >
  <div class="grid gap-3 pb-3">
    <div class="flex flex-wrap items-end gap-3">
      <Choice
        class="w-28"
        label="panel"
        options={job.plan.panels.map((p) => [p.id, p.name] as const)}
        bind:value={panel}
      />
      <label class="grid text-sm"
        >ports from
        <input
          class="h-12 w-20 border border-rule bg-transparent px-2 font-mono text-base"
          inputmode="numeric"
          bind:value={from}
        /></label
      >
      <label class="grid text-sm"
        >to
        <input
          class="h-12 w-20 border border-rule bg-transparent px-2 font-mono text-base"
          inputmode="numeric"
          bind:value={to}
        /></label
      >
      <label class="grid text-sm"
        >but
        <input
          class="h-12 w-36 border border-rule bg-transparent px-2 font-mono text-base"
          placeholder="7 and 19"
          bind:value={but}
        /></label
      >
      <label class="grid text-sm"
        >read at
        <input
          class="h-12 border border-rule bg-transparent px-2 text-base"
          type="datetime-local"
          bind:value={at}
        /></label
      >
      <Choice
        class="w-40"
        label="by"
        options={job.plan.crew.map((p) => [p.id, p.name] as const)}
        bind:value={by}
      />
    </div>
    {#if logged}<p class="text-xl font-bold" role="status">{logged} readings logged.</p>{/if}
    {#if problem}<p class="text-faint" data-testid="range-says">{problem}</p>{/if}
    {#if found}
      <p data-testid="range-says">
        {found.passes.length} passes by {tester ?? 'a tester that nobody has named'}, {found.left.length} left.
      </p>
      <button class="act act-now" disabled={!found.passes.length} onclick={log}
        >Log {found.passes.length} passes{tester ? `, by ${tester}` : ''}</button
      >
      <ul class="border-t border-rule text-sm">
        {#each found.left as { link, why } (link.id)}<li class="flex gap-3 border-b border-rule py-1">
            <span class="w-20 font-mono">{link.label}</span><span>{why}</span>
          </li>{/each}
      </ul>
    {/if}
  </div>
</details>
