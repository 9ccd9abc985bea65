<script lang="ts">
  import { untrack } from 'svelte';
  import { DEVICES, orderFor, type DeviceId } from '$core/wiring/devices';
  import Sheet from '$lib/shell/Sheet.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { Link } from '$core/model/job';

  let { link, onclose }: { link: Link; onclose: () => void } = $props();
  const job = useJob();
  let a = $state<DeviceId>('switch');
  let b = $state<DeviceId>('computer');
  let automatic = $state(true);
  const advice = $derived(orderFor(a, b, automatic));
  let refusal = $state('');
  const now = untrack(() => link.ordered);

  async function order(): Promise<void> {
    refusal = await job.plan.change(
      { put: { links: [{ ...link, ordered: advice.order }] } },
      `prove, ${link.label}`,
    );
  }
</script>

<Sheet title="Straight or crossover?" {onclose}>
  <div class="grid gap-3">
    {#each [['at the head', a, (v: DeviceId) => (a = v)], ['at the tail', b, (v: DeviceId) => (b = v)]] as const as [name, value, set] (name)}
      <label class="text-sm"
        >{name}
        <select class="field" {value} onchange={(e) => set(e.currentTarget.value as DeviceId)}>
          {#each DEVICES as d (d.id)}<option value={d.id} class="bg-paper">{d.name}</option>{/each}
        </select>
      </label>
    {/each}
    <label class="flex min-h-12 items-center gap-3"
      ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={automatic} />their ports sort it out
      by themselves (all of today’s do)</label
    >
    <p class="text-lg font-bold" data-testid="order">{advice.text}</p>
    <p>This link is ordered {now}.</p>
    {#if advice.order !== now}
      <button class="act act-now" onclick={order}>Order it {advice.order}: the pass changes with it</button>
    {/if}
    {#if refusal}<p class="border-l-4 border-wrong pl-3" role="alert">{refusal}</p>{/if}
  </div>
</Sheet>
