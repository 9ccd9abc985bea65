<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { flagWords, TAPES, type Tape } from '$core/model/tape';
  import { ENDS, type End } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';
  import { endName } from '$core/model/end-name';
  import type { Link } from '$core/model/job';
  import { spotWords } from '$core/plan/whereabouts';
  import TraceTabs from '$lib/trace/TraceTabs.svelte';
  import { PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  const job = useJob();
  /** What is pressed moves the others up, under a thumb that bounces. */
  const guard = new PressGuard(undefined, STEP_AFTER_MS);
  $effect(() => guard.shown());
  const asked = untrack(() => page.url.searchParams);
  let label = $state(untrack(() => job.plan.link(asked.get('link') ?? '')?.label ?? ''));
  let end = $state<End>(untrack(() => (asked.get('end') === 'tail' ? 'tail' : 'head')));
  const SIDES = [
    ['head', 'head, in the closet'],
    ['tail', 'tail, in the room'],
  ] as const;
  let tape = $state<Tape>('red');
  let bands = $state(1);
  let text = $state('');
  let problem = $state('');
  let looking = $state('');

  const flags = $derived(
    job.plan.ordered.flatMap((link) =>
      ENDS.flatMap((e) => {
        const flag = job.statusOf(link.id)[e].flag;
        return flag ? [{ link, end: e, flag }] : [];
      }),
    ),
  );
  const shown = $derived(
    flags.filter(({ link, flag }) =>
      `${link.label} ${flagWords(flag)}`.toLowerCase().includes(looking.trim().toLowerCase()),
    ),
  );

  function put(event: SubmitEvent): void {
    event.preventDefault();
    const link = job.plan.ordered.find((l) => l.label.toLowerCase() === label.trim().toLowerCase());
    problem = link ? '' : `There is no link "${label.trim()}" in this job: check its label.`;
    if (!link) return;
    job.log.write(
      link.id,
      'flagged',
      { tape, bands, ...(text.trim() ? { text: text.trim() } : {}) },
      end,
      `${link.label}, ${end}: ${flagWords({ tape, bands, text: text.trim() })}.`,
    );
    label = '';
    text = '';
  }
  function off(link: Link, at: End, taken: Tape): void {
    if (!guard.take()) return;
    guard.shown();
    job.log.write(link.id, 'flagged', { tape: taken, bands: 0 }, at, `${link.label}: tape taken off.`);
  }
</script>

<svelte:head><title>tape flags · {job.plan.name}</title></svelte:head>
<TraceTabs />
<main
  class="grid flex-1 content-start gap-6 px-3 py-3 lg:grid-cols-2 lg:gap-x-10 lg:px-5"
  data-armed={guard.ready}
>
  <form class="grid content-start gap-3" onsubmit={put}>
    <h1 class="text-2xl font-bold">Mark a cable with tape</h1>
    <div class="grid grid-cols-2 gap-2">
      <label class="text-sm"
        >link
        <input class="field font-mono" list="links" autocomplete="off" bind:value={label} required />
        <datalist id="links">
          {#each job.plan.ordered as l (l.id)}<option value={l.label}></option>{/each}
        </datalist>
      </label>
      <label class="text-sm"
        >written on it
        <input class="field font-mono" maxlength="40" placeholder="such as 7" bind:value={text} />
      </label>
    </div>
    <Segments label="Which end" options={SIDES} value={end} onchoose={(e) => (end = e)} />
    <Segments
      label="Tape"
      columns={4}
      options={TAPES.map((t) => [t, t] as const)}
      value={tape}
      onchoose={(t) => (tape = t)}
    />
    <div class="grid grid-cols-3 gap-1" role="group" aria-label="Bands">
      {#each [1, 2, 3] as n (n)}
        <button
          type="button"
          class={[
            'flex min-h-13 items-center justify-center gap-1 border-2',
            bands === n ? 'border-ink bg-hivis text-on-hivis' : 'border-rule',
          ]}
          aria-pressed={bands === n}
          aria-label="{n} {n === 1 ? 'band' : 'bands'}"
          onclick={() => (bands = n)}
          >{#each { length: n } as _, i (i)}<span class="inline-block h-7 w-2 bg-current"
            ></span>{/each}</button
        >
      {/each}
    </div>
    {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
    <button class="act min-h-14 act-now text-lg" data-main-action>Flag it</button>
  </form>
  <section class="grid content-start gap-2">
    <h2 class="text-xl font-bold">What is marked</h2>
    {#if flags.length}
      <label class="text-sm"
        >look for a colour, a number or a link
        <input class="field" bind:value={looking} />
      </label>
      <ul class="border-t border-rule" data-testid="flags">
        {#each shown as { link, end: e, flag } (`${link.id} ${e}`)}
          <li class="flex items-center gap-3 border-b border-rule py-1">
            <a
              class="min-w-20 font-mono font-bold underline underline-offset-4"
              href={job.at('bench', link.id, e)}>{link.label}</a
            >
            <span class="flex-1"
              >{endName(link, e)}: {flagWords(flag)}<span class="block text-sm text-faint"
                >{spotWords(job.plan.where(link)[e])}</span
              ></span
            >
            <button
              class="min-h-12 px-2 underline underline-offset-4"
              aria-label="Tape of {link.label} {e} is off"
              onclick={() => off(link, e, flag.tape)}>it is off</button
            >
          </li>
        {/each}
      </ul>
    {:else}
      <p class="text-faint">Nothing is marked yet. A flag now, the printed label later.</p>
    {/if}
  </section>
</main>
<UndoLine />
