import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { add, set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { OPENING_KINDS, SEALED_BY } from '../src/box/seal-names.ts';
import { boxSchema, type Box, type Opening } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { blankFrom } from '../src/variant/family.ts';
import { atMost, cordFault, isTight, letsGasOut, weaker } from '../src/sealing/as-built.ts';
import { SEAL_LADDER } from '../src/sealing/sealing.ts';
import { lookUpList } from '../src/unknown/look-up.ts';
import { on, span } from './small-boxes.ts';
import { evaluate } from './evaluated.ts';

/** A sound box for the rain: a sealed socket and a gland with a cord, in a hard case of a chosen plastic. */
function rainBox(caseId = 'case-hard-large', material: 'PP' | 'ABS' = 'ABS'): Box {
  const b = new BoxBuilder('Rain box');
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', caseId, 'casePartId');
  b.set(`parts/${caseId}/material`, material);
  b.set('outing/seal', 'rain').set('bank/postsCovered', 'yes');
  const socket = b.port('circular-16', 'front', 'Lamp');
  b.port('gland-m16', 'front', 'Pump cord');
  b.device('lamp-red', { name: 'Lamp', portId: socket.portId, modes: on(3), spans: span(8, 12) });
  return b.box;
}
const [SOCKET, GLAND] = ['p1', 'p2'] as const;
const opening = (over: Partial<Opening>): Edit =>
  add('openings', { id: 'o1', name: '', face: 'lid', kind: 'vents', areaCm2: null, ...over });
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, id: string) => planOf(box).findings.filter((f) => f.id === id);
const inUse = (box: Box) => planOf(box).sealing!.inUse;
const sealed = (by: (typeof SEALED_BY)[number]): Edit => set(`ports/${SOCKET}/sealedBy`, setTo(by));
const cord = (shape: 'round' | 'flat' | 'unknown', acrossMm: number | null): Edit =>
  set(`ports/${GLAND}/cord`, { shape, acrossMm });

describe('a port as somebody sealed it', () => {
  test.each([
    ['ring', 'rain'],
    ['home-made', 'splash'],
    ['sealant', 'splash'],
    ['vinegar', 'splash'],
    ['behind', 'dry-store']
  ] as const)('%s: the box holds %s', (by, word) => {
    expect(inUse(change(rainBox(), sealed(by)))).toBe(word);
  });

  it('holds nothing bare, and counts as bare while nobody looked', () => {
    for (const by of [NONE, UNKNOWN]) {
      const box = change(rainBox(), set(`ports/${SOCKET}/sealedBy`, by));
      expect(inUse(box)).toBe('dry-store');
      expect(planOf(box).sealing!.weakest.portId).toBe(SOCKET);
    }
  });

  it('is asked about where weather matters, and nowhere else', () => {
    const box = change(rainBox(), set(`ports/${SOCKET}/sealedBy`, UNKNOWN));
    const [asks] = found(box, 'sealed-as-built');
    expect(asks).toMatchObject({ open: true, about: `ports/${SOCKET}/sealedBy`, severity: 'caution' });
    expect(found(change(box, set('outing/seal', 'dry-store')), 'sealed-as-built')).toEqual([]);
    const question = lookUpList(planOf(box).findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === `ports/${SOCKET}/sealedBy`)!;
    expect(question).toMatchObject({ kind: 'choice', mayBeNone: true, bare: false });
    expect(question.choices.map(([value]) => value)).toEqual([...SEALED_BY]);
    // each answer is one the document takes, and closes the question
    for (const [value] of question.choices) {
      const answered = change(box, set(question.path!, setTo(value)));
      expect(boxSchema.safeParse(answered).success).toBe(true);
      expect(found(answered, 'sealed-as-built').some((f) => f.open)).toBe(false);
    }
  });

  it('says what lets it down, and its own ring cures it', () => {
    const box = change(rainBox(), sealed('behind'));
    const [f] = found(box, 'ip-weakest');
    expect(f!.why).toContain('behind the wall');
    expect(f!.where.id).toBe(SOCKET);
    const cured = change(box, ...f!.remedies[0]!.edits);
    expect(cured.ports[0]!.sealedBy).toEqual({ is: 'auto' });
    expect(found(cured, 'ip-weakest')).toEqual([]);
  });

  it('names every other place that falls short, too', () => {
    const box = change(rainBox(), sealed('behind'), opening({ kind: 'rivets', name: 'Rivets of the handle' }));
    expect(found(box, 'ip-weakest')[0]!.why).toContain('Rivets of the handle falls short of it, too.');
  });

  test('silicone that smells of vinegar is a stop wherever the box goes; neutral one is none', () => {
    const dry = change(rainBox(), set('outing/seal', 'dry-store'));
    const [f] = found(change(dry, sealed('vinegar')), 'sealed-as-built');
    expect(f).toMatchObject({ severity: 'stop', where: { id: SOCKET } });
    const cured = change(dry, sealed('vinegar'), ...f!.remedies[0]!.edits);
    expect(found(cured, 'sealed-as-built')).toEqual([]);
    expect(found(change(dry, sealed('sealant')), 'sealed-as-built')).toEqual([]);
  });

  test('no sealant bonds to polypropylene: it holds less there, and that is told where it rains', () => {
    const pp = change(rainBox('case-hard-large', 'PP'), sealed('sealant'));
    expect(inUse(pp)).toBe('dry-store');
    expect(found(pp, 'sealed-as-built').map((f) => f.title)).toEqual(['Sealant at P1 does not bond to this case']);
    expect(found(change(pp, set('outing/seal', 'dry-store')), 'sealed-as-built')).toEqual([]);
    expect(found(change(rainBox(), sealed('sealant')), 'sealed-as-built')).toEqual([]);
    // a gasket does not care what it is pressed on
    expect(inUse(change(rainBox('case-hard-large', 'PP'), sealed('home-made')))).toBe('splash');
  });

  it('is nothing that a box built again inherits; its vents are', () => {
    const box = change(
      rainBox(),
      sealed('behind'),
      opening({ kind: 'cracked' }),
      opening({ id: 'o2', kind: 'vents', areaCm2: 2 })
    );
    const again = blankFrom(box, 'Again');
    expect(again.ports[0]!.sealedBy).toEqual({ is: 'auto' });
    expect(again.openings.map((o) => o.kind)).toEqual(['vents']);
  });
});

describe('the cord in a gland', () => {
  test.each([
    ['round', 4.5, undefined],
    ['round', 10, undefined],
    ['round', 4.4, 'thin-cord'],
    ['round', 10.1, 'thick-cord'],
    ['unknown', 3, 'thin-cord'],
    ['unknown', null, undefined],
    ['flat', 7, 'flat-cord'],
    ['flat', null, 'flat-cord']
  ] as const)('%s, %s mm in a gland of 4.5 to 10 mm: %s', (shape, acrossMm, fault) => {
    expect(cordFault({ cord: { shape, acrossMm } }, starter('panel', 'gland-m16'))).toBe(fault);
  });

  it('is nobody’s fault while it is not described, in another part, or in a gland of unknown range', () => {
    const gland = starter('panel', 'gland-m16');
    const thick = { shape: 'round', acrossMm: 30 } as const;
    expect(cordFault({ cord: null }, gland)).toBeUndefined();
    expect(cordFault({ cord: thick }, starter('panel', 'circular-16'))).toBeUndefined();
    expect(cordFault({ cord: thick }, { ...gland, cordMinMm: null, cordMaxMm: null })).toBeUndefined();
  });

  it('lets rain in where it is flat, and a round one closes it', () => {
    const box = change(rainBox(), cord('flat', null));
    expect(inUse(box)).toBe('dry-store');
    const [f] = found(box, 'sealed-as-built');
    expect(f).toMatchObject({ severity: 'caution', title: 'A flat cord does not seal in G1' });
    expect(f!.remedies.map((r) => r.label)).toEqual(['A round cord of 4.5 mm to 10.0 mm']);
    const cured = change(box, ...f!.remedies[0]!.edits);
    expect(found(cured, 'sealed-as-built')).toEqual([]);
    expect(inUse(cured)).toBe('rain');
  });

  it('that is thin gets the gland that closes on it', () => {
    const box = change(rainBox(), cord('round', 3.4));
    const [f] = found(box, 'sealed-as-built');
    expect(f!.why).toBe('It is 3.4 mm across; the gland closes on 4.5 mm to 10.0 mm. It is not held, either.');
    const cured = change(box, ...f!.remedies[0]!.edits);
    expect(cured.ports.find((p) => p.id === GLAND)!.partId).toBe('gland-m12');
    expect(found(cured, 'sealed-as-built')).toEqual([]);
  });

  it('that does not go through is told in dry weather, too; a leak is not', () => {
    const dry = change(rainBox(), set('outing/seal', 'dry-store'));
    expect(found(change(dry, cord('round', 12)), 'sealed-as-built')[0]!.title).toBe('The cord in G1 is too thick');
    expect(found(change(dry, cord('round', 3.4)), 'sealed-as-built')).toEqual([]);
    expect(found(change(dry, cord('flat', null)), 'sealed-as-built')).toEqual([]);
  });
});

describe('what else goes through the shell', () => {
  test.each([
    ['vents', 'dry-store'],
    ['cord-hole', 'dry-store'],
    ['under-lid', 'dry-store'],
    ['rivets', 'dry-store'],
    ['screws', 'dry-store'],
    ['lid-gasket', 'splash'],
    ['cracked', 'dry-store']
  ] as const)('%s: the box holds %s', (kind, word) => {
    const box = change(rainBox(), opening({ kind }));
    expect(inUse(box)).toBe(word);
    expect(planOf(box).sealing!.weakest.openingId).toBe('o1');
  });

  it('is closed by a remedy of its own, each kind that leaks alone', () => {
    for (const kind of OPENING_KINDS) {
      const [f] = found(change(rainBox(), opening({ kind })), 'ip-weakest');
      const cure = f!.remedies.find((r) => r.edits.some((e) => e.path === 'openings/o1'));
      if (kind === 'cord-hole' || kind === 'under-lid') expect(cure).toBeUndefined();
      else expect(found(change(rainBox(), opening({ kind }), ...cure!.edits), 'ip-weakest')).toEqual([]);
    }
  });

  test.each(['cord-hole', 'under-lid'] as const)('a cord (%s) is told in dry weather, and a gland takes it', (kind) => {
    const box = change(rainBox(), set('outing/seal', 'dry-store'), opening({ kind, name: 'Aerial lead' }));
    const [f] = found(box, 'cord-loose');
    expect(f).toMatchObject({ severity: 'caution', verdict: 'safe' });
    expect(f!.title).toContain('Aerial lead');
    const cured = change(box, ...f!.remedies[0]!.edits);
    expect(cured.openings).toEqual([]);
    expect(cured.ports.at(-1)).toMatchObject({ name: 'Aerial lead', partId: 'gland-m16' });
    const before = new Set(planOf(box).findings.map((k) => k.key));
    expect(planOf(cured).findings.filter((k) => !before.has(k.key) && k.severity !== 'note')).toEqual([]);
  });

  it('says nothing of a cord where there is none', () => {
    for (const kind of ['vents', 'rivets', 'screws', 'lid-gasket', 'cracked'] as const)
      expect(found(change(rainBox(), opening({ kind })), 'cord-loose')).toEqual([]);
  });

  it('lets air through: no suction, no float, no vent asked for, gel soon used up', () => {
    const box = change(rainBox(), set('outing/seal', 'dunk'), set('outing/warmestC', 25));
    const tight = planOf(box);
    expect(tight.stance!.floating).toBeDefined();
    expect(found(box, 'no-vent-sealed')).toHaveLength(1);
    expect(tight.dry!.monthG.breathing).toBe(0);
    for (const kind of OPENING_KINDS) {
      const plan = planOf(change(box, opening({ kind })));
      const leaks = ['vents', 'cord-hole', 'under-lid', 'cracked'].includes(kind);
      expect(plan.stance!.floating === undefined, kind).toBe(leaks);
      expect(plan.dry!.monthG.breathing > 0, kind).toBe(leaks);
      expect(
        plan.findings.some((f) => f.id === 'no-vent-sealed'),
        kind
      ).toBe(!leaks);
    }
  });
});

describe('lead-acid and the gas it gives', () => {
  const lead = (): Box => {
    const b = new BoxBuilder('Lead');
    b.use('battery', 'battery-agm-18', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
    return b.set('charging/path', setTo('inlet')).box;
  };
  const vents = (areaCm2: number | null, count = 2): Edit[] =>
    Array.from({ length: count }, (_, i) => opening({ id: `o${i}`, areaCm2, face: i % 2 ? 'lid' : 'left' }));
  const need = planOf(lead()).dry!.hydrogen!.openingCm2;

  it.each([
    ['two of the area it asks for', vents(need), true],
    ['two a little smaller', vents(need * 0.99), false],
    ['two in the lid, none low', [opening({ areaCm2: 9 }), opening({ id: 'o2', areaCm2: 9 })], false],
    ['one large one', vents(50, 1), false],
    ['two nobody measured', vents(null), false],
    [
      'a cord through a hole and a crack',
      [opening({ kind: 'cord-hole' }), opening({ id: 'o2', kind: 'cracked' })],
      false
    ]
  ] as const)('%s', (_, edits, out) => {
    const plan = planOf(change(lead(), ...edits));
    expect(plan.findings.some((f) => f.id === 'lead-acid-sealed-charge')).toBe(!out);
    expect(plan.dry!.hydrogen!.dangerous).toBe(!out);
  });

  it('no vent helps a flooded one', () => {
    const box = change(lead(), set('parts/battery-agm-18/chemistry', 'flooded'), ...vents(500));
    expect(found(box, 'lead-acid-sealed-charge')).toHaveLength(1);
  });

  it('goes out of a case that never was tight', () => {
    const strap = { ...starter('case', 'case-battery-box') };
    expect(letsGasOut({ openings: [] }, { ...strap, gasTight: false }, 5)).toBe(true);
    expect(isTight({ openings: [] }, { ...strap, gasTight: false })).toBe(false);
    expect(isTight({ openings: [] }, { ...strap, gasTight: true })).toBe(true);
  });
});

describe('any box', () => {
  const by = fc.oneof(
    fc.constantFrom(NONE, UNKNOWN),
    fc.constantFrom(...SEALED_BY).map((s) => setTo(s))
  );
  const openings = fc.array(fc.constantFrom(...OPENING_KINDS), { maxLength: 3 });

  it('never holds more for anything that was done to it', () => {
    const base = rainBox();
    const rank = (box: Box) => {
      const s = planOf(box).sealing!;
      return SEAL_LADDER.indexOf(s.inUse) * 10 + SEAL_LADDER.indexOf(s.closed);
    };
    const best = rank(base);
    fc.assert(
      fc.property(by, openings, (sealedBy, kinds) => {
        const worse = change(
          base,
          set(`ports/${SOCKET}/sealedBy`, sealedBy),
          ...kinds.map((kind, i) => opening({ id: `o${i}`, kind }))
        );
        expect(boxSchema.safeParse(worse).success).toBe(true);
        expect(rank(worse)).toBeLessThanOrEqual(best);
      }),
      { numRuns: 40 }
    );
  });

  test('the weaker of two marks is no better than either', () => {
    expect(weaker({ jet: 6, dunk: 7 }, { jet: 4, dunk: 8 })).toEqual({ jet: 4, dunk: 7 });
    for (const kind of OPENING_KINDS) expect(atMost(kind, 'PP').dunk).toBe(0);
  });

  test('an older file has neither: its ports are as they came', () => {
    const older = JSON.parse(
      JSON.stringify(rainBox(), (key, value: unknown) =>
        key === 'openings' || key === 'sealedBy' || key === 'cord' ? undefined : value
      )
    ) as unknown;
    const read = boxSchema.parse(older);
    expect(read.openings).toEqual([]);
    expect(read.ports[0]).toMatchObject({ sealedBy: { is: 'auto' }, cord: null });
  });
});
