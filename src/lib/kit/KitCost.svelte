<script lang="ts">
  import { cableKey, certifiedMore, costOfKit, costOfRework } from '$core/kit/money';
  import type { KitReport } from '$core/kit/report';
  import type { Kit } from '$core/kit/take-off';
  import { USUAL_WORKING } from '$core/trend/calendar';
  import { useJob } from '$lib/job/open-job.svelte';
  import { OwnPrices } from './prices.svelte';

  /** What it costs, by prices that are the user's own and stay on this device. */
  let { kit, report }: { kit: Kit; report: KitReport } = $props();
  const job = useJob();
  const prices = new OwnPrices();
  const hours = $derived(job.plan.policy.working?.hours ?? USUAL_WORKING.hours);
  const cost = $derived(costOfKit(kit.items, kit.cables, prices.now));
  const work = $derived((minutes: number) => (minutes / 60) * (prices.now.hour ?? 0));
  const certified = $derived(
    certifiedMore(report.proofs.links, hours, prices.now, report.proofs.minutesEach),
  );
  const names = $derived([...cost.lines.map((l) => l.name), ...cost.unpriced]);
  const isCable = (name: string) => kit.cables.some((c) => cableKey(c.name) === name);
  const money = (n: number) =>
    `${prices.now.currency ? `${prices.now.currency} ` : ''}${n.toLocaleString('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 })}`;
  let wrong = $state<Record<string, string>>({});
  const FIELDS = [
    ['hour', 'an hour of one person'],
    ['certifierDay', 'a certifying instrument, by the day'],
  ] as const;
  function typed(key: string, what: Parameters<OwnPrices['set']>[0], text: string): void {
    wrong = { ...wrong, [key]: prices.set(what, text) };
  }
</script>

{#snippet price(key: string, what: Parameters<OwnPrices['set']>[0], label: string, value: number | undefined)}
  <label class="grid grid-cols-[minmax(0,1fr)_8rem] items-center gap-3"
    ><span>{label}</span><input
      class="field mt-0 text-right font-mono"
      inputmode="decimal"
      maxlength="14"
      aria-label="price of {label}"
      value={value ?? ''}
      onchange={(e) => typed(key, what, e.currentTarget.value)}
    /></label
  >
  {#if wrong[key]}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong[key]}</p>{/if}
{/snippet}

<section class="grid gap-2" aria-label="Cost">
  <h2 class="text-xl font-bold">What it costs</h2>
  {#if cost.lines.length || prices.now.hour !== undefined}
    <table class="w-full text-left" data-testid="cost">
      <tbody>
        {#each cost.lines as l (l.name)}
          <tr class="border-b border-rule text-sm"
            ><td class="py-1">{l.name}</td><td class="text-right font-mono"
              >{isCable(l.name) ? `${l.count.toFixed(1)} m` : l.count} × {l.each}</td
            ><td class="pl-4 text-right font-mono whitespace-nowrap">{money(l.cost)}</td></tr
          >
        {/each}
        <tr class="border-b-2 border-ink font-bold"
          ><td class="py-1">what is still to be bought</td><td></td><td
            class="pl-4 text-right font-mono whitespace-nowrap">{money(cost.total)}</td
          ></tr
        >
        {#if prices.now.hour !== undefined}
          <tr class="border-b border-rule"
            ><td class="py-1">the work that is left</td><td class="text-right text-sm text-faint"
              >{money(work(report.time.low))} to {money(work(report.time.high))}</td
            ><td class="pl-4 text-right font-mono whitespace-nowrap">{money(work(report.time.minutes))}</td
            ></tr
          >
        {/if}
        <tr class="border-b border-rule"
          ><td class="py-1">ends done again so far</td><td></td><td
            class="pl-4 text-right font-mono whitespace-nowrap"
            >{money(costOfRework(report.redone.soFar, prices.now))}</td
          ></tr
        >
        <tr class="border-b border-rule"
          ><td class="py-1">redos to be expected of what is left</td><td></td><td
            class="pl-4 text-right font-mono whitespace-nowrap"
            >{money(costOfRework(report.redone.expected, prices.now))}</td
          ></tr
        >
        <tr class="border-b border-rule"
          ><td class="py-1">certified instead of by wire map, more</td><td
            class="text-right text-sm text-faint"
            >{certified.days === 1 ? 'one day' : `${certified.days} days`} with the instrument</td
          ><td class="pl-4 text-right font-mono whitespace-nowrap">{money(certified.cost)}</td></tr
        >
      </tbody>
    </table>
  {/if}
  {#if cost.unpriced.length}<p class="text-sm text-faint">
      Without a price, and not in the sum: {cost.unpriced.join(', ')}.
    </p>{/if}
  <details class="print:hidden">
    <summary class="flex min-h-12 cursor-pointer items-center font-bold">Prices and rates</summary>
    <div class="grid gap-2">
      <p class="text-sm text-faint">
        They are yours: they stay on this device, for every job, and nobody else sees them.
      </p>
      <label class="grid grid-cols-[minmax(0,1fr)_8rem] items-center gap-3"
        ><span>currency</span><input
          class="field mt-0 text-right"
          maxlength="8"
          value={prices.now.currency}
          onchange={(e) => prices.currency(e.currentTarget.value)}
        /></label
      >
      {#each FIELDS as [key, label] (key)}{@render price(key, key, label, prices.now[key])}{/each}
      {#each names as name (name)}{@render price(name, { item: name }, name, prices.now.items[name])}{/each}
    </div>
  </details>
</section>
