<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import type { Person } from '$core/model/job';
  import { NewIds, slugOf } from '$core/plan/new-ids';
  import { useJob } from '$lib/job/open-job.svelte';

  let { onsays }: { onsays: (says: string) => void } = $props();
  const job = useJob();
  const ROLES: Person['role'][] = ['lead', 'technician', 'trainee'];
  let name = $state('');
  /** Who was taken out: one tap puts them back. */
  const gone = $derived(job.plan.whole.crew.filter((p) => p.retired));

  const keep = async (changes: Parameters<typeof job.plan.change>[0]) =>
    onsays(await job.plan.change(changes, 'set up, people'));
  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!name.trim()) return onsays('Write the name of the person.');
    const id = new NewIds(job.plan.whole.crew.map((p) => p.id)).give(slugOf(name));
    await keep({ put: { crew: [{ id, name: name.trim(), role: 'technician' }] } });
  }
</script>

<section class="grid gap-2">
  <h2 class="text-xl font-bold">People</h2>
  <ul class="border-t border-rule">
    {#each job.plan.crew as p (p.id)}
      <li class="grid grid-cols-[minmax(0,1fr)_8rem_auto] items-center gap-2 border-b border-rule py-1">
        <input
          class="h-12 w-full min-w-0 border border-rule bg-transparent px-2"
          aria-label="Name of {p.name}"
          value={p.name}
          maxlength="120"
          onchange={(e) => keep({ put: { crew: [{ ...p, name: e.currentTarget.value.trim() || p.name }] } })}
        />
        <Choice
          bare
          label="What {p.name} is"
          options={ROLES.map((r) => [r, r] as const)}
          value={p.role}
          onchoose={(role) => keep({ put: { crew: [{ ...p, role }] } })}
        />
        <button
          class="h-12 min-w-10"
          aria-label="Take {p.name} out"
          onclick={() => keep({ remove: { crew: [p.id] } })}>✕</button
        >
      </li>
    {/each}
  </ul>
  {#each gone as { retired: _, ...person } (person.id)}
    <p class="flex items-center gap-3 text-sm">
      <span class="flex-1">{person.name} is taken out.</span>
      <button
        class="min-h-12 font-semibold underline underline-offset-4"
        onclick={() => keep({ put: { crew: [person] } })}>Put {person.name} back</button
      >
    </p>
  {/each}
  <form class="grid grid-cols-[minmax(0,1fr)_auto] gap-2" onsubmit={add}>
    <input
      class="h-13 border border-ink bg-transparent px-2"
      aria-label="Name of the new person"
      bind:value={name}
    />
    <button class="act w-auto whitespace-nowrap">Add a person</button>
  </form>
</section>
