<script lang="ts">
  import { onMount, untrack, type Snippet } from 'svelte';
  import { provideSite, Site, type SiteData } from '$lib/site/site.svelte';
  import Shell from './Shell.svelte';

  let { data, children }: { data: SiteData; children: Snippet } = $props();
  const site = provideSite(untrack(() => new Site(data)));
  onMount(() => site.resume());
</script>

<Shell>{@render children()}</Shell>
