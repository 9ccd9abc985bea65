<script lang="ts">
  import { COLUMN_WORDS } from '$core/schedule/columns';
  import type { WordChoice } from '$core/schedule/words';
  import { CONNECTOR_FAMILIES, FAMILY_NAMES } from '$core/wiring/connector';
  import { GENERIC_CABLES } from '$core/wiring/parts';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { SheetMatch } from './sheet-match.svelte';

  /** What the file's words for cables and connectors stand for; open where one is to be chosen. */
  let { match }: { match: SheetMatch } = $props();
  const job = useJob();
  const cables = $derived([
    ...new Set([...job.plan.parts.filter((p) => p.cable).map((p) => p.name), ...GENERIC_CABLES.map((c) => c.name)]),
  ]); // prettier-ignore
  const unknown = $derived(match.words.filter((w) => w.meant === undefined));
  const options = (w: WordChoice): readonly (readonly [string, string])[] =>
    w.column === 'cable'
      ? [...new Set([w.text, w.meant ?? w.text, ...cables])].map((c) => [c, c === w.text ? `${c}, as written` : c])
      : CONNECTOR_FAMILIES.map((f) => [f, FAMILY_NAMES[f]]); // prettier-ignore
</script>

{#if match.words.length}
  <details open={unknown.length > 0}>
    <summary class="flex min-h-12 cursor-pointer items-center underline underline-offset-4"
      >{match.words.length === 1
        ? 'One word for a cable or a connector'
        : `${match.words.length} words for cables and connectors`}{unknown.length
        ? `: choose what ${unknown.length === 1 ? 'one stands' : `${unknown.length} stand`} for`
        : ''}</summary
    >
    <ul class="border-t border-rule">
      {#each match.words as w (w.key)}
        <li
          class="grid grid-cols-2 items-center gap-3 border-b border-rule py-1 sm:grid-cols-[1fr_1fr_14rem]"
        >
          <span class="font-mono">{w.text}</span>
          <span class="hidden text-sm text-faint sm:block"
            >{COLUMN_WORDS[w.column]}, {w.count === 1 ? 'once' : `${w.count} times`}</span
          >
          <select
            class={[
              'h-12 min-w-0 border bg-transparent px-2',
              w.meant === undefined ? 'border-2 border-wrong' : 'border-ink',
            ]}
            aria-label="{w.text} stands for"
            value={w.meant ?? ''}
            onchange={(e) => match.setWord(w.key, e.currentTarget.value)}
          >
            {#if w.meant === undefined}<option value="" class="bg-paper">choose</option>{/if}
            {#each options(w) as [value, says] (value)}<option {value} class="bg-paper">{says}</option>{/each}
          </select>
        </li>
      {/each}
    </ul>
  </details>
{/if}
