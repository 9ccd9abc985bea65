<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { JobPlan, Link } from '$core/model/job';
  import { ofLink } from '$core/model/of-link';
  import { linkNamed } from '$core/plan/link-named';
  import { entryWords } from '$core/log/entry-words';
  import { type LogEntry } from '$core/model/entry';
  import { apiAddress } from '$lib/address/address';
  import { localTime } from '$lib/controls/time';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Entries the server would not keep: they stay here until somebody deals with each. */
  const job = useJob();
  let asking = $state('');
  const refused = $derived(job.outbox.refused);
  const linkOf = (e: LogEntry) => (ofLink(e) ? job.plan.link(e.link) : undefined);
  const nobody = (e: LogEntry) => !job.plan.whole.crew.some((p) => p.id === e.by);
  /** The same entry as another person's, where the one who wrote it is not on the crew. */
  const asMine = (e: LogEntry): LogEntry => (nobody(e) && job.here.me ? { ...e, by: job.here.me } : e);
  /** The entry that is being mended, and what of it. */
  let mending = $state('');
  let by = $state('');
  let link = $state('');
  let to = $state('');
  let jobs = $state.raw<{ id: string; name: string }[]>([]);
  async function mend(entry: LogEntry): Promise<void> {
    mending = entry.id;
    problem = '';
    by = nobody(entry) ? job.here.me : entry.by;
    link = linkOf(entry)?.label ?? (ofLink(entry) ? entry.link : '');
    to = job.plan.id;
    try {
      jobs = ((await (await fetch('/api/jobs')).json()) as { jobs: typeof jobs }).jobs;
    } catch {
      jobs = [];
    }
  }
  let problem = $state('');
  /** The entry as it was mended; null where it is not known which link is meant. */
  async function mended(entry: LogEntry): Promise<LogEntry | null> {
    const given = { ...entry, job: to, by };
    if (!ofLink(given)) return given;
    const here = to === job.plan.id;
    const typed = link.trim();
    if (here && typed === linkOf(entry)?.label) return given;
    const links = here ? job.plan.links : await linksOf(to);
    if (!links) {
      problem = 'The server is out of reach, and it knows the links of that job: try again when it is back.';
      return null;
    }
    const meant = { ...given, link: linkNamed(links)(typed)?.id ?? typed };
    if (here || meant.kind !== 'reading') return meant;
    // The plan that it says this device went by is another job's.
    const { revision: _, ...data } = meant.data;
    return { ...meant, data };
  }
  async function linksOf(other: string): Promise<readonly Link[] | null> {
    const answer = await fetch(apiAddress(other)).catch(() => null);
    const body = answer?.ok ? ((await answer.json()) as { plan: JobPlan }) : null;
    return body?.plan.links ?? null;
  }
  async function sendMended(entry: LogEntry): Promise<void> {
    problem = '';
    const ready = await mended(entry);
    if (!ready) return;
    mending = '';
    await job.outbox.sendAgain([ready]);
  }
  const saveAs = $derived(
    `data:application/json,${encodeURIComponent(
      JSON.stringify(
        refused.map((r) => r.entry),
        null,
        1,
      ),
    )}`,
  );
</script>

{#if refused.length}
  <section class="m-3 border-2 border-wrong p-3" role="alert" aria-label="Not kept by the server">
    <p class="font-bold">
      {refused.length === 1 ? 'One entry was' : `${refused.length} entries were`} not kept by the server. Nothing
      is thrown away: {refused.length === 1 ? 'it stays' : 'they stay'} on this device.
    </p>
    <ul class="mt-2 max-h-[50vh] overflow-y-auto border-t border-rule">
      {#each refused as { entry, message } (entry.id)}
        <li class="border-b border-rule py-2">
          <p>
            <strong class="font-mono">{linkOf(entry)?.label ?? ''}</strong>
            {entryWords(entry, linkOf(entry), job.plan)}, {localTime(entry.at)}
          </p>
          <p class="text-sm">{message}</p>
          <div class="mt-1 flex flex-wrap gap-2">
            <button class="act px-3" onclick={() => job.outbox.sendAgain([asMine(entry)])}
              >{nobody(entry) && job.here.me ? 'Send it as mine' : 'Send it again'}</button
            >
            {#if mending !== entry.id}
              <button class="act px-3" onclick={() => mend(entry)}>Mend it</button>
            {/if}
            {#if asking === entry.id}
              <button class="act px-3" onclick={() => job.outbox.discard(entry.id)}>Yes, discard it</button>
            {:else}
              <button class="min-h-12 px-3 underline underline-offset-4" onclick={() => (asking = entry.id)}
                >discard it</button
              >
            {/if}
          </div>
          {#if mending === entry.id}
            <form
              class="mt-2 grid gap-2 border-t border-rule pt-2 sm:grid-cols-4 sm:items-end"
              onsubmit={(e) => {
                e.preventDefault();
                void sendMended(entry);
              }}
            >
              <Choice
                label="whose it is"
                options={job.plan.whole.crew.map((p) => [p.id, p.name] as const)}
                bind:value={by}
              />
              {#if ofLink(entry)}<label class="text-sm"
                  >of which link<input class="field font-mono" maxlength="80" bind:value={link} /></label
                >{/if}
              <Choice
                label="of which job"
                options={[job.plan, ...jobs.filter((j) => j.id !== job.plan.id)].map(
                  (j) => [j.id, j.name] as const,
                )}
                bind:value={to}
              />
              <button class="act act-now">Send it like this</button>
              {#if problem}<p class="sm:col-span-4" role="status">{problem}</p>{/if}
            </form>
          {/if}
        </li>
      {/each}
    </ul>
    <div class="mt-2 flex flex-wrap gap-2">
      {#if refused.length > 1}
        <button class="act px-3" onclick={() => job.outbox.sendAgain(refused.map((r) => asMine(r.entry)))}
          >Send them all again</button
        >
      {/if}
      <a class="act px-3" href={saveAs} download="{job.plan.id}-not-kept.json">Save as a file</a>
    </div>
  </section>
{/if}
