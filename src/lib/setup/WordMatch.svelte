<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
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
          <Choice
            bare
            class={{ 'border-2 border-wrong': w.meant === undefined }}
            label="{w.text} stands for"
            options={options(w)}
            value={w.meant}
            onchoose={(v) => match.setWord(w.key, v)}
          />
        </li>
      {/each}
    </ul>
  </details>
{/if}
