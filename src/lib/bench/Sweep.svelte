<script lang="ts">
  import { recall, remember } from '$lib/device/small';
  import { onMount, untrack } from 'svelte';
  import { belongsAt } from '$core/bench/seats';
  import { differsInSweep, paceOf } from '$core/bench/sweep';
  import OneTap from './OneTap.svelte';
  import type { Link } from '$core/model/job';
  import { endName } from '$core/model/end-name';
  import type { End } from '$core/wiring/conductors';
  import { flagWords } from '$core/model/tape';
  import { nextAfter } from '$core/log/next';
  import PortStrip from '$lib/port-strip/PortStrip.svelte';
  import { keepAwake } from '$lib/device/awake';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords, spotWords } from '$core/plan/whereabouts';
  import { PressGuard } from '$lib/controls/press-guard.svelte';
  import ConnectorDrawing from './ConnectorDrawing.svelte';
  import { BenchSession } from './session.svelte';

  interface Props {
    /** What is swept, by name and as this device keeps its pace: a panel, a room, one end of a batch of cords. */
    name: string;
    id: string;
    links: readonly Link[];
    end: End;
    /** Where one goes once all are done. */
    onward: { href: string; says: string };
  }
  let { name, id, links, end, onward }: Props = $props();
  const job = useJob();
  const bare = (id: string) => job.statusOf(id)[end].state === 'bare';
  const left = $derived(links.filter((l) => bare(l.id)));
  let at = $state(untrack(() => left[0]?.id ?? ''));
  let doneAt = $state<number[]>([]);
  const link = $derived(links.find((l) => l.id === at && bare(l.id)) ?? left[0]);
  const session = $derived(link ? untrack(() => new BenchSession(job, link, end)) : null);
  const pace = $derived(paceOf(doneAt, left.length));
  const key = $derived(`gauntlet:sweep:${job.plan.id}:${id}`);
  /** A port that is not as the panel is stops the rhythm: the hand goes on by itself. */
  const differs = $derived(link ? differsInSweep(link, end, job.plan.policy, links) : '');
  let seenDiffering = $state('');
  const flag = $derived(link && job.statusOf(link.id)[end].flag);

  const guard = new PressGuard();
  onMount(keepAwake);
  // A press that meets what another device just logged of this end is none of the next.
  $effect(() => {
    void link?.id;
    return guard.shown();
  });
  onMount(() => {
    try {
      doneAt = JSON.parse(recall(key) ?? '[]') as number[];
    } catch {
      doneAt = [];
    }
  });

  function done(): void {
    if (!session || !link || !guard.take()) return;
    const next = nextAfter(links, link.id, (l) => bare(l.id));
    session.log();
    doneAt = [...doneAt.slice(-199), Date.now()];
    remember(key, JSON.stringify(doneAt));
    at = next?.id ?? '';
    guard.shown();
  }
  function skip(): void {
    const next = link && nextAfter(links, link.id, (l) => bare(l.id));
    if (next) at = next.id;
  }
  const allDone = $derived(
    links[0]?.cord
      ? `Every ${endName(links[0], end)} of ${name} is terminated.`
      : `Every ${end} of ${name} is terminated.`,
  );
  const minutes = (m: number) => (m < 1.5 ? `${Math.round(m * 60)} s` : `${Math.round(m)} min`);
</script>

<main class="flex flex-1 flex-col">
  {#if session && link}
    <div class="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 py-2 lg:px-5">
      <h1 class="font-mono text-2xl font-bold lg:text-3xl">{link.label}</h1>
      <p class="min-w-0 flex-1">
        {link.cord ? '' : end === 'head' ? 'from ' : 'from the closet: '}{link.cord || end === 'head'
          ? farWords(job.plan.where(link))
          : spotWords(job.plan.where(link).head)}{#if link.cord}, {endName(link, end)}{/if}{#if flag}<strong
            class="block">{flagWords(flag)}</strong
          >{/if}
      </p>
      <p class="border-2 border-rule px-2 font-mono text-2xl font-bold" title="The scheme of this port">
        {session.ordered.slice(-1)}
      </p>
      <p class="w-full font-mono text-sm sm:w-auto" data-testid="pace">
        {left.length} of {links.length} left{pace.minutesEach === null
          ? ''
          : `, ${minutes(pace.minutesEach)} each, about ${minutes(pace.minutesLeft!)} to go`}
      </p>
    </div>
    <div
      class="grid flex-1 content-start gap-x-8 gap-y-3 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_26rem] lg:px-5"
    >
      <ConnectorDrawing
        family={session.connector}
        seen={session.seen}
        shielded={link.shielded}
        shows={(c) => belongsAt(session.connector, session.order, c)}
      />
      <section class="grid content-start gap-3" aria-label="This port">
        <OneTap {session} />
        {#if differs}
          <p class="flex items-center gap-3 border-4 border-wrong p-2 text-lg font-bold" role="alert">
            <span class="font-mono text-5xl">{session.ordered.slice(-1)}</span>{differs}
          </p>
        {/if}
        {#if session.cautionsNew}
          <a class="act act-now" data-main-action href={job.at('bench', link.id, end)}
            >First read the cautions of this kind <kbd class="hidden key lg:inline">PgDn</kbd></a
          >
        {:else if differs && seenDiffering !== link.id}
          <button
            class="act min-h-16 act-now text-lg"
            data-main-action
            disabled={!guard.ready}
            onclick={() => {
              seenDiffering = link.id;
              guard.shown();
            }}>Laid to {session.ordered.slice(-1)} <kbd class="hidden key lg:inline">PgDn</kbd></button
          >
        {:else}
          <button class="act min-h-16 act-now text-lg" data-main-action disabled={!guard.ready} onclick={done}
            >{link.label} read back, looked at, done <kbd class="hidden key lg:inline">PgDn</kbd></button
          >
        {/if}
        <div class="grid grid-cols-2 gap-2">
          <a class="act" href={job.at('bench', link.id, end)}>Gate by gate</a>
          <button class="act" onclick={skip}>Leave it for later</button>
        </div>
        <p class="text-sm text-faint">
          One tap says that you read all eight and looked. Only a read-back gate by gate counts as such for a
          diagnosis.
        </p>
      </section>
    </div>
  {:else}
    <div class="grid gap-3 px-3 py-5 lg:max-w-lg lg:px-5">
      <h1 class="text-2xl font-bold">{allDone}</h1>
      <a class="act act-now" data-main-action href={onward.href}>{onward.says}</a>
    </div>
  {/if}
</main>
{#if link}<PortStrip current={link} hrefFor={(l) => job.at('bench', l.id, end)} />{/if}
