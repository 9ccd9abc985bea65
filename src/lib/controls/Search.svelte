<script lang="ts">
  import { Combobox } from 'bits-ui';
  import type { ClassValue } from 'svelte/elements';

  /** One of many, found by typing a part of its name; nothing chosen is ''. With `bare` the label is for those alone who hear the screen. */
  let {
    label,
    options,
    value = $bindable(),
    bare = false,
    placeholder = '',
    class: own,
  }: {
    label: string;
    options: readonly (readonly [string, string])[];
    value: string;
    bare?: boolean;
    placeholder?: string;
    class?: ClassValue;
  } = $props();

  /** Most that are shown at once: more is no list one reads. */
  const SHOWN = 40;
  const id = $props.id();
  let typed = $state<string | null>(null);
  let open = $state(false);
  const chosen = $derived(options.find(([o]) => o === value)?.[1] ?? '');
  const wanted = $derived((typed ?? '').trim().toLowerCase());
  const found = $derived(options.filter(([, name]) => name.toLowerCase().includes(wanted)));
  const shown = $derived(found.slice(0, SHOWN));
</script>

<div class={['min-w-0 text-sm', own]}>
  <label for="{id}-text" class={{ 'sr-only': bare }}>{label}</label>
  <Combobox.Root
    type="single"
    bind:value={() => value, (chosen) => ((value = chosen), (typed = null))}
    inputValue={typed ?? chosen}
    bind:open={
      () => open,
      (o) => {
        open = o;
        if (!o) typed = null;
      }
    }
  >
    <Combobox.Input
      id="{id}-text"
      class={['field', bare && 'mt-0']}
      {placeholder}
      autocomplete="off"
      oninput={(e) => {
        typed = e.currentTarget.value;
        open = true;
        if (!typed) value = '';
      }}
      onclick={() => (open = true)}
    />
    <Combobox.Portal>
      <Combobox.Content
        sideOffset={2}
        collisionPadding={8}
        aria-label={label}
        class="z-50 max-h-[min(50dvh,var(--bits-combobox-content-available-height))] max-w-[calc(100vw-1rem)] min-w-(--bits-combobox-anchor-width) overflow-y-auto border-2 border-ink bg-paper"
      >
        {#each shown as [o, name] (o)}
          <Combobox.Item
            value={o}
            label={name}
            class="flex min-h-13 items-center border-b border-rule px-3 text-base last:border-b-0 data-highlighted:bg-hivis data-highlighted:text-on-hivis"
            >{name}</Combobox.Item
          >
        {:else}<p class="px-3 py-3" role="status">Nothing here is called “{typed}”.</p>{/each}
        {#if found.length > SHOWN}<p class="px-3 py-2 text-sm text-faint">
            {found.length - SHOWN} more: type a part of the name.
          </p>{/if}
      </Combobox.Content>
    </Combobox.Portal>
  </Combobox.Root>
</div>
