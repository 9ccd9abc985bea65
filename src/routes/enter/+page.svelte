<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { askAccess, tellAccess, type Access } from '$lib/access/access';

  let access = $state.raw<Access | null>(null);
  let code = $state('');
  let name = $state('');
  let problem = $state('');
  let sending = $state(false);
  let keys = $state(false);
  /** Where one wanted to go: an address of this site, and no other. */
  const then = $derived.by(() => {
    const wanted = page.url.searchParams.get('then') ?? '/';
    return /^\/(?!\/)/.test(wanted) ? wanted : '/';
  });
  onMount(async () => {
    code = decodeURIComponent(location.hash.slice(1)).slice(0, 20);
    access = await askAccess();
    if (!access) problem = 'The server is out of reach: open this page again where there is a signal.';
    keys = (await import('$lib/access/keys')).hasKeys();
  });

  /** Whole pages are loaded anew: nothing of before is left on screen. */
  const go = () => location.assign(then);
  async function enter(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!code.trim() || sending) return;
    sending = true;
    const answer = await tellAccess('enter', { code: code.trim(), name: name.trim() });
    sending = false;
    if (answer.ok) go();
    else problem = answer.message;
  }
  async function byKey(): Promise<void> {
    problem = await (await import('$lib/access/keys')).enterByKey();
    if (!problem) go();
  }
</script>

<svelte:head><title>Gauntlet</title></svelte:head>
<main class="mx-auto grid max-w-md content-start gap-4 p-6" data-ready={access !== null}>
  <h1 class="text-3xl font-bold">Gauntlet</h1>
  {#if access && !access.guarded}
    <p class="text-lg">Nobody has to be let in here: this server answers only its own machine.</p>
    <a class="act act-now" href="/">To the jobs</a>
  {:else if access?.who}
    <p class="text-lg">This device is let in as {access.who.name}.</p>
    <a class="act act-now" href={then}>Go on</a>
    <a class="act" href="/people">People, PIN and keys</a>
  {:else if access}
    <p class="text-lg">
      {access.first
        ? 'Nobody is let in yet. Type the code that is printed where the server runs: you will be the lead.'
        : 'This device is not let in yet. Ask the lead for a code: they show it on their own device.'}
    </p>
    <form class="grid gap-3" onsubmit={enter}>
      <label class="text-sm"
        >code
        <input
          class="field text-center font-mono text-2xl uppercase"
          autocomplete="one-time-code"
          autocapitalize="characters"
          maxlength="20"
          bind:value={code}
        /></label
      >
      {#if access.first}
        <label class="text-sm"
          >your name, as it stands on the crew<input class="field" maxlength="120" bind:value={name} /></label
        >
      {/if}
      <button class="act act-now text-lg" disabled={!code.trim() || sending || (access.first && !name.trim())}
        >{sending ? 'A moment …' : 'Let me in'}</button
      >
    </form>
    {#if keys && !access.first}<button class="act" onclick={byKey}>Use this device’s key</button>{/if}
  {/if}
  {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
</main>
