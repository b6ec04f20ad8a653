<script lang="ts">
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { request } from '$lib/client/api.ts';
  import OwnPartDialog from '$lib/parts/OwnPartDialog.svelte';
  import { ownCopy } from '$lib/parts/own-copy.ts';

  let own = $state.raw<Part[]>([]);
  let search = $state('');
  let kind = $state<PartKind>('battery');
  let editing = $state.raw<Part | null>(null);
  let dialog = $state(false);
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
    all.filter((p) => p.kind === kind && p.name.toLowerCase().includes(search.trim().toLowerCase()))
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

  async function remove(part: Part): Promise<void> {
    if (!confirm(`Remove “${part.name}” from your parts? Boxes that use it keep their copy.`)) return;
    await request('DELETE', `/api/parts/${part.id}`);
    await load();
  }
</script>

<svelte:head><title>Parts · Haversack</title></svelte:head>

<div class="min-h-screen bg-paper">
  <header class="flex h-[52px] items-center gap-3 border-b border-line2 bg-page px-4">
    <a class="btn" href={resolve('/')}>Shelf</a>
    <h1 class="!text-[16px]">Parts</h1>
  </header>
  <main class="mx-auto max-w-[1080px] p-6 max-sm:p-3">
    <p class="mb-4 max-w-2xl text-ink2">
      Generic parts with their usual figures. Makers differ: press a part to make your own copy with what you measured
      and paid.
    </p>
    <div class="mb-3 flex flex-wrap items-center gap-2">
      {#each Object.entries(KINDS) as [k, name] (k)}<button
          type="button"
          class="chip"
          aria-pressed={kind === k}
          onclick={() => (kind = k as PartKind)}>{name}</button
        >{/each}
      <input class="in ml-auto w-48" type="search" placeholder="Search" aria-label="Search parts" bind:value={search} />
    </div>
    {#if problem && !dialog}<p role="alert" class="mb-3 text-stop">{problem}</p>{/if}
    <div class="overflow-x-auto">
      <table class="sheet">
        <thead><tr><th>Name</th><th>Note</th><th class="num">Price</th><th class="num">kg</th><td></td></tr></thead>
        <tbody>
          {#each shown as part (part.id)}
            <tr
              ><td class="font-medium"
                >{part.name}{#if part.origin === 'own'}<span class="tag ml-2">own</span>{/if}</td
              ><td class="max-w-md text-ink2">{part.note}</td><td class="num n"
                >{part.priceAmount === null ? 'unknown' : part.priceAmount.toFixed(2)}{part.packCount > 1
                  ? ` for ${part.packCount}`
                  : ''}</td
              ><td class="num n">{part.massKg}</td>
              <td class="whitespace-nowrap"
                ><button type="button" class="btn" onclick={() => edit(part)}
                  >{part.origin === 'own' ? 'Edit' : 'Make my own'}</button
                >{#if part.origin === 'own'}<button
                    type="button"
                    class="icon !inline-grid align-middle"
                    aria-label="Remove {part.name}"
                    onclick={() => remove(part)}><Trash size={16} /></button
                  >{/if}</td
              ></tr
            >
          {:else}<tr><td colspan="5" class="text-ink2">Nothing of that name.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  </main>
</div>

<OwnPartDialog bind:open={dialog} part={editing} onkept={() => void load()} />
