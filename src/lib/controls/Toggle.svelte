<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';

  /** How it looks while it is pressed: among others of its kind, as what the screen is about, or as what is amiss. */
  const PRESSED = {
    plain: 'border-2 border-ink font-bold',
    bright: 'border-2 border-ink bg-hivis font-bold text-on-hivis',
    amiss: 'border-2 border-wrong hatched',
  };
  /** A button that stays pressed until it is pressed again, or another is. */
  let {
    pressed,
    tone = 'plain',
    class: more,
    children,
    ...rest
  }: { pressed: boolean; tone?: keyof typeof PRESSED } & HTMLButtonAttributes = $props();
</script>

<button
  type="button"
  class={['min-h-12 border', pressed ? PRESSED[tone] : 'border-rule', more]}
  aria-pressed={pressed}
  {...rest}
  >{#if tone === 'amiss'}<span class="bg-paper px-1">{@render children?.()}</span
    >{:else}{@render children?.()}{/if}</button
>
