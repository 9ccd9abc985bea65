<script lang="ts">
  import { forget, recall, remember } from '$lib/device/small';
  import Papa from 'papaparse';
  import { untrack } from 'svelte';
  import { pullList } from '$core/kit/box-programme';
  import { boxNames } from '$core/kit/box-names';
  import { newBoxes } from '$core/kit/boxes';
  import type { UsedBox } from '$core/kit/used';
  import type { Link } from '$core/model/job';
  import PulledForm from '$lib/run/PulledForm.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';
  import type { KitCable } from '$core/kit/take-off';
  import { plainCell } from '$core/model/csv-cell';
  import { formatMetres } from '$core/model/metres';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';
  import { BetterBoxes } from './better-boxes.svelte';

  interface Props {
    cable: KitCable;
    box: number;
    /** Boxes of this cable that the log shows to be opened. */
    opened: readonly UsedBox[];
  }
  /** From which boxes the links of one cable are cut, and in which order they are pulled. */
  let { cable, box, opened }: Props = $props();
  const job = useJob();
  /** What is left in boxes of this cable that were opened before: kept on this device. */
  const kept = untrack(() => `gauntlet:boxes:${job.plan.id}:${cable.name}`);
  let typed = $state(recall(kept) ?? '');
  $effect(() => {
    if (typed.trim()) remember(kept, typed);
    else forget(kept);
  });
  const said = $derived(typed.split(/[;\s]+/).filter(Boolean).map((text) => ({ text, metres: Number(text.replace(',', '.')) }))); // prettier-ignore
  const isGood = ({ metres }: { metres: number }) => metres > 0 && metres <= 2000;
  const bad = $derived(said.find((p) => !isGood(p)));
  /** Opened boxes that somebody says are not what the log makes of them: kept on this device. */
  const shutKey = untrack(() => `gauntlet:boxes-shut:${job.plan.id}:${cable.name}`);
  let shut = $state<string[]>(untrack(() => (recall(shutKey) ?? '').split('\n').filter(Boolean)));
  function putAside(name: string): void {
    shut = [...shut, name];
    remember(shutKey, shut.join('\n'));
  }
  /** Shorter than any link: nothing is cut from it any more. In metres. Our judgement. */
  const NOTHING_LEFT = 2;
  const inUse = $derived(
    opened.filter((b) => b.left !== undefined && b.left >= NOTHING_LEFT && !shut.includes(b.name)),
  );
  const parts = $derived([...inUse.map((b) => b.left!), ...said.filter(isGood).map((p) => p.metres)]);
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), job.plan.policy.units);
  const better = new BetterBoxes();
  // The same lengths and boxes are not cut anew because something else of the job moved.
  const asked = $derived(JSON.stringify({ cuts: cable.cuts, box, parts }));
  $effect(() => {
    const question = JSON.parse(asked) as { cuts: KitCable['cuts']; box: number; parts: number[] };
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
  const names = $derived(boxNames(plan.boxes, cable.name, opened, inUse, m));
  /** The same under the heading of its cable. */
  const shortName = (i: number) => names[i]!.replace(`${cable.name}, `, '');
  /** What lay in a box when it was new: an opened one has been said before. */
  const boxOf = (i: number) => {
    const box = plan.boxes[i]!;
    const before = opened.find((o) => o.name === names[i]);
    return { name: names[i]!, metres: before ? before.metres + before.left! : box.metres };
  };
  let pulling = $state.raw<{ link: Link; box: { name: string; metres: number } } | null>(null);
  /** A part box that was typed is the log's once something was pulled from it. */
  function logged(): void {
    const { box } = pulling!;
    const words = typed.split(/[;\s]+/).filter(Boolean);
    const i = words.findIndex((w) => Number(w.replace(',', '.')) === box.metres);
    if (i >= 0 && !opened.some((o) => o.name === box.name) && box.name.includes(', part box '))
      typed = words.filter((_, k) => k !== i).join(' ');
    pulling = null;
  }
  function pulled(p: (typeof pulls)[number]): void {
    const link = job.plan.ordered.find((l) => l.label === p.cut.label);
    if (link) pulling = { link, box: boxOf(p.box - 1) };
  }
  function save(): void {
    const rows = pulls.map((p) => ({
      pull: p.pull,
      box: names[p.box - 1]!,
      link: plainCell(p.cut.label),
      to: plainCell(roomOf(p.cut.label)),
      metres: p.cut.metres.toFixed(1),
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
      “{bad.text}” is not a length: write metres between 0 and 2000, a blank between two boxes.
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
  {#each inUse as b (b.name)}<p class="flex flex-wrap items-center gap-x-3">
      {b.name}: {m(b.left!)} left by its marks.
      <button class="min-h-12 underline underline-offset-4" onclick={() => putAside(b.name)}
        >it has less: put it aside</button
      >
    </p>{/each}
  {#if shut.length}<p class="text-sm text-faint">
      Put aside: {shut.join(', ')}. Write what one really has among the part boxes.
    </p>{/if}
  {#each plan.tooLong as r (r.label)}<p class="border-l-4 border-wrong pl-3">
      {r.label} takes {m(r.metres)}: no box holds it.
    </p>{/each}
  <ol class="grid gap-1">
    {#each plan.boxes as b, i (i)}
      <li>
        <details>
          <summary class="flex min-h-12 cursor-pointer items-center gap-3"
            ><strong>{shortName(i)}</strong>
            <span>{b.cuts.length} {b.cuts.length === 1 ? 'cable' : 'cables'}, {m(b.left)} left</span></summary
          >
          <p class="font-mono text-sm">{b.cuts.map((r) => `${r.label} ${m(r.metres)}`).join(' · ')}</p>
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
            ><th class="py-1 pr-2">pull</th><th>from</th><th>link</th><th class="hidden sm:table-cell">to</th
            ><th class="text-right">length</th><th class="text-right">then left in it</th><th
              class="print:hidden"
            ></th></tr
          ></thead
        >
        <tbody
          >{#each pulls as p (p.cut.label)}<tr class="border-b border-rule"
              ><td class="py-1 font-mono">{p.pull}</td><td class="pr-2">{shortName(p.box - 1)}</td><td
                class="pr-2 font-mono font-bold whitespace-nowrap">{p.cut.label}</td
              ><td class="hidden sm:table-cell">{roomOf(p.cut.label)}</td><td
                class="text-right font-mono whitespace-nowrap">{m(p.cut.metres)}</td
              ><td class="text-right font-mono whitespace-nowrap">{m(p.left)}</td><td
                class="pl-2 print:hidden"
                ><button
                  class="min-h-12 w-full border border-ink px-2 font-semibold"
                  onclick={() => pulled(p)}>pulled</button
                ></td
              ></tr
            >{/each}</tbody
        >
      </table>
      <p class="text-sm text-faint">
        A box whose marks count down shows what is left in it. What is pulled is cut: the rest is planned
        again from what the boxes have left.
      </p>
      <button class="act" onclick={save}>Save the pull list as CSV</button>
    </details>
  {/if}
</div>
{#if pulling}
  <Sheet title="{pulling.link.label}, pulled" onclose={() => (pulling = null)}>
    <PulledForm {...pulling} onlogged={logged} />
  </Sheet>
{/if}
