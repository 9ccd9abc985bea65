<script lang="ts">
  import ClockShows from '$lib/controls/ClockShows.svelte';
  import { schemaFor, type LogEntry } from '$core/model/entry';
  import { clockAheadMs } from '$core/formats/tester-clock';
  import { localTime } from '$lib/controls/time';
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
  /** What was logged for a job of this name on another server, whether that had it or not. */
  const elsewhere = $derived(job.outbox.foreign.length + job.outbox.keptElsewhere.length);
  /** What waits for another server is shown at once; nothing closes under the hand. */
  $effect(() => {
    if (elsewhere) open = true;
  });

  /** Entries of a file that wait for a word on the clock they are by, and what of the file is none of this job. */
  let read = $state.raw<{ entries: LogEntry[]; left: number } | null>(null);
  let shows = $state('');

  async function take(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const text = await input.files?.[0]?.text();
    input.value = '';
    if (text === undefined) return;
    const found = entriesIn(text);
    read = found;
    shows = '';
    says = found ? '' : 'This is not a file of entries: choose one that another device saved.';
  }
  function entriesIn(text: string): typeof read {
    let body: unknown;
    try {
      body = JSON.parse(text);
    } catch {
      return null;
    }
    if (!Array.isArray(body) || body.length > MOST) return null;
    const entries: LogEntry[] = [];
    for (const x of body) {
      const entry = schemaFor(x).safeParse(x);
      if (entry.success && entry.data.job === job.plan.id) entries.push(entry.data);
    }
    return { entries, left: body.length - entries.length };
  }
  /** @param clock what the other device's clock shows; the time here where that is the same */
  async function takeIn(clock: number): Promise<void> {
    if (!read || Number.isNaN(clock)) return;
    const { entries, left } = read;
    read = null;
    const fresh = await job.outbox.takeIn(entries, clockAheadMs(clock, Date.now()));
    says = `${fresh} entries taken in${entries.length > fresh ? `, ${entries.length - fresh} were here already` : ''}${left ? `, ${left} left out: of another job, or no entries` : ''}.`;
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
    {#if elsewhere}
      <p data-testid="elsewhere">
        {elsewhere === 1 ? 'An entry' : `${elsewhere} entries`} that this device logged for a job of this name on
        another server {elsewhere === 1 ? 'is' : 'are'} not here. Was this server made anew, with the same job?
      </p>
      <button class="act" onclick={() => void job.outbox.sendForeign()}
        >It is the same job: send {elsewhere === 1 ? 'it' : 'them'} to this server</button
      >
      {#if job.outbox.keptElsewhere.length}
        <button class="act" onclick={() => job.outbox.isAnotherJob()}
          >It is another job: leave {elsewhere === 1 ? 'it' : 'them'}</button
        >
      {/if}
    {/if}
    <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink">
      Take in a file of another device
      <input type="file" accept=".json,application/json" class="sr-only" onchange={take} />
    </label>
    {#if read}
      <fieldset class="grid gap-2 border-2 border-ink p-3" data-testid="their-clock">
        <legend class="px-1 font-bold">Look at the clock of the device they are from: is it right?</legend>
        <p>
          {read.entries.length}
          {read.entries.length === 1 ? 'entry is' : 'entries are'} by that clock, and it says what came before what.
          Here it is {localTime(new Date().toISOString()).slice(-5)}.
        </p>
        <div class="flex flex-wrap items-end gap-2">
          <button class="act w-auto act-now" onclick={() => void takeIn(Date.now())}>It is right</button>
          <ClockShows bind:value={shows} />
          {#if shows}<button class="act w-auto" onclick={() => void takeIn(new Date(shows).getTime())}
              >Take them in by that</button
            >{/if}
        </div>
      </fieldset>
    {/if}
    {#if says}<p class="font-bold" role="status">{says}</p>{/if}
  </div>
</details>
