<script lang="ts">
  import type { TerminationState } from '$core/log/state';

  let { state, size = 16 }: { state: TerminationState; size?: number } = $props();
</script>

<svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true" class="shrink-0">
  {#if state === 'bare'}
    <rect
      x="3.5"
      y="3.5"
      width="9"
      height="9"
      fill="none"
      stroke="currentColor"
      stroke-width="1"
      opacity="0.55"
    />
  {:else if state === 'seated'}
    <rect x="2.5" y="6.5" width="11" height="3" fill="currentColor" />
  {:else if state === 'provisional'}
    <path
      d="M2 8.6 L4.2 6.4 L6.4 8.6 L11.8 3.2 L14 5.4 L6.4 13 Z"
      fill="none"
      stroke="currentColor"
      stroke-width="1.2"
      stroke-linejoin="miter"
    />
  {:else if state === 'proven'}
    <path d="M2.8 8.4 L6.4 12 L13.2 4.4" fill="none" stroke="currentColor" stroke-width="2.6" />
  {:else if state === 'failed'}
    <path d="M3.4 3.4 L12.6 12.6 M12.6 3.4 L3.4 12.6" stroke="var(--wrong)" stroke-width="3" fill="none" />
  {:else}
    <path d="M12.6 10.6 A5 5 0 1 1 12.4 5" fill="none" stroke="currentColor" stroke-width="2" />
    <path d="M13.6 1.6 V6 H9.2 Z" fill="currentColor" />
  {/if}
</svg>
