import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';

/** Where a row hangs: ahead of the master, behind it, or straight on the battery. */
export type RowGroup = 'ahead' | 'load' | 'post';
export type Row = {
  id: string;
  group: RowGroup;
  /** A circuit; or a relay's coil, or the solar controller, by its part. */
  circuit: CircuitPlan | undefined;
  partId: string;
  /** Row it is fed from in a chain, or whose fuse a coil hangs behind. */
  upId: string | undefined;
};

/** What hangs on the controller's load terminals stands below it, wherever that is. */
function onSun(rows: readonly Row[], r: Row): boolean {
  for (let now: Row | undefined = r; now; now = rows.find((o) => o.id === now!.upId))
    if (now.upId === 'SC') return true;
  return false;
}

/** Rows in the order they are drawn: chains stay together, meters last so that their sense pair drops straight to the shunt. */
export function rowsOf(wiring: WiringPlan): Row[] {
  const { netlist } = wiring;
  const circuits = [...wiring.feeds, ...wiring.circuits];
  const groupOf = (c: CircuitPlan): RowGroup => {
    const root = rootOf(circuits, c);
    if (wiring.tree.startOf.get(root.circuit.id) === 'load-terminal') return 'ahead';
    return root.live === 'always' ? 'ahead' : root.live === 'direct' ? 'post' : 'load';
  };
  const coils = netlist.parts.filter((p) => p.coil);
  const coilRow = (partId: string, upId: string | undefined, group: RowGroup): Row => ({
    id: `coil-${partId}`,
    group,
    circuit: undefined,
    partId,
    upId
  });
  const hasController = netlist.parts.some((p) => p.id === 'SC');
  const out: Row[] = [];
  const seen = new Set<string>();
  const add = (c: CircuitPlan): void => {
    if (seen.has(c.circuit.id)) return;
    seen.add(c.circuit.id);
    const group = groupOf(c);
    const onController = wiring.tree.startOf.get(c.circuit.id) === 'load-terminal' && hasController;
    out.push({ id: c.circuit.id, group, circuit: c, partId: c.portTag, upId: onController ? 'SC' : c.upId });
    for (const coil of coils) {
      const contact = netlist.conductors.find((w) => w.to.part === coil.id && w.circuitId === c.circuit.id);
      if (contact) out.push(coilRow(coil.id, c.circuit.id, group));
    }
    for (const o of circuits) if (o.upId === c.circuit.id) add(o);
  };
  const roots = circuits.filter((c) => c.upId === undefined);
  const isMeter = (c: CircuitPlan): boolean => c.portPart?.role === 'meter';
  for (const c of [...roots.filter((c) => !isMeter(c)), ...roots.filter(isMeter)]) add(c);
  circuits.forEach(add); // loops hang on nothing and are drawn all the same
  const sources = netlist.parts.filter((p) => p.kind === 'controller');
  for (const p of sources) {
    const feed = feedOfSource(wiring, p.id);
    const at = feed ? out.findIndex((r) => r.id === feed.circuit.id) : -1;
    if (at >= 0)
      out.splice(at + 1, 0, { id: p.id, group: out[at]!.group, circuit: undefined, partId: p.id, upId: out[at]!.id });
  }
  const inBranch = new Set(out.filter((r) => !r.circuit).map((r) => r.partId));
  const ahead: Row[] = [
    ...coils.filter((p) => !inBranch.has(p.id)).map((p) => coilRow(p.id, undefined, 'ahead')),
    ...sources
      .filter((p) => !out.some((r) => r.id === p.id))
      .map((p): Row => ({ id: p.id, group: 'ahead', circuit: undefined, partId: p.id, upId: undefined }))
  ];
  const fed = out.filter((r) => onSun(out, r));
  const rest = [...out.filter((r) => !fed.includes(r)), ...ahead];
  for (const r of fed) r.group = rest.find((o) => o.id === 'SC')?.group ?? r.group;
  const of = (g: RowGroup): Row[] =>
    rest.filter((r) => r.group === g).flatMap((r) => (r.id === 'SC' ? [r, ...fed] : [r]));
  return [...of('ahead'), ...of('load'), ...of('post')];
}

/** The feed a controller or charger hangs on, by the way of its lead. */
function feedOfSource(wiring: WiringPlan, partId: string): CircuitPlan | undefined {
  const { conductors } = wiring.netlist;
  let now = partId;
  for (let step = 0; step < 4; step++) {
    const into = conductors.find((c) => c.polarity === 'positive' && c.to.part === now && c.to.terminal !== 'panel +');
    if (!into) return undefined;
    const feed = wiring.feeds.find((f) => f.portTag === into.from.part);
    if (feed) return feed;
    now = into.from.part;
  }
  return undefined;
}

function rootOf(circuits: readonly CircuitPlan[], c: CircuitPlan): CircuitPlan {
  let now = c;
  const seen = new Set<string>();
  while (now.upId !== undefined && !seen.has(now.circuit.id)) {
    seen.add(now.circuit.id);
    const up = circuits.find((o) => o.circuit.id === now.upId);
    if (!up) return now;
    now = up;
  }
  return now;
}
