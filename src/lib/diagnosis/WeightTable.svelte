<script lang="ts">
  import { MISTAKE_WORDS } from '$core/copper/mistake';
  import { STARTING_WEIGHTS } from '$core/diagnose/catalogue';
  import { learnedWeights, nothingFound, PRIOR_STRENGTH } from '$core/diagnose/learn';
  import { useJob } from '$lib/job/open-job.svelte';

  /** How much each mistake weighs by now, beside what one started with. */
  const job = useJob();
  const start = learnedWeights(nothingFound());
  const crew = $derived(learnedWeights(job.log.foundElsewhere));
  const LISTS = [
    { list: 'jack', name: 'Jacks' },
    { list: 'plug', name: 'Plugs' },
    { list: 'core', name: 'Cores and caps' },
    { list: 'cable', name: 'Cables' },
    { list: 'lead', name: 'Test leads' },
  ] as const;
  const percent = (x: number) => `${(100 * x).toFixed(1)}`;
</script>

<details class="mt-8 border-t border-rule">
  <summary class="flex min-h-12 cursor-pointer items-center font-bold"
    >How likely each mistake is by now</summary
  >
  <p class="max-w-prose">
    The start is our own judgement and counts as {PRIOR_STRENGTH} findings. Every finding that is written down moves
    it: those of the crew’s other jobs first, those of this job on top.
  </p>
  <div class="grid gap-x-8 lg:grid-cols-3">
    {#each LISTS as { list, name } (list)}
      <table class="mt-3 w-full self-start text-sm">
        <caption class="text-left text-base font-bold">{name}, in % of their mistakes</caption>
        <thead
          ><tr class="border-b border-ink text-right"
            ><th class="py-1 text-left font-normal">mistake</th><th class="font-normal">start</th><th
              class="font-normal">crew</th
            ><th class="font-normal">now</th><th class="font-normal">found</th></tr
          ></thead
        >
        <tbody class="font-mono">
          {#each Object.keys(STARTING_WEIGHTS[list]).sort((a, b) => job.log.weights[list][b]! - job.log.weights[list][a]!) as kind (kind)}
            <tr class="border-b border-rule text-right"
              ><th class="py-1 pr-2 text-left font-sans font-normal">{MISTAKE_WORDS[kind]}</th><td
                >{percent(start[list][kind]!)}</td
              ><td>{percent(crew[list][kind]!)}</td><td class="font-bold"
                >{percent(job.log.weights[list][kind]!)}</td
              ><td>{job.log.found[list]?.[kind] ?? ''}</td></tr
            >
          {/each}
        </tbody>
      </table>
    {/each}
  </div>
</details>
