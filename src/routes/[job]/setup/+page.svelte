<script lang="ts">
  import { asking } from '$lib/address/address';
  import { page } from '$app/state';
  import { EVIDENCE_WORDS } from '$core/reading/verdict';
  import SetupCrew from '$lib/setup/SetupCrew.svelte';
  import SetupIdentifiers from '$lib/setup/SetupIdentifiers.svelte';
  import SetupPanels from '$lib/setup/SetupPanels.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  let says = $state('');
  const kept = $derived(Number(page.url.searchParams.get('kept')));
  const rooms = $derived(job.plan.spaces.filter((s) => s.kind === 'room').length);
  const closets = $derived(job.plan.spaces.length - rooms);
  const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;
  const { policy } = $derived(job.plan);

  async function rename(name: string): Promise<void> {
    says = name.trim() ? await job.plan.change({ name: name.trim() }, 'set up') : 'A job needs a name.';
  }
</script>

<svelte:head><title>set up · {job.plan.name}</title></svelte:head>
<main
  class="grid content-start gap-x-10 gap-y-6 px-3 py-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] lg:px-5"
>
  <h1 class="sr-only">Set up {job.plan.name}</h1>
  <div class="grid content-start gap-4">
    <label class="text-sm"
      >this job is called
      <input
        class="field text-xl font-bold"
        maxlength="120"
        value={job.plan.name}
        onchange={(e) => rename(e.currentTarget.value)}
      />
    </label>
    {#if kept}<p class="text-xl font-bold" role="status">{many(kept, 'link')} taken in.</p>{/if}
    {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
    {#if job.plan.ordered.length}
      <a class="act min-h-14 act-now text-lg" href={job.at('rack')} data-main-action>To the work</a>
    {:else}
      <p>Nothing is planned yet. A schedule brings closets, panels, rooms and outlets with its links.</p>
      <a class="act min-h-14 act-now text-lg" href={job.at('setup', 'links')} data-main-action
        >Bring in the links</a
      >
      <a class="act" href={asking(job.at('setup', 'links'), { from: 'pattern' })}
        >Or lay a pattern: so many ports to so many rooms</a
      >
      <p>A job may be without a panel too:</p>
    {/if}
    <nav class="grid gap-2" aria-label="Parts of the set-up">
      {#if job.plan.ordered.length}<a class="act" href={job.at('setup', 'links')}
          >Links <span class="font-normal text-faint"
            >{many(job.plan.ordered.length, 'link')} on {many(job.plan.panels.length, 'panel')}</span
          ></a
        >{/if}
      <a class="act" href={job.at('cords')}
        >Cords <span class="font-normal text-faint">{many(job.plan.batches.length, 'batch', 'batches')}</span
        ></a
      >
      <a class="act" href={job.at('setup', 'direct')}>Point to point</a>
      <a class="act" href={asking(job.at('setup', 'direct'), { kind: 'coax' })}>Coax drops</a>
      <a class="act" href={job.at('setup', 'places')}
        >Spaces and outlets <span class="font-normal text-faint"
          >{many(closets, 'closet')}, {many(rooms, 'room')}, {many(job.plan.outlets.length, 'outlet')}</span
        ></a
      >
      <a class="act" href={job.at('terms')}
        >Terms <span class="font-normal text-faint"
          >{policy.scheme}, {EVIDENCE_WORDS[policy.evidence]}, {policy.units}, {policy.untwist}</span
        ></a
      >
      <a class="act" href={job.at('labels')}>Labels</a>
      <a class="act" href="/api/jobs/{job.plan.id}/export?as=package" download
        >Save the whole job as a file, pictures too</a
      >
    </nav>
    {#key job.plan.policy}<SetupIdentifiers onsays={(s) => (says = s)} />{/key}
  </div>
  <div class="grid min-w-0 content-start gap-6">
    <SetupPanels onsays={(s) => (says = s)} />
    <SetupCrew onsays={(s) => (says = s)} />
  </div>
</main>
