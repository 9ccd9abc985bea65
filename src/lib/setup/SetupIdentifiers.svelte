<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import {
    doubles,
    identifierFor,
    IDENTIFIER_FIELDS,
    IDENTIFIER_STYLES,
    patternProblem,
    type Identifiers,
  } from '$core/model/identifiers';
  import { identifierParts, identifiersOf } from '$core/plan/link-identifiers';
  import { useJob } from '$lib/job/open-job.svelte';

  let { onsays }: { onsays: (says: string) => void } = $props();
  const job = useJob();
  const only = ({ head, tail, link }: Identifiers): Identifiers => ({ head, tail, link });
  let patterns = $state<Identifiers>(untrack(() => only(identifiersOf(job.plan.policy))));
  const FIELDS = [
    ['link', 'a link is called'],
    ['head', 'its closet end'],
    ['tail', 'its room end'],
  ] as const;
  const wrong = $derived(FIELDS.map(([f]) => patternProblem(patterns[f])).find(Boolean) ?? null);
  const made = $derived.by(() => {
    if (wrong) return [];
    const parts = identifierParts(job.plan);
    // What hangs on no panel and no outlet has nothing that a pattern could name.
    const placed = job.plan.ordered.filter((l) => l.head.panel !== undefined && l.tail.outlet !== undefined);
    return placed.map((link) => ({
      planned: link,
      link: identifierFor(patterns.link, parts(link)),
      head: identifierFor(patterns.head, parts(link)),
      tail: identifierFor(patterns.tail, parts(link)),
    }));
  });
  const twice = $derived(
    FIELDS.flatMap(([f, name]) => doubles(made.map((m) => m[f])).map((d) => ({ ...d, name }))),
  );
  const renamed = $derived(made.filter((m) => m.planned.label !== m.link));
  const unchanged = $derived(
    JSON.stringify(patterns) === JSON.stringify(only(identifiersOf(job.plan.policy))),
  );

  async function keep(rename: boolean): Promise<void> {
    onsays(
      wrong ??
        (await job.plan.change(
          {
            policy: { ...job.plan.policy, identifiers: { ...patterns } },
            ...(rename ? { put: { links: renamed.map((m) => ({ ...m.planned, label: m.link })) } } : {}),
          },
          'set up, identifiers',
        )),
    );
  }
</script>

<section class="grid gap-2">
  <h2 class="text-xl font-bold">What things are called</h2>
  <Choice
    label="start from"
    placeholder="a style …"
    options={IDENTIFIER_STYLES.map((s, i) => [i, s.name] as const)}
    value={undefined}
    onchoose={(i) => (patterns = only(IDENTIFIER_STYLES[i]!))}
  />
  {#each FIELDS as [field, name] (field)}
    <label class="text-sm"
      >{name}
      <input class="field font-mono" maxlength="120" bind:value={patterns[field]} />
      {#if made[0]}<span class="text-faint">such as <span class="font-mono">{made[0][field]}</span></span
        >{/if}
    </label>
  {/each}
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >What may stand in a pattern</summary
    >
    <ul class="text-sm">
      {#each Object.entries(IDENTIFIER_FIELDS) as [f, means] (f)}<li>
          <span class="font-mono">{`{${f}}`}</span>
          {means}
        </li>{/each}
      <li><span class="font-mono">{'{port:2}'}</span> at least two digits</li>
    </ul>
  </details>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#each twice.slice(0, 4) as d (`${d.name} ${d.identifier}`)}
    <p class="border-l-4 border-wrong pl-3" role="alert">
      {d.at.length} links would have <span class="font-mono">{d.identifier}</span> for {d.name}: {d.at
        .slice(0, 3)
        .map((i) => made[i]!.planned.label)
        .join(', ')}{d.at.length > 3 ? ' …' : ''}. Add a field that tells them apart.
    </p>
  {/each}
  <div class="grid gap-2 sm:grid-cols-2">
    <button class="act" disabled={!!wrong || unchanged} onclick={() => keep(false)}
      >Keep these patterns</button
    >
    <button
      class="act"
      disabled={!!wrong || !renamed.length || twice.some((d) => d.name === FIELDS[0][1])}
      onclick={() => keep(true)}
      >Call {renamed.length || 'all'} {renamed.length === 1 ? 'link' : 'links'} by the pattern</button
    >
  </div>
</section>
