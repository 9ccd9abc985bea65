<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { apiAddress } from '$lib/address/address';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { LABEL_SHEETS } from '$core/labels/label-sheet';
  import { labelsOf, LABEL_SPOTS, SPOT_NAMES, type Label, type LabelSpot } from '$core/labels/label-text';
  import { doubles } from '$core/model/identifiers';
  import { linkIdentifiers } from '$core/plan/link-identifiers';
  import anyAscii from 'any-ascii';
  import { byRoom, together } from '$core/labels/label-order';
  import { labelSays, labelState, type LabelState } from '$core/labels/printed';
  import { fetchPdf } from '$lib/labels/fetch-pdf';
  import Segments from '$lib/controls/Segments.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { FIGURES, LabelChoice, STRIP_FIGURES } from '$lib/labels/sheet.svelte';
  import SheetPreview from '$lib/labels/SheetPreview.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const choice = untrack(() => new LabelChoice(job.plan.id));
  const asked = untrack(
    () =>
      page.url.searchParams
        .get('links')
        ?.split(',')
        .filter((id) => job.plan.link(id)) ?? [],
  );
  onMount(() => choice.resume(location.origin));
  const group = untrack(() => page.url.searchParams.get('group') ?? '');
  let which = $state(untrack(() => (asked.length ? 'asked' : group)));
  let says = $state('');
  let working = $state(false);
  let told = $state('');
  let strange = $state.raw<readonly string[]>([]);
  /** What was saved last and may have been printed: it is asked, since only a person sees the printer. */
  let saved = $state.raw<readonly Label[]>([]);
  const identify = $derived(linkIdentifiers(job.plan));
  const stateOf = $derived((label: Label) => labelState(label, job.log.labels));
  /** Links that have a label of a state among the chosen places. */
  const having = (state: LabelState) =>
    job.plan.ordered.filter((l) => labelsOf([l], identify, choice.spots).some((x) => stateOf(x) === state));
  const fresh = $derived(having('new'));
  const stale = $derived(having('stale'));
  const links = $derived(
    which === 'asked'
      ? job.plan.ordered.filter((l) => asked.includes(l.id))
      : which === ' new'
        ? fresh
        : which === ' stale'
          ? stale
          : which
            ? (job.plan.groups.find((g) => g.id === which)?.links ?? [])
            : job.plan.ordered,
  );
  const sorted = $derived(
    choice.sort === 'room' ? byRoom(links, (l) => job.plan.where(l).tail.space) : links,
  );
  const flags = $derived(links.length > 0 && links.every((l) => l.cord));
  const spotName = (spot: LabelSpot) =>
    flags && spot === 'cable-head'
      ? 'flag, end 1'
      : flags && spot === 'cable-tail'
        ? 'flag, end 2'
        : SPOT_NAMES[spot];
  const labels = $derived(together(labelsOf(sorted, identify, choice.spots), choice.together));
  const skip = $derived(Math.max(0, Math.floor(Number(choice.skip)) || 0));
  const pages = $derived(
    choice.sheet ? Math.ceil((labels.length + skip) / (choice.sheet.columns * choice.sheet.rows)) : 0,
  );
  const twice = $derived.by(() => {
    const all = job.plan.ordered.map(identify);
    return [
      ...doubles(all.map((i) => i.link)),
      ...doubles(all.map((i) => i.head)),
      ...doubles(all.map((i) => i.tail)),
    ];
  });
  const local = $derived(/\/\/(localhost|127\.|\[::1\])/.test(choice.base));
  const whose = $derived<[string, string][]>([
    ...(asked.length ? [['asked', `the ${asked.length} links asked for`] as [string, string]] : []),
    ['', `all ${job.plan.ordered.length} links`],
    ...(fresh.length && fresh.length < job.plan.ordered.length
      ? [[' new', `${fresh.length} not printed yet`] as [string, string]]
      : []),
    ...(stale.length
      ? [[' stale', `${stale.length} that changed since they were printed`] as [string, string]]
      : []),
    ...job.plan.groups.map((g): [string, string] => [g.id, `${g.kind} ${g.name}`]),
  ]);

  function turn(spot: LabelSpot): void {
    choice.spots = choice.spots.includes(spot)
      ? choice.spots.filter((s) => s !== spot)
      : [...choice.spots, spot];
    choice.save();
  }
  async function fetched(asked: unknown, name: string): Promise<boolean> {
    working = true;
    says = told = '';
    const answer = await fetchPdf(apiAddress(job.plan.id, 'labels'), asked, (pages, of) => {
      told = `page ${pages} of ${of}`;
    });
    working = false;
    strange = answer.kind === 'strange' ? answer.lines : [];
    if (answer.kind !== 'drawn') {
      says = answer.message;
      return false;
    }
    const address = URL.createObjectURL(answer.pdf);
    Object.assign(document.createElement('a'), { href: address, download: name }).click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
    return true;
  }
  async function print(): Promise<void> {
    const drawn = labels;
    const done = await fetched(
      {
        sheet: choice.sheet,
        spots: choice.spots,
        links: links.map((l) => l.id),
        skip,
        outlines: choice.outlines,
        form: choice.form,
        sort: choice.sort,
        together: choice.together,
        instead: choice.instead,
        ...(choice.withCode ? { opens: { base: choice.base, screen: choice.screen } } : {}),
      },
      `${job.plan.id}-labels.pdf`,
    );
    if (done) saved = drawn;
  }
  const printStrips = () =>
    fetched({ strip: choice.strips, instead: choice.instead }, `${job.plan.id}-strips.pdf`);
  /** So many labels go into one entry. */
  const AT_ONCE = 2000;
  function markPrinted(): void {
    for (let i = 0; i < saved.length; i += AT_ONCE)
      job.log.writeForJob(
        'labelled',
        {
          labels: saved
            .slice(i, i + AT_ONCE)
            .map((l) => ({ link: l.link, spot: l.spot, says: labelSays(l) })),
        },
        i + AT_ONCE >= saved.length ? `${saved.length} labels are marked as printed.` : undefined,
      );
    saved = [];
    if (which === ' new' || which === ' stale') which = '';
  }
  const SORTS = [
    ['port', 'by panel and port'],
    ['room', 'by room'],
  ] as const;
  const TOGETHER = [
    ['link', 'all of a link together'],
    ['spot', 'all of a place together'],
  ] as const;
  const FORMS = [
    ['flat', 'flat'],
    ['wrap', 'round the cable'],
  ] as const;
</script>

<svelte:head><title>labels · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-x-10 gap-y-4 px-3 py-4 lg:grid-cols-2 lg:px-5">
  <div class="grid content-start gap-4">
    <h1 class="text-2xl font-bold">Labels</h1>
    {#if !job.plan.ordered.length}
      <p class="text-lg">This job has no links yet, so there is nothing to label: set it up first.</p>
      <a class="act act-now" href={job.at('setup')} data-main-action>Set the job up</a>
    {:else}
      <div class="grid gap-2 sm:grid-cols-2">
        <Choice label="for" options={whose} bind:value={which} />
        <Choice
          label="sheet"
          options={LABEL_SHEETS.map((s) => [s.id, s.name] as const)}
          value={choice.sheetId}
          onchoose={(id) => choice.take(id)}
        />
      </div>
      <div class="grid grid-cols-2 gap-1" role="group" aria-label="Where labels go">
        {#each LABEL_SPOTS as spot (spot)}
          <button
            class={[
              'flex min-h-12 items-center gap-2 border-2 px-2 text-left',
              choice.spots.includes(spot) ? 'border-ink font-bold' : 'border-rule',
            ]}
            aria-pressed={choice.spots.includes(spot)}
            onclick={() => turn(spot)}
            ><span
              class={[
                'flex size-6 items-center justify-center border-2 border-ink',
                choice.spots.includes(spot) && 'bg-ink text-paper',
              ]}>{choice.spots.includes(spot) ? '✓' : ''}</span
            >{spotName(spot)}</button
          >
        {/each}
      </div>
      {#if stale.length && which !== ' stale'}
        <p class="border-l-4 border-wrong pl-3">
          {stale.length === 1 ? `${stale[0]!.label} has` : `${stale.length} links have`} a label that says something
          else since:
          <button class="underline underline-offset-4" onclick={() => (which = ' stale')}
            >print just those</button
          >.
        </p>
      {/if}
      <div class="grid gap-2 sm:grid-cols-2">
        <Segments
          label="Order"
          options={SORTS}
          value={choice.sort}
          onchoose={(v) => {
            choice.sort = v;
            choice.save();
          }}
        />
        <Segments
          label="Together"
          options={TOGETHER}
          value={choice.together}
          onchoose={(v) => {
            choice.together = v;
            choice.save();
          }}
        />
        <Segments
          label="Form"
          options={FORMS}
          value={choice.form}
          onchoose={(v) => {
            choice.form = v;
            choice.save();
          }}
        />
      </div>
      <fieldset class="grid gap-2">
        <label class="flex min-h-12 items-center gap-3"
          ><input
            type="checkbox"
            class="size-6 accent-(--ink)"
            bind:checked={choice.withCode}
            onchange={() => choice.save()}
          />a code that opens the link on a phone</label
        >
        {#if choice.withCode}
          <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
            <label class="text-sm"
              >address phones reach this server under
              <input class="field font-mono" bind:value={choice.base} onchange={() => choice.save()} />
            </label>
            <Choice
              label="opens"
              options={[
                ['prove', 'prove'],
                ['bench', 'bench'],
              ] as const}
              value={choice.screen}
              onchoose={(screen) => {
                choice.screen = screen;
                choice.save();
              }}
            />
          </div>
          {#if local}<p class="border-l-4 border-ink pl-3 text-sm">
              This address works on this machine only: write the one other devices open Gauntlet under.
            </p>{/if}
        {/if}
      </fieldset>
      <details>
        <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
          >Adjust the sheet, in millimetres</summary
        >
        <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
          {#each FIGURES as [figure, name] (figure)}
            <label class="text-sm"
              >{name}
              <input
                class="field font-mono"
                inputmode="decimal"
                bind:value={choice.figures[figure]}
                onchange={() => choice.save()}
              />
            </label>
          {/each}
          <label class="text-sm"
            >used up already
            <input class="field font-mono" inputmode="numeric" bind:value={choice.skip} />
          </label>
        </div>
        <label class="mt-2 flex min-h-12 items-center gap-3"
          ><input
            type="checkbox"
            class="size-6 accent-(--ink)"
            bind:checked={choice.outlines}
            onchange={() => choice.save()}
          />thin lines round labels, to try on plain paper</label
        >
      </details>
      {#each twice.slice(0, 3) as d (d.identifier)}
        <p class="border-l-4 border-wrong pl-3" role="alert">
          <span class="font-mono">{d.identifier}</span> stands on {d.at.length} links: labels that are the same
          tell nobody anything. <a class="underline" href={job.at('setup')}>Change the pattern</a>.
        </p>
      {/each}
      {#if choice.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{choice.problem}</p>{/if}
      {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
      {#if strange.length}
        <ul class="grid gap-2" aria-label="Print instead">
          {#each strange as line (line)}
            <li class="grid grid-cols-2 items-center gap-2">
              <span>{line}</span>
              <input
                class="field mt-0 font-mono"
                aria-label="instead of {line}"
                maxlength="60"
                placeholder={anyAscii(line).slice(0, 60)}
                value={choice.instead[line] ?? ''}
                oninput={(e) => {
                  choice.instead[line] = e.currentTarget.value;
                  choice.save();
                }}
              />
            </li>
          {/each}
        </ul>
        <button
          class="act"
          onclick={() => {
            for (const line of strange) choice.instead[line] ??= anyAscii(line).slice(0, 60);
            choice.save();
            void print();
          }}>Print them in Latin letters</button
        >
      {/if}
      {#if saved.length}
        <div class="grid gap-2 border-2 border-ink p-3" role="status">
          <p>Are they printed? Then a label that no longer holds is told later.</p>
          <button class="act act-now" onclick={markPrinted}>Yes, {saved.length} are printed</button>
        </div>
      {/if}
      <button
        class="in-reach-alone act min-h-14 act-now text-lg"
        data-main-action
        disabled={!!choice.problem || working || !labels.length}
        onclick={print}
        >{working
          ? `Drawing, ${told || 'the first page'} …`
          : `${labels.length} labels on ${pages} ${pages === 1 ? 'page' : 'pages'}, as PDF`}
        <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      {#if job.plan.panels.length}
        <details>
          <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
            >Strips for the panels, at port pitch</summary
          >
          <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {#each STRIP_FIGURES as [figure, name] (figure)}
              <label class="text-sm"
                >{name}
                <input
                  class="field font-mono"
                  inputmode="decimal"
                  bind:value={choice.strip[figure]}
                  onchange={() => choice.save()}
                />
              </label>
            {/each}
          </div>
          <p class="mt-1 text-sm text-faint">
            Measure your panel: from the first port to the last of a group, divided by one port less. A4
            across; a free port has its number.
          </p>
          {#if choice.stripProblem}<p class="border-l-4 border-wrong pl-3" role="alert">
              {choice.stripProblem}
            </p>{/if}
          <button class="mt-2 act" disabled={!!choice.stripProblem || working} onclick={printStrips}
            >Strips of {job.plan.panels.length === 1 ? 'the panel' : `${job.plan.panels.length} panels`}, as
            PDF</button
          >
        </details>
      {/if}
    {/if}
  </div>
  {#if choice.sheet && !choice.problem && labels.length}
    <aside class="grid content-start gap-2">
      <SheetPreview sheet={choice.sheet} {labels} {skip} withCode={choice.withCode} form={choice.form} />
      <p class="text-sm text-faint">
        Print at 100 %, not “fit to page”. The first page; the code is drawn in the PDF.
      </p>
    </aside>
  {/if}
</main>
<UndoLine />
