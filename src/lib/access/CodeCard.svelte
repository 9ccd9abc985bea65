<script lang="ts">
  import QRCode from 'qrcode';
  import { SvelteDate } from 'svelte/reactivity';

  /** A code that lets somebody in, to scan or to read out, and how long it is good. */
  let { code, name, expiresAt }: { code: string; name: string; expiresAt: string } = $props();
  const href = $derived(`${location.origin}/enter#${code}`);
  const svg = $derived(QRCode.toString(href, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }));
  const now = new SvelteDate();
  $effect(() => {
    const timer = setInterval(() => now.setTime(Date.now()), 1000);
    return () => clearInterval(timer);
  });
  const left = $derived(Math.max(0, Math.round((Date.parse(expiresAt) - now.getTime()) / 1000)));
</script>

<section class="grid gap-3 border-2 border-ink p-4" aria-label="Code for {name}">
  <h2 class="text-xl font-bold">{name}: scan this with the other device</h2>
  {#if left}
    {#await svg then drawn}
      <img
        class="bg-white w-full max-w-72 justify-self-center"
        alt="QR code that opens {href}"
        src="data:image/svg+xml;utf8,{encodeURIComponent(drawn)}"
      />
    {/await}
    <p>Or open <span class="font-mono">{location.origin}/enter</span> there and type</p>
    <p class="text-center font-mono text-3xl font-bold tracking-wide" data-testid="code">{code}</p>
    {#if /^(localhost|127\.|\[::1\])/.test(location.hostname)}
      <p class="border-l-4 border-wrong pl-3">
        This address leads nowhere from another device: open this page by the name or number of this machine,
        and make the code there.
      </p>
    {/if}
    <p class="text-sm text-faint">
      It lets one device in, once, within {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')} minutes.
    </p>
  {:else}
    <p>This code has expired: make a new one.</p>
  {/if}
</section>
