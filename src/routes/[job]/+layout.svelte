<script lang="ts">
  import { onMount } from 'svelte';
  import { untrack } from 'svelte';
  import { provideSite, Site } from '$lib/site/site.svelte';
  import Shell from '$lib/shell/Shell.svelte';

  let { data, children } = $props();
  const site = provideSite(untrack(() => new Site(data)));
  onMount(() => site.resume());
</script>

<Shell>{@render children()}</Shell>
