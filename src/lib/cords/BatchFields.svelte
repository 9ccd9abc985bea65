<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import type { BatchDraft } from '$core/cords/batch-draft';
  import { MOST_CORDS } from '$core/model/limits';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { ORDERS, SCHEMES, type Order } from '$core/wiring/schemes';
  import Choice from '$lib/controls/Choice.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { BatchForm } from './batch-form.svelte';

  const job = useJob();
  const form = untrack(() => new BatchForm(job));
  const asked = untrack(() => page.url.searchParams.get('ordered'));
  onMount(() => {
    const ordered = ORDERS.find((o) => o === asked);
    form.resume(ordered ? { ordered } : {});
  });
  const ORDER_NAMES: Record<Order, string> = {
    straight: 'straight',
    crossover: 'crossover, two pairs (A to B)',
    'four-pair-crossover': 'crossover, all four pairs',
    rollover: 'rollover',
  };
  const families = CONNECTOR_FAMILIES.map((f) => [f, FAMILY_NAMES[f]] as const);
  const cables = $derived([
    ...new Set([
      ...job.plan.parts.filter((p) => p.cable).map((p) => p.name),
      ...GENERIC_CABLES.map((c) => c.name),
    ]),
  ]);
  const long = $derived(job.plan.policy.units === 'inch' ? '6 ft' : '2 m');

  async function begin(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const batch = await form.begin();
    if (batch) await goto(job.at('cords', batch));
    else document.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
  }
</script>

{#snippet text(
  field: keyof BatchDraft & ('name' | 'count' | 'length' | 'prefix' | 'first' | 'boxName' | 'boxLength'),
  label: string,
  mode: 'text' | 'numeric' = 'text',
)}
  <label class="min-w-0 text-sm"
    >{label}
    <input
      class="field"
      inputmode={mode}
      maxlength="80"
      bind:value={form.draft[field]}
      aria-invalid={form.wrong?.field === field}
    />
  </label>
  {#if form.wrong?.field === field}
    <p class="col-span-full border-l-4 border-wrong pl-3" role="alert">{form.wrong.message}</p>
  {/if}
{/snippet}

<form class="grid content-start gap-3" onsubmit={begin} oninput={() => form.save()}>
  {@render text('name', 'what the cords are for')}
  <div class="grid grid-cols-2 gap-2">
    {@render text('count', `how many, at most ${MOST_CORDS}`, 'numeric')}
    {@render text('length', `length of each, such as ${long}`)}
  </div>
  <div class="grid gap-2 sm:grid-cols-2">
    <label class="min-w-0 text-sm"
      >cable
      <input class="field" list="batch-cables" maxlength="80" bind:value={form.draft.cable} />
      <datalist id="batch-cables"
        >{#each cables as c (c)}<option value={c}></option>{/each}</datalist
      >
    </label>
    <Choice
      label="order"
      options={ORDERS.map((o) => [o, ORDER_NAMES[o]] as const)}
      value={form.draft.ordered}
      onchoose={(o) => {
        form.draft.ordered = o;
        form.save();
      }}
    />
    <Choice
      label="plug at end 1"
      options={families}
      value={form.draft.head}
      onchoose={(f) => {
        if (form.draft.tail === form.draft.head) form.draft.tail = f;
        form.draft.head = f;
        form.save();
      }}
    />
    <Choice
      label="at end 2"
      options={families}
      value={form.draft.tail}
      onchoose={(f) => {
        form.draft.tail = f;
        form.save();
      }}
    />
  </div>
  {#if form.wrong?.field === 'tail'}<p class="border-l-4 border-wrong pl-3" role="alert">
      {form.wrong.message}
    </p>{/if}
  {#each form.against as reason (reason)}
    <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="misfit">{reason}</p>
  {/each}
  <label class="flex min-h-12 items-center gap-3"
    ><input type="checkbox" class="size-6 shrink-0 accent-(--ink)" bind:checked={form.draft.boots} />a boot at
    each end</label
  >
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >numbers, scheme, and the box it is cut from</summary
    >
    <div class="grid grid-cols-2 gap-2">
      {@render text('prefix', 'numbers begin with')}
      {@render text('first', 'first number', 'numeric')}
      {@render text('boxName', 'box or reel')}
      {@render text('boxLength', 'what lies in it')}
      <Choice
        label="scheme of end 1"
        options={SCHEMES.map((s) => [s, s] as const)}
        value={form.draft.scheme}
        onchoose={(s) => {
          form.draft.scheme = s;
          form.save();
        }}
      />
    </div>
  </details>
  {#if form.wrong && form.wrong.field === ''}
    <p class="border-l-4 border-wrong pl-3" role="alert">{form.wrong.message}</p>
  {/if}
  <button class="act min-h-14 act-now text-lg" data-main-action disabled={form.working}
    >Begin this batch</button
  >
</form>
