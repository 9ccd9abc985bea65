<script lang="ts">
  import type { ScheduleRow } from '$core/schedule/sheet';
  import { layPattern, type PortPattern } from '$core/schedule/pattern';
  import { identifiersOf } from '$core/plan/link-identifiers';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { useJob } from '$lib/job/open-job.svelte';
  import { untrack } from 'svelte';

  let { onlaid }: { onlaid: (rows: ScheduleRow[]) => void } = $props();
  const job = useJob();
  const closet = untrack(() => job.plan.spaces.find((s) => s.kind === 'closet')?.name ?? 'Closet');
  let pattern = $state<PortPattern>({
    closet,
    panel: `K${untrack(() => job.plan.panels.length) + 1}`,
    firstPort: 1,
    rooms: '',
    each: 2,
    outlet: '1',
    cable: 'Cat 6 U/UTP',
    link: untrack(() => identifiersOf(job.plan.policy).link),
  });
  let first = $state('1');
  let each = $state('2');
  let wrong = $state('');
  const laid = $derived(layPattern({ ...pattern, firstPort: Number(first), each: Number(each) }));

  function lay(event: SubmitEvent): void {
    event.preventDefault();
    wrong = laid.ok ? '' : laid.message;
    if (laid.ok) onlaid(laid.rows);
  }
</script>

<form class="grid gap-3" onsubmit={lay}>
  <h2 class="text-xl font-bold">Ports to rooms, in order</h2>
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
    <label class="text-sm">closet<input class="field" bind:value={pattern.closet} /></label>
    <label class="text-sm">panel<input class="field font-mono" bind:value={pattern.panel} /></label>
    <label class="text-sm"
      >from port<input class="field font-mono" inputmode="numeric" bind:value={first} /></label
    >
    <label class="text-sm"
      >links a room<input class="field font-mono" inputmode="numeric" bind:value={each} /></label
    >
  </div>
  <label class="text-sm"
    >rooms
    <input class="field font-mono" placeholder="101-112, Store" bind:value={pattern.rooms} />
  </label>
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
    <label class="text-sm">outlet in each<input class="field" bind:value={pattern.outlet} /></label>
    <label class="text-sm"
      >cable<input class="field" list="cables" bind:value={pattern.cable} />
      <datalist id="cables"
        >{#each GENERIC_CABLES as c (c.id)}<option value={c.name}></option>{/each}</datalist
      >
    </label>
    <label class="col-span-2 text-sm sm:col-span-1"
      >called<input class="field font-mono" bind:value={pattern.link} /></label
    >
  </div>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#if laid.ok}
    <p class="text-faint">
      {laid.rows.length} links, <span class="font-mono">{laid.rows[0]!.link}</span> to
      <span class="font-mono">{laid.rows.at(-1)!.link}</span>.
    </p>
  {/if}
  <button class="act act-now text-lg" data-main-action>Lay it out</button>
</form>
