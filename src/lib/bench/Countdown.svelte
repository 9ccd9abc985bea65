<script lang="ts">
  /** A step that takes its time: counts down, and says when it is over, to the hand as well. */
  let { seconds, what }: { seconds: number; what: string } = $props();
  let endsAt = $state<number | null>(null);
  let now = $state(0);
  const left = $derived(endsAt === null ? null : Math.max(0, Math.ceil((endsAt - now) / 1000)));
  $effect(() => {
    if (endsAt === null) return;
    const timer = setInterval(() => {
      now = Date.now();
      if (now < endsAt!) return;
      clearInterval(timer);
      navigator.vibrate?.([200, 100, 200]);
    }, 250);
    return () => clearInterval(timer);
  });
  function begin(): void {
    now = Date.now();
    endsAt = now + seconds * 1000;
  }
</script>

<button class="act" onclick={begin} data-testid="countdown">
  {#if left === null}{what}: count {seconds} s
  {:else if left > 0}<span class="font-mono text-2xl">{left} s</span> {what}
  {:else}<strong>{seconds} s are over</strong> again{/if}
</button>
