<script lang="ts">
  import { couldReach } from '$core/certify/derating';
  import { CERTIFIED, type Certified } from '$core/certify/limits';
  import Choice from '$lib/controls/Choice.svelte';
  import type { Supposed } from './supposed.svelte';

  /** What category a link could reach that is not made yet. */
  let { supposed, category }: { supposed: Supposed; category: Certified } = $props();
  let head = $state<Certified>('6');
  let tail = $state<Certified>('6');
  let untwist = $state('8');
  const could = $derived(couldReach({ cable: category, head, tail, metres: supposed.length, celsius: supposed.celsius, shielded: supposed.shielded, untwistMm: Number(untwist.replace(',', '.')) || 0 })); // prettier-ignore
  const CATEGORIES = CERTIFIED.map((c) => [c, `category ${c}`] as const);
</script>

<section class="grid gap-2" aria-label="What could it be">
  <h2 class="text-xl font-bold">What could it be, before it is made?</h2>
  <p class="text-sm text-faint">
    The cable, its length and its bundle as above; what else it would be made of:
  </p>
  <div class="grid max-w-xl grid-cols-2 gap-2">
    <Choice label="connector at the head" options={CATEGORIES} value={head} onchoose={(c) => (head = c)} />
    <Choice label="connector at the tail" options={CATEGORIES} value={tail} onchoose={(c) => (tail = c)} />
    <label class="text-sm"
      >untwist at the worse end, mm
      <input class="field font-mono" inputmode="decimal" bind:value={untwist} /></label
    >
  </div>
  {#if supposed.known}
    <p class={['border-l-8 pl-3', could.category ? 'border-ink' : 'border-wrong']} data-testid="could">
      <strong class="text-xl">{could.category ? `Category ${could.category}` : 'No category'}</strong>. {could.reasons.join(
        ' ',
      )}
    </p>
  {:else}<p class="text-faint">Write its length in metres above.</p>{/if}
</section>
