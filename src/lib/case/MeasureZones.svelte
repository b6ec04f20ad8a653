<script lang="ts">
  import type { DraftProblem } from '@haversack/core/case/measure';
  import { FACES } from '@haversack/core/catalogue/faces';
  import type { Zone } from '@haversack/core/catalogue/part';
  import { ZONE_WORDS } from '@haversack/core/panel/zones';
  import type { LengthUnit } from '@haversack/core/quantity/length';
  import { lengthText } from '@haversack/core/quantity/format';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** Ribs, bosses, latch, hinge: where nothing may be drilled, measured on each face from outside. */
  type Props = {
    zones: Zone[];
    unit: LengthUnit;
    problems: readonly DraftProblem[];
    onchange: (zones: Zone[]) => void;
  };
  let { zones, unit, problems, onchange }: Props = $props();
  const KINDS = Object.keys(ZONE_WORDS).filter((k) => k !== 'gasket' && k !== 'curve') as Zone['kind'][];
  const change = (i: number, over: Partial<Zone>) => onchange(zones.map((z, k) => (k === i ? { ...z, ...over } : z)));
</script>

<h3 class="mt-4">Where nothing may be drilled</h3>
<p class="lab">
  Seen from outside: from the face’s left edge and up from the inner floor. Rim band and corners are known from above.
</p>
<table class="sheet">
  <thead
    ><tr
      ><th>Face</th><th>What</th><th class="num">from left</th><th class="num">up</th><th class="num">wide</th><th
        class="num">high</th
      ><th><span class="sr-only">Take away</span></th></tr
    ></thead
  >
  <tbody>
    {#each zones as z, i (i)}
      <tr>
        <td
          ><select
            class="in"
            aria-label="Face"
            value={z.face}
            onchange={(e) => change(i, { face: e.currentTarget.value as Zone['face'] })}
            >{#each FACES as f (f)}<option value={f}>{f}</option>{/each}</select
          ></td
        >
        <td
          ><select
            class="in"
            aria-label="What"
            value={z.kind}
            onchange={(e) => change(i, { kind: e.currentTarget.value as Zone['kind'] })}
            >{#each KINDS as k (k)}<option value={k}>{ZONE_WORDS[k]}</option>{/each}</select
          ></td
        >
        {#each ['xMm', 'yMm', 'widthMm', 'heightMm'] as const as key (key)}
          <td class="num"
            ><QuantityField
              label={{ xMm: 'From left', yMm: 'Up', widthMm: 'Wide', heightMm: 'High' }[key]}
              hideLabel
              kind="length"
              {unit}
              width={60}
              text={lengthText(z[key], unit)}
              options={{ lengthUnit: unit, max: 2000, allowZero: key === 'xMm' || key === 'yMm' }}
              onvalue={(v) => change(i, { [key]: v })}
            /></td
          >
        {/each}
        <td
          ><button type="button" class="fig" onclick={() => onchange(zones.filter((_, k) => k !== i))}>remove</button
          ></td
        >
      </tr>
      {#each problems.filter((p) => p.key === `zone-${i}`) as p, nth (nth)}<tr
          ><td colspan="7" class="text-stop"><span role="alert">{p.say}</span></td></tr
        >{/each}
    {:else}<tr><td colspan="7" class="text-ink2">None yet.</td></tr>{/each}
  </tbody>
</table>
<button
  type="button"
  class="btn mt-2"
  onclick={() => onchange([...zones, { face: 'front', kind: 'rib', xMm: 40, yMm: 0, widthMm: 4, heightMm: 60 }])}
  >Add a rib, latch or boss</button
>
