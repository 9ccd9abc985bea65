<script lang="ts">
  import ClientJob from '$lib/handover/ClientJob.svelte';

  let { data } = $props();
</script>

<svelte:head><title>{data.view?.name ?? 'Cabling record'}</title></svelte:head>
<main class="mx-auto grid max-w-3xl content-start gap-5 px-3 py-4 lg:px-5">
  {#if data.view}
    <ClientJob view={data.view} record={data.record} />
    <nav class="grid gap-2 border-t-2 border-ink pt-3 sm:grid-cols-2" aria-label="More">
      <a class="act" href="{data.record}?as=xlsx" download>The record as a workbook</a>
      <a class="act" href="/people">This device</a>
    </nav>
  {:else}
    <h1 class="text-2xl font-bold">Nothing is shown here</h1>
    <p class="border-l-4 border-wrong pl-3 text-lg" role="alert">{data.says}</p>
    <a class="act" href="/people">This device</a>
  {/if}
</main>
