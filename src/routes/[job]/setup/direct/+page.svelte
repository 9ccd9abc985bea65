<script lang="ts">
  import { recall, remember } from '$lib/device/small';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { nextDirectLabel, readDirect, type DirectDraft } from '$core/plan/direct-link';
  import { farWords, spotWords } from '$core/plan/whereabouts';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES, mediumOf } from '$core/wiring/connector';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { useJob } from '$lib/job/open-job.svelte';
  import Choice from '$lib/controls/Choice.svelte';

  const job = useJob();
  const coax = $derived(page.url.searchParams.get('kind') === 'coax');
  const prefix = $derived(coax ? 'X-' : 'R-');
  const families = $derived(
    CONNECTOR_FAMILIES.filter((f) => (mediumOf(f) === 'coax') === coax && f !== 'patch-panel'),
  );
  const started = (): DirectDraft => ({
    label: nextDirectLabel(job.plan.whole, prefix),
    from: '',
    to: '',
    head: coax ? 'coax-compression' : 'punch-down-jack',
    tail: coax ? 'coax-compression' : 'punch-down-jack',
    cable: coax ? 'coax' : 'Cat 6 U/UTP',
    ordered: 'straight',
    length: '',
  });
  const key = $derived(`gauntlet:direct:${job.plan.id}:${coax ? 'coax' : 'pair'}`);
  /** What was typed here before, on this device; after each one added the page is drawn anew. */
  function typed(): DirectDraft {
    try {
      return { ...started(), ...(JSON.parse(recall(key) ?? '{}') as Partial<DirectDraft>) };
    } catch {
      return started();
    }
  }
  let draft = $state<DirectDraft>(untrack(typed));
  const save = (next: Partial<DirectDraft>) => remember(key, JSON.stringify(next));
  let wrong = $state<{ field: string; message: string } | null>(null);
  let working = $state(false);
  const direct = $derived(job.plan.ordered.filter((l) => !l.cord && l.head.panel === undefined));
  const same = $derived(direct.filter((l) => (mediumOf(l.head.connector) === 'coax') === coax));

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (working) return;
    const read = readDirect(draft, job.plan.now);
    if (!read.ok) {
      wrong = read;
      return;
    }
    working = true;
    // The next one mostly begins at the same place, and is called by the next number.
    const { from, head, tail, cable, ordered } = draft;
    save({ from, head, tail, cable, ordered });
    const refusal = await job.plan.change(read.changes, 'set up, without a panel');
    working = false;
    wrong = refusal ? { field: '', message: refusal } : null;
    if (refusal) save(draft);
  }
</script>

{#snippet text(field: 'label' | 'from' | 'to' | 'cable' | 'length', label: string, list?: string)}
  <label class="min-w-0 text-sm"
    >{label}
    <input
      class="field"
      maxlength="80"
      {list}
      bind:value={draft[field]}
      aria-invalid={wrong?.field === field}
    />
  </label>
  {#if wrong?.field === field}<p class="col-span-full border-l-4 border-wrong pl-3" role="alert">
      {wrong.message}
    </p>{/if}
{/snippet}

<svelte:head><title>{coax ? 'coax drops' : 'point to point'} · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-x-10 gap-y-6 px-3 py-4 lg:grid-cols-2 lg:px-5">
  <form class="grid content-start gap-3" onsubmit={add} oninput={() => save(draft)}>
    <h1 class="text-2xl font-bold">{coax ? 'Coax drops' : 'Point to point'}</h1>
    <p>
      {coax
        ? 'A coax cable from where it is fed to a room, a compression connector at each end.'
        : 'A cable from one room to another, with no panel between.'}
    </p>
    <datalist id="spaces"
      >{#each job.plan.spaces as s (s.id)}<option value={s.name}></option>{/each}</datalist
    >
    <datalist id="cables"
      >{#each GENERIC_CABLES as c (c.id)}<option value={c.name}></option>{/each}</datalist
    >
    <div class="grid grid-cols-2 gap-2">
      {@render text('from', coax ? 'fed from' : 'from', 'spaces')}
      {@render text('to', 'to', 'spaces')}
      {@render text('label', 'label')}
      {@render text('length', 'length, if known')}
    </div>
    {@render text('cable', 'cable', coax ? undefined : 'cables')}
    {#if !coax}
      <div class="grid gap-2 sm:grid-cols-2">
        <Choice
          label="connector where it begins"
          options={families.map((f) => [f, FAMILY_NAMES[f]] as const)}
          value={draft.head}
          onchoose={(f) => (draft.head = f)}
        />
        <Choice
          label="where it ends"
          options={families.map((f) => [f, FAMILY_NAMES[f]] as const)}
          value={draft.tail}
          onchoose={(f) => (draft.tail = f)}
        />
      </div>
    {/if}
    {#if wrong && !['label', 'from', 'to', 'cable', 'length'].includes(wrong.field)}
      <p class="border-l-4 border-wrong pl-3" role="alert">{wrong.message}</p>
    {/if}
    <button class="act min-h-14 act-now text-lg" data-main-action disabled={working}
      >Add {draft.label || 'it'}</button
    >
  </form>
  <section class="grid content-start gap-2" aria-label="Planned so far">
    <h2 class="text-xl font-bold">Planned so far</h2>
    {#each same as link (link.id)}
      <p class="border-b border-rule py-1">
        <a class="font-mono font-bold underline underline-offset-4" href={job.at('bench', link.id, 'head')}
          >{link.label}</a
        >
        {spotWords(job.plan.where(link).head)} → {farWords(job.plan.where(link))}, {FAMILY_NAMES[
          link.head.connector
        ]}{link.tail.connector === link.head.connector ? '' : ` to ${FAMILY_NAMES[link.tail.connector]}`}
      </p>
    {:else}<p class="text-faint">None yet.</p>{/each}
    {#if same.length}<a class="act" href={job.at('rack')}>To the work</a>{/if}
  </section>
</main>
