<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import Papa from 'papaparse';
  import { BOX_SIZES } from '$core/kit/boxes';
  import { linksOfDay } from '$core/kit/day';
  import { USUAL_WORKING } from '$core/trend/calendar';
  import { SPARES_SUFFICE, takeOff } from '$core/kit/take-off';
  import { formatLength } from '$core/bench/units';
  import { plainCell } from '$core/model/csv-cell';
  import { apiAddress, asking } from '$lib/address/address';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';
  import CableBoxes from '$lib/kit/CableBoxes.svelte';
  import { askKit } from '$lib/kit/ask-report';
  import KitCost from '$lib/kit/KitCost.svelte';
  import KitTime from '$lib/kit/KitTime.svelte';
  import KitUsed from '$lib/kit/KitUsed.svelte';
  import { LABEL_SHEETS } from '$core/labels/label-sheet';
  import { LabelChoice } from '$lib/labels/sheet.svelte';
  import { TickedOff } from '$lib/kit/ticked.svelte';
  import Segments from '$lib/controls/Segments.svelte';

  const job = useJob();
  const closets = $derived(job.plan.spaces.filter((s) => s.kind === 'closet' && !s.retired));
  const ticked = untrack(() => new TickedOff(job.plan.id));
  let closet = $state('');
  /** How sure one wants to be not to run out. */
  const CHANCES = [0.8, 0.9, SPARES_SUFFICE, 0.99];
  let box = $state<number>(BOX_SIZES[0]);
  /** Figures that want the whole log come a moment later. */
  let report = $state.raw<Awaited<ReturnType<typeof askKit>>>(null);
  /** What the next working day is asked by, beside closets. */
  const NEXT_DAY = ' day';
  const inCloset = $derived(
    job.plan.ordered.filter(
      (l) => !closet || closet === NEXT_DAY || job.plan.where(l).head.space?.id === closet,
    ),
  );
  const links = $derived.by(() => {
    if (closet !== NEXT_DAY || !report) return inCloset;
    const { hours, people } = job.plan.policy.working ?? USUAL_WORKING;
    return linksOfDay(inCloset, (id) => job.statusOf(id), {
      minutes: hours * people * 60,
      each: report.minutesEach,
      proof: report.proofs.minutesEach,
    });
  });
  let suffice = $state<number>(SPARES_SUFFICE);
  const sheet = untrack(() => {
    const choice = new LabelChoice(job.plan.id);
    choice.resume(location.origin);
    return LABEL_SHEETS.find((s) => s.id === choice.sheetId)?.sheet;
  });
  const kit = $derived(
    takeOff(job.plan.now, links, (id) => job.statusOf(id), { suffice, printed: job.log.labels, sheet }),
  );
  let unreachable = $state(false);
  $effect(() => {
    // Everything that is logged or planned may change them.
    for (const l of job.plan.ordered) void job.statusOf(l.id);
    askKit(job, closet === NEXT_DAY ? '' : closet).then(
      (r) => {
        if (r) report = r;
        unreachable = false;
      },
      () => (unreachable = true),
    );
  });
  /** What is to be taken along first, what is all there below it. */
  const wanted = $derived([...kit.items].sort((a, b) => Number(b.left > 0) - Number(a.left > 0)));
  const cables = $derived(kit.cables.filter((c) => c.cuts.length));

  function save(): void {
    const rows = [
      ...kit.items.map((i) => ({ what: i.name, all: i.all, done: i.done, left: i.left, spare: i.spare, take_along: i.left + i.spare })),
      ...kit.cables.map((c) => ({ what: `${c.name}, m`, all: c.allMetres.toFixed(1), done: (c.allMetres - c.leftMetres).toFixed(1), left: c.leftMetres.toFixed(1), spare: '', take_along: c.leftMetres.toFixed(1) })),
    ]; // prettier-ignore
    saveText(
      `${job.plan.name}, kit.csv`,
      Papa.unparse(
        rows.map((r) => ({ ...r, what: plainCell(r.what) })),
        { newline: '\r\n' },
      ) + '\r\n',
    );
  }
</script>

<svelte:head><title>kit · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-6 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">What it takes</h1>
  {#if closets.length > 1 || report}
    <Choice
      class="max-w-md"
      label="for"
      options={[
        ['', 'the whole job'],
        ...(report ? [[NEXT_DAY, 'the next working day'] as const] : []),
        ...closets.map((c) => [c.id, c.name] as const),
      ]}
      bind:value={closet}
    />
  {/if}
  <section class="grid gap-2" aria-label="Parts">
    <table class="w-full text-left">
      <thead>
        <tr class="border-b-2 border-ink text-sm"
          ><th class="py-1">part</th><th class="hidden text-right sm:table-cell">in all</th><th
            class="hidden text-right sm:table-cell">done</th
          ><th class="pr-2 text-right">left</th><th class="pr-2 text-right">spare</th><th class="text-right"
            >take along</th
          ></tr
        >
      </thead>
      <tbody>
        {#each wanted as i (i.name)}
          <tr class="border-b border-rule">
            <td class="py-1"
              ><label class="flex min-h-12 items-center gap-3"
                ><input
                  type="checkbox"
                  class="size-6 shrink-0 accent-(--ink)"
                  checked={ticked.has(i.name, i.left + i.spare)}
                  onchange={() => ticked.turn(i.name, i.left + i.spare)}
                /><span class={ticked.has(i.name, i.left + i.spare) ? 'text-faint line-through' : ''}
                  >{i.name}</span
                ></label
              ></td
            >
            <td class="hidden text-right font-mono sm:table-cell">{i.all}</td>
            <td class="hidden text-right font-mono sm:table-cell">{i.done}</td>
            <td class="pr-2 text-right font-mono">{i.left}</td>
            <td class="pr-2 text-right font-mono">{i.spare || ''}</td>
            <td class="text-right font-mono text-lg font-bold">{i.left + i.spare}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="text-sm text-faint">
      Spares suffice in {Math.round(suffice * 100)} jobs of 100, by how often this crew did an end again so far.
      A tick stays on this device until another number is needed.
    </p>
    {#if kit.slack.length}<p class="text-sm">
        Leave slack for what may have to be done again: {kit.slack
          .map(
            (s) =>
              `${s.name} ${s.redos === 0 ? 'none' : `${formatLength(s.mm, job.plan.policy.units)} (${s.redos === 1 ? 'one redo' : `${s.redos} redos`})`}`,
          )
          .join(', ')}.
      </p>{/if}
    <div class="max-w-md print:hidden">
      <Segments
        label="Spares suffice"
        options={CHANCES.map((c) => [c as number, `${Math.round(c * 100)} %`] as const)}
        value={suffice}
        columns={4}
        onchoose={(c) => (suffice = c)}
      />
    </div>
  </section>
  {#if kit.tools.length}
    <section class="grid gap-1" aria-label="Tools">
      <h2 class="text-xl font-bold">Tools</h2>
      <ul class="grid sm:grid-cols-2">
        {#each kit.tools as t (t)}
          <li>
            <label class="flex min-h-12 items-center gap-3 border-b border-rule"
              ><input
                type="checkbox"
                class="size-6 shrink-0 accent-(--ink)"
                checked={ticked.has(t, 1)}
                onchange={() => ticked.turn(t, 1)}
              /><span class={ticked.has(t, 1) ? 'text-faint line-through' : ''}>{t}</span></label
            >
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  <section class="grid gap-2" aria-label="Cable">
    <h2 class="text-xl font-bold">Cable still to be cut</h2>
    <Segments
      label="Box"
      options={BOX_SIZES.map((s) => [s as number, `${s} m`] as const)}
      value={box}
      columns={3}
      onchoose={(s) => (box = s)}
    />
    {#each cables as cable (cable.name)}
      <CableBoxes {cable} {box} opened={report?.used.boxes.filter((b) => b.cable === cable.name) ?? []} />
    {:else}
      <p>No cable of a known length is left to cut.</p>
    {/each}
    {#each kit.cables.filter((c) => c.unknown) as c (c.name)}
      <p class="border-l-4 border-ink pl-3">
        {c.unknown}
        {c.unknown === 1 ? 'link' : 'links'} of {c.name} have no length: nothing is counted for them.
      </p>
    {/each}
    {#each kit.cables as c (c.name)}
      {#if c.reckoned}<p class="border-l-4 border-ink pl-3">
          {c.reckoned.links === 1 ? 'One link' : `${c.reckoned.links} links`} of {c.name} have no length and no
          <a class="underline underline-offset-4" href={job.at('run')}>run</a>: by the plan of spaces they
          take between {Math.round(c.reckoned.low)} and {Math.round(c.reckoned.high)} m, which is not counted here.
        </p>{/if}
    {/each}
    <p class="text-sm text-faint">
      Each cable with the slack of both ends, 50 mm an end and what both connectors strip; every cable whole
      from one box.
    </p>
  </section>
  {#if report}
    {#if closet === NEXT_DAY}<p class="border-l-4 border-ink pl-3">
        What was used, the time and the work are those of the whole job.
      </p>{/if}
    <KitUsed used={report.used} />
    <KitTime time={report.time} />
    <KitCost {kit} {report} />
  {:else if unreachable}
    <p class="border-l-4 border-ink pl-3">
      What was used, the time and the cost need the whole log: it is too long to be on this device, and the
      server is out of reach.
    </p>
  {/if}
  <div class="flex flex-wrap gap-2 print:hidden">
    <button class="act" onclick={save}>Save as CSV</button>
    <a
      class="act"
      href={asking(apiAddress(job.plan.id, 'kit'), {
        as: 'xlsx',
        ...(closet && closet !== NEXT_DAY ? { closet } : {}),
      })}
      download>Save as a workbook</a
    >
    <button class="act" onclick={() => print()}>Print it</button>
  </div>
</main>
