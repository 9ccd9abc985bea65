<script lang="ts">
  import Papa from 'papaparse';
  import { untrack } from 'svelte';
  import { pullList } from '$core/kit/box-programme';
  import { newBoxes, type Box } from '$core/kit/boxes';
  import type { KitCable } from '$core/kit/take-off';
  import { plainCell } from '$core/model/csv-cell';
  import { formatMetres } from '$core/model/metres';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';
  import { BetterBoxes } from './better-boxes.svelte';

  interface Props {
    cable: KitCable;
    box: number;
  }
  /** From which boxes the runs of one cable are cut, and in which order they are pulled. */
  let { cable, box }: Props = $props();
  const job = useJob();
  /** What is left in boxes of this cable that were opened before: kept on this device. */
  const kept = untrack(() => `gauntlet:boxes:${job.plan.id}:${cable.name}`);
  let typed = $state(localStorage.getItem(kept) ?? '');
  $effect(() => {
    if (typed.trim()) localStorage.setItem(kept, typed);
    else localStorage.removeItem(kept);
  });
  const said = $derived(typed.split(/[;\s]+/).filter(Boolean).map((text) => ({ text, metres: Number(text.replace(',', '.')) }))); // prettier-ignore
  const isGood = ({ metres }: { metres: number }) => metres > 0 && metres <= 2000;
  const bad = $derived(said.find((p) => !isGood(p)));
  const parts = $derived(said.filter(isGood).map((p) => p.metres));
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), job.plan.policy.units);
  const better = new BetterBoxes();
  // The same runs and boxes are not cut anew because something else of the job moved.
  const asked = $derived(JSON.stringify({ runs: cable.runs, box, parts }));
  $effect(() => {
    const question = JSON.parse(asked) as { runs: KitCable['runs']; box: number; parts: number[] };
    untrack(() => better.ask(question));
    return () => better.stop();
  });
  const plan = $derived(better.plan);
  const fresh = $derived(newBoxes(plan.boxes));
  let atOnce = $state(1);
  const pulls = $derived(pullList(plan.boxes, Math.max(1, Math.min(12, Math.round(atOnce) || 1))));
  const roomOf = (label: string) => {
    const link = job.plan.ordered.find((l) => l.label === label);
    return (link && job.plan.where(link).tail.space?.name) ?? '';
  };
  const name = (b: Box, i: number) => (b.part ? `part box of ${m(b.metres)}` : `box ${i + 1}`);
  function save(): void {
    const rows = pulls.map((p) => ({
      pull: p.pull,
      box: name(plan.boxes[p.box - 1]!, p.box - 1),
      run: plainCell(p.run.label),
      to: plainCell(roomOf(p.run.label)),
      metres: p.run.metres.toFixed(1),
      left_in_box: p.left.toFixed(1),
    }));
    saveText(
      `${job.plan.name}, pull list of ${cable.name}.csv`,
      `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`,
    );
  }
</script>

<div class="grid gap-1 border-t border-rule pt-2">
  <h3 class="font-bold">{cable.name}: {m(cable.leftMetres)}</h3>
  <label class="max-w-md text-sm"
    >part boxes of it, metres left in each
    <input class="field font-mono" placeholder="120 85" bind:value={typed} /></label
  >
  {#if bad}<p class="border-l-4 border-wrong pl-3" role="alert">
      “{bad.text}” is no length: write metres between 0 and 2000, a blank between two boxes.
    </p>{/if}
  <p role="status">
    {fresh === 0 ? 'No new box' : fresh === 1 ? 'One new box' : `${fresh} new boxes`}{plan.boxes.length >
    fresh
      ? ` and ${plan.boxes.length - fresh} opened before`
      : ''}; {plan.proven
      ? 'proven: no way of cutting takes fewer.'
      : `no way of cutting takes fewer than ${plan.least}.`}
  </p>
  {#if better.looking}<div class="flex items-center gap-3">
      <span class="text-faint">Looking for a better cutting …</span>
      <button class="min-h-12 underline underline-offset-4" onclick={() => better.stop()}
        >this is good enough</button
      >
    </div>{/if}
  {#each plan.tooLong as r (r.label)}<p class="border-l-4 border-wrong pl-3">
      {r.label} takes {m(r.metres)}: no box holds it.
    </p>{/each}
  <ol class="grid gap-1">
    {#each plan.boxes as b, i (i)}
      <li>
        <details>
          <summary class="flex min-h-12 cursor-pointer items-center gap-3"
            ><strong>{name(b, i)}</strong>
            <span>{b.runs.length} {b.runs.length === 1 ? 'run' : 'runs'}, {m(b.left)} left</span></summary
          >
          <p class="font-mono text-sm">{b.runs.map((r) => `${r.label} ${m(r.metres)}`).join(' · ')}</p>
        </details>
      </li>
    {/each}
  </ol>
  {#if pulls.length}
    <details>
      <summary class="flex min-h-12 cursor-pointer items-center font-bold">Pull list</summary>
      <label class="text-sm"
        >boxes pulled from at once
        <input class="field w-24 font-mono" type="number" min="1" max="12" bind:value={atOnce} /></label
      >
      <table class="w-full text-left text-sm">
        <thead
          ><tr class="border-b-2 border-ink"
            ><th class="py-1">pull</th><th>from</th><th>run</th><th class="hidden sm:table-cell">to</th><th
              class="text-right">length</th
            ><th class="text-right">then left in it</th></tr
          ></thead
        >
        <tbody
          >{#each pulls as p (p.run.label)}<tr class="border-b border-rule"
              ><td class="py-1 font-mono">{p.pull}</td><td>{name(plan.boxes[p.box - 1]!, p.box - 1)}</td><td
                class="font-mono font-bold">{p.run.label}</td
              ><td class="hidden sm:table-cell">{roomOf(p.run.label)}</td><td class="text-right font-mono"
                >{m(p.run.metres)}</td
              ><td class="text-right font-mono">{m(p.left)}</td></tr
            >{/each}</tbody
        >
      </table>
      <p class="text-sm text-faint">
        A box whose marks count down shows what is left in it. Where one turns out shorter, write what it has
        among the part boxes: what is not pulled yet is cut anew.
      </p>
      <button class="act" onclick={save}>Save the pull list as CSV</button>
    </details>
  {/if}
</div>
