<script lang="ts">
  import type { Claim, Device } from '@haversack/core/box/schema';
  import { claimedPower, takeClaim } from '@haversack/core/demand/claims';
  import { portPartOf } from '@haversack/core/demand/demand';
  import { fixed } from '@haversack/core/quantity/format';
  import { readClaim, type ClaimFields } from '@haversack/core/demand/read-claim';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { KeptText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';

  /** Turns a meter reading, a label or 'it lasted so long' into a draw, and keeps it beside the others. */
  let { device }: { device: Device } = $props();
  const open = useBox();
  const port = $derived(portPartOf(open.doc, device));
  let kind = $state<Claim['kind']>('meter');
  let where = $state<ClaimFields['where']>('12v-lead');
  const typed = {
    first: new KeptText(open.drafts, () => `devices/${device.id}/claim first`),
    second: new KeptText(open.drafts, () => `devices/${device.id}/claim second`)
  };
  let problem = $state<{ field: 'first' | 'second'; message: string } | undefined>();
  const KINDS = { meter: 'meter', label: 'label', lasted: 'it lasted' } as const;
  const WORDS = {
    meter: [
      ['first', 'Amps shown', '0.45 A'],
      ['second', 'at volts', '12.6 V']
    ],
    label: [
      ['first', 'Label says', '800 mA, 18 W or 20 VA'],
      ['second', 'at volts', '12 V']
    ],
    lasted: [
      ['first', 'Lasted', '6 h'],
      ['second', 'on', '10 Ah']
    ]
  } as const;

  function add(): void {
    const read = readClaim(kind, { first: typed.first.value, second: typed.second.value, where }, open.plan.demand.atV);
    if (!read.ok) {
      problem = { field: read.field, message: read.message };
      return;
    }
    problem = undefined;
    typed.first.value = '';
    typed.second.value = '';
    open.set(
      `${device.name}: something known`,
      `devices/${device.id}/claims`,
      [...device.claims, read.claim].slice(-6)
    );
  }
</script>

<section class="sec" aria-label="Work out a draw">
  <h3>Work out a draw from</h3>
  <div class="seg mb-2">
    {#each Object.entries(KINDS) as [value, text] (value)}<button
        type="button"
        aria-pressed={kind === value}
        onclick={() => {
          kind = value as Claim['kind'];
          problem = undefined;
        }}>{text}</button
      >{/each}
  </div>
  {#each WORDS[kind] as [name, label, example] (name)}
    <label class="row"
      ><span>{label}</span><input
        class="in w-44"
        class:bad={problem?.field === name}
        placeholder={example}
        autocomplete="off"
        bind:value={typed[name].value}
        aria-invalid={problem?.field === name ? 'true' : undefined}
        onkeydown={(e) => e.key === 'Enter' && add()}
      /></label
    >
    {#if problem?.field === name}<p role="alert" class="text-[0.75rem] text-stop">{problem.message}</p>{/if}
  {/each}
  {#if kind === 'meter' && device.supply !== '12v'}
    <label class="row"
      ><span>Read in</span><select class="in w-44" bind:value={where}
        ><option value="12v-lead">the 12 V lead</option><option value="usb-plug">the device’s own plug</option></select
      ></label
    >
  {/if}
  <button type="button" class="btn" onclick={add}>Note it</button>
  {#each device.claims as claim, i (i)}
    {@const known = claimedPower(device, port, claim)}
    <div class="row border-t border-line">
      <span class="lab"
        >{known.say}: <b class="n text-ink">{fixed(known.powerW, known.powerW < 10 ? 2 : 1)} W</b><br />({fixed(
          known.lowW,
          1
        )} to {fixed(known.highW, 1)} W)</span
      >
      <span class="flex">
        <button
          type="button"
          class="btn !px-2"
          onclick={() => open.commit(`${device.name} ${fixed(known.powerW, 1)} W`, takeClaim(device, port, claim))}
          >Use</button
        >
        <button
          type="button"
          class="icon"
          aria-label="Forget that {known.say}"
          onclick={() =>
            open.set(
              `${device.name}: forgotten`,
              `devices/${device.id}/claims`,
              device.claims.filter((_, j) => j !== i)
            )}><Trash size={16} /></button
        >
      </span>
    </div>
  {/each}
</section>
