<script lang="ts">
  import { personDays, type Time } from '$core/kit/time';
  import { USUAL_WORKING } from '$core/trend/calendar';
  import { useJob } from '$lib/job/open-job.svelte';

  /** How long what is left takes, by kind of work, with its range. */
  let { time }: { time: Time } = $props();
  const job = useJob();
  const hours = $derived(job.plan.policy.working?.hours ?? USUAL_WORKING.hours);
  const days = (minutes: number) => personDays(minutes, hours).toFixed(1);
  const h = (minutes: number) =>
    minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;
</script>

<section class="grid gap-2" aria-label="Time">
  <h2 class="text-xl font-bold">Time that is left</h2>
  {#if time.minutes > 0}
    <p data-testid="time left">
      <strong>{days(time.minutes)} days of one person</strong>, nine times in ten between {days(time.low)} and {days(
        time.high,
      )}, at {hours} hours a day.
    </p>
    <table class="w-full text-left text-sm">
      <thead>
        <tr class="border-b-2 border-ink"
          ><th class="py-1">work</th><th class="text-right">how many</th><th class="text-right">each</th><th
            class="text-right">in all</th
          ><th class="hidden pl-4 sm:table-cell">known from</th></tr
        >
      </thead>
      <tbody>
        {#each time.parts as p (p.name)}
          <tr class="border-b border-rule">
            <td class="py-1">{p.name}</td>
            <td class="text-right font-mono">{p.name === 'walks' ? '' : Math.round(p.count)}</td>
            <td class="text-right font-mono">{p.name === 'walks' ? '' : `${p.each.toFixed(1)} min`}</td>
            <td class="text-right font-mono">{h(p.minutes)}</td>
            <td class="hidden pl-4 text-faint sm:table-cell"
              >{p.of
                ? `${p.of} of this crew’s own`
                : p.name === 'walks'
                  ? 'the plan of spaces'
                  : 'the program’s own figure'}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {:else}<p>Nothing is left to do.</p>{/if}
</section>
