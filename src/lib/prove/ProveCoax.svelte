<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { endName } from '$core/model/end-name';
  import { asking } from '$lib/address/address';
  import { goto } from '$app/navigation';
  import type { Link } from '$core/model/job';
  import { adviseCoax, type CoaxKnown } from '$core/diagnose/coax';
  import { judgeForLink } from '$core/log/judge-for-link';
  import { judgeCoax, parseCoaxWalk } from '$core/reading/coax';
  import { ENDS, type End } from '$core/wiring/conductors';
  import ConnectorDrawing from '$lib/bench/ConnectorDrawing.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { onMount } from 'svelte';
  import RefusedNote from './RefusedNote.svelte';
  import { signals } from './signals.svelte';
  import { PressGuard } from '$lib/controls/press-guard.svelte';

  let { link }: { link: Link } = $props();
  const job = useJob();
  const CHOICES = [
    { walk: '- S', says: 'Centre silent' },
    { walk: 'C -', says: 'Braid silent' },
    { walk: 'C+S C+S', says: 'Centre and braid joined' },
    { walk: '- -', says: 'Nothing answers' },
  ];
  let walk = $state<string | null>(null);
  const answers = $derived.by(() => {
    const parsed = walk ? parseCoaxWalk(walk) : null;
    return parsed?.ok ? parsed.answers : null;
  });
  const judgement = $derived(answers && judgeCoax(answers, 'continuity'));
  const thread = $derived(job.statusOf(link.id).thread);
  let seen = $state.raw<CoaxKnown['ends']>({});
  let checked = $state(false);
  const advice = $derived(
    answers &&
      adviseCoax(
        answers,
        {
          ends: { ...Object.fromEntries((thread?.redone ?? []).map((e) => [e, 'redone' as const])), ...seen },
          checked: checked || (thread?.checked ?? false),
        },
        job.here.standingAt,
      ),
  );
  let chosen = $state<End[] | null>(null);
  /** Ends to be done again: as they were set, else the one that was seen wrong, else those that may be. */
  const blame = $derived(
    chosen ??
      ENDS.filter((e) => (ENDS.some((x) => seen[x] === 'wrong') ? seen[e] === 'wrong' : seen[e] !== 'well')),
  );

  function toggle(end: End): void {
    const now = blame.includes(end) ? blame.filter((e) => e !== end) : [...blame, end];
    if (now.length) chosen = ENDS.filter((e) => now.includes(e));
  }
  const guard = new PressGuard();
  onMount(() => guard.shown());
  function take(text: string): void {
    walk = text;
    signals.give(link.label, 'fail', judgement?.reason);
  }
  function readAgain(): void {
    walk = null;
    chosen = null;
    guard.shown();
  }
  function look(yes: boolean): void {
    const next = advice!.next;
    job.here.stand(next.end!);
    seen = { ...seen, [next.end!]: yes === next.yesIsGood ? 'well' : 'wrong' };
  }
  /** Logs the fail and that the end was done again on the spot, and reads again. */
  function mended(end: End): void {
    if (!guard.take()) return;
    write(walk!);
    const { scheme } = job.plan.policy;
    job.log.write(
      link.id,
      'redone',
      { action: 'redo', connector: link[end].connector, scheme: link.scheme ?? scheme },
      end,
      `${link.label} ${endName(link, end)}: done again.`,
    );
    seen = {};
    checked = false;
    readAgain();
  }
  function write(text: string): void {
    const good = text === 'C S';
    const data = {
      reading: { walk: text, evidence: 'continuity' as const },
      tester: 'continuity',
      ...(good ? {} : { blame: blame.length ? [...blame] : [...ENDS] }),
      ...(checked && !good ? { known: { checked: true as const } } : {}),
    };
    const at = new Date().toISOString();
    const judged = judgeForLink(job.statusOf(link.id), link, job.plan, {
      at,
      by: job.here.me,
      data: { ...data, revision: job.plan.revision },
    });
    const verdict = judged.ok ? judged.judgement.verdict : 'fail';
    const says = { pass: 'pass logged.', fail: 'fail logged.', provisional: `provisional pass logged. ${judged.ok ? judged.judgement.reason : ''}` }[verdict]; // prettier-ignore
    // A fail was given when it was read.
    if (verdict !== 'fail') signals.give(link.label, verdict);
    job.log.write(link.id, 'reading', data, undefined, `${link.label}: ${says}`);
  }
  async function log(text: string): Promise<void> {
    if (!guard.take()) return;
    write(text);
    const next = job.nextToProve(link.id);
    if (link.cord) return goto(job.afterCord(link.cord, link.id));
    await goto(next ? job.at('prove', next.id) : asking(job.at('rack'), { at: link.id }));
  }
</script>

<div
  class="grid flex-1 content-start gap-x-6 gap-y-3 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_20rem] lg:px-5"
  data-armed={guard.ready}
>
  <div class="grid content-start gap-3">
    <RefusedNote {link} />
    <h2 class="text-xl font-bold" data-testid="verdict" aria-live="polite">
      {#if judgement}Fail: <span class="text-wrong">{judgement.reason}</span>{:else}Not read yet.{/if}
    </h2>
    <ConnectorDrawing
      family={link.head.connector}
      seen={{ kind: 'coax' }}
      shielded={false}
      shows={(c) => (c === 'C' ? 'CENTRE' : 'BRAID')}
      wrong={judgement ? (walk === '- S' ? ['C'] : walk === 'C -' ? ['S'] : ['C', 'S']) : []}
    />
    <p class="text-sm text-faint">
      Disconnect the feed first: coax may carry 13 or 18 V, or 60 to 90 V of supply. Outdoor screens are
      bonded by someone licensed; local codes come first.
    </p>
    <p class="text-faint">Continuity shows opens and shorts; it does not rule out loss or a poor signal.</p>
  </div>
  <aside class="grid content-start gap-3">
    {#if judgement && advice}
      {@const { next } = advice}
      <h3 class="text-xl font-bold" data-testid="question">
        {next.end && next.end !== job.here.standingAt ? `Walk to the ${next.end}. ` : ''}{next.question}
      </h3>
      {#if next.action === 'look'}
        <div class="grid grid-cols-2 gap-2">
          {#each [true, false] as yes (yes)}<button class="act min-h-14 act-now" onclick={() => look(yes)}
              >{yes ? 'Yes' : 'No'}</button
            >{/each}
        </div>
      {:else if next.action === 'check'}
        <button
          class="act act-now"
          data-main-action
          onclick={() => {
            checked = true;
            readAgain();
          }}>Looked again: read once more</button
        >
      {:else if next.action === 'redo'}
        <button class="act act-now" data-main-action onclick={() => mended(next.end!)}
          >New connector on: read once more</button
        >
      {/if}
      <ul class="text-sm text-faint">
        {#each advice.explanations.slice(0, 4) as e, i (i)}<li>
            {Math.round(e.probability * 100)}% {e.where === 'setting' ? '' : `${e.where}: `}{e.says}
          </li>{/each}
      </ul>
      <fieldset class="flex items-center gap-2">
        <legend class="float-left mr-2 text-sm text-faint">to be done again</legend>
        {#each ENDS as end (end)}
          <Toggle
            tone="amiss"
            class="flex-1 font-semibold"
            pressed={blame.includes(end)}
            onclick={() => toggle(end)}>{end}</Toggle
          >
        {/each}
      </fieldset>
      <button class="act min-h-14" onclick={() => log(walk!)}>Log fail, queue redo</button>
      <button class="act" onclick={readAgain}>Read again</button>
    {:else}
      <button class="act min-h-16 act-now text-lg" data-main-action onclick={() => log('C S')}
        >Both good, log it <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      {#each CHOICES as c (c.walk)}<button class="act" onclick={() => take(c.walk)}>{c.says}</button>{/each}
    {/if}
  </aside>
</div>
