<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount } from 'svelte';
  import { askAccess, tellAccess, type Access } from './access';

  /** On a server that lets people in: whose this device is, and how somebody else takes it over by their PIN. */
  let access = $state.raw<Access | null>(null);
  let user = $state('');
  let pin = $state('');
  let problem = $state('');
  onMount(async () => {
    access = await askAccess();
    user = access?.others[0]?.id ?? '';
  });
  async function take(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const answer = await tellAccess('switch', { user, pin });
    pin = '';
    if (answer.ok) location.reload();
    else problem = answer.message;
  }
</script>

{#if access?.who}
  <section class="mt-4 grid gap-2 border-t border-rule pt-3" aria-label="Let in">
    <p>
      This device is let in as <strong>{access.who.name}</strong>, {access.who.role}. What is logged for
      somebody else says who entered it.
    </p>
    {#if access.others.length}
      <form class="flex flex-wrap items-end gap-2" onsubmit={take}>
        <Choice
          class="w-44"
          label="hand it over to"
          options={access.others.map((o) => [o.id, o.name] as const)}
          bind:value={user}
        />
        <label class="text-sm"
          >their PIN
          <input
            class="field w-28 font-mono"
            type="password"
            inputmode="numeric"
            autocomplete="off"
            maxlength="8"
            bind:value={pin}
          /></label
        >
        <button class="act" disabled={pin.length < 4}>Hand over</button>
      </form>
      {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
    {/if}
    <a class="flex min-h-12 items-center underline underline-offset-4" href="/people">People and devices</a>
  </section>
{/if}
