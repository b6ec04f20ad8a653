<script lang="ts">
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
  import { fieldsOf, withField } from '@haversack/core/catalogue/fields';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { request, RequestError } from '$lib/client/api.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  let own = $state.raw<Part[]>([]);
  let search = $state('');
  let kind = $state<PartKind>('battery');
  let editing = $state.raw<Part | null>(null);
  let dialog = $state(false);
  let typed = $state<Record<string, string>>({});
  let problem = $state('');
  let problems = $state.raw<Record<string, string>>({});
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
  const fields = $derived(editing ? fieldsOf(editing) : []);

  onMount(load);
  async function load(): Promise<void> {
    try {
      own = (await request<{ parts: Part[] }>('GET', '/api/parts')).parts;
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  /** A starter part is taken as the pattern for an own one; own parts are edited in place. */
  function edit(part: Part): void {
    editing =
      part.origin === 'own'
        ? part
        : { ...part, origin: 'own', id: freeId(part.id), name: `My ${part.name}`.slice(0, 120) };
    typed = Object.fromEntries(fieldsOf(editing).map((f) => [f.path, f.text]));
    problems = {};
    problem = '';
    dialog = true;
  }
  function freeId(base: string): string {
    let n = 1;
    while (all.some((p) => p.id === `own-${base}-${n}`.slice(0, 64))) n++;
    return `own-${base}-${n}`.slice(0, 64);
  }

  async function save(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!editing) return;
    let next: Part = editing;
    const wrong: Record<string, string> = {};
    for (const f of fields) {
      const result = withField(next, f, typed[f.path] ?? '');
      if (result.ok) next = result.part;
      else wrong[f.path] = result.message;
    }
    problems = wrong;
    if (Object.keys(wrong).length) return;
    try {
      await request('PUT', '/api/parts', next);
      dialog = false;
      await load();
    } catch (e) {
      problem = (e as Error).message;
      if (e instanceof RequestError && Array.isArray(e.body.problems))
        problems = Object.fromEntries(
          (e.body.problems as { path: string; message: string }[]).map((p) => [p.path, p.message])
        );
    }
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

<Dialog bind:open={dialog} title={editing?.name ?? 'Part'}>
  <form id="part-form" class="grid gap-2 sm:grid-cols-2" onsubmit={save}>
    {#each fields as f (f.path)}
      <label class="grid gap-1"
        ><span class="lab">{f.label}{f.unit ? `, ${f.unit}` : ''}</span>
        {#if f.choices && f.type !== 'list'}<select class="in" bind:value={typed[f.path]}
            >{#each f.choices as c, nth (nth)}<option value={c}>{c || 'unknown'}</option>{/each}</select
          >
        {:else}<input
            class="in"
            class:bad={problems[f.path]}
            bind:value={typed[f.path]}
            placeholder={f.type === 'list' ? `any of ${f.choices?.join(', ')}` : f.nullable ? 'unknown' : ''}
            aria-invalid={problems[f.path] ? 'true' : undefined}
          />{/if}
        {#if problems[f.path]}<span role="alert" class="text-[12px] text-stop">{problems[f.path]}</span>{/if}
      </label>
    {/each}
  </form>
  {#if problem}<p role="alert" class="mt-3 text-stop">{problem}</p>{/if}
  {#snippet foot()}<button class="btn main" form="part-form"><Plus size={15} />Keep as my part</button>{/snippet}
</Dialog>
