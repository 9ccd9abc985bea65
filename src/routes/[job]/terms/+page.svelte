<script lang="ts">
  import { EVIDENCE, type Evidence } from '$core/model/evidence';
  import { aboutJob } from '$core/plan/about';
  import { mediumOf } from '$core/wiring/connector';
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import type { Policy } from '$core/model/job';
  import { EVIDENCE_WORDS } from '$core/reading/verdict';
  import { USUAL_SLACK_MM } from '$core/log/slack';
  import { CERTIFIED_TO } from '$core/wiring/parts';
  import { USUAL_LEAD_HOURS } from '$core/log/leads';
  import { USUAL_THRESHOLDS } from '$core/log/patterns';
  import { SCHEMES } from '$core/wiring/schemes';
  import Choice from '$lib/controls/Choice.svelte';
  import { differences, withDifferences, type Difference } from '$core/plan/drafts';
  import { fieldWords, valueWords } from '$core/plan/change-words';
  import { KeptDraft } from '$lib/device/kept-draft';
  import WorkingDays from '$lib/setup/WorkingDays.svelte';
  import DraftLine from '$lib/setup/DraftLine.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const draft = untrack(
    () => new KeptDraft<Difference<Policy & { id: string }>>(`gauntlet:terms:${job.plan.id}`),
  );
  const planned = untrack(() => ({ id: 'policy', ...$state.snapshot(job.plan.policy) }));
  /** Half-changed terms, on top of those that are kept now. */
  const resumed = untrack(() => {
    const kept = draft.read();
    return kept ? withDifferences([planned], [kept]) : { items: [planned], clashes: [] };
  });
  const { id: _, ...begun } = resumed.items[0] ?? planned;
  let policy = $state<Policy>(begun);
  let leads = $state(untrack(() => policy.leadHours !== undefined));
  let hours = $state(untrack(() => String(policy.leadHours ?? USUAL_LEAD_HOURS)));
  let thresholds = $state<Record<keyof typeof USUAL_THRESHOLDS, string>>(
    untrack(() => ({
      sameContact: String(policy.thresholds?.sameContact ?? USUAL_THRESHOLDS.sameContact),
      sameSplit: String(policy.thresholds?.sameSplit ?? USUAL_THRESHOLDS.sameSplit),
      sameSlot: String(policy.thresholds?.sameSlot ?? USUAL_THRESHOLDS.sameSlot),
    })),
  );
  const cables = $derived(
    [...new Set(job.plan.links.filter((l) => mediumOf(l.head.connector) !== 'coax').map((l) => l.cable))]
      .filter(Boolean)
      .sort(),
  );
  let slack = $state(untrack(() => String(policy.slackMm ?? USUAL_SLACK_MM)));
  let wrong = $state('');
  const changed = $derived(differences([planned], [{ id: 'policy', ...$state.snapshot(policy) }]));
  $effect(() => {
    if (changed[0]) draft.keep(changed[0]);
    else draft.drop();
  });
  function throwAway(): void {
    draft.drop();
    location.reload();
  }
  const EVIDENCE_CHOICES = EVIDENCE.map((e) => [e, EVIDENCE_WORDS[e]] as const);
  const CHOICES = [
    {
      name: 'scheme',
      of: SCHEMES,
      get: () => policy.scheme,
      set: (v: string) => (policy.scheme = v as Policy['scheme']),
    },
    {
      name: 'units',
      of: ['mm', 'inch'],
      get: () => policy.units,
      set: (v: string) => (policy.units = v as Policy['units']),
    },
    {
      name: 'untwist school',
      of: ['standard', 'strict'],
      get: () => policy.untwist,
      set: (v: string) => (policy.untwist = v as Policy['untwist']),
    },
  ];
  const RULES = [
    ['sameContact', 'the same contact on links in a row'],
    ['sameSplit', 'the same split by one person in a row'],
    ['sameSlot', 'the same slot open at one panel'],
  ] as const;

  function setByCable(cable: string, evidence: string): void {
    const rest = Object.fromEntries(
      Object.entries(policy.evidenceByCable ?? {}).filter(([c]) => c !== cable),
    );
    const now = evidence ? { ...rest, [cable]: evidence as Evidence } : rest;
    if (Object.keys(now).length) policy.evidenceByCable = now;
    else delete policy.evidenceByCable;
  }

  const ABOUT = [
    ['client', 120],
    ['address', 300],
    ['number', 60],
  ] as const;
  function setAbout(field: (typeof ABOUT)[number][0], value: string): void {
    const { about } = aboutJob({ ...policy.about, [field]: value });
    if (about) policy.about = about;
    else delete policy.about;
  }

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const body = JSON.parse(JSON.stringify(policy)) as Policy;
    if (leads) body.leadHours = Number(hours.replace(',', '.'));
    else delete body.leadHours;
    body.slackMm = Number(slack.replace(',', '.'));
    if (!(slack.trim() !== '' && body.slackMm >= 0 && body.slackMm <= 20_000)) {
      wrong = 'Slack is 0 to 20,000 mm: change that figure.';
      return;
    }
    body.thresholds = {
      sameContact: Number(thresholds.sameContact),
      sameSplit: Number(thresholds.sameSplit),
      sameSlot: Number(thresholds.sameSlot),
    };
    if (leads && !(body.leadHours! >= 0.5 && body.leadHours! <= 1000)) {
      wrong = 'Leads stay proven for 0.5 to 1000 hours: change that figure.';
      return;
    }
    if (Object.values(body.thresholds).some((n) => !Number.isInteger(n) || n! < 2 || n! > 20)) {
      wrong = 'A pattern is 2 to 20 in a row: change that figure.';
      return;
    }
    wrong = await job.plan.change({ policy: body }, 'terms');
    if (wrong) return;
    draft.drop();
    await goto(job.at('rack'));
  }
</script>

<svelte:head><title>terms · {job.plan.name}</title></svelte:head>
<main class="px-3 py-4 lg:max-w-3xl lg:px-5">
  <h1 class="text-2xl font-bold">What this job asks</h1>
  <p class="mt-1 text-faint">
    Every verdict follows from these: change them, and all readings are judged again.
  </p>
  <DraftLine
    clashes={resumed.clashes.map(
      (c) =>
        `${fieldWords(c.field)}: somebody else made it ${valueWords(c.theirs)}; your draft says ${valueWords(c.mine)}.`,
    )}
    canUndo={false}
    changed={changed.length > 0}
    onundo={() => {}}
    onputaway={throwAway}
  />
  <form class="mt-4 grid gap-4" onsubmit={keep}>
    <div class="grid gap-2 sm:grid-cols-3">
      {#each ABOUT as [field, most] (field)}
        <label class="text-sm"
          >{field}<input
            class="field"
            maxlength={most}
            value={policy.about?.[field] ?? ''}
            oninput={(e) => setAbout(field, e.currentTarget.value)}
          /></label
        >
      {/each}
    </div>
    <div class="grid gap-2 sm:grid-cols-3">
      {#each CHOICES as c (c.name)}
        <Choice label={c.name} options={c.of.map((o) => [o, o] as const)} value={c.get()} onchoose={c.set} />
      {/each}
    </div>
    <Choice
      label="evidence a link needs"
      options={EVIDENCE_CHOICES}
      value={policy.evidence}
      onchoose={(e) => (policy.evidence = e)}
    />
    {#each cables as cable (cable)}
      <Choice
        label="links of {cable}"
        options={[['', 'as all links'] as const, ...EVIDENCE_CHOICES]}
        value={policy.evidenceByCable?.[cable] ?? ''}
        onchoose={(e) => setByCable(cable, e)}
      />
    {/each}
    {#if policy.certifyTo || [policy.evidence, ...Object.values(policy.evidenceByCable ?? {})].includes('certification')}
      <Choice
        label="category a certification is held against"
        options={[['', 'that of the cable, up to 6A'] as const, ...CERTIFIED_TO.map((c) => [c, c] as const)]}
        value={policy.certifyTo ?? ''}
        onchoose={(c) => {
          if (c) policy.certifyTo = c;
          else delete policy.certifyTo;
        }}
      />
    {/if}
    <fieldset class="grid gap-2">
      <legend class="font-bold">Test leads</legend>
      <label class="flex min-h-12 items-center gap-3"
        ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={leads} />a pass counts as
        provisional unless the leads were proven</label
      >
      {#if leads}<label class="text-sm"
          >within so many hours before
          <input
            class="ml-2 h-12 w-24 border border-ink bg-transparent px-2 font-mono text-base"
            inputmode="decimal"
            bind:value={hours}
          />
        </label>{/if}
    </fieldset>
    <WorkingDays
      working={policy.working}
      crew={job.plan.crew}
      onchange={(working) => {
        if (working) policy.working = working;
      }}
    />
    <label class="flex min-h-12 items-center gap-3"
      ><input
        type="checkbox"
        class="size-6 accent-(--ink)"
        checked={policy.namesPeople ?? false}
        onchange={(e) => {
          if (e.currentTarget.checked) policy.namesPeople = true;
          else delete policy.namesPeople;
        }}
      />the lead sees the figures of single people by their names</label
    >
    <label class="flex min-h-12 items-center gap-3"
      ><input
        type="checkbox"
        class="size-6 accent-(--ink)"
        checked={policy.drillFirst ?? false}
        onchange={(e) => {
          if (e.currentTarget.checked) policy.drillFirst = true;
          else delete policy.drillFirst;
        }}
      />less than every gate is offered only to who has passed its order and its slips in the drill</label
    >
    <label class="text-sm"
      >slack at an end that nobody measured, mm
      <input class="field font-mono" inputmode="numeric" bind:value={slack} />
    </label>
    <fieldset class="grid gap-2">
      <legend class="font-bold">Stop and check after</legend>
      {#each RULES as [rule, name] (rule)}
        <label class="flex items-center gap-3 text-sm"
          ><input
            class="h-12 w-20 border border-ink bg-transparent px-2 font-mono text-base"
            inputmode="numeric"
            bind:value={thresholds[rule]}
          />{name}</label
        >
      {/each}
    </fieldset>
    {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
    <button class="in-reach-alone act act-now text-lg" data-main-action>Keep these terms</button>
  </form>
</main>
