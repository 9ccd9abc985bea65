<script lang="ts">
  import { goto } from '$app/navigation';
  import { findByLabel } from '$core/plan/find';
  import { page } from '$app/state';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';
  import type { Link } from '$core/model/job';
  import Sheet from '$lib/controls/Sheet.svelte';

  let { onclose }: { onclose: () => void } = $props();
  const job = useJob();
  let text = $state('');
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
  function submit(event: SubmitEvent): void {
    event.preventDefault();
    if (found[0]) open(found[0].id);
  }
</script>

<Sheet title="Go to a link" {onclose}>
  <form onsubmit={submit} class="mt-2">
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="h-14 w-full border-2 border-ink bg-sheet px-3 font-mono text-xl"
      placeholder="K1-07, a room, a cable"
      aria-label="Label or room"
      bind:value={text}
      autofocus
      autocomplete="off"
    />
    {#if text && !found.length}
      <p class="mt-3" role="status">No link is called “{text}”: try the label on the panel, or the room.</p>
    {/if}
    <ul class="mt-2">
      {#each found as link, i (link.id)}
        <li>
          <button
            type="button"
            class={[
              'flex min-h-12 w-full items-baseline gap-3 px-3 py-2 text-left',
              i === 0 && 'bg-hivis text-on-hivis',
            ]}
            onclick={() => open(link.id)}
          >
            <span class="font-mono text-lg font-bold">{link.label}</span><span
              >{farWords(job.plan.where(link))}</span
            >
          </button>
        </li>
      {/each}
    </ul>
  </form>
</Sheet>
