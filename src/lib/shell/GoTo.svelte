<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { findByLabel } from '$core/plan/find';
  import { page } from '$app/state';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';
  import type { Link } from '$core/model/job';
  import Sheet from '$lib/controls/Sheet.svelte';

  interface Props {
    /** What was typed, and whether it was entered, before this was here. */
    typed: { text: string; entered: boolean };
    onclose: () => void;
  }
  let { typed, onclose }: Props = $props();
  const job = useJob();
  // svelte-ignore state_referenced_locally
  let text = $state(typed.text);
  /** A link is found by its rooms, its closet, its panel and its cable as well. */
  function about(l: Link): string {
    const where = job.plan.where(l);
    return [farWords(where), where.head.space?.name, where.head.panel?.name, l.cable].join(' ');
  }
  const found = $derived(findByLabel(job.plan.ordered, text, about));
  const screen = $derived(page.url.pathname.split('/')[2] === 'bench' ? 'bench' : 'prove');

  function open(id: string): void {
    onclose();
    void goto(job.at(screen, id));
  }
  /** Which of those found is opened by Enter: the first, until an arrow says another. What is typed begins anew. */
  let at = $state(0);
  function enter(): void {
    const link = found[at];
    if (link) open(link.id);
  }
  function submit(event: SubmitEvent): void {
    event.preventDefault();
    enter();
  }
  onMount(() => {
    if (typed.entered) enter();
  });
  function onkeydown(event: KeyboardEvent): void {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step || !found.length) return;
    at = (at + step + found.length) % found.length;
    document.getElementById(`${id}-${at}`)?.scrollIntoView({ block: 'nearest' });
    event.preventDefault();
  }
  const id = $props.id();
</script>

<Sheet title="Go to a link" {onclose}>
  <form onsubmit={submit} class="mt-2">
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="h-14 w-full border-2 border-ink bg-sheet px-3 font-mono text-xl"
      placeholder="K1-07, a room, a cable"
      aria-label="Label or room"
      bind:value={text}
      oninput={() => (at = 0)}
      {onkeydown}
      role="combobox"
      aria-expanded={found.length > 0}
      aria-controls="{id}-found"
      aria-autocomplete="list"
      aria-activedescendant={found.length ? `${id}-${at}` : undefined}
      autofocus
      autocomplete="off"
    />
    {#if text && !found.length}
      <p class="mt-3" role="status">No link is called “{text}”: try the label on the panel, or the room.</p>
    {/if}
    <div class="mt-2" role="listbox" id="{id}-found" aria-label="Links found">
      {#each found as link, i (link.id)}
        <button
          type="button"
          role="option"
          id="{id}-{i}"
          aria-selected={i === at}
          tabindex="-1"
          class={[
            'flex min-h-12 w-full items-baseline gap-3 px-3 py-2 text-left',
            i === at && 'bg-hivis text-on-hivis',
          ]}
          onclick={() => open(link.id)}
        >
          <span class="font-mono text-lg font-bold">{link.label}</span><span
            >{farWords(job.plan.where(link))}</span
          >
        </button>
      {/each}
    </div>
  </form>
</Sheet>
