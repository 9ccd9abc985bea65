<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import type { LabelChoice } from './sheet.svelte';

  /** In what order and form labels are printed, and what their code opens. */
  let { choice }: { choice: LabelChoice } = $props();
  const local = $derived(/\/\/(localhost|127\.|\[::1\])/.test(choice.base));
  const SORTS = [
    ['port', 'by panel and port'],
    ['room', 'by room'],
  ] as const;
  const TOGETHER = [
    ['link', 'all of a link together'],
    ['spot', 'all of a place together'],
  ] as const;
  const FORMS = [
    ['flat', 'flat'],
    ['wrap', 'round the cable'],
  ] as const;
</script>

<div class="grid gap-2 sm:grid-cols-2">
  <Segments
    label="Order"
    options={SORTS}
    value={choice.sort}
    onchoose={(v) => {
      choice.sort = v;
      choice.save();
    }}
  />
  <Segments
    label="Together"
    options={TOGETHER}
    value={choice.together}
    onchoose={(v) => {
      choice.together = v;
      choice.save();
    }}
  />
  <Segments
    label="Form"
    options={FORMS}
    value={choice.form}
    onchoose={(v) => {
      choice.form = v;
      choice.save();
    }}
  />
</div>
<fieldset class="grid gap-2">
  <label class="flex min-h-12 items-center gap-3"
    ><input
      type="checkbox"
      class="size-6 accent-(--ink)"
      bind:checked={choice.withCode}
      onchange={() => choice.save()}
    />a code that opens the link on a phone</label
  >
  {#if choice.withCode}
    <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
      <label class="text-sm"
        >address phones reach this server under
        <input class="field font-mono" bind:value={choice.base} onchange={() => choice.save()} />
      </label>
      <Choice
        label="opens"
        options={[
          ['prove', 'prove'],
          ['bench', 'bench'],
        ] as const}
        value={choice.screen}
        onchoose={(screen) => {
          choice.screen = screen;
          choice.save();
        }}
      />
    </div>
    {#if local}<p class="border-l-4 border-ink pl-3 text-sm">
        This address works on this machine only: write the one other devices open Gauntlet under.
      </p>{/if}
  {/if}
</fieldset>
