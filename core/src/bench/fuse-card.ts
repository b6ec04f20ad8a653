import { isPackFuse } from '../judge/ways.ts';
import type { NetPart } from '../wiring/netlist.ts';
import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';

export type CardRow = { tag: string; fuse: string; feeds: string; live: string };

const ampsOf = (p: NetPart): string => (p.ratingA === null ? 'unknown' : `${p.ratingA} A`);

/** One in the negative lead is none for what it seems to guard. */
const inMinus = (words: string, of: Pick<CircuitPlan, 'returnFuse'>): string =>
  of.returnFuse ? `${words}, in the − lead` : words;

const liveText = (c: CircuitPlan): string =>
  c.live !== 'master' ? 'always live' : c.switchTag ? `${c.switchTag} on` : 'master on';

/** Behind its switches a main fuse is dead while they are off. */
const mainLive = ({ switchedFirst, masterPortId }: WiringPlan['main']): string =>
  !switchedFirst ? 'always' : masterPortId === undefined ? 'with its relay' : 'master on';

/** Every fuse of the circuit with what it guards, the main one first, then each pack's, then the branches; last what has none of its own. */
export function fuseCard(wiring: WiringPlan): CardRow[] {
  const fuses = wiring.netlist.parts.filter((p) => p.kind === 'fuse');
  const main = fuses.find((p) => p.id === 'F0');
  const bank = fuses.filter((p) => p.ref.kind === 'battery');
  const ofCircuit = new Map([...wiring.circuits, ...wiring.feeds].map((c) => [c.fuseTag, c]));
  const rest = fuses.filter((p) => p !== main && !bank.includes(p));
  const { main: path } = wiring;
  const first: CardRow = main
    ? { tag: 'F0', fuse: ampsOf(main), feeds: inMinus('everything', path), live: mainLive(path) }
    : { tag: 'F0', fuse: path.fuseOrigin === 'unknown' ? 'unknown' : 'none', feeds: 'everything', live: 'always' };
  return [
    first,
    ...bank.map((p) => ({ tag: p.id, fuse: ampsOf(p), feeds: p.label, live: 'always' })),
    ...rest.map((p) => {
      const c = ofCircuit.get(p.id);
      return c
        ? { tag: p.id, fuse: ampsOf(p), feeds: inMinus(`${c.portTag} ${c.feeds}`, c), live: liveText(c) }
        : { tag: p.id, fuse: ampsOf(p), feeds: p.label, live: 'with what it hangs on' };
    }),
    ...wiring.circuits
      .filter((c) => !fuses.some((p) => p.id === c.fuseTag))
      .map((c) => ({
        tag: c.tag,
        fuse: c.guard ? `behind ${c.guard.tag}` : 'none',
        feeds: `${c.portTag} ${c.feeds}`,
        live: liveText(c)
      }))
  ];
}

/** The order they go in: branches, then the main one, those on the battery posts last. */
export function fusesInOrder(card: readonly CardRow[]): string {
  const rated = card.filter((r) => / A$/.test(r.fuse) || r.fuse === 'unknown');
  const onPack = rated.filter((r) => isPackFuse({ id: r.tag }));
  const main = rated.filter((r) => r.tag === 'F0');
  const branches = rated.filter((r) => !onPack.includes(r) && !main.includes(r));
  const list = (rows: readonly CardRow[]) => rows.map((r) => `${r.tag} ${r.fuse}`).join(', ');
  return [
    branches.length ? `Branches: ${list(branches)}.` : '',
    main.length ? `Then the main one: ${list(main)}.` : 'There is no main fuse.',
    onPack.length ? `Last those on the battery posts: ${list(onPack)}.` : ''
  ]
    .filter(Boolean)
    .join(' ');
}
