<script lang="ts">
  import Papa from 'papaparse';
  import { BOX_SIZES, planBoxes } from '$core/kit/boxes';
  import { SPARES_SUFFICE, takeOff } from '$core/kit/take-off';
  import { plainCell } from '$core/model/csv-cell';
  import { formatMetres } from '$core/model/metres';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';
  import Segments from '$lib/shell/Segments.svelte';

  const job = useJob();
  const units = $derived(job.plan.policy.units);
  const closets = $derived(job.plan.spaces.filter((s) => s.kind === 'closet' && !s.retired));
  let closet = $state('');
  let box = $state<number>(BOX_SIZES[0]);
  let parts = $state('');
  const links = $derived(
    job.plan.ordered.filter((l) => !closet || job.plan.where(l).head.space?.id === closet),
  );
  const kit = $derived(takeOff(job.plan.now, links, (id) => job.statusOf(id)));
  const partBoxes = $derived(parts.split(/[;\s]+/).map((p) => Number(p.replace(',', '.'))).filter((p) => p > 0 && p <= 2000)); // prettier-ignore
  const badParts = $derived(parts.split(/[;\s]+/).filter((p) => p && !(Number(p.replace(',', '.')) > 0 && Number(p.replace(',', '.')) <= 2000))); // prettier-ignore
  const boxes = $derived(kit.cables.filter((c) => c.runs.length).map((c) => ({ cable: c, plan: planBoxes(c.runs, box, partBoxes) }))); // prettier-ignore
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), units);

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
  {#if closets.length > 1}
    <label class="max-w-md text-sm"
      >for
      <select class="field" bind:value={closet}>
        <option value="" class="bg-paper">the whole job</option>
        {#each closets as c (c.id)}<option value={c.id} class="bg-paper">{c.name}</option>{/each}
      </select>
    </label>
  {/if}
  <section class="grid gap-2" aria-label="Parts">
    <table class="w-full text-left">
      <thead>
        <tr class="border-b-2 border-ink text-sm"
          ><th class="py-1">part</th><th class="hidden text-right sm:table-cell">in all</th><th
            class="hidden text-right sm:table-cell">done</th
          ><th class="text-right">left</th><th class="text-right">spare</th><th class="text-right"
            >take along</th
          ></tr
        >
      </thead>
      <tbody>
        {#each kit.items as i (i.name)}
          <tr class="border-b border-rule">
            <td class="py-2">{i.name}</td>
            <td class="hidden text-right font-mono sm:table-cell">{i.all}</td>
            <td class="hidden text-right font-mono sm:table-cell">{i.done}</td>
            <td class="text-right font-mono">{i.left}</td>
            <td class="text-right font-mono">{i.spare || ''}</td>
            <td class="text-right font-mono text-lg font-bold">{i.left + i.spare}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="text-sm text-faint">
      Spares suffice in {Math.round(SPARES_SUFFICE * 100)} jobs of 100, by how often this crew did an end again
      so far. About {Math.round(kit.minutes / 60)} hours of terminating and proving are left, without walks.
    </p>
  </section>
  <section class="grid gap-2" aria-label="Cable">
    <h2 class="text-xl font-bold">Cable still to be cut</h2>
    <Segments
      label="Box"
      options={BOX_SIZES.map((s) => [s as number, `${s} m`] as const)}
      value={box}
      columns={3}
      onchoose={(s) => (box = s)}
    />
    <label class="max-w-md text-sm"
      >part boxes, metres left in each
      <input class="field font-mono" placeholder="120 85" bind:value={parts} /></label
    >
    {#if badParts.length}<p class="border-l-4 border-wrong pl-3" role="alert">
        “{badParts[0]}” is no length: write metres between 0 and 2000, a blank between two boxes.
      </p>{/if}
    {#each boxes as { cable, plan } (cable.name)}
      <div class="grid gap-1 border-t border-rule pt-2">
        <h3 class="font-bold">{cable.name}: {m(cable.leftMetres)}</h3>
        <p>
          {plan.boxes.length === 1 ? 'One box' : `${plan.boxes.length} boxes`}; no way of cutting takes fewer
          than {plan.least}.
        </p>
        {#each plan.tooLong as r (r.label)}<p class="border-l-4 border-wrong pl-3">
            {r.label} takes {m(r.metres)}: no box holds it.
          </p>{/each}
        <ol class="grid gap-1">
          {#each plan.boxes as b, i (i)}
            <li>
              <details>
                <summary class="flex min-h-12 cursor-pointer items-center gap-3"
                  ><strong>{b.metres === box ? `box ${i + 1}` : `part box of ${m(b.metres)}`}</strong>
                  <span>{b.runs.length} {b.runs.length === 1 ? 'run' : 'runs'}, {m(b.left)} left</span
                  ></summary
                >
                <p class="font-mono text-sm">{b.runs.map((r) => `${r.label} ${m(r.metres)}`).join(' · ')}</p>
              </details>
            </li>
          {/each}
        </ol>
      </div>
    {:else}
      <p>No run with a known length is left to cut.</p>
    {/each}
    {#each kit.cables.filter((c) => c.unknown) as c (c.name)}
      <p class="border-l-4 border-ink pl-3">
        {c.unknown}
        {c.unknown === 1 ? 'link' : 'links'} of {c.name} have no length: nothing is counted for them.
      </p>
    {/each}
    <p class="text-sm text-faint">
      Each run with the slack of both ends, 50 mm an end and what both connectors strip; every run whole from
      one box.
    </p>
  </section>
  <button class="act justify-self-start" onclick={save}>Save as CSV</button>
</main>
