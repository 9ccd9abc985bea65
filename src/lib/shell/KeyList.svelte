<script lang="ts">
  import { SHELL_KEYS } from '$lib/controls/keys';
  import { PROVE_KEYS } from '$lib/lamp-pad/keys';
  import Sheet from '$lib/controls/Sheet.svelte';

  let { onclose }: { onclose: () => void } = $props();
</script>

<Sheet title="Keys" {onclose}>
  {#each [{ name: 'Everywhere', list: SHELL_KEYS }, { name: 'Prove', list: PROVE_KEYS }] as group (group.name)}
    <h3 class="mt-4 font-bold">{group.name}</h3>
    <dl class="mt-1 grid grid-cols-[9rem_1fr] gap-y-1.5">
      {#each group.list as k (k.does)}
        <dt class="flex gap-1">
          {#each k.keys as key (key)}<kbd class="key">{key}</kbd>{/each}
        </dt>
        <dd>{k.does}</dd>
      {/each}
    </dl>
  {/each}
</Sheet>
