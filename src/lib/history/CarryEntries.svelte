<script lang="ts">
  import { schemaFor, type LogEntry } from '$core/model/entry';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What has not reached the server, by file to another device, and back in from one. */
  const job = useJob();
  let says = $state('');
  const here = $derived([
    ...job.outbox.waiting,
    ...job.outbox.foreign,
    ...job.outbox.refused.map((r) => r.entry),
  ]);
  const file = $derived(`data:application/json,${encodeURIComponent(JSON.stringify(here, null, 1))}`);
  const MOST = 5000;
  let open = $state(false);
  /** What waits for another server is shown at once; nothing closes under the hand. */
  $effect(() => {
    if (job.outbox.foreign.length) open = true;
  });

  async function take(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const text = await input.files?.[0]?.text();
    input.value = '';
    if (text === undefined) return;
    says = await takeIn(text);
  }
  async function takeIn(text: string): Promise<string> {
    let body: unknown;
    try {
      body = JSON.parse(text);
    } catch {
      return 'This is not a file of entries: choose one that another device saved.';
    }
    if (!Array.isArray(body) || body.length > MOST)
      return 'This is not a file of entries: choose one that another device saved.';
    const entries: LogEntry[] = [];
    for (const x of body) {
      const read = schemaFor(x).safeParse(x);
      if (read.success && read.data.job === job.plan.id) entries.push(read.data);
    }
    const left = body.length - entries.length;
    const fresh = await job.outbox.takeIn(entries);
    return `${fresh} entries taken in${entries.length > fresh ? `, ${entries.length - fresh} were here already` : ''}${left ? `, ${left} left out: of another job, or no entries` : ''}.`;
  }
</script>

<details class="mt-3 border-y border-rule" bind:open>
  <summary class="flex min-h-12 cursor-pointer items-center">Carry entries to another device</summary>
  <div class="grid gap-2 pb-3">
    {#if here.length}
      <a class="act" href={file} download="{job.plan.id}-entries.json"
        >Save {here.length} that {here.length === 1 ? 'has' : 'have'} not reached the server</a
      >
    {:else}
      <p class="text-faint">All that was logged on this device has reached the server.</p>
    {/if}
    {#if job.outbox.foreign.length}
      {@const n = job.outbox.foreign.length}
      <p>
        {n} of them {n === 1 ? 'was' : 'were'} logged for a job of this name on another server, and {n === 1
          ? 'waits'
          : 'wait'} for it.
      </p>
      <button class="act" onclick={() => void job.outbox.sendForeign()}
        >It is the same job: send them to this server</button
      >
    {/if}
    <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink">
      Take in a file of another device
      <input type="file" accept=".json,application/json" class="sr-only" onchange={take} />
    </label>
    {#if says}<p class="font-bold" role="status">{says}</p>{/if}
  </div>
</details>
