<script lang="ts">
  import {
    reaches,
    SEAL_HOW_WORDS,
    SEAL_LADDER,
    SEAL_WORDS,
    sealWord,
    type SealItem
  } from '@haversack/core/sealing/sealing';
  import type { SealMark } from '@haversack/core/catalogue/part';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import OpeningsCard from './OpeningsCard.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  /** Every penetration: its seal as used, capped and open against what the outing wants; where its water goes. */
  const open = useBox();
  const s = $derived(open.plan.sealing!);
  const wanted = $derived(open.doc.outing.seal);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const word = (m: SealMark) => SEAL_WORDS[sealWord(m)].toLowerCase();
  const marks = (m: SealMark) => `jet ${m.jet}${m.dunk ? `, dunk ${m.dunk}` : ''}`;
  const rows = $derived(
    [...s.items].sort(
      (a, b) =>
        SEAL_LADDER.indexOf(sealWord(a.inUse)) - SEAL_LADDER.indexOf(sealWord(b.inUse)) || a.inUse.jet - b.inUse.jet
    )
  );
  const label = (i: SealItem) => {
    const p = open.plan.panel?.ports.find((q) => q.port.id === i.portId);
    return p ? p.port.name || p.part.name : '';
  };
</script>

<section class="grid gap-5 p-6 max-md:p-3" aria-label="Water">
  <ol class="ladder" aria-label="Ladder of sealing">
    {#each SEAL_LADDER as rung (rung)}
      <li class:on={reaches(s.inUse, rung)} class:wanted={rung === wanted}>
        <b>{SEAL_WORDS[rung]}</b>
        <span class="lab"
          >{[rung === wanted ? 'wanted' : '', rung === s.inUse ? 'as used' : '', rung === s.closed ? 'all capped' : '']
            .filter(Boolean)
            .join(', ')}</span
        >
      </li>
    {/each}
  </ol>
  <p class="flex items-center gap-2 text-[0.875rem]">
    <Mark state={reaches(s.inUse, wanted) ? 'holds' : 'caution'} size={20} /><span
      >As used it is built towards <b>{SEAL_WORDS[s.inUse].toLowerCase()}</b>; the weakest is
      <b>{s.weakest.name}</b>. A case drilled at home is untested: never say a rating of it.</span
    >
  </p>
  <div class="overflow-x-auto">
    <table class="sheet">
      <thead
        ><tr
          ><th>Opening</th><th>Face</th><th class="num">over ground, {unit}</th><th>As used</th><th>Capped</th><th
            >Open</th
          ><th>Where water goes</th></tr
        ></thead
      >
      <tbody>
        {#each rows as i, nth (nth)}
          <tr
            ><td
              >{#if i.portId}<button
                  type="button"
                  class="fig"
                  onclick={() => (open.selected = { kind: 'port', id: i.portId! })}>{i.name}</button
                >
                {label(i)}{:else}<b>{i.name}</b>{/if}{#if i.how && SEAL_HOW_WORDS[i.how] !== i.name}<span
                  class="lab block">{SEAL_HOW_WORDS[i.how]}</span
                >{/if}</td
            ><td>{i.face ?? ''}</td><td class="num n"
              >{i.heightMm === undefined ? '' : lengthText(i.heightMm, unit, 0)}</td
            ><td
              ><span class="flex items-center gap-2" title={marks(i.inUse)}
                ><Mark state={reaches(sealWord(i.inUse), wanted) ? 'holds' : 'caution'} />{word(i.inUse)}</span
              ></td
            ><td title={marks(i.closed)}>{word(i.closed)}</td><td title={marks(i.open)}>{word(i.open)}</td><td
              class="text-ink2">{i.drip}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  <OpeningsCard />
</section>

<style>
  .ladder {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    max-width: 640px;
  }
  .ladder li {
    display: grid;
    padding: 8px 12px;
    border: 1px solid var(--line2);
    min-height: 56px;
  }
  .ladder li + li {
    border-left: 0;
  }
  .ladder li.on {
    background: var(--olive1);
  }
  .ladder li.wanted {
    box-shadow: inset 0 -3px var(--brass6);
  }
</style>
