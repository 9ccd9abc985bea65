<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import type { Link } from '$core/formats/job';
  import { specOf } from '$core/log/link-spec';
  import { conductorLabel, contactsOf, type End } from '$core/wiring/conductors';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '$core/wiring/connector';
  import { conductorAt, SCHEMES, type Scheme } from '$core/wiring/schemes';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { useSite } from '$lib/site/site.svelte';

  let { link, end }: { link: Link; end: End } = $props();
  const site = useSite();
  const status = $derived(site.statusOf(link.id)[end]);
  const ordered = untrack(() => specOf(link, site.plan.policy)[end].scheme);
  let scheme = $state<Scheme>(ordered);
  let connector = $state<ConnectorFamily>(untrack(() => link[end].connector));
  const contacts = $derived(contactsOf(link.shielded));

  async function seated(): Promise<void> {
    const first = status.state === 'bare';
    if (first) site.log(link.id, 'seated', { connector, scheme }, end, `${link.label} ${end}: seated.`);
    else
      site.log(
        link.id,
        'redone',
        { action: 'redo', connector, scheme },
        end,
        `${link.label} ${end}: done again.`,
      );
    const next = site.nextBare(link.id, end);
    await goto(next ? `/${site.plan.id}/bench/${next.id}/${end}` : `/${site.plan.id}/prove/${link.id}`, {
      noScroll: true,
    });
  }
</script>

<div class="grid flex-1 content-start gap-5 px-3 py-4 lg:grid-cols-[minmax(0,1fr)_20rem] lg:px-5">
  <section aria-label="Order of the conductors">
    <h2 class="text-sm text-faint">Contact 1 to {link.shielded ? 'S' : '8'}, {scheme}</h2>
    <ol
      class="mt-2 grid grid-flow-col gap-x-5 gap-y-1 sm:max-w-2xl"
      style="grid-template-rows: repeat({Math.ceil(contacts.length / 2)}, auto)"
    >
      {#each contacts as c (c)}
        <li class="grid grid-cols-[1.5rem_4rem_1fr] items-center gap-3 border-b border-rule py-1.5">
          <span class="text-xl font-bold">{c}</span><Swatch
            conductor={conductorAt(scheme, c)}
            width={64}
            height={18}
          /><span class="font-mono text-lg">{conductorLabel(conductorAt(scheme, c))}</span>
        </li>
      {/each}
    </ol>
  </section>
  <section class="grid content-start gap-3" aria-label="Mark seated">
    {#if status.state !== 'bare'}
      <p>
        Attempt {status.attempt} by {site.person(status.by)}: {status.state}{status.reason
          ? `, ${status.reason}`
          : ''}.
      </p>
    {/if}
    <label class="text-sm"
      >connector
      <select class="mt-1 h-13 w-full border border-ink bg-transparent px-2 text-base" bind:value={connector}>
        {#each CONNECTOR_FAMILIES as f (f)}<option value={f} class="bg-paper">{FAMILY_NAMES[f]}</option
          >{/each}
      </select>
    </label>
    <label class="text-sm"
      >scheme
      <select class="mt-1 h-13 w-full border border-ink bg-transparent px-2 text-base" bind:value={scheme}>
        {#each SCHEMES as s (s)}<option value={s} class="bg-paper">{s}</option>{/each}
      </select>
    </label>
    {#if scheme !== ordered}<p class="border-l-4 border-wrong pl-3">
        This end was ordered to {ordered}. Seat it to {scheme} only if that was changed.
      </p>{/if}
    <button class="act min-h-16 act-now text-lg" data-main-action onclick={seated}
      >{status.state === 'bare' ? 'Seated, next port' : 'Done again, next port'}
      <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
    <p class="text-sm text-faint">
      Cut away from the hand, shield your eyes, pick up every offcut. Local codes and licensed practice come
      first.
    </p>
  </section>
</div>
