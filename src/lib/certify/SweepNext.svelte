<script lang="ts">
  import { mendAfterSweep } from '$core/certify/mend-after-sweep';
  import { DEFAULT_COSTS } from '$core/model/costs';
  import type { Link } from '$core/model/job';
  import { endName } from '$core/model/end-name';
  import { classOf } from '$core/wiring/connector';
  import { specOf } from '$core/log/link-spec';
  import { walkCost } from '$lib/diagnosis/walk-cost';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What to do about a link that reads right and whose sweep fails: which end first, and the press that says it was done. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const bad = $derived(job.statusOf(link.id).swept?.badEnd);
  const connector = $derived({ head: classOf(link.head.connector), tail: classOf(link.tail.connector) });
  const next = $derived(
    bad &&
      mendAfterSweep(
        bad,
        { standingAt: job.here.standingAt, plates: connector.tail === 'jack' ? 2 : 0 },
        connector,
        { ...DEFAULT_COSTS, ...walkCost(job, link) },
      ),
  );
  const minutes = (m: number) => `${Math.round(m * 2) / 2} min`;
  function done(): void {
    if (!next) return;
    const { end, action, contacts } = next;
    job.log.write(
      link.id,
      'redone',
      action === 'repunch'
        ? { action, contacts: contacts }
        : { action, connector: link[end].connector, scheme: specOf(link, job.plan.policy)[end].scheme },
      end,
      `${link.label} ${endName(link, end)}: ${action === 'repunch' ? 'punched again' : 'done again'}.`,
    );
    job.here.stand(end);
  }
</script>

{#if next && bad}
  <section class="grid gap-2 border-l-4 border-wrong pl-3" aria-label="About the sweep">
    <p class="text-sm text-faint">
      The copper is right, its crosstalk is not: {Math.round(bad.chance * 100)} % at the {endName(
        link,
        bad.end,
      )}.
    </p>
    <h3 class="text-xl font-bold">
      {next.end === job.here.standingAt ? 'Here' : `At the ${endName(link, next.end)}`}: {next.action ===
      'repunch'
        ? `lay ${next.contacts.join(', ')} again, twisted up to the slots`
        : 'a new connector, twisted up to its contacts'}.
    </h3>
    <button class="act justify-self-start" onclick={done}
      >{next.action === 'repunch' ? 'Punched again' : 'Done again'}: read and sweep it again</button
    >
    <p class="text-sm text-faint">
      {minutes(next.minutes)} now, about {minutes(next.expectedMinutes)} in all until its sweep passes.
    </p>
  </section>
{/if}
