<script lang="ts">
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { request } from '$lib/client/api.ts';
  import OwnPartDialog from '$lib/parts/OwnPartDialog.svelte';
  import type { PartUnits } from '@haversack/core/advise/part-columns';
  import PartsTable from '$lib/parts/PartsTable.svelte';
  import { ownCopy } from '$lib/parts/own-copy.ts';
  import AskDialog from '$lib/ui/AskDialog.svelte';

  let own = $state.raw<Part[]>([]);
  let search = $state('');
  let kind = $state<PartKind>('battery');
  let editing = $state.raw<Part | null>(null);
  let dialog = $state(false);
  let ownOnly = $state(false);
  let imperial = $state(false);
  const units = $derived<PartUnits>(
    imperial ? { lengthUnit: 'in', massUnit: 'lb' } : { lengthUnit: 'mm', massUnit: 'kg' }
  );
  let problem = $state('');
  const KINDS: Record<PartKind, string> = {
    battery: 'Batteries',
    case: 'Cases',
    panel: 'Panel parts',
    fuse: 'Fuses',
    'fuse-holder': 'Fuse holders',
    'fuse-block': 'Fuse blocks',
    shunt: 'Shunts',
    body: 'Bodies inside',
    wire: 'Wire',
    sundry: 'Small things',
    device: 'Devices'
  };
  const all = $derived([...own, ...STARTER_CATALOGUE]);
  const shown = $derived(
    all.filter(
      (p) =>
        p.kind === kind &&
        (!ownOnly || p.origin === 'own') &&
        p.name.toLowerCase().includes(search.trim().toLowerCase())
    )
  );

  onMount(load);
  async function load(): Promise<void> {
    try {
      own = (await request<{ parts: Part[] }>('GET', '/api/parts')).parts;
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  function edit(part: Part): void {
    editing = ownCopy(part, all);
    problem = '';
    dialog = true;
  }

  let asking = $state<AskDialog>();
  async function remove(part: Part): Promise<void> {
    const sure = await asking!.ask({
      title: 'Remove the part?',
      text: `“${part.name}” goes from your parts. Boxes that use it keep their copy.`,
      yes: 'Remove it'
    });
    if (!sure) return;
    await request('DELETE', `/api/parts/${part.id}`);
    await load();
  }
</script>

<svelte:head><title>Parts · Haversack</title></svelte:head>

<div class="min-h-screen bg-paper">
  <header class="flex h-[52px] items-center gap-3 border-b border-line2 bg-page px-4">
    <a class="btn" href={resolve('/')}>Shelf</a>
    <h1 class="!text-[1rem]">Parts</h1>
  </header>
  <main class="mx-auto max-w-[1280px] p-6 max-sm:p-3">
    <p class="mb-4 max-w-2xl text-ink2">
      Generic parts with their usual figures. Makers differ: make your own copy of a part with what you measured and
      paid. Press a name for its drawing, a heading to sort, tick some to compare.
    </p>
    <div class="mb-3 flex flex-wrap items-center gap-2">
      {#each Object.entries(KINDS) as [k, name] (k)}<button
          type="button"
          class="chip"
          aria-pressed={kind === k}
          onclick={() => (kind = k as PartKind)}>{name}</button
        >{/each}
      <button type="button" class="chip ml-auto" aria-pressed={ownOnly} onclick={() => (ownOnly = !ownOnly)}
        >Mine only</button
      >
      <button type="button" class="chip" aria-pressed={imperial} onclick={() => (imperial = !imperial)}
        >Inches and pounds</button
      >
      <input class="in w-48" type="search" placeholder="Search" aria-label="Search parts" bind:value={search} />
    </div>
    {#if problem && !dialog}<p role="alert" class="mb-3 text-stop">{problem}</p>{/if}
    {#key kind}<PartsTable {kind} parts={shown} {units} onedit={edit} onremove={(part) => void remove(part)} />{/key}
  </main>
</div>

<OwnPartDialog bind:open={dialog} part={editing} onkept={() => void load()} />
<AskDialog bind:this={asking} />
