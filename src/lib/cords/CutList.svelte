<script lang="ts">
  import { cutList } from '$core/cords/cut-list';
  import type { Batch, Link } from '$core/model/job';
  import { formatMetres } from '$core/model/metres';
  import { useJob } from '$lib/job/open-job.svelte';

  let { batch, cords }: { batch: Batch; cords: readonly Link[] } = $props();
  const job = useJob();
  const { units } = $derived(job.plan.policy);
  const list = $derived(cutList(cords, batch.box?.metres));
  const long = (m: number) => formatMetres(m, units);
</script>

<section aria-label="What to cut" class="grid gap-1">
  <h2 class="text-lg font-bold">What to cut</h2>
  {#each list.cuts as cut (cut.cordMetres)}
    <p>
      <strong class="font-mono">{cut.count} × {long(cut.eachMetres)}</strong>
      <span class="text-faint">for cords of {long(cut.cordMetres)}, with a little for both ends</span>
    </p>
  {/each}
  {#if list.unknown}<p>{list.unknown} have no length yet.</p>{/if}
  {#if batch.box && list.leftMetres !== undefined}
    {#if list.leftMetres < 0}
      <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="box">
        {batch.box.name} holds {long(batch.box.metres)}: that is {long(-list.leftMetres)} too little for all.
      </p>
    {:else}
      <p data-testid="box">
        {long(list.totalMetres)} out of {batch.box.name}, which leaves {long(list.leftMetres)}.
      </p>
    {/if}
  {:else}<p class="text-faint">{long(list.totalMetres)} in all.</p>{/if}
  {#if batch.boots}<p>{cords.length * 2} boots: both onto the cable before either plug.</p>{/if}
</section>
