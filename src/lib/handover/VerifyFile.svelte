<script lang="ts">
  import { rootWords } from '$core/handover/chain';
  import type { ToVerify } from './read-package';
  import { verify, WHAT_IT_PROVES, type Verified } from '$core/handover/verify';

  /** Checks a record or a job's file on this device, without a server. */
  let root = $state('');
  let name = $state('');
  let read: ToVerify | null = null;
  let result = $state.raw<Verified | null>(null);
  let says = $state('');

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    name = file.name;
    result = null;
    says = '';
    try {
      const { readToVerify } = await import('./read-package');
      read = readToVerify(new Uint8Array(await file.arrayBuffer()));
      check();
    } catch {
      says = `${name} cannot be read as a record, a job or a package.`;
    }
  }
  function check(): void {
    if (read) result = verify(read.body, root, read.photos);
  }
</script>

<section class="grid gap-3" aria-label="Check a file">
  <h2 class="text-xl font-bold">Is this what was handed over?</h2>
  <label class="text-sm"
    >root off the signed paper, at least its first eight groups
    <input class="field font-mono" autocomplete="off" bind:value={root} oninput={check} /></label
  >
  <label class="act cursor-pointer focus-within:outline-3 focus-within:outline-ink"
    >{name || 'Choose a record, a job or a package'}
    <input
      type="file"
      class="sr-only"
      accept=".json,.zip,application/json,application/zip"
      onchange={choose}
    /></label
  >
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
  {#if result}
    <div class={['border-l-4 pl-3', result.ok ? 'border-ink' : 'border-wrong']} role="status">
      {#each result.says as s (s)}<p class="text-lg font-bold">{s}</p>{/each}
      {#if result.root}<p class="font-mono">{result.count} entries, root {rootWords(result.root)}</p>{/if}
    </div>
  {/if}
  {#each WHAT_IT_PROVES as s (s)}<p class="text-sm text-faint">{s}</p>{/each}
</section>
