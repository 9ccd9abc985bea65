<script lang="ts">
  import { endName, saidOf } from '$core/model/end-name';
  import { ofLink } from '$core/model/of-link';
  import { asking } from '$lib/address/address';
  import type { Resolved } from '$core/log/effective';
  import { clockDoubt } from '$core/log/history';
  import { toldWords } from '$core/log/told';
  import { type LogEntry } from '$core/model/entry';
  import { clockWords, localTime } from '$lib/controls/time';
  import LongList from '$lib/controls/LongList.svelte';
  import PlannedChanges from './PlannedChanges.svelte';
  import SmallLoom from '$lib/diagnosis/SmallLoom.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  let { entries }: { entries: readonly Resolved[] } = $props();
  const job = useJob();
  let takingBack = $state('');
  let reason = $state('');
  /** Entries taken back here of which the list does not know yet, as on a log too long for this device. */
  let done = $state<string[]>([]);

  /** A correction is an entry of its own, with its reason; what it takes back stays to be read. */
  async function takeBack(e: LogEntry): Promise<void> {
    if (!reason.trim()) return;
    if (ofLink(e)) await job.log.fetchLogOf(e.link);
    job.log.takeBack(e, reason.trim().slice(0, 400));
    done = [...done, e.id];
    takingBack = reason = '';
  }
  const isBack = ({ entry, counts }: Resolved) => !counts || done.includes(entry.id);
  /** What may be taken back: everything that counts but a change of plan, which is changed again instead. */
  const mayTakeBack = (r: Resolved) => !isBack(r) && r.entry.kind !== 'planned' && r.entry.kind !== 'moved';
  const partName = (id: string) => job.plan.parts.find((p) => p.id === id)?.name ?? id;

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

<LongList items={entries} keyOf={(r) => r.entry.id} label="History" guess={73}>
  {#snippet row(r)}
    {@const e = r.entry}
    {@const link = ofLink(e) ? job.plan.link(e.link) : undefined}
    {@const told = job.log.tell(r)}
    {@const says = toldWords(told, link, job.plan)}
    {@const doubt = clockDoubt(e)}
    <div
      class={[
        'grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[9.5rem_8rem_1fr]',
        isBack(r) && 'text-faint line-through',
      ]}
    >
      <time class="font-mono text-sm" datetime={e.at}>{localTime(e.at)}</time>
      <span>{job.plan.person(e.by)}</span>
      <div>
        {#if link}<a
            class="font-mono font-bold underline underline-offset-4"
            href={asking(job.at('history'), { link: link.id })}>{link.label}</a
          >{/if}
        {#if ofLink(e) && e.end}<strong>{link ? endName(link, e.end) : e.end}</strong>{/if}
        {link ? saidOf(link, says) : says}
        {#if doubt}<span class="text-sm text-faint"
            >({clockWords(doubt)}; the server had it {localTime(doubt.receivedAt)})</span
          >{/if}
        {#if e.enteredBy}<span class="text-sm text-faint">(entered by {e.enteredBy})</span>{/if}
        {#if e.kind === 'planned'}<PlannedChanges changes={e.data.changes} />{/if}
        {#if notes(e)}<span class="text-sm text-faint">({notes(e)})</span>{/if}
        {#if link && e.kind === 'reading' && told.judgement?.verdict === 'fail'}<SmallLoom
            {link}
            measured={e.data.reading}
          />{/if}
        {#if e.kind === 'photo'}
          {#await job.photos.url(e.data.photo) then src}
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
              void takeBack(e);
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
        {:else if mayTakeBack(r)}
          <button
            class="min-h-12 text-sm underline underline-offset-4"
            aria-label="Take back: {says}"
            onclick={() => (takingBack = e.id)}>take back</button
          >
        {/if}
      </div>
    </div>
  {/snippet}
</LongList>
