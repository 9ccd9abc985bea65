<script lang="ts">
  import type { Link } from '$core/formats/job';
  import { specOf } from '$core/log/link-spec';
  import { mistakeText } from '$core/diagnose/words';
  import { ENDS, type Contact, type End } from '$core/wiring/conductors';
  import { classOf, FAMILY_NAMES } from '$core/wiring/connector';
  import StateMark from '$lib/port-strip/StateMark.svelte';
  import WhatWasFound from './WhatWasFound.svelte';
  import { useSite } from '$lib/site/site.svelte';
  import { tailWords } from '$lib/site/where';

  let { link }: { link: Link } = $props();
  const site = useSite();
  const status = $derived(site.statusOf(link.id));
  const found = $derived(status.lastReading?.data.diagnosis);
  const failed = $derived(ENDS.filter((e) => status[e].state === 'failed'));
  const job = $derived(`/${site.plan.id}`);
  const contactsAt = (end: End): Contact[] =>
    found?.mistakes.filter((m) => m.where === end).flatMap((m) => m.contacts) ?? [];

  function done(end: End, action: 'redo' | 'repunch'): void {
    const scheme = specOf(link, site.plan.policy)[end].scheme;
    if (action === 'repunch')
      site.log(
        link.id,
        'redone',
        { action, contacts: contactsAt(end) },
        end,
        `${link.label} ${end}: punched again.`,
      );
    else
      site.log(
        link.id,
        'redone',
        { action, connector: link[end].connector, scheme },
        end,
        `${link.label} ${end}: done again.`,
      );
  }
</script>

<article
  class="grid gap-x-6 gap-y-2 border-2 border-ink p-3 lg:grid-cols-[1fr_18rem]"
  aria-label="{link.label} to be done again"
>
  <div>
    <h3 class="flex flex-wrap items-baseline gap-x-3">
      <a class="font-mono text-xl font-bold underline underline-offset-4" href="{job}/prove/{link.id}"
        >{link.label}</a
      >
      <span>{tailWords(site.where(link), link)}</span>
    </h3>
    {#each ENDS as end (end)}
      {#if status[end].state === 'failed' || status[end].state === 'stale'}
        <p class="mt-1 flex items-start gap-2">
          <StateMark state={status[end].state} size={20} /><span
            ><strong>{end}</strong>, {FAMILY_NAMES[link[end].connector]}{status[end].attempt
              ? `, attempt ${status[end].attempt}`
              : ''}{status[end].reason ? `: ${status[end].reason}` : ': done again, not proven yet'}</span
          >
        </p>
      {/if}
    {/each}
    {#if failed.length && found}
      <p class="mt-2">{found.remedy}</p>
      <p class="text-sm text-faint">
        {Math.round(found.probability * 100)}%: {found.mistakes
          .map((m) => `${m.where} ${mistakeText(m)}`)
          .join(', and ')}
      </p>
    {/if}
  </div>
  <div class="grid content-start gap-2">
    {#each failed as end, i (end)}
      {#if classOf(link[end].connector) === 'jack' && contactsAt(end).length}
        <button class={['act', i === 0 && 'act-now']} onclick={() => done(end, 'repunch')}
          >{end}: punched again</button
        >
        <button class="act" onclick={() => done(end, 'redo')}>{end}: whole end done again</button>
      {:else}
        <button class={['act', i === 0 && 'act-now']} onclick={() => done(end, 'redo')}
          >{end}: done again</button
        >
      {/if}
    {/each}
    <a class={['act', failed.length === 0 && 'act-now']} href="{job}/prove/{link.id}">Prove it</a>
    {#if failed.length === 0 && status.lastReading?.verdict === 'fail' && !status.foundSinceFail}<WhatWasFound
        {link}
      />{/if}
  </div>
</article>
