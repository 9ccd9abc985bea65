<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount, untrack } from 'svelte';
  import { STAIRS_METRES, walkMinutes } from '$core/survey/distance';
  import DraftLine from '$lib/setup/DraftLine.svelte';
  import FloorPlan from '$lib/setup/FloorPlan.svelte';
  import { PlacesDraft } from '$lib/setup/places.svelte';
  import FloorTools from '$lib/setup/FloorTools.svelte';
  import SpaceForm from '$lib/setup/SpaceForm.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const draft = untrack(() => new PlacesDraft(job.plan.now));
  onMount(() => draft.resume());
  let says = $state('');
  let from = $state(untrack(() => job.plan.spaces.find((s) => s.kind === 'closet')?.id ?? ''));
  let to = $state('');
  let newFloor = $state('');
  const walk = $derived.by(() => {
    const [a, b] = [from, to || draft.chosen].map((id) => draft.spaces.find((s) => s.id === id));
    if (!a || !b || a === b) return null;
    return { a, b, ...draft.ways.between(a, b), floors: Math.abs(a.floor - b.floor) };
  });

  async function keep(): Promise<void> {
    says = draft.refusal || (await job.plan.change(draft.changes, 'spaces by floor'));
    if (!says) draft.done();
  }
  function toFloor(): void {
    const n = Number(newFloor);
    if (newFloor.trim() === '' || !Number.isInteger(n) || n < -20 || n > 200) {
      says = 'A floor is a whole number from −20 to 200.';
      return;
    }
    says = '';
    draft.floor = n;
    draft.chosen = '';
    newFloor = '';
  }
</script>

<svelte:head><title>spaces · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:grid-cols-[minmax(0,1fr)_22rem] lg:gap-x-8 lg:px-5">
  <div class="grid content-start gap-3">
    <div class="flex flex-wrap items-baseline gap-x-6">
      <h1 class="text-2xl font-bold">Spaces, floor by floor</h1>
      <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('setup')}
        >back to the set-up</a
      >
    </div>
    <div class="flex flex-wrap gap-1" role="group" aria-label="Floor">
      {#each [...new Set([...draft.floors, draft.floor])].sort((a, b) => b - a) as f (f)}
        <Toggle
          tone="bright"
          class="min-w-14 font-mono"
          pressed={f === draft.floor}
          aria-label="Floor {f}"
          onclick={() => {
            draft.floor = f;
            draft.chosen = '';
          }}>{f}</Toggle
        >
      {/each}
      <input
        class="h-12 w-16 border border-rule bg-transparent px-2 font-mono"
        aria-label="Another floor"
        placeholder="floor"
        inputmode="numeric"
        bind:value={newFloor}
        onkeydown={(e) => e.key === 'Enter' && toFloor()}
      />
      <button class="h-12 border border-rule px-3" onclick={toFloor}>go there</button>
    </div>
    <FloorPlan {draft} job={job.plan.id} />
    <FloorTools {draft} job={job.plan.id} onsays={(s) => (says = s)} />
    {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
    <button
      class={['in-reach-alone act min-h-14 text-lg', draft.changed ? 'act-now' : 'bg-paper']}
      data-main-action
      disabled={!draft.changed}
      onclick={keep}>{draft.changed ? `Keep the plan, ${draft.changed} changed` : 'The plan is kept'}</button
    >
    <DraftLine
      clashes={draft.clashes}
      canUndo={draft.canUndo}
      changed={draft.changed > 0}
      onundo={() => draft.undo()}
      onputaway={() => draft.putAway()}
    />
    <div class="grid grid-cols-2 gap-2">
      <button class="act" onclick={() => draft.add('room')}>Add a room</button>
      <button class="act" onclick={() => draft.add('closet')}>Add a closet</button>
    </div>
    <section class="grid gap-2" aria-label="How long a walk is">
      <h2 class="font-bold">How long is the walk?</h2>
      <div class="grid grid-cols-2 gap-2">
        <Choice label="from" options={draft.spaces.map((s) => [s.id, s.name] as const)} bind:value={from} />
        <Choice
          label="to"
          options={[['', 'the one chosen'], ...draft.spaces.map((s) => [s.id, s.name] as const)]}
          bind:value={to}
        />
      </div>
      {#if walk}
        <p data-testid="walk">
          <strong class="font-mono text-xl">{Math.round(walk.metres)} m</strong>, {Math.max(
            1,
            Math.round(walkMinutes(walk.metres)),
          )} min{walk.floors
            ? `, with ${walk.floors === 1 ? 'a flight' : `${walk.floors} flights`} of stairs at ${STAIRS_METRES} m`
            : ''}{walk.guess
            ? ': a guess, straight through the walls, until corridors lead there'
            : ', along the corridors'}.
        </p>
      {/if}
    </section>
    <p class="text-sm text-faint">
      Drag a box to where it is, or choose it and use the arrow keys. A square is 5 m. All walks are reckoned
      from here.
    </p>
  </div>
  <aside class="grid content-start gap-4">
    {#if draft.space}
      <SpaceForm {draft} onsays={(s) => (says = s)} />
    {:else}
      <p class="text-lg">Tap a space to name it, and to say what outlets it has.</p>
    {/if}
  </aside>
</main>
