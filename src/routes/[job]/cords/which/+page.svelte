<script lang="ts">
  import { asking } from '$lib/address/address';
  import { orderFor, type DeviceId } from '$core/wiring/devices';
  import DeviceChoice from '$lib/cords/DeviceChoice.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  let devices = $state<[DeviceId, DeviceId]>(['computer', 'switch']);
  let automatic = $state(true);
  const advice = $derived(orderFor(...devices, automatic));
</script>

<svelte:head><title>straight or crossover · {job.plan.name}</title></svelte:head>
<main class="mx-auto grid w-full max-w-xl content-start gap-4 px-3 py-4">
  <h1 class="text-2xl font-bold">Straight or crossover?</h1>
  <DeviceChoice names={['at one end', 'at the other']} bind:devices bind:automatic />
  <p class="text-xl font-bold" data-testid="order">{advice.text}</p>
  <p class="text-sm text-faint">
    The old school: like devices take a crossover, unlike ones a straight cord. The new one: automatic ports
    take either.
  </p>
  <a
    class="act min-h-14 act-now text-lg"
    data-main-action
    href={asking(job.at('cords'), { ordered: advice.order })}>Make {advice.order} cords</a
  >
  {#if advice.oldRule !== advice.order}
    <a class="act" href={asking(job.at('cords'), { ordered: advice.oldRule })}
      >Make {advice.oldRule} cords all the same</a
    >
  {/if}
</main>
