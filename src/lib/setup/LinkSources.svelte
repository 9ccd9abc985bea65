<script lang="ts">
  import { untrack } from 'svelte';
  import type { Link } from '$core/model/job';
  import Choice from '$lib/controls/Choice.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Where links come from: a file, a pattern, the plan as it is, the keyboard, or rows that were left half done. */
  let {
    working,
    leftOver,
    onfile,
    onresume,
    onpattern,
    onedit,
    ontype,
  }: {
    working: boolean;
    /** How many rows were left half done. */
    leftOver: number;
    onfile: (file: File) => void;
    onresume: () => void;
    onpattern: () => void;
    /** The links of a panel are edited, or all of them where none is named. */
    onedit: (panel: string) => void;
    ontype: () => void;
  } = $props();
  const job = useJob();
  let panel = $state(untrack(() => job.plan.panels[0]?.id ?? ''));
  let says = $state('');

  function choose(event: Event): void {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (file) onfile(file);
  }
  const retired = $derived(job.plan.whole.links.filter((l) => l.retired));
  async function bringBack(link: Link): Promise<void> {
    const again: Link = { ...link };
    delete again.retired;
    says = await job.plan.change({ put: { links: [again] } }, 'links');
  }
</script>

{#if leftOver}
  <button class="act" onclick={onresume}>Go on with the {leftOver} rows you left half done</button>
{/if}
<section class="grid gap-2">
  <label class="act cursor-pointer act-now text-lg focus-within:outline-3 focus-within:outline-ink">
    {working ? 'Reading …' : 'Bring a schedule: .xlsx or CSV'}
    <input
      type="file"
      accept=".csv,.tsv,.txt,.xlsx,text/csv"
      class="sr-only"
      onchange={choose}
      disabled={working}
    />
  </label>
  <p class="text-faint">
    As the drawing office sends it: titles above the header, several sheets and footers are fine. Every link
    needs its label, panel, port and room. Nothing is taken in before you say so.
  </p>
</section>
<button class="act" onclick={onpattern}>Lay a pattern: so many ports to so many rooms</button>
{#if job.plan.ordered.length}
  <section class="grid grid-cols-[1fr_auto] items-end gap-2">
    <Choice
      label="edit what is there"
      options={[
        ...job.plan.panels.map((p) => [p.id, `panel ${p.name}`] as const),
        ['', `all ${job.plan.ordered.length} links`],
      ]}
      bind:value={panel}
    />
    <button class="act w-auto" onclick={() => onedit(panel)}>Edit the table</button>
  </section>
  <a class="act" href="/api/jobs/{job.plan.id}/schedule" download>Save the schedule as CSV</a>
{:else}
  <button class="act" onclick={ontype}>Type or paste the rows</button>
{/if}
{#if retired.length}
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >{retired.length === 1 ? 'One link is' : `${retired.length} links are`} retired: out of the plan, kept in
      the history</summary
    >
    <ul class="border-t border-rule">
      {#each retired as l (l.id)}
        <li class="flex items-center gap-3 border-b border-rule">
          <span class="flex-1 font-mono">{l.label}</span>
          <button class="min-h-12 px-2 underline underline-offset-4" onclick={() => bringBack(l)}
            >bring {l.label} back</button
          >
        </li>
      {/each}
    </ul>
  </details>
{/if}
{#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
