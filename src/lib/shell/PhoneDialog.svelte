<script lang="ts">
  import { request } from '$lib/client/api.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  /** How a phone in the same house opens Haversack: an address, and a picture that lets one device in. */
  type State = { on: boolean; https: boolean; addresses: string[]; here: boolean };
  let { open = $bindable(), lan }: { open: boolean; lan: State } = $props();
  let picture = $state('');
  let problem = $state('');

  async function show(): Promise<void> {
    problem = '';
    try {
      const { pass } = await request<{ pass: string }>('POST', '/api/lan/pass');
      const { toDataURL } = await import('qrcode');
      picture = await toDataURL(`${lan.addresses[0]}/enter#pass=${pass}`, { margin: 2, width: 260 });
    } catch (e) {
      problem = (e as Error).message;
    }
  }
</script>

<Dialog bind:open title="On a phone">
  {#if !lan.on}
    <p>
      Haversack answers only on this computer now. Start it with <span class="n">npm start -- --lan</span> and the devices
      of your own network can open it, each once with the pass phrase that the terminal shows.
    </p>
    <p class="mt-2 text-ink2">
      With <span class="n">--lan --https</span> a phone keeps the program and opens it without this computer, too.
    </p>
  {:else}
    <p>
      Haversack is open to your network at {#each lan.addresses as a (a)}<b class="n">{a}</b>
      {/each}
    </p>
    {#if lan.here}
      <p class="mt-2 text-ink2">
        Show a picture and look at it with the phone’s camera: it lets one device in, once, within ten minutes.
      </p>
      {#if picture}<img
          class="mt-3"
          src={picture}
          width="260"
          height="260"
          alt="Code that opens Haversack on a phone"
        />{/if}
      <button type="button" class="btn main mt-3" onclick={show}>{picture ? 'Another one' : 'Show the picture'}</button>
    {/if}
    {#if !lan.https}<p class="lab mt-3">
        Without --https a phone shows and changes boxes while this computer answers, and keeps what was changed when it
        goes out of reach with the page open; only with a certificate does it open anew without it.
      </p>{/if}
  {/if}
  {#if problem}<p role="alert" class="mt-2 text-stop">{problem}</p>{/if}
</Dialog>
