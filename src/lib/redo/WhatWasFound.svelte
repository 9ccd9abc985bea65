<script lang="ts">
  import { saidOf } from '$core/model/end-name';
  import { MISTAKE_WORDS, mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import type { MistakePlace } from '$core/model/mistake-places';
  import { STARTING_WEIGHTS } from '$core/diagnose/catalogue';
  import type { Link } from '$core/model/job';
  import { ENDS } from '$core/wiring/conductors';
  import { classOf } from '$core/wiring/connector';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Asks, once an end was done again, what was wrong: one tap when the likeliest explanation was right. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const status = $derived(job.statusOf(link.id));
  const explained = $derived(status.untold ?? status.thread?.explained ?? []);
  const choices = $derived<{ where: MistakePlace; kind: string }[]>([
    ...ENDS.flatMap((end) =>
      Object.keys(STARTING_WEIGHTS[classOf(link[end].connector)]).map((kind) => ({ where: end, kind })),
    ),
    ...Object.keys(STARTING_WEIGHTS.cable).map((kind) => ({ where: 'cable' as const, kind })),
    ...ENDS.flatMap((end) =>
      Object.keys(STARTING_WEIGHTS.lead).map((kind) => ({ where: `lead-${end}` as const, kind })),
    ),
    { where: 'setting', kind: 'wrong-port' },
  ]);

  function asExplained(): void {
    job.log.write(
      link.id,
      'found',
      { mistakes: explained, asExplained: true },
      undefined,
      `${link.label}: found as explained.`,
    );
  }
  function other(value: string): void {
    const choice = choices[Number(value)];
    if (value !== '' && choice)
      job.log.write(
        link.id,
        'found',
        { mistakes: [{ ...choice, contacts: [], conductors: [] }], asExplained: false },
        undefined,
        `${link.label}: finding written down.`,
      );
  }
</script>

<div class="border-t border-rule pt-2">
  <p class="text-sm text-faint">What was found at {link.label}?</p>
  {#if explained.length}
    <button class="mt-1 act" onclick={asExplained}
      >As explained: {explained
        .map((m) => saidOf(link, `${PLACE_WORDS[m.where]} ${mistakeText(m)}`))
        .join(', and ')}</button
    >
  {/if}
  <select
    class="mt-2 h-12 w-full border border-rule bg-transparent px-2"
    aria-label="Something else was found"
    value=""
    onchange={(e) => other(e.currentTarget.value)}
  >
    <option value="" class="bg-paper">{explained.length ? 'Something else …' : 'Choose …'}</option>
    {#each choices as c, i (i)}<option value={String(i)} class="bg-paper"
        >{saidOf(link, PLACE_WORDS[c.where])}: {MISTAKE_WORDS[c.kind]}</option
      >{/each}
  </select>
</div>
