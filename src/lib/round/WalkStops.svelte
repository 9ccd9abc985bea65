<script lang="ts">
  import type { Stop } from '$core/survey/rounds';
  import { hangsOn, named } from '$core/plan/whereabouts';
  import { useJob } from '$lib/job/open-job.svelte';

  /** The stops of a walk with remotes, in order: what to take out, and what to put where. */
  let { stops }: { stops: readonly Stop[] } = $props();
  const job = useJob();
  const spaces = $derived(new Map(job.plan.whole.spaces.map((s) => [s.id, s])));
</script>

<ol class="border-t-2 border-ink" aria-label="Stops of this walk">
  {#each stops as stop (stop.room)}
    {@const room = spaces.get(stop.room)}
    <li class="border-b border-rule py-2">
      <p class="flex items-baseline justify-between gap-3">
        <strong class="text-lg">{named('room', room?.name ?? stop.room)}</strong>
        <span class="text-sm text-faint">floor {room?.floor ?? '?'}</span>
      </p>
      {#if stop.collect.length}<p class="text-faint">
          take {stop.collect.length === 1 ? 'remote' : 'remotes'}
          <span class="font-mono">{stop.collect.join(', ')}</span> out
        </p>{/if}
      <ul>
        {#each stop.place as p (p.remote)}
          {@const link = job.plan.link(p.link)}
          <li class="grid grid-cols-[3rem_1fr] items-center">
            <span class="font-mono text-2xl font-bold">{p.remote}</span>
            <span>{link ? hangsOn(job.plan.where(link).tail) : p.link}</span>
          </li>
        {/each}
      </ul>
    </li>
  {/each}
</ol>
