<script lang="ts">
  import { saidOf } from '$core/model/end-name';
  import type { Link } from '$core/model/job';
  import type { Explanation, Remedy } from '$core/diagnose/types';
  import { conductorLabel, type Contact, type End } from '$core/wiring/conductors';
  import { laidAt, type Layout } from '$core/wiring/schemes';
  import Swatch from '$lib/strand/Swatch.svelte';

  /** What mends an explanation, in words and as conductors with the contacts they go to. */
  let { explanation, layouts, link }: { explanation: Explanation; layouts: Record<End, Layout>; link: Link } =
    $props();
  const steps = $derived([explanation.remedy, explanation.then].filter((r): r is Remedy => r !== undefined));
  const liesAt = (end: End, contact: Contact) =>
    (Object.entries(explanation[end].seats) as [Contact, string][]).find(
      ([, c]) => c === laidAt(layouts[end], contact),
    )?.[0];
</script>

<div class="grid gap-2 px-2 pb-3" data-testid="remedy">
  {#each steps as step, i (i)}
    <p class="text-sm">{i ? 'Then: ' : ''}{saidOf(link, step.text)}</p>
    {#if step.end && step.contacts.length}
      <ul
        class="grid grid-cols-2 gap-x-3 gap-y-1"
        aria-label="Which conductor goes to which contact of {saidOf(link, `the ${step.end}`)}"
      >
        {#each step.contacts as contact (contact)}
          {@const from = liesAt(step.end, contact)}
          <li class="flex items-center gap-1.5 font-mono text-sm">
            <Swatch conductor={laidAt(layouts[step.end], contact)} />
            <span>{conductorLabel(laidAt(layouts[step.end], contact))}</span>
            <span class="ml-auto"
              >{from && from !== contact ? `${from} → ` : ''}<strong>{contact}</strong></span
            >
          </li>
        {/each}
      </ul>
    {/if}
  {/each}
</div>
