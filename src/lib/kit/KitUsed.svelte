<script lang="ts">
  import type { Used } from '$core/kit/used';
  import { formatMetres } from '$core/model/metres';
  import { leftOfLot, SAY_LEFT_AT } from '$core/log/tools';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What was used against what was planned: connectors, cable, boxes, lots. */
  let { used }: { used: Used } = $props();
  const job = useJob();
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), job.plan.policy.units);
  const lots = $derived(
    job.log.tools(job.plan.parts).flatMap((t) => {
      const part = job.plan.parts.find((p) => p.id === t.part)!;
      const left = leftOfLot(part, t);
      return left === null ? [] : [{ part, left, spent: t.spent }];
    }),
  );
</script>

<section class="grid gap-2" aria-label="Used">
  <h2 class="text-xl font-bold">Used so far</h2>
  <table class="w-full text-left text-sm">
    <thead
      ><tr class="border-b-2 border-ink"
        ><th class="py-1">connector</th><th class="text-right">planned</th><th class="text-right"
          >ends done</th
        ><th class="text-right">spent</th></tr
      ></thead
    >
    <tbody>
      {#each used.connectors as c (c.name)}
        <tr class="border-b border-rule"
          ><td class="py-1">{c.name}</td><td class="text-right font-mono">{c.planned}</td><td
            class="text-right font-mono">{c.done}</td
          ><td class={['text-right font-mono', c.spent > c.done && 'font-bold']}>{c.spent}</td></tr
        >
      {/each}
    </tbody>
  </table>
  {#each used.cables as c (c.name)}
    <p>
      <strong>{c.name}</strong>: {m(c.metres)} cut for {c.links === 1
        ? 'one cable'
        : `${c.links} cables`}{c.compared
        ? `; where it was planned, ${m(c.comparedMetres)} against ${m(c.plannedMetres)}`
        : ''}.
    </p>
  {/each}
  {#each used.boxes as b (b.name)}
    <p>
      <strong>{b.name}</strong> ({b.cable}): {m(b.metres)} gone into {b.links.length === 1
        ? 'one cable'
        : `${b.links.length} cables`}{b.lastMark ? `, last mark ${b.lastMark}` : ''}.
    </p>
    {#if b.over}<p class="border-l-4 border-wrong pl-3">
        {b.name} has given {m(b.over)} more than lay in it: its size or one of its marks is wrong. Read them again.
      </p>{/if}
  {/each}
  {#each lots as { part, left, spent } (part.id)}
    <p class={left <= SAY_LEFT_AT ? 'border-l-4 border-wrong pl-3 font-bold' : ''}>
      {part.name}{part.lot ? `, lot ${part.lot}` : ''}: {left === 0 ? 'none' : left} of {part.count} left, {spent}
      spent.
    </p>
  {/each}
</section>
