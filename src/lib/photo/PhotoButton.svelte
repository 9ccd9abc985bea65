<script lang="ts">
  import Camera from '@lucide/svelte/icons/camera';
  import { v4 as uuid } from 'uuid';
  import { sumOfPicture } from '$core/handover/pictures';
  import type { Link } from '$core/model/job';
  import type { End } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';
  import { shrinkPhoto } from './shrink';

  let { link, end, onkept }: { link: Link; end: End; onkept?: (id: string) => void } = $props();
  const job = useJob();
  let says = $state('');
  let wrong = $state('');
  let working = $state(false);

  async function take(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    if (!file) return;
    working = true;
    wrong = says = '';
    const shrunk = await shrinkPhoto(file);
    input.value = '';
    working = false;
    if (!shrunk.ok) {
      wrong = shrunk.message;
      return;
    }
    const id = uuid();
    try {
      await job.photos.keep(id, shrunk.blob);
    } catch {
      wrong = 'This device has no room for the picture: free some, or leave private mode, and take it again.';
      return;
    }
    const sha256 = sumOfPicture(new Uint8Array(await shrunk.blob.arrayBuffer()));
    job.log.write(link.id, 'photo', { photo: id, width: shrunk.width, height: shrunk.height, sha256 }, end);
    says = `Photo kept, ${Math.max(1, Math.round(shrunk.blob.size / 1000))} kB.`;
    onkept?.(id);
  }
</script>

<div>
  <label class="act cursor-pointer justify-start focus-within:outline-3 focus-within:outline-ink">
    <Camera size={22} />
    <span>{working ? 'Shrinking …' : 'Photo of this end'}</span>
    <input
      type="file"
      accept="image/*"
      capture="environment"
      class="sr-only"
      onchange={take}
      disabled={working}
    />
  </label>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#if says}<p role="status">{says}</p>{/if}
</div>
