<script lang="ts">
  import { saidOf } from '$core/model/end-name';
  import { untrack } from 'svelte';
  import DeviceChoice from '$lib/cords/DeviceChoice.svelte';
  import { orderFor, type DeviceId } from '$core/wiring/devices';
  import Sheet from '$lib/controls/Sheet.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { Link } from '$core/model/job';

  let { link, onclose }: { link: Link; onclose: () => void } = $props();
  const job = useJob();
  let devices = $state<[DeviceId, DeviceId]>(['switch', 'computer']);
  let automatic = $state(true);
  const advice = $derived(orderFor(...devices, automatic));
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
    <DeviceChoice
      names={[saidOf(link, 'at the head'), saidOf(link, 'at the tail')]}
      bind:devices
      bind:automatic
    />
    <p class="text-lg font-bold" data-testid="order">{advice.text}</p>
    <p>This link is ordered {now}.</p>
    {#if advice.order !== now}
      <button class="act act-now" onclick={order}>Order it {advice.order}: the pass changes with it</button>
    {/if}
    {#if refusal}<p class="border-l-4 border-wrong pl-3" role="alert">{refusal}</p>{/if}
  </div>
</Sheet>
