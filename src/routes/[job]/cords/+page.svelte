<script lang="ts">
  import { batchYield } from '$core/cords/batch-yield';
  import BatchFields from '$lib/cords/BatchFields.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
</script>

<svelte:head><title>cords · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-x-10 gap-y-6 px-3 py-4 lg:grid-cols-2 lg:px-5">
  {#if job.plan.batches.length}
    <section class="grid content-start gap-2" aria-label="Batches">
      <h1 class="text-2xl font-bold">Cords</h1>
      {#each job.plan.batches as batch (batch.id)}
        {@const stands = batchYield(job.plan.batchLinks(batch.id), (id) => job.statusOf(id))}
        <a class="act" href={job.at('cords', batch.id)}
          >{batch.name}
          <span class="font-normal text-faint">{stands.proven} of {stands.cords} proven</span></a
        >
      {/each}
    </section>
  {/if}
  <section class="grid content-start gap-3" aria-label="A batch of cords">
    <svelte:element this={job.plan.batches.length ? 'h2' : 'h1'} class="text-2xl font-bold"
      >{job.plan.batches.length ? 'Another batch' : 'A batch of cords'}</svelte:element
    >
    <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('cords', 'which')}
      >straight or crossover: which do these two devices need?</a
    >
    <BatchFields />
  </section>
</main>
