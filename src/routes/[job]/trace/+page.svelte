<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import StateMark from '$lib/port-strip/StateMark.svelte';
  import TraceRead from '$lib/trace/TraceRead.svelte';
  import TraceResult from '$lib/trace/TraceResult.svelte';
  import TraceSetUp from '$lib/trace/TraceSetUp.svelte';
  import TraceTabs from '$lib/trace/TraceTabs.svelte';
  import { TraceSession } from '$lib/trace/session.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  const job = useJob();
  const session = untrack(() => new TraceSession(job));
  onMount(() => session.resume());
  let stopping = $state(false);
</script>

<svelte:head><title>trace · {job.plan.name}</title></svelte:head>
<TraceTabs />
<main class="grid flex-1 content-start gap-4 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_24rem] lg:gap-x-8 lg:px-5">
  {#if !session.plan}
    <TraceSetUp {session} />
  {:else}
    {#if session.finished}
      <TraceResult {session} />
    {:else}
      <TraceRead {session} />
    {/if}
    <aside class="grid content-start gap-3">
      <h2 class="text-sm text-faint">Loose cables</h2>
      <ul class="border-t border-rule" data-testid="cables">
        {#each [...session.outcome.cables.keys()].sort((a, b) => a - b) as cable (cable)}
          <li class="grid grid-cols-[3rem_1fr] items-baseline border-b border-rule py-1">
            <span class="font-mono text-lg font-bold">{cable}</span>
            <span class={['flex items-center gap-2', !session.words(cable).good && 'text-wrong']}
              >{#if !session.words(cable).good}<StateMark state="failed" />{/if}{session.words(cable)
                .is}</span
            >
          </li>
        {/each}
      </ul>
      {#each [...session.outcome.links].filter(([, is]) => is.kind === 'silent') as [link] (link)}
        <p class="border-l-4 border-wrong pl-3">
          <strong class="font-mono">{session.label(link)}</strong>: no cable answered its remote. Open, or the
          remote was not in that outlet.
        </p>
      {/each}
      <button class="act" onclick={() => session.leave()}>Other traces</button>
      {#if !session.finished}
        {#if stopping}
          <div class="grid gap-2 border-2 border-ink p-3" role="alertdialog" aria-label="Stop this trace">
            <p>What was found stays with its links. The walk and the answers are put away for everybody.</p>
            <button class="act act-now" onclick={() => (stopping = false)}>Go on with it</button>
            <button
              class="act"
              onclick={() => {
                stopping = false;
                session.end();
              }}>Stop it for everybody</button
            >
          </div>
        {:else}
          <button class="act" onclick={() => (stopping = true)}>Stop this trace …</button>
        {/if}
      {/if}
    </aside>
  {/if}
</main>
<UndoLine />
