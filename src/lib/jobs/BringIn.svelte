<script lang="ts">
  import { goto } from '$app/navigation';
  import { address } from '$lib/address/address';

  /** Brings a job in from its file or package; one that is here already comes in beside it, if one says so. */
  let file = $state.raw<File | null>(null);
  /** Bytes from which on bringing in is no matter of seconds. */
  const LARGE = 10_000_000;
  let problem = $state('');
  let isHere = $state(false);
  let beside = $state('');
  let working = $state(false);

  interface Refusal {
    error: { message: string; issues: { path: string; message: string }[] };
  }

  async function take(chosen: File | null | undefined, as = ''): Promise<void> {
    if (!chosen || working) return;
    file = chosen;
    problem = '';
    isHere = false;
    working = true;
    const answer = await fetch(`/api/jobs/import${as ? `?beside=${encodeURIComponent(as)}` : ''}`, {
      method: 'POST',
      headers: { 'content-type': chosen.name.endsWith('.zip') ? 'application/zip' : 'application/json' },
      body: chosen,
    }).catch(() => null);
    working = false;
    if (!answer) problem = 'The server does not answer: start it and choose the file again.';
    else if (answer.ok) await goto(address(((await answer.json()) as { job: string }).job, 'rack'));
    else {
      const { error } = (await answer.json()) as Refusal;
      isHere = answer.status === 409;
      problem = isHere
        ? error.message
        : [error.message, ...error.issues.slice(0, 3).map((i) => `${i.path}: ${i.message}`)].join(' ');
    }
  }
</script>

<label class="act cursor-pointer">
  {!working
    ? 'Bring a job in from its file'
    : (file?.size ?? 0) > LARGE
      ? 'Bringing it in: a job this large takes a minute or so …'
      : 'Bringing it in …'}
  <input
    type="file"
    accept="application/json,.json,application/zip,.zip"
    class="sr-only"
    disabled={working}
    onchange={(e) => {
      const chosen = e.currentTarget.files?.[0];
      e.currentTarget.value = '';
      void take(chosen);
    }}
  />
</label>
{#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
{#if isHere}
  <form
    class="grid gap-2 border-2 border-ink p-3"
    onsubmit={(e) => {
      e.preventDefault();
      void take(file, beside.trim());
    }}
  >
    <label class="text-sm"
      >bring it in beside the one that is here, as another job called
      <input class="field" maxlength="120" required bind:value={beside} /></label
    >
    <button class="act" disabled={working || !beside.trim()}>Bring it in under this name</button>
    <p class="text-sm text-faint">What was signed for stays with the job that is here.</p>
  </form>
{/if}
