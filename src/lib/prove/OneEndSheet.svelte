<script lang="ts">
  import { sentence } from '$core/wiring/words';
  import Toggle from '$lib/controls/Toggle.svelte';
  import { saidOf } from '$core/model/end-name';
  import { judgeOneEnd } from '$core/log/one-end';
  import type { FromOneEnd } from '$core/model/one-end';
  import {
    CONTACT_PAIRS,
    contactsOf,
    ENDS,
    type Contact,
    type ContactPair,
    type End,
  } from '$core/wiring/conductors';
  import Sheet from '$lib/controls/Sheet.svelte';
  import type { ProveSession } from './session.svelte';

  /** A tester with no remote: joined contacts and how far each pair goes, from the end one stands at. */
  let { session, onclose }: { session: ProveSession; onclose: () => void } = $props();
  const { link, job } = $derived(session);
  let from = $state<End>('head');
  let joined = $state<Contact[]>([]);
  let all = $state('');
  let each = $state<Partial<Record<ContactPair, string>>>({});
  const number = (text: string | undefined) =>
    text?.trim() ? Number(text.trim().replace(',', '.')) : undefined;
  const metres = $derived(
    CONTACT_PAIRS.flatMap((p) => {
      const m = number(each[p]) ?? number(all);
      return m === undefined ? [] : [[p, m] as const];
    }),
  );
  const problem = $derived(
    metres.some(([, m]) => !(m >= 0 && m <= 2000))
      ? 'A distance goes from 0 to 2000 metres.'
      : joined.length === 1
        ? 'One contact alone is not joined: tap the other one too.'
        : '',
  );
  const data = $derived<FromOneEnd>({
    from,
    joins: joined.length > 1 ? [contactsOf(link.shielded).filter((c) => joined.includes(c))] : [],
    ...(metres.length ? { metres: Object.fromEntries(metres) } : {}),
    tester: job.tester.name,
    ...session.leads.stamp,
  });
  const judged = $derived(problem ? null : judgeOneEnd(data, session.laid));

  function log(): void {
    job.log.write(
      link.id,
      'one-end',
      data,
      undefined,
      `${link.label}: seen from ${saidOf(link, `the ${from}`)} alone, logged.`,
    );
    job.here.stand(from);
    onclose();
  }
</script>

<Sheet title="From one end, no remote" {onclose}>
  <div class="grid gap-3">
    <p class="text-sm text-faint">Joined contacts and lengths only: it proves no link.</p>
    <div class="grid grid-cols-2 gap-1" role="group" aria-label="Seen from">
      {#each ENDS as end (end)}
        <Toggle pressed={from === end} onclick={() => (from = end)}
          >from {saidOf(session.link, `the ${end}`)}</Toggle
        >
      {/each}
    </div>
    <fieldset>
      <legend class="text-sm">joined with one another</legend>
      <div
        class="grid gap-1"
        style="grid-template-columns: repeat({contactsOf(link.shielded).length}, minmax(0, 1fr))"
      >
        {#each contactsOf(link.shielded) as c (c)}
          <Toggle
            tone="amiss"
            class="font-mono"
            pressed={joined.includes(c)}
            aria-label="Contact {c} is joined"
            onclick={() => (joined = joined.includes(c) ? joined.filter((x) => x !== c) : [...joined, c])}
            >{c}</Toggle
          >
        {/each}
      </div>
    </fieldset>
    <label class="text-sm"
      >metres to the end, all pairs alike<input
        class="field font-mono"
        inputmode="decimal"
        bind:value={all}
      /></label
    >
    <details>
      <summary class="flex min-h-12 cursor-pointer items-center text-sm">pair by pair</summary>
      <div class="grid grid-cols-4 gap-2">
        {#each CONTACT_PAIRS as p (p)}
          <label class="text-sm"
            >{p[0]}-{p[1]}<input class="field font-mono" inputmode="decimal" bind:value={each[p]} /></label
          >
        {/each}
      </div>
    </details>
    {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
    {#if judged}
      <p class="text-lg font-bold" data-testid="one-end-says">
        {judged.grade === 'fail' ? 'Fail' : judged.grade === 'doubt' ? 'Look again' : 'Good so far'}: {sentence(
          judged.reason,
        )}
      </p>
    {/if}
    <button class="act act-now" data-main-action disabled={problem !== ''} onclick={log}>Log it</button>
  </div>
</Sheet>
