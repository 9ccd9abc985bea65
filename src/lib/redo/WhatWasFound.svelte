<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { PressGuard } from '$lib/controls/press-guard.svelte';
  import { saidOf } from '$core/model/end-name';
  import { MISTAKE_WORDS, mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import type { MistakePlace } from '$core/model/mistake-places';
  import { STARTING_WEIGHTS } from '$core/diagnose/catalogue';
  import type { Link } from '$core/model/job';
  import { ENDS } from '$core/wiring/conductors';
  import { classOf } from '$core/wiring/connector';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Asks, once an end was done again, what was wrong: one tap when the likeliest explanation was right. */
  let { link, guard }: { link: Link; guard?: PressGuard } = $props();
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
    if (guard && !guard.take()) return;
    guard?.shown();
    job.log.write(
      link.id,
      'found',
      { mistakes: explained, asExplained: true },
      undefined,
      `${link.label}: found as explained.`,
    );
  }
  function other(nth: number): void {
    const choice = choices[nth];
    if (choice)
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
  <Choice
    bare
    class="mt-2"
    label="Something else was found"
    placeholder={explained.length ? 'Something else …' : 'Choose …'}
    options={choices.map(
      (c, i) => [i, `${saidOf(link, PLACE_WORDS[c.where])}: ${MISTAKE_WORDS[c.kind]}`] as const,
    )}
    value={undefined}
    onchoose={other}
  />
</div>
