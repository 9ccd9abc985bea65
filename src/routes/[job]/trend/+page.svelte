<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { USUAL_WORKING, type Working } from '$core/trend/calendar';
  import type { Trend } from '$core/trend/trend';
  import { useJob } from '$lib/job/open-job.svelte';
  import { askTrend } from '$lib/trend/ask';
  import Blades from '$lib/trend/Blades.svelte';
  import Causes from '$lib/trend/Causes.svelte';
  import Changing from '$lib/trend/Changing.svelte';
  import Done from '$lib/trend/Done.svelte';
  import Learning from '$lib/trend/Learning.svelte';
  import Looking from '$lib/trend/Looking.svelte';
  import Yields from '$lib/trend/Yields.svelte';

  const job = useJob();
  let trend = $state.raw<Trend | null>(null);
  let wrong = $state('');
  /** What somebody asks: what if there were more of us. The terms stay as they are. */
  let whatIf = $state.raw<Working | undefined>();
  const working = $derived(
    whatIf ?? job.plan.policy.working ?? { ...USUAL_WORKING, days: [...USUAL_WORKING.days] },
  );
  let ready = $state(false);
  onMount(() => {
    ready = true;
  });
  $effect(() => {
    if (!ready) return;
    void [whatIf, job.here.me, job.log.here.length, job.plan.now];
    untrack(() => {
      askTrend(job, whatIf).then(
        (answer) => {
          if (answer) [trend, wrong] = [answer, ''];
        },
        () => (wrong = 'The log of this job is too long to keep on this device, and the server does not answer: come back with a signal.'), // prettier-ignore
      );
    });
  });
</script>

<svelte:head><title>trend · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-8 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Trend</h1>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#if trend}
    <Done {trend} {working} onwhatif={(w) => (whatIf = w)} />
    <Yields {trend} />
    <Changing {trend} />
    <Causes {trend} />
    <Blades {trend} />
    <Looking {trend} />
    <Learning {trend} />
  {:else if !wrong}<p class="text-faint">Working it out …</p>{/if}
</main>
