<script lang="ts">
  import { MediaQuery } from 'svelte/reactivity';
  import { DrawnInTurn } from '$lib/controls/drawn-in-turn.svelte';
  import CordCells from '$lib/cords/CordCells.svelte';
  import { firstEnds } from '$core/log/first-ends';
  import { compareNames } from '$core/model/by-name';
  import { endName } from '$core/model/end-name';
  import { nextOfJob, whatNext, worstState } from '$core/log/next';
  import { TERMINATION_STATES } from '$core/log/state';
  import type { Link } from '$core/model/job';
  import PortCell from '$lib/port-strip/PortCell.svelte';
  import StateMark from '$lib/port-strip/StateMark.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';
  import { page } from '$app/state';

  const job = useJob();
  /** There is room for what stands beside the panels; on a phone it is not drawn at all. */
  const wide = new MediaQuery('min-width: 1024px', true);
  const at = $derived(page.url.searchParams.get('at'));

  /** What a port wants, and so where a tap on it leads. */
  function hrefFor(link: Link): string {
    const wants = whatNext(job.endsOf(link.id));
    return wants.screen === 'bench' ? job.at('bench', link.id, wants.end) : job.at('prove', link.id);
  }
  const proven = $derived(job.plan.ordered.filter((l) => worstState(job.endsOf(l.id)) === 'proven').length);
  const NEXT_WORDS = {
    prove: ['Prove', 'need a reading'],
    redo: ['Redo', 'to be done again'],
    round: ['A round for', 'want their own numbered remotes'],
    terminate: ['Terminate', 'have a bare end'],
    'prove-better': ['Prove', 'good so far, not proven'],
  } as const;
  /** Links of panels and of batches have their ends called differently. */
  const allCords = $derived(job.plan.ordered.length > 0 && job.plan.ordered.every((l) => l.cord));
  const next = $derived.by(() => {
    const found = nextOfJob(
      job.plan.ordered,
      (id) => job.endsOf(id),
      (id) => job.statusOf(id),
    );
    if (!found) return null;
    const [verb, rest] = NEXT_WORDS[found.work];
    const href = found.work === 'redo' || found.work === 'round' ? job.at(found.work) : hrefFor(found.link);
    return { link: found.link, verb, href, rest: `${found.count} ${rest}` };
  });
  /** A lead is told what those who learn make first. */
  const lead = $derived(job.plan.crew.find((p) => p.id === job.here.me)?.role === 'lead');
  const first = $derived(lead ? firstEnds(job.plan.crew, job.plan.ordered, (id) => job.statusOf(id)) : []);
  const rooms = $derived(
    job.plan.spaces
      .filter((s) => s.kind === 'room')
      .sort((a, b) => a.floor - b.floor || compareNames(a.name, b.name)),
  );
  const closets = $derived(job.plan.spaces.filter((s) => job.plan.panels.some((p) => p.space === s.id)));
  /** What hangs on no panel: cords by batch, links by the space they begin in. */
  const besides = $derived(job.plan.groups.filter((g) => g.kind !== 'panel'));
  /** One closet at a time: the one chosen, else where the port at hand or the next work is. */
  let chosen = $state('');
  const closet = $derived.by(() => {
    if (chosen) return chosen;
    const link = (at && job.plan.link(at)) || next?.link;
    return (link && job.plan.where(link).head.space?.id) ?? closets[0]?.id ?? '';
  });
  const ALL_AT_ONCE = 200;
  const panels = $derived(
    job.plan.ordered.length <= ALL_AT_ONCE
      ? job.plan.panels
      : job.plan.panels.filter((p) => p.space === closet),
  );
  // On a phone what is next fills the screen, and the panels lie below.
  const drawn = new DrawnInTurn(
    1,
    () => panels.length,
    () => (wide.current ? 1 : 0),
  );
  const inHand = $derived(at ? job.plan.link(at)?.head.panel : undefined);
</script>

<svelte:head><title>rack · {job.plan.name}</title></svelte:head>
<main class="grid flex-1 content-start gap-x-8 gap-y-6 p-3 lg:grid-cols-[minmax(0,1fr)_19rem] lg:p-5">
  <h1 class="sr-only">Rack of {job.plan.name}</h1>
  {#if job.plan.policy.archived}
    <p class="border-l-4 border-ink pl-3 lg:col-span-2">
      This job is put away: its work is over. To go on with it, take it out again in the
      <a class="underline underline-offset-4" href="/?all">list of jobs</a>.
    </p>
  {/if}
  <div class="grid content-start gap-6">
    {#if panels.length < job.plan.panels.length}
      <div class="min-h-17">
        {#if drawn.count}
          {#await import('$lib/controls/Choice.svelte') then { default: Choice }}
            <Choice
              label="closet"
              options={closets.map((c) => [c.id, c.name] as const)}
              value={closet}
              onchoose={(c) => (chosen = c)}
            />
          {/await}
        {/if}
      </div>
    {/if}
    {#each panels as panel, nth (panel.id)}
      {@const links = job.plan.panelLinks(panel.id)}
      {@const taken = new Map(links.map((l) => [l.head.port, l]))}
      <section aria-labelledby="panel-{panel.id}" class="drawn-when-seen">
        <div class="flex items-baseline gap-3">
          <h2 id="panel-{panel.id}" class="text-2xl font-bold">{panel.name}</h2>
          <p class="text-faint">
            {job.plan.spaces.find((s) => s.id === panel.space)?.name}, {panel.ports} ports, {links.filter(
              (l) => worstState(job.endsOf(l.id)) === 'proven',
            ).length} proven
          </p>
          {#if links.some((l) => job.endsOf(l.id).head.state === 'bare')}<a
              class="ml-auto flex min-h-12 items-center font-semibold underline underline-offset-4"
              href={job.at('sweep', panel.id)}>sweep the heads</a
            >{/if}
        </div>
        {#if nth < drawn.count || panel.id === inHand}
          <div class="mt-1 grid grid-cols-6 gap-1 border-2 border-ink p-1 sm:grid-cols-12">
            {#each { length: panel.ports } as _, i (i)}
              {@const link = taken.get(i + 1)}
              {#if link}
                <PortCell
                  {link}
                  status={job.statusOf(link.id)}
                  number={String(i + 1)}
                  href={hrefFor(link)}
                  current={link.id === at}
                  large
                />
              {:else}
                <div
                  class="border border-dashed border-rule py-2 text-center font-mono leading-none text-faint"
                  aria-label="Port {i + 1}: no link"
                >
                  {i + 1}
                </div>
              {/if}
            {/each}
          </div>
        {:else}
          <div
            class="mt-1 h-(--phone) border-2 border-ink sm:h-(--wide)"
            style:--phone="{Math.ceil(panel.ports / 6) * 6.7}rem"
            style:--wide="{Math.ceil(panel.ports / 12) * 6.7}rem"
          ></div>
        {/if}
      </section>
    {/each}
    {#each besides as group (group.id)}
      <section aria-labelledby="group-{group.id}">
        <div class="flex items-baseline gap-3">
          <h2 id="group-{group.id}" class="text-2xl font-bold">{group.name || 'no place'}</h2>
          <p class="text-faint">
            {group.links.length}
            {group.kind === 'batch'
              ? 'cords'
              : group.links.length === 1
                ? 'link, no panel'
                : 'links, no panel'}, {group.links.filter((l) => worstState(job.endsOf(l.id)) === 'proven')
              .length} proven
          </p>
          {#if group.links[0]?.cord}<a
              class="ml-auto flex min-h-12 items-center font-semibold underline underline-offset-4"
              href={job.at('cords', group.links[0].cord.batch)}>the batch</a
            >{/if}
        </div>
        <CordCells links={group.links} current={at} />
      </section>
    {/each}
  </div>
  <aside class="order-first grid content-start gap-5 lg:order-none">
    {#if next}
      <section aria-label="What is next">
        <p class="text-sm text-faint">{next.rest}</p>
        <a href={next.href} data-main-action class="mt-1 act act-now text-lg"
          ><span>{next.verb} <span class="font-mono">{next.link.label}</span></span><kbd
            class="hidden key lg:inline">PgDn</kbd
          ></a
        >
        <p class="mt-1">{farWords(job.plan.where(next.link))}</p>
      </section>
    {:else if job.plan.ordered.length}
      <p class="text-lg">Every link is proven.</p>
    {:else}
      <p class="text-lg">
        This job has {job.plan.panels.length ? 'no links' : 'no panels'} yet: bring in a schedule, lay a pattern,
        or begin a batch of cords.
      </p>
      <a href={job.at('setup')} data-main-action class="act act-now text-lg">Set the job up</a>
    {/if}
    {#if first.length}
      <section
        aria-label="First ends of trainees"
        class="border-l-4 border-ink pl-3"
        data-testid="first ends"
      >
        <h2 class="font-bold">
          Look at these: first ends of {[...new Set(first.map((f) => f.person.name))].join(' and ')}
        </h2>
        <p class="flex flex-wrap gap-x-4">
          {#each first as f (`${f.link.id} ${f.end}`)}<a
              class="flex min-h-12 items-center font-mono underline underline-offset-4"
              href={job.at('bench', f.link.id, f.end)}>{f.link.label} {endName(f.link, f.end)}</a
            >{/each}
        </p>
      </section>
    {/if}
    <p>{proven} of {job.plan.ordered.length} links proven at both ends.</p>
    <nav
      class="grid grid-cols-3 gap-1 text-center sm:grid-cols-5 lg:grid-cols-3"
      aria-label="For the whole job"
    >
      {#each [['round', 'round'], ['readings', 'from a file'], ['history', 'history'], ['tools', 'tools'], ['run', 'runs'], ['kit', 'kit'], ['trend', 'trend'], ['drill', 'drill'], ['handover', 'handover'], ['labels', 'labels'], ['certify', 'limits'], ['setup', 'set up']] as const as [to, name] (to)}
        <a
          class="flex min-h-12 items-center justify-center border border-ink px-1 font-semibold"
          href={job.at(to)}>{name}</a
        >
      {/each}
    </nav>
    {#if wide.current}
      {#if rooms.length}
        <section aria-label="Rooms">
          <h2 class="text-sm text-faint">At the other end</h2>
          <ul class="mt-1 border-t border-rule">
            {#each rooms as room (room.id)}
              {@const links = job.plan.roomLinks(room.id)}
              {@const done = links.filter((l) => job.endsOf(l.id).tail.state === 'proven').length}
              {@const failed = links.filter((l) => job.endsOf(l.id).tail.state === 'failed').length}
              <li class="flex items-baseline gap-2 border-b border-rule py-1.5">
                <span class="flex-1"
                  >{#if links.some((l) => job.endsOf(l.id).tail.state === 'bare')}<a
                      class="underline underline-offset-4"
                      href={job.at('sweep', 'room', room.id)}
                      title="Sweep the tails of this room">{room.name}</a
                    >{:else}{room.name}{/if}</span
                >
                {#if failed}<span class="inline-flex items-center gap-0.5 self-center"
                    ><StateMark state="failed" /><span class="font-mono text-sm">{failed}</span></span
                  >{/if}
                <span class="font-mono text-sm text-faint">{done}/{links.length}</span>
              </li>
            {/each}
          </ul>
        </section>
      {/if}
      <section aria-label="Legend">
        <h2 class="text-sm text-faint">{allCords ? 'End 1 above, end 2 below' : 'Head above, tail below'}</h2>
        <ul class="mt-1 grid grid-cols-2 gap-1">
          {#each TERMINATION_STATES as s (s)}<li class="flex items-center gap-2">
              <StateMark state={s} />{s}
            </li>{/each}
        </ul>
      </section>
    {/if}
  </aside>
</main>
<UndoLine />
