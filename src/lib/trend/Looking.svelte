<script lang="ts">
  import type { Trend } from '$core/trend/trend';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  /** What reading back and looking took, against what not doing it took. */
  let { trend }: { trend: Trend } = $props();
  const kinds = $derived([
    { name: 'reading back', of: trend.looking.readBack },
    { name: 'a look', of: trend.looking.look },
  ]);
  const any = $derived(kinds.some((k) => k.of.times || k.of.missed));
  const least = $derived(
    [...kinds].sort((a, b) => b.of.lost - b.of.minutes - (a.of.lost - a.of.minutes))[0]!,
  );
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 24, top: 32, bottom: 24, containLabel: true },
    legend: { top: 0, textStyle: { color: of.ink } },
    xAxis: { type: 'value', name: 'min', ...axis(of) },
    yAxis: { type: 'category', data: kinds.map((k) => k.name), ...axis(of) },
    series: [
      { name: 'took', type: 'bar', data: kinds.map((k) => Math.round(k.of.minutes)), itemStyle: { color: of.rule, borderColor: of.ink, borderWidth: 1.5 } }, // prettier-ignore
      { name: 'lost to redos it would have spared', type: 'bar', data: kinds.map((k) => Math.round(k.of.lost)), itemStyle: { color: of.faint, borderColor: of.ink, borderWidth: 1.5 } }, // prettier-ignore
    ],
  }));
</script>

{#if any}
  <section class="grid gap-2" aria-label="The cost of not looking">
    <h2 class="text-xl font-bold">
      {least.of.lost > least.of.minutes
        ? `More ${least.name === 'a look' ? 'looking' : 'reading back'} would pay: ${Math.round(least.of.lost)} min lost, ${Math.round(least.of.minutes)} spent`
        : 'Looking costs less here than not looking would'}
    </h2>
    <Picture
      name="cost of not looking"
      says="Minutes that reading back and looking took, against minutes lost to redos for what they find."
      {option}
      columns={['what', 'times', 'took, min', 'stopped', 'redos it would have spared', 'lost, min']}
      rows={kinds.map((k) => [
        k.name,
        k.of.times,
        Math.round(k.of.minutes),
        k.of.caught,
        k.of.missed,
        Math.round(k.of.lost),
      ])}
      height={190}
    />
    <p class="text-sm text-faint">
      Read-backs by their own seconds, a look taken to be half a minute an end; a redo with its walk and its
      proof. What looking prevented without a word in the log is not in it.
    </p>
  </section>
{/if}
