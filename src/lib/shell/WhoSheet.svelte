<script lang="ts">
  import { useJob } from '$lib/job/open-job.svelte';
  import TakeOver from '$lib/access/TakeOver.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';
  import ThisDevice from './ThisDevice.svelte';

  /** Who works on this device: asked once, never guessed. */
  let { onclose }: { onclose: () => void } = $props();
  const job = useJob();
  function choose(id: string): void {
    job.takeOver(id);
    onclose();
  }
</script>

<Sheet title="Who are you?" {onclose}>
  <p>Everything you log carries your name. This device remembers it.</p>
  <ul class="mt-3 grid gap-2">
    {#each job.plan.crew as p (p.id)}
      <li>
        <button
          class={['act w-full justify-between', job.here.me === p.id && 'bg-hivis text-on-hivis']}
          aria-pressed={job.here.me === p.id}
          onclick={() => choose(p.id)}>{p.name}<span class="text-sm font-normal">{p.role}</span></button
        >
      </li>
    {/each}
  </ul>
  <a class="mt-2 flex min-h-12 items-center underline underline-offset-4" href={job.at('setup')}
    >Not on the list? Add yourself to the crew</a
  >
  <TakeOver />
  <ThisDevice />
</Sheet>
