<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { spaceCode } from '$core/model/identifiers';
  import { sizeOf, type PlacesDraft } from './places.svelte';

  let { draft, onsays }: { draft: PlacesDraft; onsays: (says: string) => void } = $props();
  const space = $derived(draft.space!);
  const outlets = $derived(draft.outlets.filter((o) => o.space === space.id));
  const panels = $derived(draft.plan.panels.filter((p) => p.space === space.id));
  const number = (text: string) => Number(text.replace(',', '.'));
  const FIGURES = [
    ['floor', 'floor', (v: number) => Number.isInteger(v) && v >= -20 && v <= 200],
    ['width', 'wide, m', (v: number) => v >= 1 && v <= 200],
    ['depth', 'deep, m', (v: number) => v >= 1 && v <= 200],
  ] as const;
  let wrong = $state('');

  function figure(field: 'floor' | 'width' | 'depth', text: string, fits: (v: number) => boolean): void {
    const value = number(text);
    wrong = text.trim() !== '' && fits(value) ? '' : field === 'floor' ? 'A floor is a whole number from −20 to 200.' : 'A space is drawn 1 to 200 metres wide and deep.'; // prettier-ignore
    if (wrong) return;
    draft.change(space.id, { [field]: value });
    if (field === 'floor') draft.floor = value;
  }
</script>

<section class="grid gap-3" aria-label="The space chosen">
  <div class="grid grid-cols-[1fr_6rem] gap-2">
    <label class="text-sm"
      >{space.kind} called
      <input
        class="field"
        maxlength="120"
        value={space.name}
        onchange={(e) => draft.change(space.id, { name: e.currentTarget.value.trim() || space.name })}
      />
    </label>
    <label class="text-sm"
      >on labels
      <input
        class="field font-mono"
        maxlength="12"
        placeholder={spaceCode({ name: space.name })}
        value={space.code ?? ''}
        onchange={(e) => draft.change(space.id, { code: e.currentTarget.value.trim() || undefined })}
      />
    </label>
  </div>
  <div class="grid grid-cols-3 gap-2">
    {#each FIGURES as [field, name, fits] (field)}
      <label class="text-sm"
        >{name}
        <input
          class="field font-mono"
          inputmode="decimal"
          value={field === 'floor' ? space.floor : sizeOf(space)[field]}
          onchange={(e) => figure(field, e.currentTarget.value, fits)}
        />
      </label>
    {/each}
  </div>
  {#if wrong}<p class="border-l-4 border-wrong pl-3" role="alert">{wrong}</p>{/if}
  {#if panels.length}<p class="text-faint">Here hang {panels.map((p) => p.name).join(', ')}.</p>{/if}
  <h3 class="font-bold">Outlets</h3>
  <ul class="border-t border-rule">
    {#each outlets as o (o.id)}
      <li class="grid grid-cols-[minmax(0,1fr)_6.5rem_auto] items-center gap-2 border-b border-rule py-1">
        <input
          class="h-13 w-full min-w-0 border border-rule bg-transparent px-2"
          aria-label="Name of outlet {o.name}"
          maxlength="120"
          value={o.name}
          onchange={(e) => draft.changeOutlet(o.id, { name: e.currentTarget.value.trim() || o.name })}
        />
        <Choice
          bare
          label="Positions of outlet {o.name}"
          options={Array.from({ length: 24 }, (_, i) => [i + 1, `${i + 1} pos.`] as const)}
          value={o.positions}
          onchoose={(positions) => draft.changeOutlet(o.id, { positions })}
        />
        <button
          class="h-12 min-w-10"
          aria-label="Take outlet {o.name} out"
          onclick={() => onsays(draft.removeOutlet(o.id))}>✕</button
        >
      </li>
    {/each}
  </ul>
  <div class="grid grid-cols-2 gap-2">
    <button class="act" onclick={() => draft.addOutlet(space.id)}>Add an outlet</button>
    <button class="act" onclick={() => onsays(draft.remove(space.id))}>Take {space.name} out</button>
  </div>
</section>
