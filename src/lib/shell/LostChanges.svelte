<script lang="ts">
  import { askedWords } from '$core/plan/change-words';
  import { localTime } from '$lib/controls/time';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Changes of the plan that were made here and that the server came back without. */
  const job = useJob();
  const lost = $derived(job.plan.lost.list);
  let making = $state(false);
  let problem = $state('');
  async function makeAgain(): Promise<void> {
    making = true;
    problem = await job.plan.makeAgain();
    making = false;
  }
</script>

{#if lost.length}
  <section class="m-3 border-2 border-wrong p-3" role="alert" data-testid="lost-changes">
    <p class="font-bold">
      The server came back without {lost.length === 1 ? 'a change' : `${lost.length} changes`} of the plan that
      {lost.length === 1 ? 'was' : 'were'} made on this device.
    </p>
    <ul class="mt-2 max-h-[40vh] overflow-y-auto border-t border-rule">
      {#each lost as { id, at, changes } (id)}
        <li class="border-b border-rule py-1">
          {localTime(new Date(at).toISOString())}{changes.from ? `, ${changes.from}` : ''}: {askedWords(
            changes,
          )}
        </li>
      {/each}
    </ul>
    <p class="mt-2">
      Made again, {lost.length === 1 ? 'it stands' : 'they stand'} in place of what somebody else changed of the
      same things since.
    </p>
    {#if problem}<p class="mt-2" role="status">{problem}</p>{/if}
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="act w-auto act-now" disabled={making} onclick={makeAgain}
        >{lost.length === 1 ? 'Make it again' : 'Make them again'}</button
      >
      <button class="act w-auto" disabled={making} onclick={() => job.plan.lost.leave()}
        >Leave the plan as it is</button
      >
    </div>
  </section>
{/if}
