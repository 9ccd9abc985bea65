<script lang="ts">
  import { onMount } from 'svelte';
  import { address } from '$lib/address/address';
  import type { FoundInJobs } from '$lib/server/jobs/job-list';
  import { askServer } from './ask';

  /** Looks over all jobs: their names, clients and addresses, links and places. */
  let text = $state('');
  let found = $state.raw<readonly FoundInJobs[]>([]);
  let asked = $state('');
  let problem = $state('');
  /** The page is there before its program: pressed that early, the form would open the page anew and lose what was typed. */
  let ready = $state(false);
  onMount(() => {
    ready = true;
  });

  async function search(event: Event): Promise<void> {
    event.preventDefault();
    const wanted = text.trim();
    if (!wanted) {
      asked = '';
      return;
    }
    const { body, problem: why } = await askServer<{ found: FoundInJobs[] }>(
      `/api/search?q=${encodeURIComponent(wanted)}`,
      'GET',
    );
    problem = why;
    if (!body) return;
    found = body.found;
    asked = wanted;
  }
  const to = (f: FoundInJobs) => (f.link ? address(f.job, 'prove', f.link) : address(f.job, 'rack'));
</script>

<search>
  <form class="grid grid-cols-[1fr_auto] gap-2" onsubmit={search}>
    <input
      class="field mt-0"
      type="search"
      aria-label="Look in all jobs"
      placeholder="a job, a client, a link, a room"
      maxlength="80"
      bind:value={text}
    />
    <button class="act" disabled={!ready}>Look</button>
  </form>
</search>
{#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
{#if asked}
  {#if !found.length}
    <p role="status">Nothing here is called “{asked}”: try part of a label, a room or a client.</p>
  {:else}
    <ul class="border-t border-rule" aria-label="What was found">
      {#each found as f (`${f.kind} ${f.job} ${f.link ?? f.name}`)}
        <li class="border-b border-rule">
          <a class="grid min-h-12 grid-cols-[1fr_auto] items-center gap-3 px-2" href={to(f)}>
            <span class={f.kind === 'link' ? 'font-mono font-bold' : 'font-bold'}>{f.name}</span>
            <span class="text-sm text-faint">{f.kind === 'job' ? 'job' : f.jobName}</span>
          </a>
        </li>
      {/each}
    </ul>
  {/if}
{/if}
