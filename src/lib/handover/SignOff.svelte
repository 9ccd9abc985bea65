<script lang="ts">
  import Search from '$lib/controls/Search.svelte';
  import Choice from '$lib/controls/Choice.svelte';
  import SignaturePad, { type PointGroup } from 'signature_pad';
  import { untrack } from 'svelte';
  import { KeptDraft } from '$lib/device/kept-draft';
  import type { OpenPoint } from '$core/handover/open-points';
  import { endName } from '$core/model/end-name';
  import { ENDS, type End } from '$core/wiring/conductors';
  import { apiAddress } from '$lib/address/address';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Who takes the job over signs on the glass, or refuses links, each with a reason. */
  let { open, onhanded }: { open: readonly OpenPoint[]; onhanded: () => void } = $props();
  const job = useJob();
  const links = $derived(job.plan.ordered.map((l) => [l.id, l.label] as const));
  /** The box a signature is drawn in, in its own units, as the record prints it. */
  const [WIDE, HIGH] = [600, 200];
  interface Begun {
    client: string;
    refused: { link: string; end: End; reason: string }[];
    strokes: PointGroup[];
  }
  const draft = untrack(() => new KeptDraft<Begun>(`gauntlet:sign:${job.plan.id}`));
  const begun = draft.read();
  let client = $state(begun?.client ?? '');
  let sealed = $state(true);
  let seen = $state(false);
  let pad: SignaturePad | undefined;
  let drawn = $state(false);
  let refused = $state<{ link: string; end: End; reason: string }[]>(begun?.refused ?? []);
  let strokes = $state.raw<PointGroup[]>(begun?.strokes ?? []);
  // A name, a reason and a signature half given survive a reload.
  $effect(() => {
    if (client || refused.length || strokes.length)
      draft.keep({ client, refused: $state.snapshot(refused), strokes });
    else draft.drop();
  });
  let says = $state('');
  let working = $state(false);

  function glass(canvas: HTMLCanvasElement) {
    canvas.width = WIDE;
    canvas.height = HIGH;
    const own = new SignaturePad(canvas, { penColor: 'black', minWidth: 1, maxWidth: 2.5 });
    own.addEventListener('endStroke', () => {
      drawn = true;
      strokes = own.toData();
    });
    if (strokes.length) {
      own.fromData(strokes);
      drawn = true;
    }
    pad = own;
    return { destroy: () => own.off() };
  }
  /** The strokes as one path of an SVG. */
  const path = (): string =>
    (pad?.toData() ?? [])
      .map((stroke) =>
        stroke.points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join(' '),
      )
      .join(' ')
      .slice(0, 20_000);
  function clear(): void {
    pad?.clear();
    drawn = false;
    strokes = [];
  }
  async function hand(): Promise<void> {
    if (working) return;
    working = true;
    says = '';
    try {
      const answer = await fetch(apiAddress(job.plan.id, 'handover'), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          by: job.here.me,
          client,
          seal: sealed,
          ...(drawn ? { signature: path() } : {}),
          refused: refused.filter((r) => r.link && r.reason.trim()),
        }),
      });
      if (answer.ok) {
        client = '';
        refused = [];
        clear();
        onhanded();
      } else says = ((await answer.json()) as { error: { message: string } }).error.message;
    } catch {
      says =
        'The server cannot be reached: it writes the handover, over the whole log. Nothing is lost; try again with a signal.';
    }
    working = false;
  }
</script>

<section class="grid gap-3" aria-label="Sign for it">
  <h2 class="text-xl font-bold">Hand it over</h2>
  {#if open.length}
    <label class="flex min-h-12 items-center gap-2"
      ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={seen} />The {open.length === 1
        ? 'open point was'
        : `${open.length} open points were`} shown to whoever takes it over</label
    >
  {/if}
  <label class="text-sm"
    >taken over by<input class="field" maxlength="120" autocomplete="off" bind:value={client} /></label
  >
  <div class="grid gap-1">
    <p class="text-sm" id="glass">signature, on the glass (or by name alone)</p>
    <canvas
      use:glass
      class="bg-white w-full max-w-xl touch-none border-2 border-ink"
      style="aspect-ratio: 3"
      aria-labelledby="glass"
    ></canvas>
    <button class="min-h-12 justify-self-start underline underline-offset-4" disabled={!drawn} onclick={clear}
      >sign again</button
    >
  </div>
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >{refused.length ? `${refused.length} refused` : 'Some of it is refused'}</summary
    >
    <ul class="grid gap-2">
      {#each refused as r, i (i)}
        <li class="grid gap-1 border-b border-rule pb-2 sm:grid-cols-[10rem_9rem_1fr_auto]">
          <Search
            bare
            label="Refused link {i + 1}"
            placeholder="which link"
            options={links}
            bind:value={r.link}
          />
          <Choice
            bare
            label="End of refused link {i + 1}"
            options={ENDS.map((e) => [e, r.link ? endName(job.plan.link(r.link)!, e) : e] as const)}
            bind:value={r.end}
          />
          <input
            class="field"
            placeholder="why"
            aria-label="Why link {i + 1} is refused"
            maxlength="300"
            bind:value={r.reason}
          />
          <button
            class="h-12 min-w-12"
            aria-label="Take refusal {i + 1} out"
            onclick={() => (refused = refused.filter((_, j) => j !== i))}>✕</button
          >
        </li>
      {/each}
    </ul>
    <button
      class="act justify-self-start"
      onclick={() => (refused = [...refused, { link: '', end: 'tail', reason: '' }])}>Refuse a link</button
    >
  </details>
  <label class="flex min-h-12 items-center gap-2"
    ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={sealed} />seal it with this site’s own
    key</label
  >
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
  <button
    class={['act min-h-14 text-lg', client.trim() && (seen || !open.length) && 'act-now']}
    data-main-action
    disabled={working || !client.trim() || (open.length > 0 && !seen)}
    onclick={hand}
    >{working ? 'Writing it down …' : 'Hand it over'} <kbd class="hidden key lg:inline">PgDn</kbd></button
  >
</section>
