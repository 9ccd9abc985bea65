<script lang="ts">
  import { formerPhoto } from '$core/log/former-photo';
  import { endName, saidOf } from '$core/model/end-name';
  import Sheet from '$lib/controls/Sheet.svelte';
  import ConnectorDrawing from './ConnectorDrawing.svelte';
  import type { BenchSession } from './session.svelte';
  import { belongsAt } from '$core/bench/seats';

  let { session }: { session: BenchSession } = $props();
  const { job, link, end } = $derived(session);
  const own = $derived(job.statusOf(link.id)[end].photo);
  const former = $derived(
    formerPhoto(job.plan.ordered, (id) => job.statusOf(id), session.connector, { link: link.id, end }),
  );
  const shots = $derived([
    ...(own ? [{ photo: own, says: saidOf(link, `${link.label} at the ${end}`) }] : []),
    ...(former
      ? [
          {
            photo: former.photo,
            says: saidOf(former.link, `${former.link.label} at the ${former.end}, the last one of this kind`),
          },
        ]
      : []),
  ]);
  let open = $state(false);
</script>

{#if own || former}
  <button class="act" onclick={() => (open = true)}
    >{own ? 'Hold the photo beside the scheme' : `The last one of this kind: ${former!.link.label}`}</button
  >
  {#if open}
    <Sheet title="{link.label} {endName(link, end)}" wide onclose={() => (open = false)}>
      <div class="grid items-center gap-3 lg:grid-cols-2">
        {#each shots as shot (shot.photo)}
          {#await job.photos.url(shot.photo) then src}
            <figure>
              <img {src} alt="Close-up of {shot.says}" class="w-full border border-ink" />
              <figcaption class="text-sm text-faint">{shot.says}</figcaption>
            </figure>
          {/await}
        {/each}
        <ConnectorDrawing
          family={session.connector}
          seen={session.seen}
          shielded={session.link.shielded}
          shows={(c) => belongsAt(session.connector, session.order, c)}
        />
      </div>
    </Sheet>
  {/if}
{/if}
