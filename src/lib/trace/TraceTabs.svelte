<script lang="ts">
  import { page } from '$app/state';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const TABS = [
    ['', 'with remotes'],
    ['/tone', 'with a tone'],
    ['/flags', 'tape flags'],
  ] as const;
  const here = $derived(page.url.pathname.replace(job.at('trace'), '').replace(/\/$/, ''));
</script>

<nav class="grid grid-cols-3 gap-1 px-3 pt-3 lg:max-w-lg lg:px-5" aria-label="Ways to trace">
  {#each TABS as [to, name] (to)}
    <a
      href={job.at('trace') + to}
      class={[
        'flex min-h-12 items-center justify-center border-2 px-1 text-center',
        here === to ? 'border-ink bg-hivis font-bold text-on-hivis' : 'border-rule',
      ]}
      aria-current={here === to ? 'page' : undefined}>{name}</a
    >
  {/each}
</nav>
