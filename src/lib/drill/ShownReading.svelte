<script lang="ts">
  import type { ShownReading } from '$core/drill/question';

  /** A reading as one kind of tester shows it. */
  let { reading }: { reading: ShownReading } = $props();
  const walk = $derived(reading.walk);
</script>

<figure class="border border-rule p-3" aria-label="What the tester shows">
  {#if reading.as === 'walk'}
    <p class="font-mono text-2xl">{walk.map((a) => a.join('+') || '-').join(' ')}</p>
  {:else if reading.as === 'lamps'}
    <ol class="grid grid-cols-8 gap-1">
      {#each walk as answers, i (i)}
        <li
          class="grid justify-items-center gap-1 border border-rule py-1"
          aria-label="{i + 1} lights {answers.join(' and ') || 'none'}"
        >
          <span class="font-mono text-xs">{i + 1} lights</span>
          <span class="font-mono text-xl font-bold">{answers.join('+') || '–'}</span>
        </li>
      {/each}
    </ol>
  {:else}
    <table class="font-mono text-sm">
      <tbody>
        {#each walk as answers, i (i)}
          <tr class="border-b border-rule"
            ><th class="pr-4 text-left font-normal">head {i + 1}</th><td class="text-lg"
              >{answers.length
                ? `sounds at ${answers.map((a) => `tail ${a}`).join(' and ')}`
                : 'silent everywhere'}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  {/if}
  <figcaption class="mt-2 text-sm text-faint">
    {reading.as === 'meter'
      ? 'A meter, contact by contact.'
      : reading.as === 'lamps'
        ? 'A lamp tester, contact by contact.'
        : 'A walk: what answers 1 to 8.'}
    {reading.splits === null
      ? 'It does not look at splits.'
      : reading.splits.length
        ? `It shows split pairs: ${reading.splits.join(' and ')}.`
        : 'It looks at splits and shows none.'}
  </figcaption>
</figure>
