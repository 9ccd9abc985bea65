<script lang="ts">
  import { settings } from '$lib/device/settings.svelte';

  const SETTINGS = [
    ['leftHanded', 'left-handed: side buttons under the left thumb'],
    ['big', 'big: a connector as eight rows, to be read from the floor'],
  ] as const;
</script>

<section class="mt-4 border-t border-rule pt-2" aria-label="This device">
  <h3 class="font-bold">This device</h3>
  {#each SETTINGS as [key, says] (key)}
    <label class="flex min-h-12 items-center gap-3"
      ><input
        type="checkbox"
        class="size-6 shrink-0 accent-(--ink)"
        checked={settings[key]}
        onchange={(e) => settings.set({ [key]: e.currentTarget.checked })}
      />{says}</label
    >
  {/each}
</section>
