<script lang="ts">
  import { apiAddress, asking, fromSegment, segment } from '$lib/address/address';
  import { offline } from '$lib/device/offline.svelte';
  import { settings } from '$lib/device/settings.svelte';
  import { waitingWords } from '$lib/device/waiting-words';
  import type { Snippet } from 'svelte';
  import { onMount } from 'svelte';
  import { goto, invalidateAll, preloadCode } from '$app/navigation';
  import { page } from '$app/state';
  import { useJob } from '$lib/job/open-job.svelte';
  import { bringBack } from '$lib/prove/draft';
  import { forAScreen, leaving, typing } from '$lib/controls/keys';
  import { movedUnderThumb } from '$lib/controls/press-guard.svelte';
  import { turnTheme } from './theme';

  let { children }: { children: Snippet } = $props();
  const job = useJob();
  const redo = $derived(job.toRedo().length);
  const waiting = $derived(
    waitingWords(
      {
        entries: job.outbox.waiting.length,
        unwritten: job.outbox.unstored.length,
        elsewhere: job.outbox.elsewhere,
        foreign: job.outbox.foreign.length,
        photos: job.photos.waiting,
      },
      job.outbox.reachable,
    ),
  );
  const here = $derived(page.url.pathname.split('/')[2] ?? '');
  const at = $derived(page.params.link && fromSegment(page.params.link));
  const screens = $derived([
    {
      verb: 'rack',
      says: job.plan.panels.length || !job.plan.batches.length ? 'rack' : 'cords',
      href: at ? asking(job.at('rack'), { at }) : job.at('rack'),
      key: 'k',
    },
    { verb: 'bench', href: job.at('bench', ...(at ? [at] : [])), key: 'b' },
    { verb: 'prove', href: job.at('prove', ...(at ? [at] : [])), key: 'p' },
    { verb: 'redo', href: job.at('redo'), key: 'd' },
    { verb: 'trace', href: job.at('trace'), key: 'e' },
  ]);
  /** Screens where something is logged: there somebody has to have said who they are. */
  const LOGGING = new Set([
    'bench',
    'sweep',
    'drill',
    'handover',
    'prove',
    'round',
    'redo',
    'trace',
    'readings',
    'tools',
    'cords',
  ]);
  let finding = $state(false);
  /** What was typed for *go to* while it was on its way. */
  let typedAhead = $state({ text: '', entered: false });
  let showingKeys = $state(false);
  let naming = $state(false);
  let ready = $state(false);
  let sheets = $state.raw<typeof import('./sheets')>();
  /** They did not come, as where the signal went: the screen under them is not held back for them. */
  let sheetsFailed = $state(false);
  /** Notes come and go above the screen when they will: what lies below moves. */
  let [headHeight, notesHeight] = $state([0, 0]);
  $effect(() => {
    if (headHeight + notesHeight) movedUnderThumb();
  });
  const asksWho = $derived(ready && job.here.asking && LOGGING.has(here));
  const sheetAsked = $derived(naming || asksWho || finding || showingKeys || job.log.pattern !== null);
  /** What is pressed now is meant for a sheet that is on its way. */
  const sheetComing = $derived(sheetAsked && !sheets && !sheetsFailed);
  function bringSheets(): void {
    import('./sheets').then(
      (s) => (sheets = s),
      () => (sheetsFailed = true),
    );
  }
  $effect(() => {
    if (sheetAsked && !sheets) bringSheets();
  });
  onMount(() => {
    ready = true;
    bringSheets();
    settings.resume();
    void offline.watch(apiAddress(job.plan.id, 'site'));
    // Where there is no service worker, the screens' code at least is here before the signal goes.
    const screenCode = setTimeout(() => {
      for (const s of [
        'rack',
        'bench',
        'prove',
        'redo',
        'trace',
        'round',
        'history',
        'tools',
        'readings',
        'cords',
        'drill',
        'handover',
        'run',
        'kit',
        'trend',
        'certify',
      ])
        void preloadCode(job.at(s));
    }, 3000);
    return () => clearTimeout(screenCode);
  });

  function undo(): void {
    const entry = job.log.undo();
    if (entry?.kind === 'reading' && here === 'prove') void bringBack(job, entry);
  }
  /** The screen one is on, for another link. */
  const forLink = (id: string) => page.url.pathname.replace(`/${segment(at!)}`, `/${segment(id)}`);
  /** The link one is on the way to: a second press goes on from there. */
  let headed: string | undefined;
  function goTo(id: string): void {
    headed = id;
    void goto(forLink(id), { noScroll: true }).finally(() => {
      if (headed === id) headed = undefined;
    });
  }
  function move(step: 1 | -1): void {
    const i = job.plan.ordered.findIndex((l) => l.id === (headed ?? at));
    if (i < 0) return;
    goTo(job.plan.ordered[(i + step + job.plan.ordered.length) % job.plan.ordered.length]!.id);
  }
  function movePanel(step: 1 | -1): void {
    const { groups } = job.plan;
    const link = job.plan.link(headed ?? at);
    const i = link ? groups.indexOf(job.plan.groupOf(link)!) : -1;
    const next = groups[(i + step + groups.length) % groups.length]?.links[0];
    if (link && next) goTo(next.id);
  }

  /** Enter or space held on a button presses it again and again by itself: not here. */
  function noHeldPress(event: KeyboardEvent): void {
    if (event.repeat && (event.key === 'Enter' || event.key === ' ') && !typing(event))
      event.preventDefault();
  }

  /** Keys typed after `/` are meant for *go to*, also those before it is there. */
  function typeAhead(event: KeyboardEvent): void {
    const { text } = typedAhead;
    if (event.key === 'Escape') finding = false;
    else if (event.key === 'Enter') typedAhead.entered = true;
    else if (event.key === 'Backspace') typedAhead.text = text.slice(0, -1);
    else if (event.key.length === 1) typedAhead.text = text + event.key;
  }

  function find(): void {
    typedAhead = { text: '', entered: false };
    finding = true;
  }
  function onkeydown(event: KeyboardEvent): void {
    if (event.defaultPrevented || !forAScreen(event)) return;
    if (sheetComing) {
      event.preventDefault();
      if (finding) typeAhead(event);
      return;
    }
    // A held key is never two presses; only moving along the ports goes on while it is held.
    if (event.repeat && event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')
      return void event.preventDefault();
    const screen = screens.find((s) => s.key === event.key);
    if (event.key === '/') find();
    else if (event.key === '?') showingKeys = true;
    else if (event.key === 'PageDown') {
      // What is asked in a sheet is answered there: nothing behind it is pressed.
      const within = [...document.querySelectorAll('[role=dialog]')].at(-1) ?? document;
      const main = within.querySelector<HTMLElement>('[data-main-action]:not(:disabled)');
      if (!main || leaving()) return;
      main.click();
    } else if (event.key === 'ArrowRight') move(1);
    else if (event.key === 'ArrowLeft') move(-1);
    else if (event.key === ']') movePanel(1);
    else if (event.key === '[') movePanel(-1);
    else if (event.key === 'u') undo();
    else if (event.key === 't') turnTheme();
    else if (screen) void goto(screen.href);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} onkeydowncapture={noHeldPress} />

<div
  class="grid min-h-dvh grid-rows-[auto_1fr_auto] lg:grid-cols-[6.75rem_1fr] lg:grid-rows-[auto_1fr] short:grid-cols-[5rem_1fr] short:grid-rows-[auto_1fr]"
  data-ready={ready}
  inert={sheetComing}
>
  <header
    bind:clientHeight={headHeight}
    class="flex min-h-12 flex-wrap items-center justify-end gap-x-3 border-b border-rule px-3 sm:gap-x-4 lg:col-start-2 lg:px-5 print:hidden short:col-start-2"
  >
    <a class="min-w-0 flex-1 basis-20 truncate leading-12 font-bold" href="/?all" title="All jobs"
      >{job.plan.name}</a
    >
    {#if job.tester.line}
      <button
        class="h-12 text-sm underline decoration-rule underline-offset-4"
        data-testid="tester-on"
        aria-label="Tester on the line: {job.tester.line.name}. Disconnect it"
        onclick={() => job.tester.disconnect()}>{job.tester.line.name} on ✕</button
      >
    {/if}
    <p class="text-right text-sm leading-tight text-faint" aria-live="polite" data-testid="kept">
      {#if waiting}{waiting}{:else if !job.outbox.looked}looking …{:else if offline.ready}<span
          class="hidden sm:inline">all kept,&nbsp;</span
        >works offline{:else}all kept{/if}
    </p>
    <button
      class="h-12 max-w-24 truncate text-sm underline decoration-rule underline-offset-4 sm:max-w-36"
      aria-label="Who you are: {job.here.me ? job.plan.person(job.here.me) : 'not said'}"
      onclick={() => (naming = true)}>{job.here.me ? job.plan.person(job.here.me) : 'who are you?'}</button
    >
    <button class="hidden h-12 min-w-12 text-sm sm:inline" onclick={find}
      >go to <kbd class="key">/</kbd></button
    >
    <button class="hidden h-12 min-w-12 text-sm sm:inline" onclick={() => (showingKeys = true)}
      >keys <kbd class="key">?</kbd></button
    >
    <button class="h-12 min-w-12 text-lg" aria-label="Paper or closet theme" onclick={() => turnTheme()}
      >◐</button
    >
  </header>

  <nav
    class="sticky bottom-0 z-20 row-start-3 grid grid-cols-[repeat(auto-fit,minmax(3.25rem,1fr))] border-t border-rule bg-paper lg:top-0 lg:bottom-auto lg:col-start-1 lg:row-span-2 lg:row-start-1 lg:h-dvh lg:grid-cols-1 lg:content-start lg:border-t-0 lg:border-r print:hidden short:top-0 short:bottom-auto short:col-start-1 short:row-span-2 short:row-start-1 short:h-dvh short:grid-cols-1 short:content-start short:border-t-0 short:border-r"
    aria-label="Screens"
  >
    <p class="hidden h-12 items-center px-4 font-bold lg:flex">Gauntlet</p>
    {#each screens as s (s.verb)}
      <a
        href={s.href}
        aria-current={here === s.verb ? 'page' : undefined}
        class={[
          'flex min-h-13 items-center justify-center gap-2 text-[1.05rem] lg:justify-start lg:px-4',
          here === s.verb ? 'bg-hivis font-bold text-on-hivis' : '',
        ]}
      >
        {s.says ?? s.verb}{#if s.verb === 'redo' && redo}<span class="font-mono text-sm">{redo}</span>{/if}
      </a>
    {/each}
    <button class="flex min-h-13 items-center justify-center lg:hidden" onclick={find}>go to</button>
  </nav>

  <div class="flex min-w-0 flex-col lg:col-start-2 short:col-start-2">
    <div class="flex flex-col" bind:clientHeight={notesHeight}>
      {#if job.outbox.refused.length}
        {#await import('./RefusedEntries.svelte') then { default: RefusedEntries }}<RefusedEntries />{/await}
      {/if}
      {#if job.photos.refused.length}
        {#await import('./RefusedPhotos.svelte') then { default: RefusedPhotos }}<RefusedPhotos />{/await}
      {/if}
      {#if job.outbox.shut}
        <p class="m-3 border-2 border-wrong p-3" role="alert" data-testid="shut">
          {job.outbox.shut} What you log stays on this device and goes up once you are let in.
          <a class="font-semibold underline underline-offset-4" href="/enter?then={page.url.pathname}"
            >Enter a code</a
          >
        </p>
      {/if}
      {#if job.outbox.sentAgain}
        {@const n = job.outbox.sentAgain}
        <div
          class="m-3 flex flex-wrap items-center gap-2 border-2 border-rule p-3"
          role="status"
          data-testid="sent-again"
        >
          <p class="flex-1 basis-60">
            The server came back without {n === 1 ? 'an entry' : `${n} entries`} that it had from this device.
            {n === 1 ? 'It was' : 'They were'} sent again. Look whether the plan is as it should be.
          </p>
          <button class="act w-auto" onclick={() => job.outbox.seenSentAgain()}>All right</button>
        </div>
      {/if}
      {#if job.plan.lost.list.length}
        {#await import('./LostChanges.svelte') then { default: LostChanges }}<LostChanges />{/await}
      {/if}
      {#if (job.outbox.foreign.length || job.outbox.keptElsewhere.length) && here !== 'history'}
        {@const n = job.outbox.foreign.length + job.outbox.keptElsewhere.length}
        <a class="m-3 border-2 border-rule p-3 underline underline-offset-4" href={job.at('history')}
          >{n === 1 ? 'An entry' : `${n} entries`} that this device logged for a job of this name on another server
          {n === 1 ? 'is' : 'are'} not here</a
        >
      {/if}
      {#if job.outbox.storageFailed}
        <p class="m-3 border-4 border-wrong p-3 text-xl font-bold" role="alert">{job.outbox.storageFailed}</p>
      {/if}
      {#if offline.newer}
        <button class="m-3 act w-auto" onclick={() => offline.takeUp()}
          >A newer version is here: load it <span class="text-sm font-normal">what you entered stays</span
          ></button
        >
      {/if}
      {#if job.plan.outdated}
        <button class="m-3 act w-auto" onclick={() => invalidateAll()}
          >Somebody changed the plan: load it <span class="text-sm font-normal">what you entered stays</span
          ></button
        >
      {/if}
    </div>
    {@render children()}
  </div>
</div>

{#if job.plan.question}
  {@const question = job.plan.question}
  {#await import('./PlanSheet.svelte') then { default: PlanSheet }}<PlanSheet {question} />{/await}
{/if}
{#if sheets}
  {@const { WhoSheet, StopSheet, GoTo, KeyList } = sheets}
  {#if naming || asksWho}<WhoSheet onclose={() => (naming = false)} />{/if}
  {#if job.log.pattern}<StopSheet pattern={job.log.pattern} onclose={() => (job.log.pattern = null)} />{/if}
  {#if finding}<GoTo typed={typedAhead} onclose={() => (finding = false)} />{/if}
  {#if showingKeys}<KeyList onclose={() => (showingKeys = false)} />{/if}
{/if}
