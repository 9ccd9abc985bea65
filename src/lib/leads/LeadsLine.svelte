<script lang="ts">
  import LeadsSheet from './LeadsSheet.svelte';
  import type { LeadsInHand } from './hand.svelte';

  let { leads, opened = $bindable(false) }: { leads: LeadsInHand; opened?: boolean } = $props();
  const says = $derived.by(() => {
    if (leads.ids.length < 2) return 'Test leads: none chosen.';
    const names = leads.names.join(' and ');
    switch (leads.status.state) {
      case 'proven':
        return `${names}: proven ${leads.status.hours! < 1 ? 'within the hour' : `${Math.round(leads.status.hours!)} h ago`}.`;
      case 'stale':
        return `${names}: last proven ${Math.round(leads.status.hours!)} h ago.`;
      case 'bad':
        return `${names}: failed against each other.`;
      default:
        return `${names}: never proven against each other.`;
    }
  });
  const wrong = $derived(leads.ids.length === 2 && leads.status.state !== 'proven');
</script>

<div class={['flex items-center gap-2 text-sm', wrong && 'border-l-4 border-wrong pl-2']} data-testid="leads">
  <span class="flex-1">{says}</span>
  <button class="min-h-12 px-2 font-semibold underline underline-offset-4" onclick={() => (opened = true)}
    >leads</button
  >
</div>
{#if opened}<LeadsSheet {leads} onclose={() => (opened = false)} />{/if}
