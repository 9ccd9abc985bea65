<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import type { Policy } from '$core/model/job';
  import { address, apiAddress } from '$lib/address/address';
  import Sheet from '$lib/controls/Sheet.svelte';
  import type { ListedJob } from '$lib/server/jobs/job-list';
  import { askServer } from './ask';

  /** What can be done with a whole job: copied, saved, put away, deleted. */
  let { job, onclose }: { job: ListedJob; onclose: () => void } = $props();
  let copyName = $state('');
  let typed = $state('');
  let deleting = $state(false);
  let saved = $state(false);
  let problem = $state('');
  let working = $state(false);

  async function doing(work: () => Promise<string>): Promise<boolean> {
    if (working) return false;
    working = true;
    problem = await work();
    working = false;
    return !problem;
  }
  async function copy(of: 'plan' | 'terms' | 'all'): Promise<void> {
    let to = '';
    const done = await doing(async () => {
      if (!copyName.trim()) return 'Give the new job a name.';
      const { body, problem } = await askServer<{ job: string }>(apiAddress(job.id, 'copy'), 'POST', { name: copyName.trim(), of }); // prettier-ignore
      to = body?.job ?? '';
      return problem;
    });
    if (done) await goto(address(to, of === 'terms' ? 'setup' : 'rack'));
  }
  async function putAway(archived: boolean): Promise<void> {
    const done = await doing(async () => {
      const read = await askServer<{ plan: { policy: Policy; revision: number } }>(apiAddress(job.id), 'GET');
      if (!read.body) return read.problem;
      const { archived: _, ...policy } = read.body.plan.policy;
      const asked = {
        policy: archived ? { ...policy, archived: true as const } : policy,
        revision: read.body.plan.revision,
        from: 'jobs',
      };
      return (await askServer(apiAddress(job.id, 'plan'), 'POST', asked)).problem;
    });
    if (!done) return;
    onclose();
    await invalidateAll();
  }
  async function remove(): Promise<void> {
    const done = await doing(
      async () => (await askServer(apiAddress(job.id), 'DELETE', { name: typed })).problem,
    );
    if (!done) return;
    onclose();
    await invalidateAll();
  }
</script>

<Sheet title={job.name} {onclose}>
  <div class="mt-2 grid gap-4">
    <form
      class="grid gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void copy('plan');
      }}
    >
      <label class="text-sm"
        >a new job like this one, called
        <input
          class="field"
          maxlength="120"
          bind:value={copyName}
          placeholder="{job.name}, next floor"
        /></label
      >
      <div class="grid gap-2 sm:grid-cols-2">
        <button class="act" disabled={working}>With its panels and links</button>
        <button class="act" type="button" disabled={working} onclick={() => copy('terms')}
          >With its terms and people only</button
        >
        <button class="act sm:col-span-2" type="button" disabled={working} onclick={() => copy('all')}
          >Its next job: every link as it stands now</button
        >
      </div>
    </form>
    <a class="act" href="{apiAddress(job.id, 'export')}?as=package" download onclick={() => (saved = true)}
      >Save it whole: plan, log and pictures</a
    >
    {#if job.archived}
      <button class="act" disabled={working} onclick={() => putAway(false)}>Take it out again</button>
    {:else}
      <button class="act" disabled={working} onclick={() => putAway(true)}
        >Put it away: its work is over</button
      >
    {/if}
    {#if !deleting}
      <button class="act" onclick={() => (deleting = true)}>Delete it …</button>
    {:else}
      <form
        class="grid gap-2 border-2 border-wrong p-3"
        onsubmit={(e) => {
          e.preventDefault();
          void remove();
        }}
      >
        <p>
          Its plan, its log and its pictures are gone for good, on this server and for everybody.
          {saved ? 'It was saved as a file just now.' : 'Save it as a file first: the button stands above.'}
        </p>
        <label class="text-sm"
          >type its name, {job.name}
          <input class="field" autocomplete="off" bind:value={typed} /></label
        >
        <div class="grid grid-cols-2 gap-2">
          <button class="act act-now" type="button" onclick={() => (deleting = false)}>Keep it</button>
          <button class="act" disabled={working || typed.trim() !== job.name}>Delete for good</button>
        </div>
      </form>
    {/if}
    {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
  </div>
</Sheet>
