<script lang="ts">
  import { classCsv, standing, standsOf } from '$core/drill/report';
  import { EXERCISE_WORDS, EXERCISES } from '$core/drill/skills';
  import { saveText } from '$lib/device/save-text';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What each of the crew can and cannot yet: the lead sees all, everybody else themselves. */
  const job = useJob();
  const lead = $derived(job.plan.crew.find((p) => p.id === job.here.me)?.role === 'lead');
  const crew = $derived(job.plan.crew.filter((p) => !p.retired && (lead || p.id === job.here.me)));
  const now = new Date();
  const MARKS = { 'has it': '✓', 'not yet': '×', 'too few': '·' } as const;
  const drilled = $derived(crew.filter((p) => Object.hasOwn(job.log.drills, p.id)));
</script>

{#if drilled.length}
  <section class="grid gap-2" aria-label="What each can">
    <h2 class="text-xl font-bold">{lead ? 'What each can' : 'What you can'}</h2>
    {#each drilled as p (p.id)}
      {@const stands = standsOf(job.log.drills, p.id, now)}
      <details>
        <summary class="flex min-h-12 cursor-pointer flex-wrap items-center gap-x-4">
          <strong>{p.name}</strong>
          {#each EXERCISES as e (e)}
            {@const of = stands.filter((s) => s.skill.exercise === e)}
            <span class="text-sm"
              >{EXERCISE_WORDS[e]}
              <span class="font-mono">{of.filter((s) => standing(s) === 'has it').length}/{of.length}</span
              ></span
            >
          {/each}
        </summary>
        <table class="w-full text-left text-sm">
          <thead>
            <tr class="border-b-2 border-ink"
              ><th class="py-1">skill</th><th>asked</th><th>right</th><th>stands</th><th
                class="hidden sm:table-cell">last slip</th
              ></tr
            >
          </thead>
          <tbody>
            {#each stands.filter((s) => s.asked) as s (s.skill.id)}
              <tr class="border-b border-rule align-top">
                <td class="py-1 pr-2">{s.skill.words}</td>
                <td class="font-mono">{s.asked}</td>
                <td class="font-mono">{s.right}</td>
                <td>{MARKS[standing(s)]} {standing(s)}</td>
                <td class="hidden text-faint sm:table-cell">{s.slip ?? ''}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </details>
    {/each}
    <p class="text-sm text-faint">
      Nothing is said of fewer than three answers. “Has it” is a chance of nine in ten to know it now. It
      advises; who works how, the lead decides.
    </p>
    <button
      class="act justify-self-start"
      onclick={() => saveText(`${job.plan.name}, drill.csv`, classCsv(crew, job.log.drills, new Date()))}
      >Save as CSV</button
    >
  </section>
{/if}
