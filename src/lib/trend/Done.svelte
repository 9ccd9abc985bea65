<script lang="ts">
  import type { Working } from '$core/trend/calendar';
  import type { Trend } from '$core/trend/trend';
  import { axis, type inks } from './chart-parts';
  import Picture from './Picture.svelte';

  interface Props {
    trend: Trend;
    working: Working;
    onwhatif: (working: Working) => void;
  }
  /** When it will be done, and what would bring it forward. */
  let { trend, working, onwhatif }: Props = $props();
  const done = $derived(trend.done);
  const day = (iso: string | null) => iso ? new Date(`${iso}T12:00:00`).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long' }) : 'no day that can be named'; // prettier-ignore
  const short = (iso: string) => new Date(`${iso}T12:00:00`).toLocaleDateString(undefined, { day: 'numeric', month: 'short' }); // prettier-ignore
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const option = $derived((of: ReturnType<typeof inks>) => ({
    grid: { left: 8, right: 24, top: 16, bottom: 24, containLabel: true },
    xAxis: { type: 'category', data: done!.chances.map((c) => short(c.day)), ...axis(of) },
    yAxis: { type: 'value', min: 0, max: 1, ...axis(of, { axisLabel: { color: of.ink, formatter: per } }) },
    series: [
      {
        type: 'line',
        data: done!.chances.map((c) => c.chance),
        lineStyle: { color: of.ink, width: 2 },
        itemStyle: { color: of.ink },
        markLine: { symbol: 'none', silent: true, label: { show: false }, data: [0.5, 0.9].map((yAxis) => ({ yAxis, lineStyle: { color: of.ink, type: 'dashed' } })) }, // prettier-ignore
      },
    ],
  }));
  const say = (more: Partial<Working>) => onwhatif({ ...working, ...more });
</script>

<section class="grid gap-2" aria-label="When it will be done">
  <h2 class="text-xl font-bold">
    {!trend.left.ends && !trend.left.proofs
      ? 'It is done'
      : done
        ? `Done on ${day(done.nine)}, nine chances in ten`
        : 'When it will be done cannot be said yet'}
  </h2>
  {#if trend.left.ends || trend.left.proofs}
    <div class="flex flex-wrap gap-2">
      <label class="grid text-sm"
        >people<input
          class="field w-24 font-mono"
          type="number"
          min="1"
          max="50"
          value={working.people}
          onchange={(e) =>
            say({ people: Math.min(50, Math.max(1, Math.round(Number(e.currentTarget.value)) || 1)) })}
        /></label
      >
      <label class="grid text-sm"
        >hours a day at it<input
          class="field w-24 font-mono"
          type="number"
          min="1"
          max="16"
          value={working.hours}
          onchange={(e) => say({ hours: Math.min(16, Math.max(0.5, Number(e.currentTarget.value) || 1)) })}
        /></label
      >
    </div>
  {/if}
  {#if done}
    <p>
      An even chance by {day(done.half)}.
      {#each done.levers as l, i (l.what)}{i ? '; ' : 'Sooner with '}{l.what}: {day(l.nine)}{/each}{done
        .levers.length
        ? '.'
        : ''}
    </p>
    {#if done.chances.length > 1}<Picture
        name="when it is done"
        says="The chance that it is done by each day."
        {option}
        columns={['chance', 'day']}
        rows={done.chances.map((c) => [per(c.chance), c.day])}
        height={220}
      />{/if}
    {#if done.stages.length > 1}
      <table class="text-left text-sm" aria-label="By closet">
        <thead
          ><tr class="border-b-2 border-ink"
            ><th class="py-1 pr-3">closet</th><th class="pr-3">ends</th><th class="pr-3">proofs</th><th
              class="pr-3">even chance</th
            ><th>nine in ten</th></tr
          ></thead
        >
        <tbody
          >{#each done.stages as s (s.name)}<tr class="border-b border-rule"
              ><td class="py-1 pr-3">{s.name}</td><td class="font-mono">{s.ends}</td><td class="font-mono"
                >{s.proofs}</td
              ><td>{s.half ? short(s.half) : ''}</td><td>{s.nine ? short(s.nine) : ''}</td></tr
            >{/each}</tbody
        >
      </table>
    {/if}
    <p class="text-sm text-faint">
      {trend.left.ends} ends and {trend.left.proofs} proofs left, from {trend.times.known} times an end took on
      this job, breaks left out, and how often one was done again. Pulling cable is not in it; days and hours are
      in the terms.
      {#if done.backtest}Held against this job’s own past, the next twenty ends took no longer than nine
        chances in ten had it {done.backtest.within} times of {done.backtest.looks}.{/if}
    </p>
  {:else if trend.left.ends}<p>
      {trend.times.known} times an end took are known from the log, of the fewest {trend.times.fewest}.
    </p>{/if}
</section>
