<script lang="ts">
  import { CABLE_PAIRS, type PortOrder } from '$core/certify/touchstone';
  import Choice from '$lib/controls/Choice.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import type { BroughtSweep } from './brought-sweep.svelte';

  /** Chooses the file of a sweep, and asks what a network analyser's file does not say. */
  let { sweep, onbring }: { sweep: BroughtSweep; onbring: () => void } = $props();
  const ORDERS = [
    ['ends', '1 and 2 near, then the far end'],
    ['turns', '1 near, 2 far, 3 near, 4 far'],
  ] as const;
  let order = $state<PortOrder>('ends');
  let pairs = $state<string[]>(['36', '45']);

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    onbring();
    await sweep.bring(file);
  }
  function take(event: SubmitEvent): void {
    event.preventDefault();
    sweep.takeNetwork(order, pairs);
  }
</script>

<label
  class={[
    'act cursor-pointer text-lg focus-within:outline-3 focus-within:outline-ink',
    !sweep.points.length && 'act-now',
  ]}
  >{sweep.name && sweep.points.length ? sweep.name : 'Bring a sweep: CSV, .s4p or .s8p'}
  <input type="file" class="sr-only" accept=".csv,.txt,.s4p,.s8p,text/csv" onchange={choose} /></label
>
<p class="text-sm text-faint">
  Columns: pair_or_pairs (36 or 36-45), parameter (IL, NEXT, ACRF, RL …, with @far from the far end), mhz, db.
  Limits are TIA-568.2 from memory; the instrument’s own verdict is what counts: a sweep is kept beside its
  link and proves nothing by itself.
</p>
{#if sweep.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{sweep.problem}</p>{/if}
{#if sweep.network}
  {@const network = sweep.network}
  <form class="grid gap-3 border-2 border-ink p-3" onsubmit={take}>
    <p>
      {sweep.name}: {network.points.length === 1 ? 'one frequency' : `${network.points.length} frequencies`} of
      {network.ports}
      ports. A file does not say which port is which:
    </p>
    <Segments label="Ports" options={ORDERS} value={order} onchoose={(o) => (order = o)} />
    <div class="grid grid-cols-2 gap-2">
      {#each { length: network.ports / 4 } as _, i (i)}
        <Choice
          label={i ? 'second pair' : 'pair'}
          options={CABLE_PAIRS.map((p) => [p, p] as const)}
          value={pairs[i] ?? '36'}
          onchoose={(p) => (pairs = pairs.map((x, j) => (j === i ? p : x)))}
        />
      {/each}
    </div>
    <button class="act act-now">Take it as these</button>
  </form>
{/if}
