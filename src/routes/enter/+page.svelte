<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { request } from '$lib/client/api.ts';

  /** The door for another device in the house: the pass phrase once, or a pass that the computer shows as a picture. */
  let phrase = $state('');
  let problem = $state('');
  let busy = $state(false);

  async function enter(given: { phrase: string } | { pass: string }): Promise<void> {
    busy = true;
    problem = '';
    try {
      await request('POST', '/api/lan/enter', given);
      const to = page.url.searchParams.get('to') ?? '/';
      // only places of our own
      location.assign(/^\/(?!\/)/.test(to) ? to : '/');
    } catch (e) {
      problem = (e as Error).message;
      busy = false;
    }
  }
  onMount(() => {
    const pass = /^#pass=([\w-]+)$/.exec(location.hash)?.[1];
    if (!pass) return;
    // it opens once: it need not stand in the address any longer
    history.replaceState(null, '', location.pathname + location.search);
    void enter({ pass });
  });
</script>

<svelte:head><title>Enter · Haversack</title></svelte:head>

<main class="grid min-h-screen place-items-center bg-paper p-4">
  <form
    class="card grid w-full max-w-sm gap-3 p-5"
    onsubmit={(e) => {
      e.preventDefault();
      void enter({ phrase });
    }}
  >
    <h1>Haversack</h1>
    <p class="text-ink2">
      The pass phrase stands in the terminal where Haversack was started. It is asked for once on this device.
    </p>
    <label class="grid gap-1"
      ><span class="lab">Pass phrase</span><input
        class="in !h-11 text-[1rem]"
        type="password"
        autocomplete="current-password"
        autocapitalize="off"
        spellcheck="false"
        bind:value={phrase}
        aria-invalid={problem ? 'true' : undefined}
        aria-describedby={problem ? 'enter-problem' : undefined}
      /></label
    >
    {#if problem}<p id="enter-problem" role="alert" class="text-stop">{problem}</p>{/if}
    <button class="btn main !h-11" disabled={busy || !phrase.trim()}>Enter</button>
  </form>
</main>
