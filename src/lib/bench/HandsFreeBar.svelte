<script lang="ts">
  import type { HandsFree } from './hands-free.svelte';

  /** What is said, and what was heard; a thumb answers here as a pedal does. */
  let { hands }: { hands: HandsFree } = $props();
  $effect(() => {
    void hands.words;
    hands.tell();
  });
</script>

<section
  class="mx-3 mt-1 grid gap-1 border-4 border-ink p-2 lg:mx-5"
  aria-label="Hands free"
  data-testid="hands-free"
  data-hears={hands.guard.ready}
>
  <p class="text-2xl leading-tight font-bold" aria-live="polite">{hands.words}</p>
  <div class="flex items-center gap-2">
    <button
      class="act min-h-14 flex-1 touch-none act-now select-none"
      onpointerdown={() => hands.down()}
      onpointerup={() => hands.up()}
      onpointerleave={() => hands.up()}
      oncontextmenu={(e) => e.preventDefault()}
      >right <span class="text-sm font-normal">held: wrong</span></button
    >
    <p class="min-w-14 text-sm" aria-live="polite" data-testid="heard">
      {hands.heard ? `heard: ${hands.heard}` : 'any key'}
    </p>
    <button
      class="min-h-12 px-1 text-sm underline underline-offset-4"
      onclick={() => hands.turn(true, !hands.paced)}>{hands.paced ? 'one by one' : 'all in one go'}</button
    >
    <button class="min-h-12 px-2 underline underline-offset-4" onclick={() => hands.turn(false)}>off</button>
  </div>
</section>
