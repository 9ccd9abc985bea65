<script lang="ts">
  import type { BenchSession } from './session.svelte';

  /** How far the pairs are untwisted, where somebody measured it: asked while it can still be twisted back. */
  let { session }: { session: BenchSession } = $props();
  const said = $derived(session.untwistSaid);
</script>

<label class="text-sm"
  >untwist at the contact, if you measured it ({session.setting.units})
  <input
    class="mt-1 block h-12 w-40 border border-ink bg-transparent px-2 font-mono text-base"
    inputmode="decimal"
    autocomplete="off"
    value={session.untwist}
    oninput={(e) => session.setUntwist(e.currentTarget.value)}
  />
</label>
{#if said}
  {@const bad = !said.ok || !said.judged.ok}
  <p class={bad ? 'border-l-4 border-wrong pl-3' : ''} role={bad ? 'alert' : 'status'}>
    {said.ok ? said.judged.text : said.message}
  </p>
{/if}
