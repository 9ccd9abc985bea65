<script lang="ts">
  import { formatLength } from '$core/bench/units';
  import { formatMetres } from '$core/model/metres';
  import type { Policy } from '$core/model/job';
  import { BEND_DIAMETERS } from '$core/run/bends';
  import { CLIP_EVERY_MM } from '$core/run/clips';
  import { MOST_PULL_N } from '$core/run/pull';
  import type { RunTakes } from '$core/run/takes';

  /** What a run takes: cable, holes, clips, bends and how hard it is pulled. */
  let { takes, units, marks }: { takes: RunTakes; units: Policy['units']; marks: string } = $props();
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), units);
  const mm = (n: number) => formatLength(Math.round(n), units);
  const easier = $derived(takes.force.backward.newtons < takes.force.forward.newtons ? 'end' : 'beginning');
  const force = $derived(Math.min(takes.force.forward.newtons, takes.force.backward.newtons));
  const same = $derived(new Set(takes.cuts.map((c) => c.cut.totalMm)).size === 1);
</script>

{#each takes.warnings as text (text)}<p class="border-l-4 border-wrong pl-3">{text}</p>{/each}
<dl
  class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1"
  aria-label="What it takes"
  data-testid="run takes"
>
  <dt class="text-faint">cut to</dt>
  <dd>
    {#if !takes.cuts.length}
      its route alone, {m(takes.laid.metres)}: no cable is in it yet
    {:else if same}
      <strong>{m(takes.cuts[0]!.cut.totalMm / 1000)}</strong>{takes.cuts.length > 1
        ? ` each, ${takes.cuts.length} cables`
        : ''}: its route, {mm(takes.cuts[0]!.cut.slackMm)} of slack, {mm(takes.cuts[0]!.cut.spareMm)} to spare and
      {mm(takes.cuts[0]!.cut.stripMm)} that is stripped
    {:else}
      {#each takes.cuts as { link, cut } (link.id)}<span class="mr-3 inline-block"
          ><span class="font-mono">{link.label}</span> <strong>{m(cut.totalMm / 1000)}</strong></span
        >{/each}
    {/if}
  </dd>
  <dt class="text-faint">holes</dt>
  <dd>
    {#if !takes.holes.length}none{/if}
    {#each takes.holes as h (h.index)}
      <p>
        step {h.index + 1}: {h.slab
          ? 'through the slab'
          : `${mm(h.cornerMm)} from the corner, the same on both sides`}, {mm(h.thickMm)} deep, {mm(h.passMm)} clear
        inside the bushing
      </p>
    {/each}
  </dd>
  <dt class="text-faint">bushings</dt>
  <dd>{takes.bushings || 'none'}{takes.bushings ? ', one each side of a hole' : ''}</dd>
  <dt class="text-faint">clips</dt>
  <dd>
    {#if takes.clips.length}
      {takes.clips.length} for {mm(takes.bundleMm)}, at most {mm(CLIP_EVERY_MM)} apart and one each side of a bend
      <a class="inline-flex min-h-12 items-center underline underline-offset-4" href={marks}
        >print their marks at life size</a
      >
    {:else}none{/if}
  </dd>
  <dt class="text-faint">ties or hooks</dt>
  <dd>{takes.ties || 'none'}</dd>
  <dt class="text-faint">bends</dt>
  <dd>
    {takes.laid.bends.length || 'none'}{takes.laid.bends.length
      ? `, none tighter than ${mm(BEND_DIAMETERS * takes.jacketMm)}`
      : ''}
  </dd>
  <dt class="text-faint">pulled in one go</dt>
  <dd>
    about {Math.max(1, Math.round(force))} N of {MOST_PULL_N} N a cable bears, fed from its {easier}
  </dd>
</dl>
<p class="text-sm text-faint">
  Slide a bushing on from each side, straighten the cable first, put the plug on after it is through unless
  you said otherwise, and cut to length only when it lies. Local codes come first: for holes in fire walls and
  how they are closed, for what runs beside mains, for ratings of cable above ceilings.
</p>
