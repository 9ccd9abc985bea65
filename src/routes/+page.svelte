<script lang="ts">
  import { goto } from '$app/navigation';

  let { data } = $props();
  let problem = $state('');

  async function take(files: FileList | null): Promise<void> {
    const file = files?.[0];
    if (!file) return;
    problem = '';
    const response = await fetch('/api/jobs/import', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: await file.text(),
    }).catch(() => null);
    if (!response) problem = 'The server does not answer: start it and choose the file again.';
    else if (response.ok) await goto(`/${((await response.json()) as { job: string }).job}/rack`);
    else {
      const { error } = (await response.json()) as {
        error: { message: string; issues: { path: string; message: string }[] };
      };
      problem = [error.message, ...error.issues.slice(0, 3).map((i) => `${i.path}: ${i.message}`)].join(' ');
    }
  }
</script>

<svelte:head><title>Gauntlet</title></svelte:head>
<main class="mx-auto max-w-xl p-6">
  <h1 class="text-3xl font-bold">Gauntlet</h1>
  {#if data.jobs.length}
    <p class="mt-1 text-faint">Choose a job.</p>
    <ul class="mt-6 grid gap-2">
      {#each data.jobs as job, i (job.id)}
        <li>
          <a class={['act', i === 0 && 'act-now']} href="/{job.id}/rack"
            >{job.name}
            <span class={['text-sm font-normal', i > 0 && 'text-faint']}
              >{job.links ? `${job.proven} of ${job.links} proven` : 'no links yet'}</span
            ></a
          >
        </li>
      {/each}
    </ul>
  {:else}
    <p class="mt-2 text-lg">There is no job here yet. Set one up, or bring one in from its file.</p>
  {/if}
  {#if data.role === null || data.role === 'lead'}
    <a class={['mt-6 act', !data.jobs.length && 'act-now']} href="/new">Set up a new job</a>
    <label class="mt-2 act">
      Bring a job in from a gauntlet/job@1 file
      <input
        type="file"
        accept="application/json,.json"
        class="sr-only"
        onchange={(e) => take(e.currentTarget.files)}
      />
    </label>
  {/if}
  {#if data.guarded}<a class="mt-2 act" href="/people">People and devices</a>{/if}
  {#if problem}<p class="mt-4 border-l-4 border-wrong pl-3 text-wrong" role="alert">{problem}</p>{/if}
</main>
