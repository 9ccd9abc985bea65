<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { HANDS } from '$lib/round/hands';
  import { localTime } from '$lib/controls/time';
  import Segments from '$lib/controls/Segments.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { TraceSession } from './session.svelte';

  let { session }: { session: TraceSession } = $props();
  const job = useJob();
  let working = $state(false);

  async function plan(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    working = true;
    await session.make();
    working = false;
  }
</script>

<section class="grid content-start gap-3">
  <h1 class="text-2xl font-bold">Which cable is which?</h1>
  {#if !session.closets.length}
    <p class="text-lg">This job has no panels yet, so there is nothing to trace: set it up first.</p>
    <a class="act act-now" href={job.at('setup')} data-main-action>Set the job up</a>
  {:else}
    {#if session.open.length}
      <ul class="grid gap-2" aria-label="Traces that go on">
        {#each session.open as trace (trace.id)}
          {@const counted = session.countOf(trace)}
          <li class="grid gap-2 border-2 border-ink p-3 lg:grid-cols-[1fr_auto] lg:items-center">
            <p>
              <strong>{session.closets.find((c) => c.id === trace.begun.closet)?.name ?? 'A closet'}</strong>,
              begun by
              {job.plan.crew.find((p) => p.id === trace.begun.by)?.name ?? trace.begun.by}
              {localTime(trace.begun.at)}: {counted.known + counted.inferred} of {trace.begun.links.length} found,
              {counted.waiting} to go.
            </p>
            <button class="act act-now" onclick={() => session.join(trace.id)}>Take part</button>
          </li>
        {/each}
      </ul>
      <h2 class="text-lg font-bold">Or another one</h2>
    {/if}
    <p>
      {session.unknown.length} cables of this closet are not known yet: nothing is seated on their ports, and no
      trace has found them.
    </p>
    <form class="grid gap-3" onsubmit={plan}>
      <div class="grid grid-cols-2 gap-2">
        <Choice
          label="closet you stand in"
          options={session.closets.map((c) => [c.id, c.name] as const)}
          bind:value={session.closet}
        />
        <label class="text-sm"
          >loose cables there
          <input
            class="field font-mono"
            inputmode="numeric"
            placeholder={String(session.unknown.length)}
            bind:value={session.looseText}
          />
        </label>
      </div>
      <label class="text-sm"
        >remotes you have, by number
        <input class="field font-mono" placeholder="1-4, 7" bind:value={session.remotes} />
      </label>
      <Segments label="Hands" options={HANDS} value={session.hands} onchoose={(h) => (session.hands = h)} />
      {#if session.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{session.problem}</p>{/if}
      <button
        class="act min-h-14 act-now text-lg"
        data-main-action
        disabled={!session.unknown.length || working}
        >{working ? 'Planning …' : 'Plan the walk'} <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
    </form>
    <p class="text-sm text-faint">
      Disconnect equipment at both ends first: PoE reaches 57 V, telephone ringing about 90 V. Local codes and
      licensed practice come first.
    </p>
  {/if}
</section>
