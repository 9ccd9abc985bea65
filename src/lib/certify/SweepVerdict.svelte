<script lang="ts">
  import { PARAMETER_WORDS, type Certified, type Configured } from '$core/certify/limits';
  import { pointsAt, type judgeSweep } from '$core/certify/sweep';
  import { CONFIGURATION_WORDS } from '$core/model/tester-result';

  /** What a sweep comes to against the limits of a category, and the worst of each of its parameters. */
  let {
    verdict,
    category,
    configured,
  }: { verdict: ReturnType<typeof judgeSweep>; category: Certified; configured: Configured } = $props();
  const first = $derived(verdict.worst[0]);
</script>

<p class={['border-l-8 pl-3 text-2xl font-bold', verdict.pass ? 'border-ink' : 'border-wrong']} role="status">
  {#if verdict.pass}
    ✓ Within every limit of category {category}, {CONFIGURATION_WORDS[configured]}: {first!.margin.toFixed(1)} dB
    to spare.
  {:else if first && first.margin < 0}
    × {PARAMETER_WORDS[first.parameter]} of {first.pairs} misses its limit by {(-first.margin).toFixed(1)} dB at
    {first.mhz.toFixed(1)} MHz{pointsAt(first)
      ? `, seen from the ${pointsAt(first) === 'far' ? 'far' : 'near'} end: look at the connector there`
      : ''}.
  {:else if verdict.missing.length}
    No verdict: the sweep has no {verdict.missing.map((m) => PARAMETER_WORDS[m]).join(', no ')}.
  {:else}
    No verdict: {verdict.partial.map((p) => PARAMETER_WORDS[p]).join(', ')} not of every pair, from both ends, up
    to the highest frequency of category {category}.
  {/if}
</p>
<div class="overflow-x-auto">
  <table class="w-full text-left text-sm">
    <thead>
      <tr class="border-b-2 border-ink"
        ><th class="py-1">worst of</th><th>pairs</th><th>from</th><th class="text-right">MHz</th><th
          class="hidden text-right sm:table-cell">dB</th
        ><th class="hidden text-right sm:table-cell">limit</th><th class="pl-3 text-right">margin</th></tr
      >
    </thead>
    <tbody>
      {#each verdict.worst as w (`${w.parameter} ${w.far}`)}
        <tr class="border-b border-rule align-top">
          <td class="py-1 pr-2"
            >{PARAMETER_WORDS[w.parameter]}{#if w.doubt}<span class="block text-faint">{w.doubt}</span
              >{/if}</td
          >
          <td class="font-mono">{w.pairs}</td>
          <td>{w.far ? 'far end' : 'near end'}</td>
          <td class="text-right font-mono">{w.mhz.toFixed(1)}</td>
          <td class="hidden text-right font-mono sm:table-cell">{w.db.toFixed(1)}</td>
          <td class="hidden text-right font-mono sm:table-cell">{w.limit.toFixed(1)}</td>
          <td class={['pl-3 text-right font-mono font-bold', w.margin < 0 && 'text-wrong']}
            >{w.margin.toFixed(1)}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>
