<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { goto } from '$app/navigation';
  import { moreCords } from '$core/cords/batch-draft';
  import type { Batch, Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is changed of a batch once it was begun: its name, its boots, more cords, cords left out, the whole of it. */
  let { batch, cords }: { batch: Batch; cords: readonly Link[] } = $props();
  const job = useJob();
  let more = $state('');
  let out = $state('');
  let says = $state('');
  let sure = $state(false);

  const change = async (changes: Parameters<typeof job.plan.change>[0]) =>
    (says = await job.plan.change(changes, `cords, ${batch.name}`)) === '';
  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const made = moreCords(cords, more, job.plan.now);
    if (!made.ok) says = made.message;
    else if (await change({ put: { links: made.links } })) more = '';
  }
  async function takeOut(): Promise<void> {
    if (!sure) return void (sure = true);
    if (await change({ remove: { links: cords.map((c) => c.id), batches: [batch.id] } })) await goto(job.at('cords')); // prettier-ignore
  }
</script>

<details>
  <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
    >change this batch</summary
  >
  <div class="grid gap-3">
    <label class="text-sm"
      >what the cords are for
      <input
        class="field"
        maxlength="120"
        value={batch.name}
        onchange={(e) =>
          change({ put: { batches: [{ ...batch, name: e.currentTarget.value.trim() || batch.name }] } })}
      />
    </label>
    <form class="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2" onsubmit={add}>
      <label class="text-sm"
        >how many more<input class="field" inputmode="numeric" maxlength="6" bind:value={more} /></label
      >
      <button class="act w-auto">add them</button>
    </form>
    <div class="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
      <Choice
        label="a cord that is given up"
        options={[['', 'none'], ...cords.map((c) => [c.id, c.label] as const)]}
        bind:value={out}
      />
      <button
        class="act w-auto"
        disabled={!out}
        onclick={async () => {
          if (await change({ remove: { links: [out] } })) out = '';
        }}>leave it out</button
      >
    </div>
    <button class="act" onclick={takeOut}
      >{sure
        ? `Yes: take ${batch.name} and its ${cords.length} cords out`
        : 'Take the whole batch out'}</button
    >
    {#if sure}<p class="text-sm text-faint">What was logged of it stays in the history.</p>{/if}
    {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
  </div>
</details>
