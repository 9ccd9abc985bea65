<script lang="ts">
  import { DEPTH_NAMES, depthOffered, depthsFor, DEPTHS, madeSoFar } from '$core/bench/depth';
  import { knowsOrder, passedFamily } from '$core/drill/report';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import Segments from '$lib/controls/Segments.svelte';
  import type { BenchSession } from './session.svelte';

  /** How much of this kind of connector is shown to this person, and what the log says for showing less. */
  let { session, offer = false }: { session: BenchSession; offer?: boolean } = $props();
  const { job } = $derived(session);
  const role = $derived(job.plan.crew.find((p) => p.id === job.here.me)?.role);
  const made = $derived(
    madeSoFar(job.plan.ordered, (id) => job.statusOf(id), job.here.me, session.connector),
  );
  const asksDrill = $derived(job.plan.policy.drillFirst ?? false);
  const byHeart = $derived(
    (asksDrill ? passedFamily : knowsOrder)(
      job.log.drills,
      job.here.me,
      session.order.scheme,
      session.connector,
      new Date(),
    ),
  );
  const offered = $derived(depthOffered(made, role, byHeart, asksDrill));
  const less = $derived(DEPTHS.indexOf(offered) > DEPTHS.indexOf(session.depth));
</script>

{#if offer}
  {#if less && session.offerOpen}
    <div class="border-l-4 border-ink pl-3" data-testid="depth offer">
      <p>
        {made.right} of {made.made} of yours were right at once, {FAMILY_NAMES[session.connector]}{byHeart
          ? ', and the drill shows you know the order'
          : ''}. Show less of it?
      </p>
      <button
        class="min-h-12 pr-4 font-semibold underline underline-offset-4"
        onclick={() => session.setDepth(offered)}>{DEPTH_NAMES[offered]} from now on</button
      >
      <button class="min-h-12 underline underline-offset-4" onclick={() => session.leaveOffer()}
        >leave it</button
      >
    </div>
  {/if}
{:else}
  <Segments
    label="How much is shown"
    options={depthsFor(role).map((d) => [d, DEPTH_NAMES[d]] as const)}
    value={session.depth}
    columns={3}
    onchoose={(d) => session.setDepth(d)}
  />
  {#if asksDrill && !byHeart && session.depth !== 'full'}
    <p class="border-l-4 border-wrong pl-3">
      The terms of this job ask for the order in the <a
        class="underline underline-offset-4"
        href={job.at('drill')}>drill</a
      > before less is shown. It advises; the lead decides.
    </p>
  {/if}
{/if}
