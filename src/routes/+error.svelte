<script lang="ts">
  import { page } from '$app/state';

  /** A number tells a technician nothing: the sentence says what is wrong and what to do. */
  const title = $derived(
    page.status === 404 ? 'Not here' : page.status === 503 ? 'No server' : 'That did not work',
  );
</script>

<main class="mx-auto max-w-xl p-6">
  <h1 class="text-2xl font-bold">{title}</h1>
  <p class="mt-2 text-lg">{page.error?.message}</p>
  <a href="/" class="mt-6 act act-now">To the jobs</a>
  <button class="mt-3 act" onclick={() => location.reload()}>Try again</button>
</main>
