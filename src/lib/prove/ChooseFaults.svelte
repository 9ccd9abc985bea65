<script lang="ts">
  import { expectedWalk, writeWalk } from '$core/reading/walk';
  import { walkOfFaults, type NamedFault } from '$core/reading/walk-of-faults';
  import { contactsOf, type Contact } from '$core/wiring/conductors';
  import Segments from '$lib/controls/Segments.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';
  import type { ProveSession } from './session.svelte';

  let { session, onclose }: { session: ProveSession; onclose: () => void } = $props();
  const FAULTS = ['open', 'short', 'exchanged'] as const;
  const WHOLE = [
    { kind: 'crossed-schemes', name: 'A at one end, B at the other' },
    { kind: 'rollover', name: 'all in reverse' },
    { kind: 'all-open', name: 'nothing answers' },
  ] as const;
  let kind = $state<(typeof FAULTS)[number]>('open');
  let picked = $state<Contact[]>([]);
  let faults = $state<NamedFault[]>([]);
  const contacts = $derived(contactsOf(session.link.shielded));
  const walk = $derived(walkOfFaults(faults, session.link.ordered, session.link.shielded));
  const clean = $derived(
    writeWalk(walk) === writeWalk(expectedWalk(session.link.ordered, session.link.shielded)),
  );

  function pick(c: Contact): void {
    if (kind === 'open') faults = [...faults, { kind: 'open', contact: c }];
    else if (picked.length === 0) picked = [c];
    else {
      if (picked[0] !== c) faults = [...faults, { kind, contacts: [picked[0]!, c] }];
      picked = [];
    }
  }
  function use(): void {
    session.readAgain();
    session.from = 'head';
    session.fill(walk);
    onclose();
  }
</script>

<Sheet title="Choose what the tester said" {onclose}>
  <div class="grid gap-3">
    <Segments
      label="Fault"
      columns={3}
      options={FAULTS.map((k) => [k, k] as const)}
      value={kind}
      onchoose={(k) => {
        kind = k;
        picked = [];
      }}
    />
    <p class="text-sm text-faint">
      {kind === 'open'
        ? 'Tap each contact that is open.'
        : picked.length
          ? 'And the other one.'
          : 'Tap the two contacts.'}
    </p>
    <div class="grid grid-cols-5 gap-1 sm:grid-cols-9" role="group" aria-label="Contact">
      {#each contacts as c (c)}
        <button
          class={[
            'h-13 border font-mono text-lg',
            picked.includes(c) ? 'border-2 border-ink' : 'border-rule',
          ]}
          onclick={() => pick(c)}>{c}</button
        >
      {/each}
    </div>
    <div class="grid gap-1">
      {#each WHOLE as w (w.kind)}
        <button class="act min-h-12" onclick={() => (faults = [{ kind: w.kind }])}>{w.name}</button>
      {/each}
    </div>
    <p class="font-mono text-lg" aria-live="polite">{writeWalk(walk)}</p>
    <div class="grid grid-cols-2 gap-2">
      <button class="act" disabled={!faults.length} onclick={() => (faults = faults.slice(0, -1))}
        >take one back</button
      >
      <button class="act act-now" disabled={clean} onclick={use}>use this</button>
    </div>
  </div>
</Sheet>
