<script lang="ts">
  import { checkTypedClaim, NOTHING_CLAIMED, type TypedClaim } from '@haversack/core/battery/typed-claim';
  import { CHEMISTRIES } from '@haversack/core/catalogue/part';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import Mark from '$lib/ui/Mark.svelte';

  let typed = $state<TypedClaim>({ ...NOTHING_CLAIMED });
  const FIELDS = [
    ['amount', 'It claims', '20 Ah, 20000 mAh, 256 Wh or 400 CCA'],
    ['atV', 'counted at', '12.8 V, or 3.7 V for cells'],
    ['mass', 'weighs', '2.5 kg'],
    ['litres', 'size', '181 × 77 × 167 mm'],
    ['price', 'costs', '90'],
    ['lasts', 'is said to last', '10 h'],
    ['draw', 'on', '30 W']
  ] as const;
  const result = $derived(typed.amount.trim() === '' ? undefined : checkTypedClaim(typed));
  const STATE = { plausible: 'holds', explained: 'holds', doubtful: 'caution', implausible: 'stop' } as const;
</script>

<section class="card" aria-label="Check a claim">
  <h2 class="h3">Can that be true?</h2>
  <div class="row">
    <label for="claim-kind">Kind</label><select id="claim-kind" class="in w-56" bind:value={typed.chemistry}
      >{#each CHEMISTRIES as id (id)}<option value={id}
          >{id === 'unknown' ? 'not known' : id === 'lithium' ? 'lithium, sort not known' : CHEMISTRY[id].name}</option
        >{/each}</select
    >
  </div>
  {#each FIELDS as [key, label, example] (key)}
    <div class="row">
      <label for="claim-{key}">{label}</label><input
        id="claim-{key}"
        class="in w-56"
        placeholder={example}
        autocomplete="off"
        bind:value={typed[key]}
        aria-invalid={result && !result.ok && result.field === key ? 'true' : undefined}
      />
    </div>
    {#if result && !result.ok && result.field === key}<p role="alert" class="text-[0.75rem] text-stop">
        {result.message}
      </p>{/if}
  {/each}
  {#if result?.ok}
    <ul class="mt-2 grid gap-1.5" aria-label="What is to be said of it">
      {#each result.check.answers as a, nth (nth)}
        <li class="flex gap-2"><span class="pt-0.5"><Mark state={STATE[a.verdict]} size={14} /></span>{a.say}</li>
      {:else}<li class="text-ink2">Nothing against it so far: add its mass, price or what it is said to do.</li>{/each}
    </ul>
  {/if}
</section>
