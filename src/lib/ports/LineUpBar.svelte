<script lang="ts">
  import type { Face } from '@haversack/core/catalogue/faces';
  import { aligned, copiedTo, distributed, mirrored, type Align } from '@haversack/core/panel/line-up';
  import type { PortPlan } from '@haversack/core/panel/panel';
  import type { Edit } from '@haversack/core/box/edits';
  import { useBox } from '$lib/client/use-box.ts';

  /** Lines up, spaces, mirrors or copies the chosen ports; the first one chosen stays. */
  let { chosen }: { chosen: PortPlan } = $props();
  const open = useBox();
  const panel = $derived(open.plan.panel!);
  const group = $derived([
    chosen,
    ...open.alsoPorts.flatMap((id) => panel.ports.filter((p) => p.port.id === id && id !== chosen.port.id))
  ]);
  const onFace = $derived(panel.ports.filter((p) => p.port.face === chosen.port.face));
  const ALIGN: [Align, string][] = [
    ['row', 'in a row'],
    ['column', 'in a column'],
    ['left', 'left edges'],
    ['right', 'right edges'],
    ['top', 'top edges'],
    ['bottom', 'bottom edges']
  ];
  const FACES: Face[] = ['front', 'right', 'left', 'back', 'lid'];
  const run = (label: string, edits: Edit[]) => open.commit(label, edits);

  function line(how: string): void {
    const found = ALIGN.find(([a]) => a === how);
    if (found) run(`${group.length} ports lined up, ${found[1]}`, aligned(group, found[0]));
    else if (how === 'x' || how === 'y') run(`${group.length} ports spaced equally`, distributed(group, how));
  }
  function copy(face: Face): void {
    const { edits, ids } = copiedTo(open.doc, group, face);
    run(`${group.length} ports copied to the ${face}`, edits);
    open.selected = { kind: 'port', id: ids[0]! };
    open.alsoPorts = ids.slice(1);
  }
</script>

<div class="bar no-print" role="toolbar" aria-label="Line up the chosen ports">
  <span
    ><b class="n">{group.length}</b> chosen:
    {group.map((p) => p.tag).join(', ')}</span
  >
  <select
    class="in"
    aria-label="Line up"
    value=""
    disabled={group.length < 2}
    onchange={(e) => {
      line(e.currentTarget.value);
      e.currentTarget.value = '';
    }}
    ><option value="">Line up …</option>{#each ALIGN as [how, word] (how)}<option value={how}>{word}</option
      >{/each}{#if group.length > 2}<option value="x">equal gaps, left to right</option><option value="y"
        >equal gaps, low to high</option
      >{/if}</select
  >
  <button
    type="button"
    class="btn"
    onclick={() =>
      run(
        `${group.length > 1 ? group.length : onFace.length} ports mirrored`,
        mirrored(open.plan.fit!.part, group.length > 1 ? group : onFace)
      )}>Mirror {group.length > 1 ? 'them' : 'the face'}</button
  >
  <select
    class="in"
    aria-label="Copy to another face"
    value=""
    onchange={(e) => {
      const face = e.currentTarget.value as Face;
      e.currentTarget.value = '';
      if (face) copy(face);
    }}
    ><option value="">Copy to …</option>{#each FACES.filter((f) => f !== chosen.port.face) as f (f)}<option value={f}
        >{f}</option
      >{/each}</select
  >
  {#if group.length === 1}<span class="lab"
      >Shift-press (or <kbd>Shift</kbd>+<kbd>Enter</kbd>) more ports to line them up</span
    >{/if}
</div>

<style>
  .bar {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    padding: 6px 16px;
    border-top: 1px solid var(--line2);
    background: var(--raise);
  }
</style>
