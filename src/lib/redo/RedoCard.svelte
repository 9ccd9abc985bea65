<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { PressGuard } from '$lib/controls/press-guard.svelte';
  import { endName, saidOf } from '$core/model/end-name';
  import { asking } from '$lib/address/address';
  import { mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import { mediumOf } from '$core/wiring/connector';
  import type { Link } from '$core/model/job';
  import { specOf } from '$core/log/link-spec';
  import { ENDS, type Contact, type End } from '$core/wiring/conductors';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import { GUIDES } from '$core/bench/families';
  import { ownPart } from '$core/bench/guide';
  import { formatLength } from '$core/bench/units';
  import { nextWork, wantsExchange } from '$core/log/rework';
  import { redoTakes, slackLeft } from '$core/log/slack';
  import SmallLoom from '$lib/diagnosis/SmallLoom.svelte';
  import StateMark from '$lib/port-strip/StateMark.svelte';
  import ExchangedNote from './ExchangedNote.svelte';
  import JoinedNote from './JoinedNote.svelte';
  import WhatWasFound from './WhatWasFound.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';

  let { link, guard }: { link: Link; guard: PressGuard } = $props();
  const job = useJob();
  const status = $derived(job.statusOf(link.id));
  const found = $derived(status.lastReading?.data.diagnosis);
  const failed = $derived(ENDS.filter((e) => status[e].state === 'failed'));
  /** Two cables that are exchanged want to change places, and nothing cut. */
  const exchanged = $derived(wantsExchange(status));
  /** What copper joined is parted most often where it touches: at a punch too many, a whisker, a bare spot. */
  const joined = $derived(status.joined?.mended === false);
  const contactsAt = (end: End): Contact[] =>
    found?.mistakes.filter((m) => m.where === end).flatMap((m) => m.contacts) ?? [];

  const outlook = $derived(
    Object.fromEntries(ENDS.map((e) => [e, slackLeft(status, link, job.plan.policy, e)])) as Record<
      End,
      ReturnType<typeof slackLeft>
    >,
  );
  const takesOf = (end: End) => redoTakes(status, link, job.plan.policy, end, contactsAt(end));
  const wayOf = (end: End) => takesOf(end).way;
  const takes = (end: End) => {
    const { way, minutes, cableMm } = takesOf(end);
    return way === 'repunch'
      ? `no cable, about ${minutes} min`
      : [ownPart(GUIDES[link[end].connector]), `${formatLength(cableMm, job.plan.policy.units)} of cable`, `about ${minutes} min`].filter(Boolean).join(', '); // prettier-ignore
  };

  const next = $derived(nextWork(status, link, job.plan.policy));

  const mm = (value: number) => formatLength(value, job.plan.policy.units);
  function outlookWords(end: End): string {
    const { leftMm, takesMm, redosLeft } = outlook[end];
    if (link.cord)
      return wayOf(end) === 're-pull'
        ? `Do not cut: one more takes ${mm(takesMm)} and leaves this cord too short. Cut a new cord.`
        : `The ${end} takes ${takes(end)} off this cord; it may be done ${redosLeft === 1 ? 'once' : `${redosLeft} times`} more before the cord is too short.`;
    return wayOf(end) === 're-pull'
      ? `Do not cut: the ${end} has ${mm(Math.max(0, leftMm))} of slack and one more takes ${mm(takesMm)}. Re-pull the cable.`
      : `The ${end} takes ${takes(end)}; its slack allows ${redosLeft} more.`;
  }

  function assign(to: string): void {
    const name = job.plan.crew.find((p) => p.id === to)?.name;
    job.log.write(
      link.id,
      'assigned',
      to ? { to } : {},
      undefined,
      `${link.label} is for ${name ?? 'anybody'}.`,
    );
  }
  function repulled(): void {
    if (!guard.take()) return;
    guard.shown();
    job.log.write(
      link.id,
      'repulled',
      {},
      undefined,
      `${link.label}: ${link.cord ? 'cord cut again' : 'cable re-pulled'}, both ends bare.`,
    );
  }
  /** What was refused by eye is put right often enough without a cut: a plate, a latch, a label. */
  function putRight(end: End): void {
    if (!guard.take()) return;
    guard.shown();
    job.log.write(
      link.id,
      'redone',
      { action: 'repunch', contacts: [] },
      end,
      `${link.label} ${endName(link, end)}: put right, to be read again.`,
    );
  }
  function done(end: End, action: 'redo' | 'repunch'): void {
    if (!guard.take()) return;
    guard.shown();
    const scheme = specOf(link, job.plan.policy)[end].scheme;
    if (action === 'repunch')
      job.log.write(
        link.id,
        'redone',
        { action, contacts: contactsAt(end) },
        end,
        `${link.label} ${endName(link, end)}: punched again.`,
      );
    else
      job.log.write(
        link.id,
        'redone',
        { action, connector: link[end].connector, scheme },
        end,
        `${link.label} ${endName(link, end)}: done again.`,
      );
  }
</script>

<article
  class="grid gap-x-6 gap-y-2 border-2 border-ink p-3 lg:grid-cols-[1fr_18rem]"
  aria-label="{link.label} to be done again"
>
  <div>
    <h3 class="flex flex-wrap items-baseline gap-x-3">
      <a class="font-mono text-xl font-bold underline underline-offset-4" href={job.at('prove', link.id)}
        >{link.label}</a
      >
      <a
        class="flex min-h-12 items-center text-sm underline underline-offset-4"
        href={asking(job.at('history'), { link: link.id })}>history</a
      >
      <span>{farWords(job.plan.where(link))}</span>
      <span class="ml-auto flex items-center gap-2 text-sm"
        >for
        <Choice
          bare
          class="w-44"
          label="{link.label} is for"
          options={[['', 'anybody'], ...job.plan.crew.map((p) => [p.id, p.name] as const)]}
          value={status.assignedTo ?? ''}
          onchoose={assign}
        />
      </span>
    </h3>
    {#each ENDS as end (end)}
      {#if status[end].state === 'failed' || status[end].state === 'stale'}
        {#if status[end].loggedTwice}
          <p class="mt-1 border-l-4 border-wrong pl-3">
            {saidOf(link, `The ${end}`)} was logged twice at about the same time, by {status[end].loggedTwice
              .map((id) => job.plan.person(id))
              .join(' and ')}: ask which one stands.
          </p>
        {/if}
        <p class="mt-1 flex items-start gap-2">
          <StateMark state={status[end].state} size={20} /><span
            ><strong>{endName(link, end)}</strong>, {FAMILY_NAMES[link[end].connector]}{status[end].attempt
              ? `, attempt ${status[end].attempt}`
              : ''}{status[end].reason ? `: ${status[end].reason}` : ': done again, not proven yet'}</span
          >
        </p>
      {/if}
    {/each}
    <ExchangedNote {link} {guard} />
    <JoinedNote {link} now={next === 'round'} />
    {#if next === 'round' && !status.exchanged && !status.joined}
      <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="misanswered-note">
        <p>
          {link.label} answered with a remote of elsewhere. Look whether the tester was in its port and the remote
          in its outlet, and where its cable goes; then read it in a round, with its own numbered remote.
        </p>
        <a class="mt-2 act act-now" href={asking(job.at('round'), { only: link.id })}
          >A round for {link.label}</a
        >
      </div>
    {/if}
    {#each exchanged ? [] : failed as end (end)}
      <p
        class={['text-sm', wayOf(end) === 're-pull' ? 'border-l-4 border-wrong pl-3' : 'text-faint']}
        data-testid="slack {end}"
      >
        {saidOf(link, outlookWords(end))}
      </p>
    {/each}
    {#if failed.length && found}
      <p class="mt-2">{saidOf(link, found.remedy)}</p>
      <p class="text-sm text-faint">
        {Math.round(found.probability * 100)}%: {found.mistakes
          .map((m) => saidOf(link, `${PLACE_WORDS[m.where]} ${mistakeText(m)}`))
          .join(', and ')}
      </p>
    {/if}
  </div>
  <div class="grid content-start gap-2">
    {#if status.lastReading?.verdict === 'fail' && mediumOf(link.head.connector) !== 'coax'}
      <SmallLoom
        {link}
        measured={status.lastReading.data.reading}
        looked={found?.looked ?? []}
        asks={failed.length > 0}
      />
    {/if}
    {#each exchanged ? [] : failed as end (end)}
      {#if status[end].refused?.how === 'eye'}
        <button class={['act', joined && next === end && 'act-now']} onclick={() => putRight(end)}
          >{endName(link, end)}: put right, no new connector</button
        >
      {/if}
      {#if wayOf(end) === 're-pull'}
        <p class="border-2 border-wrong p-2">{saidOf(link, `The ${end} cannot`)} be done once more.</p>
      {:else if wayOf(end) === 'repunch'}
        <button class={['act', !joined && next === end && 'act-now']} onclick={() => done(end, 'repunch')}
          >{endName(link, end)}: punched again</button
        >
        {#if !outlook[end].mustRepull}
          <button class="act" onclick={() => done(end, 'redo')}
            >{endName(link, end)}: whole end done again</button
          >
        {/if}
      {:else}
        <button class={['act', !joined && next === end && 'act-now']} onclick={() => done(end, 'redo')}
          >{endName(link, end)}: done again</button
        >
      {/if}
    {/each}
    {#if next === 're-pull'}
      <button class="act act-now" onclick={repulled}
        >{link.cord ? 'Cord cut again' : 'Cable re-pulled'}</button
      >
    {/if}
    <a class={['act', next === 'reading' && 'act-now']} href={job.at('prove', link.id)}>Prove it</a>
    {#if failed.length === 0 && status.lastReading?.verdict === 'fail' && !status.foundSinceFail}<WhatWasFound
        {link}
        {guard}
      />{/if}
  </div>
</article>
