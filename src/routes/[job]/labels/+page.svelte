<script lang="ts">
  import { apiAddress } from '$lib/address/address';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { LABEL_SHEETS } from '$core/labels/label-sheet';
  import { labelsOf, LABEL_SPOTS, SPOT_NAMES, type LabelSpot } from '$core/labels/label-text';
  import { doubles } from '$core/model/identifiers';
  import { linkIdentifiers } from '$core/plan/link-identifiers';
  import { FIGURES, LabelChoice } from '$lib/labels/sheet.svelte';
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
  const links = $derived(
    which === 'asked'
      ? job.plan.ordered.filter((l) => asked.includes(l.id))
      : which
        ? (job.plan.groups.find((g) => g.id === which)?.links ?? [])
        : job.plan.ordered,
  );
  const flags = $derived(links.length > 0 && links.every((l) => l.cord));
  const spotName = (spot: LabelSpot) =>
    flags && spot === 'cable-head'
      ? 'flag, end 1'
      : flags && spot === 'cable-tail'
        ? 'flag, end 2'
        : SPOT_NAMES[spot];
  const identify = $derived(linkIdentifiers(job.plan));
  const labels = $derived(labelsOf(links, identify, choice.spots));
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

  function turn(spot: LabelSpot): void {
    choice.spots = choice.spots.includes(spot)
      ? choice.spots.filter((s) => s !== spot)
      : [...choice.spots, spot];
    choice.save();
  }
  async function print(): Promise<void> {
    working = true;
    says = '';
    try {
      const answer = await fetch(apiAddress(job.plan.id, 'labels'), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          sheet: choice.sheet,
          spots: choice.spots,
          links: links.map((l) => l.id),
          skip,
          outlines: choice.outlines,
          ...(choice.withCode ? { opens: { base: choice.base, screen: choice.screen } } : {}),
        }),
      });
      if (answer.ok) {
        const address = URL.createObjectURL(await answer.blob());
        const a = Object.assign(document.createElement('a'), {
          href: address,
          download: `${job.plan.id}-labels.pdf`,
        });
        a.click();
        setTimeout(() => URL.revokeObjectURL(address), 60_000);
        says = '';
      } else {
        const { error } = (await answer.json()) as {
          error: { message: string; issues: { message: string }[] };
        };
        says = error.issues[0] && !error.message.includes(error.issues[0].message) ? `${error.message} ${error.issues[0].message}` : error.message; // prettier-ignore
      }
    } catch {
      says = 'The server is out of reach: it draws the labels, try again in a while.';
    }
    working = false;
  }
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
        <label class="text-sm"
          >for
          <select class="field" bind:value={which}>
            {#if asked.length}<option value="asked" class="bg-paper"
                >the {asked.length} links asked for</option
              >{/if}
            <option value="" class="bg-paper">all {job.plan.ordered.length} links</option>
            {#each job.plan.groups as g (g.id)}<option value={g.id} class="bg-paper">{g.kind} {g.name}</option
              >{/each}
          </select>
        </label>
        <label class="text-sm"
          >sheet
          <select class="field" value={choice.sheetId} onchange={(e) => choice.take(e.currentTarget.value)}>
            {#each LABEL_SHEETS as s (s.id)}<option value={s.id} class="bg-paper">{s.name}</option>{/each}
          </select>
        </label>
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
            <label class="text-sm"
              >opens
              <select class="field" bind:value={choice.screen} onchange={() => choice.save()}>
                <option value="prove" class="bg-paper">prove</option>
                <option value="bench" class="bg-paper">bench</option>
              </select>
            </label>
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
      <button
        class="in-reach-alone act min-h-14 act-now text-lg"
        data-main-action
        disabled={!!choice.problem || working || !labels.length}
        onclick={print}
        >{working
          ? 'Drawing …'
          : `${labels.length} labels on ${pages} ${pages === 1 ? 'page' : 'pages'}, as PDF`}
        <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
    {/if}
  </div>
  {#if choice.sheet && !choice.problem && labels.length}
    <aside class="grid content-start gap-2">
      <SheetPreview sheet={choice.sheet} {labels} {skip} withCode={choice.withCode} />
      <p class="text-sm text-faint">
        Print at 100 %, not “fit to page”. The first page; the code is drawn in the PDF.
      </p>
    </aside>
  {/if}
</main>
