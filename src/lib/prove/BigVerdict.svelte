<script lang="ts">
  import { onMount } from 'svelte';
  import { signals } from './signals.svelte';

  /** The last verdict over the whole screen for a moment, to be read from two metres; it stops no press. */
  onMount(() => signals.resume());
  const words = { pass: 'PASS', provisional: 'GOOD SO FAR', fail: 'FAIL' };
</script>

{#if signals.shown}
  {@const { label, verdict } = signals.shown}
  <div
    class={[
      'pointer-events-none fixed inset-0 z-50 grid p-5',
      verdict === 'fail' ? 'bg-paper hatched text-wrong' : 'bg-hivis text-on-hivis',
    ]}
    aria-hidden="true"
    data-testid="big-verdict"
  >
    <div
      class={[
        'grid place-content-center gap-4 border-4 text-center leading-none font-bold',
        verdict === 'fail' ? 'border-wrong bg-paper' : 'border-on-hivis',
      ]}
    >
      <p class="font-mono text-[clamp(3rem,16vw,9rem)]">{label}</p>
      <p
        class={verdict === 'provisional' ? 'text-[clamp(3rem,16vw,10rem)]' : 'text-[clamp(5rem,27vw,15rem)]'}
      >
        {words[verdict]}
      </p>
    </div>
  </div>
{/if}
