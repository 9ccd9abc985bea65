<script lang="ts">
  import QRCode from 'qrcode';
  import { onMount } from 'svelte';
  import { apiAddress } from '$lib/address/address';
  import { localTime } from '$lib/controls/time';
  import { askServer } from '$lib/jobs/ask';
  import type { Share } from '$lib/server/jobs/shares';

  /** Addresses under which a client sees the job: made, listed, taken back. */
  let { job }: { job: string } = $props();
  let shares = $state.raw<readonly Share[]>([]);
  let name = $state('');
  let days = $state('90');
  let made = $state<{ href: string; name: string } | null>(null);
  let problem = $state('');
  let working = $state(false);
  const now = new Date().toISOString();
  const good = $derived(shares.filter((s) => !s.takenBackAt && s.expiresAt > now));
  const svg = $derived(
    made && QRCode.toString(made.href, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }),
  );

  async function look(): Promise<void> {
    const { body } = await askServer<{ shares: Share[] }>(apiAddress(job, 'shares'), 'GET');
    if (body) shares = body.shares;
  }
  onMount(() => void look());
  async function make(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (working) return;
    working = true;
    const { body, problem: why } = await askServer<Share & { secret: string }>(apiAddress(job, 'shares'), 'POST', { name, days: Number(days) || 0 }); // prettier-ignore
    working = false;
    problem = why;
    if (!body) return;
    made = { href: `${location.origin}/view/${body.secret}`, name: body.name };
    name = '';
    await look();
  }
  async function takeBack(id: string): Promise<void> {
    problem = (await askServer(`${apiAddress(job, 'shares')}?id=${id}`, 'DELETE')).problem;
    made = null;
    await look();
  }
</script>

<section class="grid gap-3" aria-label="The client's address">
  <h2 class="text-xl font-bold">An address for the client</h2>
  <p>
    Whoever has it sees the port map, how links stand and the record, and can change nothing. No person is let
    in by it, and it shows nobody’s minutes.
  </p>
  <form class="grid grid-cols-[1fr_6rem] gap-2" onsubmit={make}>
    <label class="text-sm">for whom<input class="field" maxlength="120" bind:value={name} /></label>
    <label class="text-sm"
      >good for days<input class="field font-mono" inputmode="numeric" bind:value={days} /></label
    >
    <button class="col-span-2 act" disabled={working}>Make an address</button>
  </form>
  {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
  {#if made}
    <div class="grid gap-2 border-2 border-ink p-3" role="status">
      <p>For {made.name}. It is shown only once:</p>
      <a
        class="font-mono break-all underline underline-offset-4"
        data-testid="client-address"
        href={made.href}>{made.href}</a
      >
      {#await svg then drawn}
        {#if drawn}<img
            class="bg-white w-full max-w-56"
            alt="QR code that opens the client's address"
            src="data:image/svg+xml;utf8,{encodeURIComponent(drawn)}"
          />{/if}
      {/await}
      <button class="act" onclick={() => void navigator.clipboard?.writeText(made!.href)}>Copy it</button>
    </div>
  {/if}
  {#if good.length}
    <ul class="border-t border-rule" aria-label="Addresses that still work">
      {#each good as s (s.id)}
        <li class="grid grid-cols-[1fr_auto] items-center gap-2 border-b border-rule">
          <span>{s.name}, until {localTime(s.expiresAt)}</span>
          <button class="min-h-12 underline underline-offset-4" onclick={() => takeBack(s.id)}
            >Take it back</button
          >
        </li>
      {/each}
    </ul>
  {/if}
</section>
