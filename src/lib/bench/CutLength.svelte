<script lang="ts">
  import { untrack } from 'svelte';
  import { GUIDES } from '$core/bench/families';
  import { cutLength } from '$core/bench/cut-length';
  import { formatLength } from '$core/bench/units';
  import { formatMetres, readMetres } from '$core/model/metres';
  import { slackLeft, USUAL_SLACK_MM } from '$core/log/slack';
  import PulledForm from '$lib/run/PulledForm.svelte';
  import type { BenchSession } from './session.svelte';

  /** What this cable is cut to, what is left at this end, and its length by the marks on its jacket. */
  let { session }: { session: BenchSession } = $props();
  const { job, link, end } = $derived(session);
  const { policy } = $derived(job.plan);
  let way = $state(untrack(() => (session.link.lengthMetres === undefined ? '' : String(session.link.lengthMetres)))); // prettier-ignore
  const slackAt = (e: 'head' | 'tail') => link[e].slackMm ?? policy.slackMm ?? USUAL_SLACK_MM;
  const run = $derived(way.trim() ? readMetres(way, policy.units) : null);
  const cut = $derived(
    run?.ok
      ? cutLength(
          run.metres * 1000,
          { head: slackAt('head'), tail: slackAt('tail') },
          { head: GUIDES[link.head.connector], tail: GUIDES[link.tail.connector] },
        )
      : null,
  );
  const left = $derived(slackLeft(job.statusOf(link.id), link, policy, end));
  const short = (mm: number) => formatLength(mm, policy.units);
</script>

<p
  class={left.mustRepull ? 'border-l-4 border-wrong pl-3 font-bold' : 'text-sm text-faint'}
  data-testid="slack here"
>
  {left.mustRepull
    ? `Do not cut: ${short(Math.max(0, left.leftMm))} of slack is left at this end, and one more takes ${short(left.takesMm)}.`
    : `Slack left at this end: ${short(left.leftMm)}, enough to do it again ${left.redosLeft === 1 ? 'once' : `${left.redosLeft} times`}.`}
</p>
<details>
  <summary class="flex min-h-12 cursor-pointer items-center text-sm underline underline-offset-4"
    >how long to cut it, and its length by the metre marks</summary
  >
  <div class="grid gap-2">
    <label class="text-sm"
      >its route, from panel to outlet
      <input class="field" inputmode="decimal" maxlength="20" bind:value={way} />
    </label>
    {#if run && !run.ok}<p class="border-l-4 border-wrong pl-3" role="alert">{run.message}</p>{/if}
    {#if cut}
      <p data-testid="cut length">
        <strong>Cut it to {formatMetres(cut.totalMm / 1000, policy.units)}</strong>: its route, {short(
          cut.slackMm,
        )} of slack, {short(cut.spareMm)} to spare and {short(cut.stripMm)} that is stripped.
      </p>
    {/if}
    <PulledForm {link} />
  </div>
</details>
