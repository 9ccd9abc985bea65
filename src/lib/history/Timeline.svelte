<script lang="ts">
  import { ofLink } from '$core/model/entry';
  import type { LogEntry } from '$core/model/entry';
  import { entryWords } from '$core/log/entry-words';
  import SmallLoom from '$lib/diagnosis/SmallLoom.svelte';
  import { photoUrl } from '$lib/photo/photo-box';
  import { useSite } from '$lib/site/site.svelte';

  let { entries }: { entries: readonly LogEntry[] } = $props();
  const site = useSite();
  const voided = $derived(new Set(entries.flatMap((e) => (e.kind === 'void' ? [e.data.entry] : []))));
  let takingBack = $state('');
  let reason = $state('');
  let done = $state<string[]>([]);

  /** A correction is an entry of its own, with its reason; what it takes back stays to be read. */
  function takeBack(e: LogEntry): void {
    if (!reason.trim()) return;
    const data = { entry: e.id, reason: reason.trim().slice(0, 400) };
    if (ofLink(e)) site.log(e.link, 'void', data);
    else site.logForJob('void', data);
    done = [...done, e.id];
    takingBack = reason = '';
  }
  const isBack = (e: LogEntry) => voided.has(e.id) || done.includes(e.id);
  const linkOf = (e: LogEntry) => (ofLink(e) ? site.links.get(e.link) : undefined);
  const partName = (id: string) => site.extras.parts.find((p) => p.id === id)?.name ?? id;
  const time = (at: string) => `${at.slice(0, 10)} ${at.slice(11, 16)}`;
  const fails = (e: LogEntry) =>
    e.kind === 'reading' && entryWords(e, linkOf(e), site.plan.policy).startsWith('fail');

  /** The small print of an entry: minutes, tester, leads, parts. */
  function notes(e: LogEntry): string {
    if (e.kind === 'reading')
      return [
        e.data.tester,
        e.data.leads?.length ? `leads ${e.data.leads.join(' and ')}` : '',
        e.data.reading.lengthMetres === undefined ? '' : `${e.data.reading.lengthMetres} m`,
        e.data.note,
      ]
        .filter(Boolean)
        .join(', ');
    if (e.kind === 'seated' || e.kind === 'redone')
      return [
        e.data.minutes === undefined ? '' : `${e.data.minutes} min`,
        e.data.untwistMm === undefined ? '' : `untwist ${Math.round(e.data.untwistMm * 10) / 10} mm`,
        ...(e.data.parts ?? []).map(partName),
      ]
        .filter(Boolean)
        .join(', ');
    return '';
  }
</script>

<ol class="border-t border-ink" aria-label="History">
  {#each entries as e (e.id)}
    {@const link = linkOf(e)}
    <li
      class={[
        'grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[9.5rem_8rem_1fr]',
        isBack(e) && 'text-faint line-through',
      ]}
    >
      <time class="font-mono text-sm" datetime={e.at}>{time(e.at)}</time>
      <span>{site.person(e.by)}</span>
      <div>
        {#if link}<a
            class="font-mono font-bold underline underline-offset-4"
            href="/{site.plan.id}/history?link={link.id}">{link.label}</a
          >{/if}
        {#if ofLink(e) && e.end}<strong>{e.end}</strong>{/if}
        {entryWords(e, link, site.plan.policy)}
        {#if notes(e)}<span class="text-sm text-faint">({notes(e)})</span>{/if}
        {#if link && e.kind === 'reading' && fails(e)}<SmallLoom {link} measured={e.data.reading} />{/if}
        {#if e.kind === 'photo'}
          {#await photoUrl(site.plan.id, e.data.photo) then src}
            <img
              {src}
              alt="Close-up of {link?.label ?? ''}"
              class="mt-1 max-h-40 border border-ink"
              loading="lazy"
            />
          {/await}
        {/if}
        {#if takingBack === e.id}
          <form
            class="mt-1 flex gap-2"
            onsubmit={(event) => {
              event.preventDefault();
              takeBack(e);
            }}
          >
            <!-- svelte-ignore a11y_autofocus -->
            <input
              class="field mt-0 flex-1"
              aria-label="Why it is taken back"
              placeholder="why it is taken back"
              maxlength="400"
              autofocus
              bind:value={reason}
            />
            <button class="h-13 border-2 border-ink px-3 font-semibold" disabled={!reason.trim()}
              >take it back</button
            >
          </form>
        {:else if !isBack(e) && e.kind !== 'void'}
          <button
            class="min-h-12 text-sm underline underline-offset-4"
            aria-label="Take back: {entryWords(e, link, site.plan.policy)}"
            onclick={() => (takingBack = e.id)}>take back</button
          >
        {/if}
      </div>
    </li>
  {/each}
</ol>
