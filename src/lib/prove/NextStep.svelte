<script lang="ts">
  import { conductorLabel, ENDS } from '$core/wiring/conductors';
  import type { LookAnswer } from '$core/diagnose/types';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import type { ProveSession } from './session.svelte';

  let { session }: { session: ProveSession } = $props();
  const job = useJob();
  const next = $derived(session.diagnosis?.next);
  const answers = $derived(next?.answers ?? []);
  const several = $derived(new Set(answers.map((a) => a.conductor)).size > 1);
  const mixed = $derived(new Set(answers.map((a) => `${a.open}${a.bridged}`)).size > 1);

  function says(a: LookAnswer): string {
    const notes = [a.open ? 'not home' : '', a.bridged ? 'joined to another' : ''].filter(Boolean).join(', ');
    return mixed ? notes || 'home and clear' : '';
  }
  const minutes = (m: number) => (m < 10 ? `${Math.round(m * 2) / 2} min` : `${Math.round(m)} min`);
</script>

{#if next}
  <div>
    <div class="flex items-center justify-between gap-2">
      <p class="text-sm text-faint">
        {next.end && next.end !== job.here.standingAt
          ? `Walk to the ${next.end}`
          : next.action === 'look'
            ? 'Look first, here'
            : 'Do next'}
      </p>
      <label class="flex items-center gap-1 text-sm whitespace-nowrap"
        >I am at the
        <select
          class="h-12 border border-rule bg-transparent px-1"
          value={job.here.standingAt}
          onchange={(e) => job.here.stand(e.currentTarget.value as 'head' | 'tail')}
        >
          {#each ENDS as end (end)}<option value={end} class="bg-paper">{end}</option>{/each}
        </select>
      </label>
    </div>
    <h3 class="mt-1 text-xl font-bold" data-testid="question">{next.question}</h3>
    {#if next.action === 'look'}
      <div class="mt-2 grid grid-cols-2 gap-2">
        {#each answers.slice(0, 4) as a, i (i)}
          <button
            class="act min-h-14 flex-wrap justify-start gap-x-2 gap-y-0 act-now px-3"
            data-main-action={undefined}
            onclick={() => session.answer(a)}
          >
            {#if a.conductor}<Swatch conductor={a.conductor} />{#if several || !mixed}<span class="font-mono"
                  >{conductorLabel(a.conductor)}</span
                >{/if}{:else}<span>empty</span>{/if}
            {#if says(a)}<span class={several ? 'w-full text-sm font-normal' : ''}>{says(a)}</span>{/if}
          </button>
        {/each}
      </div>
    {/if}
    <p class="mt-2 text-sm text-faint">
      {minutes(next.minutes)} now, about {minutes(next.expectedMinutes)} in all to a proven link.
    </p>
  </div>
{:else}
  <p class="text-faint">Working out what this means …</p>
{/if}
