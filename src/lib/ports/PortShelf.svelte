<script lang="ts">
  import { shelfParts, type ShelfRole } from '@haversack/core/advise/suit-shelf';
  import type { CaseFit } from '@haversack/core/case/fit';
  import type { Face } from '@haversack/core/catalogue/faces';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { holeText } from '@haversack/core/panel/panel';
  import { PLACE_FACES } from '@haversack/core/panel/place-port';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** Parts to put on a face, what suits first: pressed they find their own place, dragged they stay where they are let go. */
  type Props = { fit: CaseFit; face: Face; onadd: (part: PartOf<'panel'>) => void };
  let { fit, face = $bindable(), onadd }: Props = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  let role = $state<ShelfRole>('all');
  const KINDS: [ShelfRole, string][] = [
    ['all', 'all'],
    ['outlet', 'outlets'],
    ['inlet', 'charge inlets'],
    ['switch', 'switches'],
    ['meter', 'meters'],
    ['gland', 'glands'],
    ['vent', 'vents'],
    ['lamp', 'lamps'],
    ['blank', 'blanks']
  ];
  const rows = $derived(
    shelfParts(
      open.doc,
      { fit, demand: open.plan.demand, wiring: open.plan.wiring, catalogue: open.catalogue },
      face,
      role
    )
  );
</script>

<section class="shelf" aria-label="Shelf of parts">
  <div class="pick">
    <label
      ><span class="lab">Add to</span><select class="in" bind:value={face}
        >{#each PLACE_FACES as f (f)}<option value={f}>{f}</option>{/each}</select
      ></label
    >
    <label
      ><span class="lab">Kind</span><select class="in" bind:value={role}
        >{#each KINDS as [id, word] (id)}<option value={id}>{word}</option>{/each}</select
      ></label
    >
  </div>
  <ul>
    {#each rows as { part, suits, say, rating, depthMm, seal } (part.id)}
      <li>
        <button
          type="button"
          draggable="true"
          ondragstart={(e) => e.dataTransfer?.setData('text/plain', part.id)}
          onclick={() => onadd(part)}
        >
          <span class="name"
            ><i
              style:width="{Math.min(22, part.flangeWidthMm * 0.5)}px"
              style:height="{Math.min(22, part.flangeHeightMm * 0.5)}px"
              style:border-radius={part.flangeWidthMm === part.flangeHeightMm ? '50%' : '3px'}
            ></i><b>{part.name}</b></span
          >
          <span class="lab"
            >{[rating, `hole ${holeText(part)} mm`, `${lengthText(depthMm, unit, 0)} ${unit} deep`, seal.toLowerCase()]
              .filter((t) => t !== '')
              .join(' · ')}</span
          >
          <span class="say" class:not={!suits}
            ><Mark state={suits ? 'holds' : 'note'} size={13} label={suits ? 'suits' : 'does not suit'} />{say}</span
          >
        </button>
      </li>
    {/each}
  </ul>
</section>

<style>
  .shelf {
    display: flex;
    align-items: stretch;
    gap: 12px;
    padding: 6px 12px;
    border-top: 1px solid var(--line2);
    background: var(--page);
  }
  .pick {
    display: grid;
    flex: none;
    align-content: center;
    gap: 6px;
  }
  .pick label {
    display: grid;
    grid-template-columns: 44px minmax(0, 1fr);
    align-items: center;
    gap: 4px;
  }
  ul {
    display: flex;
    gap: 6px;
    min-width: 0;
    overflow-x: auto;
  }
  li button {
    display: grid;
    align-content: start;
    gap: 1px;
    width: 244px;
    height: 100%;
    padding: 5px 8px;
    border: 1px solid var(--line);
    border-radius: 6px;
    background: var(--raise);
    text-align: left;
    font-size: 0.75rem;
    line-height: 1rem;
  }
  li button:hover {
    border-color: var(--edge);
  }
  .name {
    display: flex;
    align-items: center;
    gap: 6px;
  }
  .name i {
    flex: none;
    border: 1.5px solid var(--ink);
    background: var(--olive1);
  }
  .say {
    display: flex;
    align-items: flex-start;
    gap: 4px;
  }
  .say.not {
    color: var(--ink2);
  }
  @media (max-width: 699px) {
    .shelf {
      flex-direction: column;
      gap: 6px;
    }
    .pick {
      grid-template-columns: 1fr 1fr;
    }
    ul {
      flex-wrap: wrap;
    }
    li {
      width: 100%;
    }
    li button {
      width: 100%;
    }
  }
</style>
