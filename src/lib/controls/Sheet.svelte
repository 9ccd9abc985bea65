<script lang="ts">
  import { Dialog } from 'bits-ui';
  import type { Snippet } from 'svelte';

  let {
    title,
    onclose,
    children,
    wide = false,
  }: { title: string; onclose: () => void; children: Snippet; wide?: boolean } = $props();
</script>

<Dialog.Root open onOpenChange={(open) => !open && onclose()}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-30 bg-[color-mix(in_srgb,var(--ink)_45%,transparent)]" />
    <Dialog.Content
      class={[
        // On a phone it comes up from below, under the thumb.
        'fixed inset-x-0 bottom-0 z-40 mx-auto max-h-[90dvh] overflow-y-auto border-2 border-ink bg-paper p-4 sm:inset-x-3 sm:top-[5dvh] sm:bottom-auto',
        wide ? 'max-w-5xl' : 'max-w-xl',
      ]}
    >
      <div class="flex items-center justify-between gap-4">
        <Dialog.Title class="text-xl font-bold">{title}</Dialog.Title>
        <Dialog.Close class="h-12 min-w-12 font-semibold">close</Dialog.Close>
      </div>
      {@render children()}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
