<script lang="ts">
  import { useJob } from '$lib/job/open-job.svelte';

  /** Pictures the server would not keep: they stay here until somebody deals with each. */
  const job = useJob();
  let asking = $state('');
</script>

<section class="m-3 border-2 border-wrong p-3" role="alert" aria-label="Pictures not kept by the server">
  <ul class="grid gap-3">
    {#each job.photos.refused as { id, refused } (id)}
      <li class="flex flex-wrap items-center gap-3">
        {#await job.photos.url(id) then src}
          <img {src} alt="Not kept by the server" class="h-24 border border-ink" />
          <p class="min-w-48 flex-1">{refused} The picture stays on this device.</p>
          <button class="act w-auto px-3" onclick={() => job.photos.sendAgain(id)}>Send it again</button>
          <a class="act w-auto px-3" href={src} download="{id}.jpg">Save as a file</a>
        {/await}
        {#if asking === id}
          <button class="act w-auto px-3" onclick={() => job.photos.drop(id)}>Yes, discard it</button>
        {:else}
          <button class="min-h-12 px-3 underline underline-offset-4" onclick={() => (asking = id)}
            >discard it</button
          >
        {/if}
      </li>
    {/each}
  </ul>
</section>
