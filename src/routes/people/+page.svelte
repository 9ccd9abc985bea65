<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount } from 'svelte';
  import { ROLE_WORDS, ROLES, type Role } from '$core/access/rights';
  import { accessWords, REFUSALS, type AccessEntry } from '$core/access/access-events';
  import { askAccess, tellAccess, type Access, type LetIn } from '$lib/access/access';
  import CodeCard from '$lib/access/CodeCard.svelte';
  import { localTime } from '$lib/controls/time';

  let access = $state.raw<Access | null>(null);
  let people = $state.raw<LetIn[]>([]);
  let jobs = $state.raw<{ id: string; name: string }[]>([]);
  let events = $state.raw<AccessEntry[]>([]);
  let shown = $state.raw<{ code: string; expiresAt: string; name: string } | null>(null);
  let name = $state('');
  let role = $state<Role>('technician');
  let job = $state('');
  let pin = $state('');
  let problem = $state('');
  let done = $state('');
  let keys = $state(false);
  /** What is asked once more before it is done: a person or a device to put out. */
  let sure = $state('');
  const lead = $derived(access?.who?.role === 'lead');

  async function load(): Promise<void> {
    access = await askAccess();
    if (access?.guarded && !access.who) return location.assign('/enter?then=/people');
    if (!access) problem = 'The server is out of reach.';
    if (!lead) return;
    const [listed, of, log] = await Promise.all([
      fetch('/api/access/people'),
      fetch('/api/jobs'),
      fetch('/api/access/log'),
    ]);
    if (listed.ok) people = ((await listed.json()) as { people: LetIn[] }).people;
    if (of.ok) jobs = ((await of.json()) as { jobs: typeof jobs }).jobs;
    if (log.ok) events = ((await log.json()) as { events: AccessEntry[] }).events;
    job ||= jobs[0]?.id ?? '';
  }
  onMount(async () => {
    await load();
    keys = (await import('$lib/access/keys')).hasKeys();
  });

  async function tell<T>(path: string, body: unknown): Promise<T | null> {
    problem = done = sure = '';
    const answer = await tellAccess<T>(path, body);
    if (answer.ok) return answer.said;
    problem = answer.message;
    return null;
  }
  async function letIn(whom: { name: string; role: Role; job?: string; user?: string }): Promise<void> {
    const made = await tell<{ code: string; expiresAt: string }>('people', whom);
    if (made) shown = { ...made, name: whom.name };
  }
  function add(event: SubmitEvent): void {
    event.preventDefault();
    if (name.trim()) void letIn({ name: name.trim(), role, ...(role === 'client' ? { job } : {}) });
    name = '';
  }
  async function putOut(what: { device: string } | { person: string }, key: string): Promise<void> {
    if (sure !== key) return void (sure = key);
    if ((await tell('put-out', what)) !== null) await load();
  }
  async function keepPin(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if ((await tell('pin', { pin })) !== null) done = pin ? 'Your PIN is kept.' : 'Your PIN is taken away.';
    pin = '';
  }
  async function key(): Promise<void> {
    problem = await (await import('$lib/access/keys')).makeKey();
    if (!problem) done = 'This device has a key now: it can let you in by itself.';
  }
  async function leave(): Promise<void> {
    if (sure !== 'leave') return void (sure = 'leave');
    if ((await tell('leave', {})) !== null) location.assign('/enter');
  }
</script>

<svelte:head><title>people · Gauntlet</title></svelte:head>
<main class="mx-auto grid max-w-3xl content-start gap-5 p-4" data-ready={access !== null}>
  <h1 class="text-2xl font-bold">People and devices</h1>
  {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
  {#if done}<p class="text-lg font-bold" role="status">{done}</p>{/if}
  {#if access && !access.guarded}
    <p>Nobody has to be let in here: this server answers only its own machine.</p>
  {:else if access?.who}
    {#if shown}{#key shown.code}<CodeCard {...shown} />{/key}{/if}
    {#if lead}
      <form class="grid gap-2 sm:grid-cols-[1fr_10rem_auto] sm:items-end" onsubmit={add}>
        <label class="text-sm"
          >let in, by the name on the crew<input class="field" maxlength="120" bind:value={name} /></label
        >
        <Choice label="as" options={[...ROLES].reverse().map((r) => [r, r] as const)} bind:value={role} />
        {#if role === 'client'}
          <Choice
            class="sm:col-span-2 sm:row-start-2"
            label="who reads"
            options={jobs.map((j) => [j.id, j.name] as const)}
            bind:value={job}
          />
        {/if}
        <button class="act act-now" disabled={!name.trim()}>Show a code</button>
        <p class="text-sm text-faint sm:col-span-3">A {role} {ROLE_WORDS[role]}.</p>
      </form>
      <ul class="border-t-2 border-ink">
        {#each people as p (p.id)}
          <li class="grid gap-1 border-b border-rule py-2" aria-label={p.name}>
            <div class="flex flex-wrap items-center gap-x-3">
              <strong class="text-lg">{p.name}</strong>
              <span class="flex-1 text-faint"
                >{p.role}{p.job ? ` of ${jobs.find((j) => j.id === p.job)?.name ?? p.job}` : ''}{p.hasPin
                  ? ', has a PIN'
                  : ''}</span
              >
              <button
                class="min-h-12 border border-ink px-3"
                onclick={() =>
                  letIn({ name: p.name, role: p.role, user: p.id, ...(p.job ? { job: p.job } : {}) })}
                >another device</button
              >
              {#if p.id !== access.who.id}
                <button
                  class={[
                    'min-h-12 border px-3',
                    sure === p.id ? 'border-2 border-wrong font-bold' : 'border-ink',
                  ]}
                  onclick={() => putOut({ person: p.id }, p.id)}
                  >{sure === p.id ? `Remove ${p.name} and all devices` : 'remove'}</button
                >
              {/if}
            </div>
            <ul class="grid">
              {#each p.devices as d (d.id)}
                <li class="flex flex-wrap items-center gap-x-3 text-sm">
                  <span class="flex-1"
                    >{d.device}, let in {localTime(d.since)}, last seen {localTime(d.seen)}</span
                  >
                  <button
                    class={[
                      'min-h-12 px-3 underline underline-offset-4',
                      sure === d.id && 'font-bold text-wrong',
                    ]}
                    onclick={() => putOut({ device: d.id }, d.id)}
                    >{sure === d.id ? 'Yes, sign this device out' : 'sign this device out'}</button
                  >
                </li>
              {:else}
                <li class="text-sm text-faint">no device</li>
              {/each}
            </ul>
          </li>
        {/each}
      </ul>
      <details class="border-b border-rule">
        <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
          >What happened: who came in, was refused, was signed out</summary
        >
        <ol class="grid gap-1 pb-3 text-sm" aria-label="What happened">
          {#each events as e (e)}
            <li
              class={['flex flex-wrap gap-x-3', REFUSALS.includes(e.what) && 'border-l-4 border-wrong pl-2']}
            >
              <time class="font-mono" datetime={e.at}>{localTime(e.at)}</time>{accessWords(e)}
            </li>
          {/each}
        </ol>
      </details>
    {/if}
    <section class="grid gap-2 border-t-2 border-ink pt-3" aria-label="This device">
      <h2 class="text-lg font-bold">This device: {access.who.name}, {access.who.role}</h2>
      <form class="flex flex-wrap items-end gap-2" onsubmit={keepPin}>
        <label class="grid text-sm"
          >a PIN, for tablets you share
          <input
            class="field max-w-44 font-mono"
            type="password"
            inputmode="numeric"
            autocomplete="new-password"
            maxlength="8"
            placeholder="4 to 8 digits"
            bind:value={pin}
          /></label
        >
        <button class="act">Keep the PIN</button>
      </form>
      {#if keys}<button class="act" onclick={key}>Make a key on this device</button>{/if}
      <button class={['act', sure === 'leave' && 'border-wrong']} onclick={leave}
        >{sure === 'leave' ? 'Yes: it needs a new code to come back' : 'Sign this device out'}</button
      >
    </section>
  {/if}
  <a class="act" href="/">{access?.who?.role === 'client' ? 'To the job you read' : 'To the jobs'}</a>
</main>
