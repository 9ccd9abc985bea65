<script lang="ts">
  import BringIn from '$lib/jobs/BringIn.svelte';
  import JobLine from '$lib/jobs/JobLine.svelte';
  import JobSheet from '$lib/jobs/JobSheet.svelte';
  import SearchJobs from '$lib/jobs/SearchJobs.svelte';
  import type { Role } from '$core/access/rights';
  import type { ListedJob } from '$lib/server/jobs/job-list';

  let { data }: { data: { jobs: ListedJob[]; guarded: boolean; role: Role | null } } = $props();
  const leads = $derived(data.role === null || data.role === 'lead');
  const going = $derived(data.jobs.filter((j) => !j.archived));
  const away = $derived(data.jobs.filter((j) => j.archived));
  let more = $state<string | null>(null);
  const chosen = $derived(data.jobs.find((j) => j.id === more));
</script>

<svelte:head><title>Gauntlet</title></svelte:head>
<main class="mx-auto grid max-w-xl gap-4 p-4 sm:p-6">
  <h1 class="text-3xl font-bold">Gauntlet</h1>
  {#if data.jobs.length}
    <SearchJobs />
    <ul class="grid gap-2" aria-label="Jobs">
      {#each going as job, i (job.id)}
        <li><JobLine {job} first={i === 0} onmore={leads ? () => (more = job.id) : undefined} /></li>
      {/each}
    </ul>
  {:else}
    <p class="text-lg">There is no job here yet. Set one up, or bring one in from its file.</p>
  {/if}
  {#if leads}
    <a class={['act', !data.jobs.length && 'act-now']} href="/new">Set up a new job</a>
    <BringIn />
  {/if}
  {#if data.guarded}<a class="act" href="/people">People and devices</a>{/if}
  {#if away.length}
    <details>
      <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
        >Put away, {away.length}</summary
      >
      <ul class="grid gap-2" aria-label="Jobs put away">
        {#each away as job (job.id)}
          <li><JobLine {job} first={false} onmore={leads ? () => (more = job.id) : undefined} /></li>
        {/each}
      </ul>
    </details>
  {/if}
</main>
{#if chosen}<JobSheet job={chosen} onclose={() => (more = null)} />{/if}
