<script lang="ts">
  import { DEVICES, type DeviceId } from '$core/wiring/devices';

  /** Two devices, and whether their ports sort a crossover out. */
  let {
    names,
    devices = $bindable(),
    automatic = $bindable(),
  }: { names: readonly [string, string]; devices: [DeviceId, DeviceId]; automatic: boolean } = $props();
</script>

{#each [0, 1] as const as i (i)}
  <label class="text-sm"
    >{names[i]}
    <select
      class="field"
      value={devices[i]}
      onchange={(e) => {
        const id = e.currentTarget.value as DeviceId;
        devices = i ? [devices[0], id] : [id, devices[1]];
      }}
    >
      {#each DEVICES as d (d.id)}<option value={d.id} class="bg-paper">{d.name}</option>{/each}
    </select>
  </label>
{/each}
<label class="flex min-h-12 items-center gap-3"
  ><input type="checkbox" class="size-6 shrink-0 accent-(--ink)" bind:checked={automatic} />their ports sort
  it out by themselves (all of today’s do)</label
>
