<script lang="ts">
  import { SEALED_BY, CORD_SHAPES, type SealedBy } from '@haversack/core/box/seal-names';
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { lengthText } from '@haversack/core/quantity/format';
  import { SEAL_HOW_WORDS, SEALED_BY_WORDS } from '@haversack/core/sealing/sealing';
  import { setTo } from '@haversack/core/box/attr';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  /** How a port sits sealed in its wall as it was built, and the cord in a gland. */
  let { plan }: { plan: PortPlan } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const path = $derived(`ports/${plan.port.id}` as const);
  const cord = $derived(plan.port.cord);
  const how = $derived(open.plan.sealing?.items.find((i) => i.portId === plan.port.id)?.how);
  const CORD_WORDS = { round: 'round', flat: 'flat twin', unknown: 'not known' } as const;
</script>

{#if plan.part.hole.shape !== 'none'}
  <AttrField
    label="Sealed into the wall by"
    attr={plan.port.sealedBy}
    automatic="its ring or gasket"
    start={'home-made' as SealedBy}
    words={{ none: 'nothing' }}
    onattr={(attr) =>
      open.set(
        `${plan.tag} sealed ${attr.is === 'set' ? `by ${SEALED_BY_WORDS[attr.value]}` : attr.is}`,
        `${path}/sealedBy`,
        attr
      )}
  >
    {#snippet field()}<select
        class="in max-w-44 min-w-0"
        aria-label="What seals it"
        value={plan.port.sealedBy.is === 'set' ? plan.port.sealedBy.value : 'ring'}
        onchange={(e) => {
          const by = e.currentTarget.value as SealedBy;
          open.set(`${plan.tag} sealed by ${SEALED_BY_WORDS[by]}`, `${path}/sealedBy`, setTo(by));
        }}
        >{#each SEALED_BY as by (by)}<option value={by}>{SEALED_BY_WORDS[by]}</option>{/each}</select
      >{/snippet}
  </AttrField>
{/if}
{#if plan.part.role === 'gland'}
  <label class="row"
    ><span>Its cord is</span><select
      class="in"
      value={cord?.shape ?? ''}
      onchange={(e) => {
        const shape = CORD_SHAPES.find((s) => s === e.currentTarget.value);
        open.set(
          `${plan.tag}: cord ${shape ? CORD_WORDS[shape] : 'not described'}`,
          `${path}/cord`,
          shape ? { shape, acrossMm: cord?.acrossMm ?? null } : null
        );
      }}
      ><option value="">not described</option>{#each CORD_SHAPES as s (s)}<option value={s}>{CORD_WORDS[s]}</option
        >{/each}</select
    ></label
  >
  {#if cord && cord.shape !== 'flat'}<QuantityRow
      inset
      word="Across"
      label="Cord, across"
      kind="length"
      {unit}
      text={cord.acrossMm === null ? '' : lengthText(cord.acrossMm, unit)}
      options={{ lengthUnit: unit, min: 0.5, max: 60 }}
      onempty={() => open.set(`${plan.tag}: cord not measured`, `${path}/cord/acrossMm`, null)}
      onvalue={(v) => open.set(`${plan.tag}: cord ${lengthText(v, unit)} ${unit}`, `${path}/cord/acrossMm`, v)}
    />{/if}
  {#if plan.part.cordMinMm !== null && plan.part.cordMaxMm !== null}<p class="lab">
      It closes on round cords of {lengthText(plan.part.cordMinMm, unit)} to {lengthText(plan.part.cordMaxMm, unit)}
      {unit}.
    </p>{/if}
{/if}
{#if how}<p class="text-[0.75rem]/[1rem] text-caution">As built: {SEAL_HOW_WORDS[how]}.</p>{/if}
