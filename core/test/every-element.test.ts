import fc from 'fast-check';
import { expect, test } from 'vitest';
import { AUTO, NONE, setTo, type Attr } from '../src/box/attr.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { remove, set } from '../src/box/edit.ts';
import type { Box, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { placeOf } from '../src/findings/elements.ts';
import type { Facts } from '../src/findings/rule.ts';
import type { Happening } from '../src/judge/table.ts';
import type { WireSize } from '../src/quantity/wire-size.ts';
import { randomBox } from './random-box.ts';

/** Numbers out of one seed, so that a box that fails is found again. */
function dice(seed: number) {
  let r = seed;
  const roll = (faces: number): number => {
    r = (r * 1103515245 + 12345) & 0x7fffffff;
    return (r >> 8) % faces;
  };
  return { roll, one: <T>(list: readonly T[]): T => list[roll(list.length)]! };
}
type Dice = ReturnType<typeof dice>;

const SIZES = ['22', '18', '14', '10', '6'];
const wire = ({ roll, one }: Dice): Attr<WireSize> =>
  roll(3) === 0 ? AUTO : setTo({ system: 'awg', size: one(SIZES) });
const fuse = ({ one }: Dice): Attr<number> => one([NONE, AUTO, setTo(5), setTo(10), setTo(30), setTo(60)]);
const lead = (d: Dice): Feed['lead'] =>
  d.roll(2) === 0 ? null : { lengthMm: d.one([300, 1500, 4000]), wire: wire(d), wireCount: 1 + d.roll(2) };

/** A feed as somebody may have built it: through the wall or not, with a section ahead, a return and a joint of any kind. */
function withFeed(box: Box, d: Dice): Box {
  const outlets = box.ports.filter((p) => box.circuits.some((c) => c.portId === p.id));
  const inlet = outlets.find(() => d.roll(3) === 0);
  const { feedId, edits } = addFeedEdits(box, {
    name: 'X',
    fuse: fuse(d),
    wire: wire(d),
    wireCount: 1 + d.roll(2),
    returnWire: d.roll(3) === 0 ? wire(d) : AUTO,
    lead: lead(d),
    ends: d.one(['splice', 'stud', 'bus-bar', 'terminal', 'fuse-block'] as const),
    secondBox: d.roll(2) === 0,
    ...(inlet ? { throughPortId: setTo(inlet.id), wayIn: setTo('connector' as const) } : {}),
    ...(d.roll(3) === 0 ? { from: setTo({ at: 'post' as const, pack: null }) } : {})
  });
  // what comes in by a port is no outlet: a part has one place
  const taken = box.circuits.filter((c) => c.portId === inlet?.id).map((c) => remove(`circuits/${c.id}`));
  const behind = box.circuits
    .filter((c) => c.portId !== inlet?.id && d.roll(2) === 0)
    .map((c) => set(`circuits/${c.id}/from`, setTo({ at: 'feed' as const, id: feedId, ahead: false })));
  return applyEdits(box, [...edits, ...behind, ...taken]);
}

/** Main feed, relay and a charger inside, as they may be. */
function disturbed(box: Box, d: Dice): Box {
  const main = box.feeds[0].id;
  const edits: Edit[] = [];
  if (d.roll(2) === 0) edits.push(set(`feeds/${main}/lead`, lead(d)), set('bank/stands', d.one(['inside', 'outside'])));
  if (d.roll(3) === 0) edits.push(set(`feeds/${main}/wire`, wire(d)), set(`feeds/${main}/fuse`, fuse(d)));
  if (d.roll(3) === 0) edits.push(set(`feeds/${main}/returnWire`, wire(d)));
  if (d.roll(3) === 0)
    edits.push(
      set('charging/builtIn', [
        {
          id: 'ch1',
          name: 'Maintainer',
          currentA: setTo(d.one([1, 4, 10])),
          voltageV: AUTO,
          fuse: fuse(d),
          from: AUTO,
          input: 'dc',
          lidShut: 'yes'
        }
      ])
    );
  for (const c of box.circuits) if (d.roll(3) === 0) edits.push(set(`circuits/${c.id}/wire`, wire(d)));
  for (const c of box.circuits) if (d.roll(4) === 0) edits.push(set(`circuits/${c.id}/fuse`, fuse(d)));
  return applyEdits(box, edits);
}

const box = fc.tuple(randomBox(10), fc.nat(1_000_000)).map(([of, seed]) => {
  const d = dice(seed + 1);
  return disturbed(d.roll(3) === 0 ? of : withFeed(of, d), d);
});

/** Rules that say of a wire that it is too thin, for its fuse or for what runs over it. */
const TOO_THIN =
  /exceeds|overload|device-lead-thin|adiabatic|run-unfused|wire-unlisted|no-main-fuse|source-unfused|ways-tied|relay-unsound|controller-unsound/;
const said = (box: Box, plan: Plan, h: Happening): boolean => {
  const { id } = placeOf({ ...plan, box } as unknown as Facts, h);
  return plan.findings.some(
    (f) =>
      (f.severity !== 'note' || f.open) &&
      TOO_THIN.test(f.id) &&
      (f.cause === `fuse ${h.guard?.tag}` || f.cause === 'heat inside' || f.where.id === id)
  );
};
/** Asked for: with what somebody finds it may turn out too thin. */
const asked = (plan: Plan): boolean => plan.findings.some((f) => f.open && f.mayBe.length > 0);

/** A stub to a fuse is of the wire that it hangs on, and judged with that: over so short a way no bundle warms it. */
const isRun = (h: Happening): boolean => h.conductor !== undefined && !h.id.endsWith('/stub');

/** What a fuse holds for good against what a wire behind it bears: of several in a row the one that opens first. */
const holdsTooMuch = (h: Happening): boolean => {
  if (!isRun(h) || h.bearsA == null || h.guard?.heldA === undefined) return false;
  const first = h.id.startsWith('battery-') ? Infinity : (h.opensFirst?.heldA ?? Infinity);
  return Math.min(h.guard.heldA, first) > h.bearsA * 1.0001;
};
const carriesTooMuch = (h: Happening): boolean => isRun(h) && h.bearsA != null && h.steadyA > h.bearsA * 1.0001;

test('no wire of the drawn circuit is thinner than its fuse or its load allows without a word', () => {
  fc.assert(
    fc.property(box, (of) => {
      const plan = evaluate(of, STARTER_CATALOGUE);
      const silent = plan.judge.all.filter(
        (h) => (holdsTooMuch(h) || carriesTooMuch(h)) && !said(of, plan, h) && !asked(plan)
      );
      expect(silent.map((h) => `${h.id} bears ${h.bearsA}, carries ${h.steadyA}, ${h.guard?.tag}`)).toEqual([]);
    }),
    { numRuns: 120 }
  );
});
