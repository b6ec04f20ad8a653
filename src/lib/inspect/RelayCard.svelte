<script lang="ts">
  import { add, remove, type At } from '@haversack/core/box/edit';
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import type { Relay } from '@haversack/core/box/schema';
  import { mainFeed } from '@haversack/core/box/feeds';
  import { relayTag } from '@haversack/core/wiring/net-coil';
  import { freeId } from '@haversack/core/box/lookup';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Relays with their coil side: contacts, coil, fuse, switch or kill switch. */
  const open = useBox();
  const relays = $derived(open.doc.relays);
  const switches = $derived(
    (open.plan.panel?.ports ?? [])
      .filter((p) => p.part.role === 'switch' && p.port.id !== open.plan.wiring.main.masterPortId)
      .map((p): [string, string] => [p.port.id, `${p.tag} ${p.port.name}`])
  );
  const places = $derived<[string, string][]>([
    [mainFeed(open.doc).id, 'the main feed'],
    ...open.plan.wiring.feeds.map((f): [string, string] => [f.circuit.id, `feed ${f.tag} ${f.circuit.name}`]),
    ...open.plan.wiring.circuits.map((c): [string, string] => [c.circuit.id, `${c.tag} ${c.feeds}`])
  ]);
  const set = <const K extends string>(r: Relay, what: string, key: K, value: At<`relays/${string}/${K}`>) =>
    open.set(`${relayTag(open.doc, r)} ${what}`, `relays/${r.id}/${key}`, value);
  const SUPPRESSED = [
    ['yes', 'diode or resistor'],
    ['no', 'none'],
    ['unknown', 'unknown']
  ] as const;
  const POLES = [
    ['plus', 'the coil’s +'],
    ['minus', 'the coil’s −']
  ] as const;
  const CONTACT = [
    ['make', 'closes when fed'],
    ['break', 'opens when fed']
  ] as const;

  function addRelay(): void {
    const relay: Relay = {
      id: freeId('k', relays),
      name: 'Relay',
      inId: relays.some((r) => r.inId === mainFeed(open.doc).id)
        ? (open.doc.circuits[0]?.id ?? mainFeed(open.doc).id)
        : mainFeed(open.doc).id,
      contact: 'make',
      ratingA: 40,
      coilA: 0.14,
      coilFuse: { is: 'auto' },
      switchPortId: { is: 'none' },
      switchPole: 'plus',
      suppressed: 'yes'
    };
    open.commit('Relay added', [add('relays', relay)]);
  }
</script>

<section class="sec" aria-label="Relays">
  <h3>Relays and kill switches</h3>
  {#each relays as r (r.id)}
    <div class="mb-3 border-l-2 border-line2 pl-3">
      <p><b>{relayTag(open.doc, r)}</b> {r.name}</p>
      <SelectRow word="Switches" value={r.inId} choices={places} onchoose={(v, t) => set(r, `in ${t}`, 'inId', v)} />
      <SelectRow word="Contact" value={r.contact} choices={CONTACT} onchoose={(v, t) => set(r, t, 'contact', v)} />
      <QuantityRow
        word="Contacts bear"
        label="Rating of the contacts"
        kind="current"
        unit="A"
        text={r.ratingA === null ? '' : fixed(r.ratingA, 0)}
        options={{ min: 1, max: 1000 }}
        onempty={() => set(r, 'rating not known', 'ratingA', null)}
        onvalue={(v) => set(r, `${v} A`, 'ratingA', v)}
      />
      <QuantityRow
        word="Coil draws"
        label="Coil current"
        kind="current"
        unit="A"
        text={r.coilA === null ? '' : fixed(r.coilA, 2)}
        options={{ min: 0.005, max: 10 }}
        onempty={() => set(r, 'coil not known', 'coilA', null)}
        onvalue={(v) => set(r, `coil ${v} A`, 'coilA', v)}
      />
      <AttrQuantity
        label="Coil fuse"
        attr={r.coilFuse}
        automatic={r.inId === mainFeed(open.doc).id ? '2 A' : 'the circuit’s own'}
        start={2}
        kind="current"
        unit="A"
        text={(v) => fixed(v, v % 1 ? 1 : 0)}
        options={{ min: 0.5, max: 30 }}
        onattr={(a) => set(r, 'coil fuse', 'coilFuse', a)}
      />
      <SelectRow
        word="Coil fed through"
        value={choiceOf(r.switchPortId)}
        choices={[['none', 'nothing'], ['unknown', 'unknown'], ...switches]}
        onchoose={(v, t) => set(r, `through ${t}`, 'switchPortId', fromChoice(v))}
      />
      <SelectRow
        word="Its switch stands in"
        value={r.switchPole}
        choices={POLES}
        onchoose={(v, t) => set(r, `switch in ${t}`, 'switchPole', v)}
      />
      <SelectRow
        word="Across the coil"
        value={r.suppressed}
        choices={SUPPRESSED}
        onchoose={(v, t) => set(r, t, 'suppressed', v)}
      />
      <button
        type="button"
        class="btn danger mt-1"
        onclick={() => open.commit(`${relayTag(open.doc, r)} removed`, [remove(`relays/${r.id}`)])}
        >Remove {relayTag(open.doc, r)}</button
      >
    </div>
  {:else}<p class="lab">None. A relay lets a small switch or a kill cord break a large current.</p>{/each}
  <button type="button" class="btn" onclick={addRelay}>Add a relay</button>
</section>
