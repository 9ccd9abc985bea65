<script lang="ts">
  import ClientJob from '$lib/handover/ClientJob.svelte';

  let { data } = $props();
</script>

<svelte:head>
  <title>{data.view?.name ?? 'Cabling record'}</title>
  <meta name="robots" content="noindex" />
  <meta name="referrer" content="no-referrer" />
</svelte:head>
<main class="mx-auto grid max-w-3xl content-start gap-5 px-3 py-4 lg:px-5">
  {#if data.view}
    <ClientJob view={data.view} record="{data.at}/record" />
  {:else}
    <h1 class="text-2xl font-bold">Nothing is shown here</h1>
    <p class="border-l-4 border-wrong pl-3 text-lg" role="alert">{data.says}</p>
  {/if}
</main>
