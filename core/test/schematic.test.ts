import { BEHIND_MAIN, secondBox, tapOf } from './tree-edits.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { setTo } from '../src/box/attr.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import type { Box } from '../src/box/schema.ts';
import { meet } from '../src/draw/labels.ts';
import { schematic } from '../src/schematic/layout.ts';
import { partBox, textBox } from '../src/schematic/settle.ts';
import { schematicSvg } from '../src/schematic/svg.ts';
import type { Schematic, Shape } from '../src/schematic/shapes.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const drawn = (box: Box) => {
  const { wiring } = evaluate(box, STARTER_CATALOGUE);
  return { wiring, s: schematic(wiring, { widthPx: 1000, lengthUnit: 'mm' }) };
};
const lines = (s: Schematic) => s.shapes.filter((p): p is Extract<Shape, { t: 'line' }> => p.t === 'line');
const leadIds = (s: Schematic) => lines(s).flatMap((l) => (l.owner?.kind === 'conductor' ? [l.owner.id] : []));
const parallel = (box: Box, takeOff: string): Box =>
  applyEdits(box, [set('bank/count', 3), set('bank/takeOff', takeOff)]);

const boxes: [string, Box][] = [
  ...demoBoxes().map((b): [string, Box] => [b.name, b]),
  ['30 circuits', crowdedBox(30)],
  ['three in parallel on a bus', parallel(saltmarshHideBox(), 'bus')],
  ['three in a row', parallel(saltmarshHideBox(), 'opposite')],
  [
    'battery and distribution outside',
    applyEdits(saltmarshHideBox(), [set('bank/stands', 'outside'), ...secondBox(2000)])
  ],
  ['no block', applyEdits(canalNightBankBox(), [set('feeds/main/blockPartId', null)])],
  [
    'fed from another port, with a fuse of its own',
    applyEdits(canalNightBankBox(), [
      set('circuits/c2/from', setTo({ at: 'circuit', id: 'c1', ahead: true })),
      set('circuits/c2/fuse', setTo(5))
    ])
  ],
  ['a return to the battery', applyEdits(saltmarshHideBox(), [set('circuits/c1/returnTo', 'battery')])],
  [
    'main fuse and master in the negative lead, a circuit’s fuse as well',
    applyEdits(canalNightBankBox(), [
      set('feeds/main/fuseLead', setTo('minus')),
      set('feeds/main/switchLead', setTo('minus')),
      set('circuits/c1/fuseLead', setTo('minus'))
    ])
  ],
  [
    'an outside battery with its fuse in the negative lead, over a shunt',
    applyEdits(saltmarshHideBox(), [
      set('bank/stands', 'outside'),
      set('feeds/main/fuseLead', setTo('minus')),
      set('feeds/main/switchLead', setTo('minus'))
    ])
  ],
  [
    'one switch in the returns of two circuits, with their fuses',
    applyEdits(
      saltmarshHideBox(),
      ['c5', 'c6'].flatMap((id) => [
        set(`circuits/${id}/switchPortId`, setTo('p8')),
        set(`circuits/${id}/switchLead`, setTo('minus')),
        set(`circuits/${id}/fuseLead`, setTo('minus'))
      ])
    )
  ],
  [
    'switches ahead of the fuses, of the main path and of two circuits on one switch',
    applyEdits(saltmarshHideBox(), [
      set('feeds/main/switchPlace', setTo('ahead-of-fuse')),
      ...['c5', 'c6'].flatMap((id) => [
        set(`circuits/${id}/switchPortId`, setTo('p8')),
        set(`circuits/${id}/switchPlace`, setTo('ahead-of-fuse'))
      ])
    ])
  ],
  [
    'relay and switch of the main path ahead of its fuse',
    applyEdits(moorCameraPost(), [set('feeds/main/switchPlace', setTo('ahead-of-fuse'))])
  ],
  [
    'a relay in a branch',
    applyEdits(moorCameraPost(), [set('relays', [{ ...moorCameraPost().relays[0], circuitId: 'c1' }])])
  ]
];

describe('the drawn circuit', () => {
  test.each(boxes)('%s: every lead is drawn once, from part to part', (_, box) => {
    const { wiring, s } = drawn(box);
    const ids = leadIds(s);
    expect(new Set(ids).size).toBe(ids.length);
    expect([...ids].sort()).toEqual(wiring.netlist.conductors.map((c) => c.id).sort());
    for (const l of lines(s)) for (const p of l.points) expect(p.every(Number.isFinite)).toBe(true);
  });

  test.each(boxes)('%s: no words meet others, or a part that they are not of; with readings, too', (_, box) => {
    const { wiring } = evaluate(box, STARTER_CATALOGUE);
    const readings = { ampsOn: () => 10.25, voltsAt: () => 12.8 };
    for (const x of [{}, { readings }])
      for (const lengthUnit of ['mm', 'in'] as const) {
        const s = schematic(wiring, { widthPx: 900, lengthUnit, ...x });
        const texts = s.shapes.filter((t): t is Extract<Shape, { t: 'text' }> => t.t === 'text' && t.text !== '');
        const parts = s.shapes.flatMap((p) => {
          const at = partBox(p);
          return at ? [{ p, at }] : [];
        });
        texts.forEach((t, i) => {
          const at = textBox(t);
          const met = texts.filter((o, k) => k > i && meet(textBox(o), at)).map((o) => o.text);
          const onPart = parts.filter(({ p, at: r }) => p.owner?.id !== t.owner?.id && meet(r, at));
          expect([...met, ...onPart.map((o) => o.p.owner?.id)], t.text).toEqual([]);
          expect(at.x >= 0 && at.x + at.w <= s.width, t.text).toBe(true);
        });
      }
  });

  test('with readings it says what flows and stands now, and where nothing does', () => {
    const { wiring } = evaluate(saltmarshHideBox(), STARTER_CATALOGUE);
    const [first] = wiring.circuits;
    const lead = wiring.netlist.conductors.find((c) => c.to.part === first!.portTag && c.polarity === 'positive')!;
    const s = schematic(wiring, {
      widthPx: 900,
      lengthUnit: 'mm',
      readings: {
        ampsOn: (id) => (id === lead.id ? 1.25 : undefined),
        voltsAt: (tag) => (tag === first!.portTag ? 12.34 : undefined)
      }
    });
    const words = s.shapes.flatMap((t) => (t.t === 'text' ? [t.text] : []));
    expect(words).toContain('1.25 A');
    expect(words).toContain('12.3 V');
    expect(words.filter((t) => t === 'dead')).toHaveLength(wiring.circuits.filter((c) => !c.feed).length - 1);
    expect(words.some((t) => t.includes('AWG'))).toBe(false);
    expect(s.height).toBeLessThan(drawn(saltmarshHideBox()).s.height);
  });

  test.each(boxes)('%s: leads run along right angles and stay on the paper', (_, box) => {
    const { s } = drawn(box);
    for (const l of lines(s))
      l.points.forEach(([x, y], i) => {
        expect(x >= 0 && x <= s.width && y >= 0 && y <= s.height, JSON.stringify(l)).toBe(true);
        const next = l.points[i + 1];
        if (next) expect(x === next[0] || y === next[1], JSON.stringify([l.owner, l.points])).toBe(true);
      });
  });

  test.each(boxes)('%s: every part of the circuit can be pressed', (_, box) => {
    const { wiring, s } = drawn(box);
    const owned = new Set(s.shapes.flatMap((p) => (p.owner?.kind === 'part' ? [p.owner.id] : [])));
    expect(wiring.netlist.parts.filter((p) => !owned.has(p.id)).map((p) => p.id)).toEqual([]);
  });

  test('a changed wire or fuse moves nothing; a new circuit moves no row by more than one', () => {
    const box = saltmarshHideBox();
    const before = drawn(box).s;
    const wire = drawn(applyEdits(box, [set('circuits/c2/wire', setTo({ system: 'awg', size: '10' }))])).s;
    expect(wire.rungs.map((r) => [r.id, r.y])).toEqual(before.rungs.map((r) => [r.id, r.y]));
    const fewer = drawn(applyEdits(box, [{ op: 'remove', path: 'circuits/c2' }])).s;
    for (const r of fewer.rungs) {
      const was = before.rungs.find((o) => o.id === r.id)!;
      expect(Math.abs(was.y - r.y)).toBeLessThanOrEqual(64);
    }
  });

  test('rows do not overlap, however circuits hang on each other', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1, max: 4 }), { minLength: 5, maxLength: 5 }), (ups) => {
        const base = canalNightBankBox();
        const box = applyEdits(
          base,
          base.circuits.map((c, i) =>
            set(`circuits/${c.id}/from`, ups[i]! < 0 || ups[i] === i ? BEHIND_MAIN : tapOf(base.circuits[ups[i]!]!.id))
          )
        );
        const { wiring, s } = drawn(box);
        const ys = s.rungs.map((r) => r.y).sort((a, b) => a - b);
        ys.forEach((y, i) => i > 0 && expect(y - ys[i - 1]!).toBeGreaterThanOrEqual(40));
        expect([...leadIds(s)].sort()).toEqual(wiring.netlist.conductors.map((c) => c.id).sort());
      }),
      { numRuns: 60 }
    );
  });

  test('the file holds every lead and every name, and no script', () => {
    const box = applyEdits(saltmarshHideBox(), [set('devices/d1/name', '<script>alert(1)</script> & "x"')]);
    const { wiring, s } = drawn(box);
    const text = schematicSvg(s, { title: box.name, colours: 'red-black' });
    expect(text).not.toContain('<script');
    for (const c of wiring.circuits) expect(text).toContain(`>${c.portTag}<`);
    expect((text.match(/<path/g) ?? []).length).toBeGreaterThanOrEqual(wiring.netlist.conductors.length);
  });
});

describe('a fuse that nobody read', () => {
  const named = (box: Box, tag: string) =>
    drawn(box).s.shapes.flatMap((p) => (p.t === 'text' && p.text.startsWith(`${tag} `) ? [p.text] : []));

  test('of a coil it is unknown, as that of a circuit is; none fits only where none was found', () => {
    const moor = moorCameraPost();
    const unread = applyEdits(moor, [
      set('relays', [
        {
          id: 'k1',
          name: 'Relay',
          inId: 'c1',
          contact: 'make',
          ratingA: 30,
          coilA: 0.15,
          coilFuse: { is: 'unknown' },
          switchPortId: { is: 'none' },
          switchPole: 'plus',
          suppressed: 'yes'
        }
      ])
    ]);
    expect(named(unread, 'FK1')).toEqual(['FK1  unknown']);
    const circuit = applyEdits(saltmarshHideBox(), [set('circuits/c1/fuse', { is: 'unknown' })]);
    expect(named(circuit, 'F1')).toEqual(['F1  unknown']);
  });
});
