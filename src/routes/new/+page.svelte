<script lang="ts">
  import { EVIDENCE } from '$core/model/evidence';
  import { goto } from '$app/navigation';
  import { EVIDENCE_WORDS } from '$core/reading/verdict';
  import { NewIds, slugOf } from '$core/plan/new-ids';
  import { SCHEMES } from '$core/wiring/schemes';
  import { address, asking } from '$lib/address/address';
  import Segments from '$lib/controls/Segments.svelte';
  import { rememberMe } from '$lib/job/here.svelte';
  import Choice from '$lib/controls/Choice.svelte';
  import { KeptDraft } from '$lib/device/kept-draft';
  import { aboutJob } from '$core/plan/about';
  import type { Policy } from '$core/model/job';

  /** What a job is of, and the screen on which it is planned. */
  const KINDS = [
    ['building', 'a building: panels and outlets', (job: string) => address(job, 'setup')],
    ['cords', 'cords', (job: string) => address(job, 'cords')],
    ['direct', 'point to point, no panel', (job: string) => address(job, 'setup', 'direct')],
    ['coax', 'coax drops', (job: string) => asking(address(job, 'setup', 'direct'), { kind: 'coax' })],
  ] as const;
  let kind = $state<(typeof KINDS)[number][0]>('building');
  const UNITS = [
    ['mm', 'millimetres'],
    ['inch', 'inches'],
  ] as const;
  const UNTWIST = [
    ['standard', 'standard, 13 mm'],
    ['strict', 'strict, 5 mm'],
  ] as const;
  let name = $state('');
  let people = $state('');
  let about = $state({ client: '', address: '' });
  let policy = $state<Pick<Policy, 'scheme' | 'evidence' | 'units' | 'untwist'>>({
    scheme: 'T568B',
    evidence: 'wiremap',
    units: 'mm',
    untwist: 'standard',
  });
  interface Begun {
    name: string;
    people: string;
    about: { client: string; address: string };
    policy: Pick<Policy, 'scheme' | 'evidence' | 'units' | 'untwist'>;
    kind: (typeof KINDS)[number][0];
  }
  const draft = new KeptDraft<Begun>('gauntlet:new-job');
  function goOn(begun: Begun): void {
    ({ name, people, about, policy, kind } = begun);
  }
  const begun = draft.read();
  if (begun) goOn(begun);
  $effect(() => {
    if (name || people) draft.keep($state.snapshot({ name, people, about, policy, kind }));
  });
  let wrong = $state('');
  let working = $state(false);

  async function create(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (working) return;
    const names = people.split(/[\n,;]+/).map((p) => p.trim()).filter(Boolean); // prettier-ignore
    wrong = !name.trim()
      ? 'Give the job a name, such as the building’s.'
      : !names.length
        ? 'Name at least one person: every entry of the log says who.'
        : '';
    if (wrong) return;
    const ids = new NewIds([]);
    const crew = names.map((n, i) => ({ id: ids.give(slugOf(n)), name: n, role: i ? 'technician' : 'lead' }));
    working = true;
    try {
      const answer = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ name: name.trim(), policy: { ...policy, ...aboutJob(about) }, crew }),
      });
      const body = (await answer.json()) as {
        job: string;
        error?: { message: string; issues: { message: string }[] };
      };
      if (body.error) wrong = body.error.issues[0]?.message ?? body.error.message;
      else {
        // Whoever begins a job named themselves first.
        rememberMe(crew[0]!);
        draft.drop();
        await goto(KINDS.find(([k]) => k === kind)![2](body.job));
      }
    } catch {
      wrong = 'The server does not answer: what you entered is still here, try again in a moment.';
    }
    working = false;
  }
</script>

<svelte:head><title>a new job · Gauntlet</title></svelte:head>
<main class="mx-auto grid max-w-xl gap-4 p-4">
  <h1 class="text-2xl font-bold">A new job</h1>
  <form class="grid gap-4" onsubmit={create}>
    <label class="text-sm">name<input class="field" maxlength="120" bind:value={name} /></label>
    <div class="grid gap-2 sm:grid-cols-2">
      <label class="text-sm">client<input class="field" maxlength="120" bind:value={about.client} /></label>
      <label class="text-sm">address<input class="field" maxlength="300" bind:value={about.address} /></label>
    </div>
    <label class="text-sm"
      >people, one a line; yourself first, as the lead
      <textarea
        class="mt-1 w-full border border-ink bg-transparent p-2 text-base"
        rows="3"
        bind:value={people}></textarea>
    </label>
    <Segments
      label="What it is"
      options={KINDS.map(([k, says]) => [k, says] as const)}
      value={kind}
      onchoose={(k) => (kind = k)}
    />
    <div class="grid grid-cols-2 gap-2">
      <Choice
        label="scheme"
        options={SCHEMES.map((s) => [s, s] as const)}
        value={policy.scheme}
        onchoose={(v) => (policy.scheme = v)}
      />
      <Choice
        label="evidence a link needs"
        options={EVIDENCE.map((e) => [e, EVIDENCE_WORDS[e]] as const)}
        value={policy.evidence}
        onchoose={(v) => (policy.evidence = v)}
      />
      <Choice label="units" options={UNITS} value={policy.units} onchoose={(v) => (policy.units = v)} />
      <Choice
        label="untwist at the contact"
        options={UNTWIST}
        value={policy.untwist}
        onchoose={(v) => (policy.untwist = v)}
      />
    </div>
    {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
    <button class="act min-h-14 act-now text-lg" data-main-action disabled={working}>Begin this job</button>
  </form>
  <a class="flex min-h-12 items-center underline underline-offset-4" href="/?all">back to the jobs</a>
</main>
