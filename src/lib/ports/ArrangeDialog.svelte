<script lang="ts">
  import { caseFit } from '@haversack/core/case/fit';
  import { arrangePorts } from '@haversack/core/panel/arrange';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  /** A layout of all ports with the reason for each place, to be looked at before it is taken. */
  let { open: shown = $bindable() }: { open: boolean } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  // bodies as they stand, ports out of the way
  const found = $derived.by(() => {
    if (!shown) return undefined;
    const fit = caseFit({ ...open.doc, ports: [] });
    return fit && arrangePorts(open.doc, fit);
  });
  const left = $derived(found?.ports.filter((p) => !p.placed).length ?? 0);
  const tag = (id: string) => open.plan.panel?.ports.find((p) => p.port.id === id);

  function take(): void {
    if (found) open.commit('Ports arranged', found.edits);
    shown = false;
  }
</script>

<Dialog bind:open={shown} title="Arrange the ports">
  {#if found}
    <p class="mb-2 text-ink2">
      By what they are: plugs in a row, switches over them, the charger apart, cables low, vents high; at the pitch that
      flanges, nuts and fingers need, with room behind.
      {found.edits.length === 0 ? 'They stand like that already.' : ''}
    </p>
    <table class="sheet">
      <thead><tr><th>Port</th><th>Face</th><th class="num">{unit}</th><th>Why there</th></tr></thead>
      <tbody>
        {#each found.ports as p (p.portId)}
          <tr
            ><td><b>{tag(p.portId)?.tag}</b> {tag(p.portId)?.port.name}</td><td>{p.face}</td><td class="num n"
              >{lengthText(p.xMm, unit, 0)}, {lengthText(p.yMm, unit, 0)}</td
            ><td
              ><span class="flex items-start gap-2"
                >{#if !p.placed}<Mark state="caution" />{/if}{p.why}</span
              ></td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if left > 0}<p class="mt-2" role="status">
        {left}
        {left === 1 ? 'port finds' : 'ports find'} no legal place: a larger case, fewer ports, or other parts.
      </p>{/if}
  {/if}
  {#snippet foot()}
    <button type="button" class="btn" onclick={() => (shown = false)}>Leave them</button>
    <button type="button" class="btn main" disabled={!found || found.edits.length === 0} onclick={take}>Take it</button>
  {/snippet}
</Dialog>
