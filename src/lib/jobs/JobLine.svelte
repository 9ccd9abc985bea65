<script lang="ts">
  import { address } from '$lib/address/address';
  import { localTime } from '$lib/controls/time';
  import type { ListedJob } from '$lib/server/jobs/job-list';

  /** One job of the list: where it is, how far, who was last on it. */
  let { job, first, onmore }: { job: ListedJob; first: boolean; onmore?: (() => void) | undefined } =
    $props();
  const about = $derived([job.client, job.address, job.number].filter(Boolean).join(', '));
</script>

<div class="grid grid-cols-[1fr_auto] border-2 border-ink">
  <a
    class={['grid min-h-16 content-center px-3 py-2', first && 'bg-hivis text-on-hivis']}
    href={address(job.id, 'rack')}
  >
    <span class="text-lg font-bold">{job.name}</span>
    {#if about}<span class="text-sm">{about}</span>{/if}
    <span class="flex flex-wrap gap-x-3 text-sm">
      <span>{job.links ? `${job.proven} of ${job.links} proven` : 'no links yet'}</span>{#if job.last}<span
          >{job.last.by}, {localTime(job.last.at)}</span
        >{/if}
    </span>
    {#if job.links}
      <span class="mt-1 block h-2 border border-current" aria-hidden="true"
        ><span class="block h-full bg-current" style="width: {(100 * job.proven) / job.links}%"></span></span
      >
    {/if}
  </a>
  {#if onmore}
    <button
      class="grid min-w-13 place-items-center border-l-2 border-ink text-xl"
      aria-label="More about {job.name}"
      onclick={onmore}>⋯</button
    >
  {/if}
</div>
