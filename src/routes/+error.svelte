<script lang="ts">
  import { page } from '$app/state';
</script>

<main class="mx-auto max-w-xl p-6">
  <h1 class="text-2xl font-bold">{page.status}</h1>
  <p class="mt-2 text-lg">{page.error?.message}</p>
  <a href="/" class="mt-6 act act-now">Back to the rack</a>
</main>
