<script lang="ts">
  import { onMount, untrack, type Snippet } from 'svelte';
  import type { JobData } from '$lib/job/job-data';
  import { provideJob, OpenJob } from '$lib/job/open-job.svelte';
  import Shell from './Shell.svelte';

  let { data, children }: { data: JobData; children: Snippet } = $props();
  const job = provideJob(untrack(() => new OpenJob(data)));
  onMount(() => job.resume());
</script>

<Shell>{@render children()}</Shell>
