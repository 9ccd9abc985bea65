<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { asking } from '$lib/address/address';
  import { NEIGHBOUR_DB, FAR, SURE } from '$core/survey/tone';
  import { forThisScreen } from '$lib/controls/keys';
  import Segments from '$lib/controls/Segments.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';
  import BundleDrawing from '$lib/trace/BundleDrawing.svelte';
  import SimulatedProbe from '$lib/trace/SimulatedProbe.svelte';
  import { ToneSession } from '$lib/trace/tone.svelte';
  import TraceTabs from '$lib/trace/TraceTabs.svelte';

  const job = useJob();
  const session = untrack(() => new ToneSession(job));
  onMount(() => session.resume());
  let label = $state('');
  let cables = $state('');
  const done = $derived(session.kept && job.plan.link(session.kept.link));
  /** The link that is typed, where both its ends are proven. */
  const inService = $derived.by(() => {
    const named = job.plan.ordered.find((l) => l.label.toLowerCase() === label.trim().toLowerCase());
    if (!named) return null;
    const { head, tail } = job.statusOf(named.id);
    return head.state === 'proven' && tail.state === 'proven' ? named : null;
  });
  const link = $derived(job.plan.link(session.link));
  const likely = $derived(
    session.belief
      .map((b, i) => ({ cable: i + 1, belief: b }))
      .sort((a, b) => b.belief - a.belief)
      .slice(0, 3),
  );
  const comparing = $derived(session.at !== null && session.last !== null && session.at !== session.last);
  const LAYS = [
    ['combed', 'combed flat, numbered along'],
    ['round', 'round, numbered from the middle'],
    ['unknown', 'in no known order'],
  ] as const;
  const ANSWERS = [
    ['louder', 'Louder', 'l'],
    ['same', 'The same', 's'],
    ['fainter', 'Fainter', 'f'],
  ] as const;

  function onkeydown(event: KeyboardEvent): void {
    if (!forThisScreen(event)) return;
    const answer = ANSWERS.find(([, , key]) => key === event.key);
    if (!answer || !comparing) return;
    session.hear(answer[0]);
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>tone · {job.plan.name}</title></svelte:head>
<TraceTabs />
<main class="grid flex-1 content-start gap-4 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_24rem] lg:gap-x-8 lg:px-5">
  {#if !session.n}
    <form
      class="grid content-start gap-3"
      onsubmit={(e) => {
        e.preventDefault();
        session.begin(label, cables, session.lay);
      }}
    >
      {#if done}
        <div class="grid gap-2 border-2 border-ink p-3" role="status">
          <p class="text-lg">
            Cable <strong class="font-mono">{session.kept?.cable}</strong> is
            <strong class="font-mono">{done.label}</strong>, written down{job.statusOf(done.id).traced?.is ===
            'known'
              ? ''
              : ' as inferred: bare copper, a remote or a reading makes it known'}. Take it out of the bundle,
            or leave its number where it is.
          </p>
          <a
            class="act act-now"
            href={asking(job.at('trace', 'flags'), { link: done.id, end: 'head' })}
            data-main-action>Flag it with tape</a
          >
        </div>
      {/if}
      <h1 class="text-2xl font-bold">One cable by ear</h1>
      <p>
        Clip the tone to the far end of one link, pulsing, taped so that nobody kicks it off. Then sweep the
        bundle and say what you hear.
      </p>
      <div class="grid grid-cols-2 gap-2">
        <label class="text-sm"
          >link with the tone
          <input class="field font-mono" list="toned" autocomplete="off" bind:value={label} required />
          <datalist id="toned"
            >{#each job.plan.ordered as l (l.id)}<option value={l.label}></option>{/each}</datalist
          >
        </label>
        <label class="text-sm"
          >cables in the bundle
          <input class="field font-mono" inputmode="numeric" bind:value={cables} required />
        </label>
      </div>
      <Segments label="How they lie" options={LAYS} value={session.lay} onchoose={(l) => (session.lay = l)} />
      {#if session.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{session.problem}</p>{/if}
      {#if inService}
        <p class="border-l-4 border-wrong pl-3" role="alert">
          {inService.label} is proven: it may be in service. Make sure that nothing is plugged in at either end
          before you tone it.
        </p>
      {/if}
      <button class={['act min-h-14 text-lg', !done && 'act-now']} data-main-action={done ? undefined : true}
        >Begin listening</button
      >
      <p class="text-sm text-faint">
        Start with the volume low. Never tone a pair in service: disconnect equipment at both ends first.
      </p>
    </form>
  {:else}
    <section class="grid content-start gap-3">
      <h1 class="text-xl">
        The tone is on <strong class="font-mono text-2xl">{link?.label}</strong>{#if link}<span
            class="text-base text-faint">, {farWords(job.plan.where(link))}</span
          >{/if}
      </h1>
      <BundleDrawing {session} />
      {#if session.found}
        {@const sure = session.bareSaid(session.found)}
        <p class="text-xl" role="status" data-testid="tone-says">
          It is cable <strong class="font-mono text-3xl">{session.found}</strong>, {Math.round(
            session.belief[session.found - 1]! * 100,
          )} % sure.
        </p>
        <button
          class="in-reach-alone act min-h-14 act-now text-lg"
          data-main-action
          onclick={() => session.keep(session.found!)}
          >Cable {session.found} is {link?.label}: write it down{sure ? '' : ', by tone alone'}
          <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {:else if session.last === null}
        <p class="text-lg" data-testid="tone-says">
          Hold the probe to cable <strong class="font-mono text-2xl">{session.next}</strong> first.
        </p>
        <button
          class="in-reach-alone act min-h-14 act-now text-lg"
          data-main-action
          onclick={() => session.next && session.put(session.next)}>The probe is at {session.next}</button
        >
      {:else if comparing}
        <p class="text-lg" data-testid="tone-says">
          Cable <strong class="font-mono text-2xl">{session.at}</strong> against cable
          <strong class="font-mono text-2xl">{session.last}</strong>:
        </p>
        <div class="in-reach-alone grid grid-cols-3 gap-1 bg-paper">
          {#each ANSWERS as [heard, name, key] (heard)}
            <button class="min-h-16 border-2 border-ink text-lg font-bold" onclick={() => session.hear(heard)}
              >{name} <kbd class="hidden key lg:inline">{key}</kbd></button
            >
          {/each}
        </div>
      {:else}
        <p class="text-lg" data-testid="tone-says">
          Now try cable <strong class="font-mono text-2xl">{session.next}</strong>: is it louder than {session.last}?
        </p>
        <button
          class="in-reach-alone act min-h-14 act-now text-lg"
          data-main-action
          onclick={() => session.next && session.put(session.next)}
          >The probe is at {session.next} <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {/if}
      {#if session.at !== null}
        <details open={session.found === session.at}>
          <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
            >Touched bare copper of cable {session.at}</summary
          >
          <div class="grid grid-cols-2 gap-1">
            <button class="act" onclick={() => session.bare(true)}>It bursts out</button>
            <button class="act" onclick={() => session.bare(false)}>It does not</button>
          </div>
        </details>
      {/if}
    </section>
    <aside class="grid content-start gap-3">
      {#if job.plan.policy.practice}<SimulatedProbe {session} />{/if}
      <h2 class="text-sm text-faint">Most likely</h2>
      <ul class="border-t border-rule">
        {#each likely as l (l.cable)}
          <li class="grid grid-cols-[3rem_1fr_3.5rem] items-center gap-2 border-b border-rule py-1">
            <span class="font-mono text-lg font-bold">{l.cable}</span>
            <span class="h-3 border border-ink"
              ><span class="block h-full bg-ink" style="width: {l.belief * 100}%"></span></span
            >
            <span class="text-right font-mono">{Math.round(l.belief * 100)} %</span>
          </li>
        {/each}
      </ul>
      <p class="text-sm text-faint">
        Each cable’s width away from the toned one is taken as {NEIGHBOUR_DB} dB fainter, down to {FAR} widths;
        it is sure at {Math.round(SURE * 100)} %. Our judgement, no standard.
      </p>
      <button class="act" disabled={!session.heard.length} onclick={() => session.back()}
        >Take the last answer back</button
      >
      <button class="act" onclick={() => session.stop()}>Stop listening</button>
    </aside>
  {/if}
</main>
<UndoLine />
