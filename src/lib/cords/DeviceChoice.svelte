<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { DEVICES, type DeviceId } from '$core/wiring/devices';

  /** Two devices, and whether their ports sort a crossover out. */
  let {
    names,
    devices = $bindable(),
    automatic = $bindable(),
  }: { names: readonly [string, string]; devices: [DeviceId, DeviceId]; automatic: boolean } = $props();
</script>

{#each [0, 1] as const as i (i)}
  <Choice
    label={names[i]}
    options={DEVICES.map((d) => [d.id, d.name] as const)}
    value={devices[i]}
    onchoose={(id) => (devices = i ? [devices[0], id] : [id, devices[1]])}
  />
{/each}
<label class="flex min-h-12 items-center gap-3"
  ><input type="checkbox" class="size-6 shrink-0 accent-(--ink)" bind:checked={automatic} />their ports sort
  it out by themselves (all of today’s do)</label
>
