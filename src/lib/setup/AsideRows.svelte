<script lang="ts">
  import { ASIDE_WORDS, type AsideWhy } from '$core/schedule/aside';
  import type { SheetMatch } from './sheet-match.svelte';

  /** Rows that are no links, and why; each can be taken in all the same. */
  let { match }: { match: SheetMatch } = $props();
  const aside = $derived(match.read.aside);
  /** Hidden and struck rows are many at once where a filter was left on: they are taken in together. */
  const together = $derived(
    (['hidden', 'struck'] as const).flatMap((why) => {
      const lines = aside.filter((a) => a.why === why).map((a) => a.line);
      return lines.length > 1 ? [{ why, lines }] : [];
    }),
  );
  const kinds = $derived(
    (Object.keys(ASIDE_WORDS) as AsideWhy[]).flatMap((why) => {
      const n = aside.filter((a) => a.why === why).length;
      return n ? [n > 1 ? `${ASIDE_WORDS[why]} (${n})` : ASIDE_WORDS[why]] : [];
    }),
  );
</script>

{#if aside.length}
  <details>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >{aside.length === 1 ? 'One row is no link' : `${aside.length} rows are no links`}: {kinds.join(
        ', ',
      )}</summary
    >
    {#each together as { why, lines } (why)}
      <button class="act" onclick={() => match.takeIn(lines)}
        >Take the {lines.length} rows {ASIDE_WORDS[why]} in as links</button
      >
    {/each}
    <ul class="border-t border-rule">
      {#each aside as a (a.line)}
        <li class="flex flex-wrap items-center gap-x-3 border-b border-rule">
          <span class="font-mono text-sm">row {a.line}</span>
          <span class="min-w-0 flex-1 truncate">{a.text}</span>
          <span class="text-sm text-faint">{ASIDE_WORDS[a.why]}</span>
          <button class="min-h-12 px-2 underline underline-offset-4" onclick={() => match.takeIn([a.line])}
            >it is a link</button
          >
        </li>
      {/each}
    </ul>
  </details>
{/if}
