<script lang="ts">
  import { untrack } from 'svelte';
  import type { Link } from '$core/model/job';
  import { formatMetres } from '$core/model/metres';
  import { MEASURED_MARKS, readMarks } from '$core/run/metre-marks';
  import { useJob } from '$lib/job/open-job.svelte';
  import { boxInHand, takeInHand } from './box-in-hand';

  interface Props {
    link: Link;
    /** The box it is to come from, and what lay in that. */
    box?: { name: string; metres: number } | undefined;
    onlogged?: () => void;
  }
  /** A cable is pulled: the marks on its jacket where it begins and ends say how long it is. */
  let { link, box, onlogged }: Props = $props();
  const job = useJob();
  const hand = untrack(() => boxInHand(job.plan.id));
  const same = untrack(() => !box || box.name === hand.name);
  let name = $state(untrack(() => box?.name ?? hand.name));
  let start = $state(untrack(() => (same ? hand.lastMark : '')));
  let end = $state('');
  let ten = $state(untrack(() => (same ? hand.tenMeasure : '')));
  let says = $state('');
  const usual = $derived(job.plan.policy.units === 'inch' ? 'ft' : 'm');
  const read = $derived(start.trim() && end.trim() ? readMarks(start, end, usual, ten) : null);
  const m = (metres: number) => formatMetres(Number(metres.toFixed(1)), job.plan.policy.units);
  const known = $derived(job.statusOf(link.id).pulled);

  function log(): void {
    if (!read?.ok) return;
    const { metres, errorMetres } = read.length;
    const proven = job.statusOf(link.id).lastReading?.verdict === 'pass';
    const three = (x: number) => Math.round(x * 1000) / 1000;
    job.log.write(
      link.id,
      'pulled',
      {
        metres: three(metres),
        errorMetres: three(errorMetres),
        marks: read.marks,
        ...(name.trim() ? { box: name.trim() } : {}),
        ...(box && box.name === name.trim() ? { boxMetres: box.metres } : {}),
      },
      undefined,
      `${link.label}: ${m(metres)} pulled.`,
    );
    takeInHand(job.plan.id, { name: name.trim(), tenMeasure: ten, lastMark: end.trim() });
    const { lastReading, head, tail } = job.statusOf(link.id);
    says =
      proven && lastReading?.verdict !== 'pass'
        ? `${link.label} is proven no more. ${head.reason ?? tail.reason ?? ''}`
        : `${link.label} is ${m(metres)} long, give or take ${m(errorMetres)}: prove holds it against that.`;
    start = end;
    end = '';
    onlogged?.();
  }
</script>

<div class="grid gap-2">
  {#if known}<p class="text-sm">
      By the marks on its jacket {m(known.metres)}{known.errorMetres === undefined
        ? ''
        : `, give or take ${m(known.errorMetres)}`}{known.box ? `, from ${known.box}` : ''}.
    </p>{/if}
  <div class="grid grid-cols-2 gap-2">
    <label class="text-sm"
      >mark where it begins<input
        class="field font-mono"
        inputmode="decimal"
        maxlength="12"
        bind:value={start}
      /></label
    >
    <label class="text-sm"
      >mark where it ends<input
        class="field font-mono"
        inputmode="decimal"
        maxlength="12"
        bind:value={end}
      /></label
    >
    <label class="text-sm">box or reel<input class="field" maxlength="80" bind:value={name} /></label>
    <label class="text-sm"
      >{MEASURED_MARKS} printed {usual} measure
      <input
        class="field font-mono"
        inputmode="decimal"
        maxlength="8"
        placeholder="10"
        bind:value={ten}
      /></label
    >
  </div>
  {#if read && !read.ok}<p class="border-l-4 border-wrong pl-3" role="alert">{read.message}</p>{/if}
  <button class={['act', box && 'act-now']} disabled={!read?.ok} onclick={log}
    >{read?.ok
      ? `It is ${m(read.length.metres)} long, give or take ${m(read.length.errorMetres)}: log it as pulled`
      : 'Log it as pulled'}</button
  >
  {#if says}<p role="status">{says}</p>{/if}
</div>
