import { describe, expect, test } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import type { PartKind, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { DEMO_BOXES } from './boxes.ts';

/**
 * Something is made worse on a box that was looked at; the plan must say so, or say the same thing worse. Every element
 * of every demo box is harmed in every way that can hurt someone or strand him.
 */
type Harm = { name: string; edits: Edit[] };

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const awg = (size: string) => setTo({ system: 'awg', size });
const harm = (name: string, ...pairs: [string, unknown][]): Harm => ({
  name,
  edits: pairs.map(([path, value]) => set(path, value))
});

/** A copy of a part with worse figures in its place; nothing where there is none of that kind. */
function worsePart<K extends PartKind>(
  box: Box,
  name: string,
  use: { kind: K; id: string | null; path: string },
  over: Partial<PartOf<K>>,
  ...also: [string, unknown][]
): Harm[] {
  const part = use.id === null ? undefined : box.parts[use.id];
  if (part?.kind !== use.kind) return [];
  return [harm(name, ['parts/worse', { ...part, ...over, id: 'worse' }], [use.path, 'worse'], ...also)];
}

const ofCircuits = (box: Box): Harm[] =>
  box.circuits.flatMap((c) => {
    const at = (key: string) => `circuits/${c.id}/${key}`;
    return [
      harm(`${c.id}: fuse of 40 A`, [at('fuse'), setTo(40)]),
      harm(`${c.id}: wire of 26 AWG`, [at('wire'), awg('26')]),
      harm(`${c.id}: 22 AWG behind 15 A`, [at('wire'), awg('22')], [at('fuse'), setTo(15)]),
      harm(`${c.id}: return of 28 AWG`, [at('returnWire'), awg('28')]),
      harm(`${c.id}: 15 m long`, [at('lengthMm'), setTo(15000)]),
      harm(`${c.id}: off the post without a fuse`, [at('from'), setTo({ at: 'post', pack: null })], [at('fuse'), NONE]),
      harm(
        `${c.id}: off the post, its fuse far out`,
        [at('from'), setTo({ at: 'post', pack: null })],
        [at('fuse'), setTo(5)],
        [at('fuseFromStartMm'), setTo(900)]
      ),
      harm(
        `${c.id}: 22 AWG with its fuse at the far end`,
        [at('wire'), awg('22')],
        [at('fuse'), setTo(3)],
        [at('fuseFromStartMm'), setTo(900)],
        ['feeds/main/fuse', setTo(40)]
      )
    ];
  });

const ofPorts = (box: Box): Harm[] =>
  box.ports.flatMap((p) => {
    const use = { kind: 'panel' as const, id: p.partId, path: `ports/${p.id}/partId` };
    const part = box.parts[p.partId] as PartOf<'panel'>;
    const live = box.circuits.some((c) => c.portId === p.id);
    return [
      harm(`${p.id}: drawn outside the face`, [`ports/${p.id}/xMm`, -100]),
      ...worsePart(box, `${p.id}: for walls of half a millimetre`, use, { panelMinMm: 0, panelMaxMm: 0.5 }),
      ...worsePart(
        box,
        `${p.id}: no seal at all in the rain`,
        use,
        {
          seal: { mated: { jet: 0, dunk: 0 }, capped: { jet: 0, dunk: 0 }, open: { jet: 0, dunk: 0 } }
        },
        ['outing/seal', 'rain'],
        [`ports/${p.id}/inUse`, 'open']
      ),
      ...(live ? worsePart(box, `${p.id}: bare live pins`, use, { exposedLivePins: true }) : []),
      ...(part.converterRatedW
        ? worsePart(box, `${p.id}: converter of half a watt`, use, { converterRatedW: 0.5 })
        : []),
      ...(part.role === 'inlet' ? worsePart(box, `${p.id}: inlet for 0.2 A`, use, { ratingA: 0.2 }) : [])
    ];
  });

const ofFeeds = (box: Box): Harm[] =>
  box.feeds.flatMap((f, i) => {
    const at = (key: string) => `feeds/${f.id}/${key}`;
    return [
      harm(`${f.id}: fuse of 200 A`, [at('fuse'), setTo(200)]),
      harm(`${f.id}: fuse of 1 A`, [at('fuse'), setTo(1)]),
      harm(`${f.id}: wire of 24 AWG`, [at('wire'), awg('24')]),
      harm(
        `${f.id}: 22 AWG with its fuse at the far end`,
        [at('wire'), awg('22')],
        [at('fuse'), setTo(3)],
        [at('fuseFromStartMm'), setTo(1500)],
        ...(i > 0 ? ([['feeds/main/fuse', setTo(40)]] as [string, unknown][]) : [])
      ),
      ...worsePart(
        box,
        `${f.id}: holder for 1 A`,
        { kind: 'fuse-holder', id: f.holderPartId, path: at('holderPartId') },
        { ratingA: 1 }
      ),
      ...worsePart(
        box,
        `${f.id}: ways for 0.2 A`,
        { kind: 'fuse-block', id: f.blockPartId, path: at('blockPartId') },
        { perWayA: 0.2 }
      ),
      ...worsePart(
        box,
        `${f.id}: block for 0.5 A`,
        { kind: 'fuse-block', id: f.blockPartId, path: at('blockPartId') },
        { totalA: 0.5 }
      ),
      ...(i > 0 ? [] : [harm(`${f.id}: no fuse`, [at('fuse'), NONE])])
    ];
  });

const ofDevices = (box: Box): Harm[] =>
  box.devices.flatMap((d) => {
    const at = (key: string) => `devices/${d.id}/${key}`;
    const lead = { lengthMm: 3000, wire: awg('30'), adapter: 'none', reversed: 'no', armoured: 'no' };
    return [
      ...(d.supply === '12v' ? [harm(`${d.id}: bears 10 V`, [at('minV'), 3], [at('maxV'), 10])] : []),
      ...(d.supply === '12v' ? [harm(`${d.id}: needs 14 V`, [at('minV'), 14], [at('maxV'), 30])] : []),
      harm(`${d.id}: 900 W`, [
        at('modes'),
        [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 900 } }]
      ]),
      harm(`${d.id}: starts an engine`, [at('use'), 'starting']),
      harm(`${d.id}: drives a boat`, [at('use'), 'propulsion']),
      harm(`${d.id}: mains`, [at('use'), 'mains']),
      harm(`${d.id}: wired the other way round`, [at('lead'), { ...lead, wire: { is: 'auto' }, reversed: 'yes' }]),
      harm(`${d.id}: a reversing adapter`, [at('lead'), { ...lead, wire: { is: 'auto' }, adapter: 'reversing' }]),
      harm(`${d.id}: lead of 30 AWG`, [at('lead'), lead]),
      harm(`${d.id}: plugs in nowhere`, [at('portId'), null])
    ];
  });

const ofBank = (box: Box): Harm[] => {
  const use = { kind: 'battery' as const, id: box.bank.partId, path: 'bank/partId' };
  const inside = box.bank.stands === 'inside';
  return [
    harm('in a row', ['bank/count', 2], ['bank/arrangement', 'series']),
    harm(
      'unequal packs',
      ['bank/count', 2],
      [
        'bank/packs',
        [
          { ageYears: 0, startFraction: 1 },
          { ageYears: 8, startFraction: 0.2 }
        ]
      ]
    ),
    harm('15 years old', ['bank/ageYears', 15]),
    harm('bare posts', ['bank/postsCovered', 'no']),
    harm('loose', ['bank/holdDown', NONE]),
    harm('charged at 80 A', ['charging/chargerA', setTo(80)]),
    harm('charged to 17 V', ['charging/chargerV', setTo(17)]),
    harm('charged at -15 °C', ['bank/blocksCold', 'no'], ['charging/coldestC', setTo(-15)]),
    harm('starts at a tenth', ['bank/startFraction', 0.1]),
    harm('stored for three years at 40 °C', ['charging/storageC', 40], ['charging/storageMonths', 36]),
    ...worsePart(box, 'flooded', use, { chemistry: 'flooded' }),
    ...worsePart(box, 'lithium without protection', use, {
      chemistry: 'lfp',
      hasProtection: false,
      protectionCutoffV: null
    }),
    ...worsePart(box, 'gives 0.2 A', use, { maxContinuousA: 0.2 }),
    ...worsePart(box, 'takes 0.1 A', use, { maxChargeA: 0.1 }),
    ...worsePart(box, '4.8 mm tabs behind 40 A', use, { terminal: 'tab-4.8' }, ['feeds/main/fuse', setTo(40)]),
    ...(inside ? worsePart(box, 'almost a metre long', use, { lengthMm: 900 }) : []),
    ...(inside ? worsePart(box, '90 kg', use, { massKg: 90 }) : [])
  ];
};

const ofTheRest = (box: Box): Harm[] => [
  harm('a charger inside, lid shut, no fuse', [
    'charging/builtIn',
    [
      {
        id: 'k1',
        name: 'charger',
        currentA: setTo(20),
        voltageV: setTo(14.6),
        fuse: NONE,
        from: { is: 'auto' },
        input: 'mains-cord',
        lidShut: 'yes'
      }
    ]
  ]),
  harm('straight off the vehicle', ['charging/fedFrom', 'vehicle-direct']),
  harm('at -35 °C', ['outing/airC', -35], ['outing/warmestC', -30]),
  harm('at 58 °C', ['outing/airC', 55], ['outing/warmestC', 60]),
  harm('dunked', ['outing/seal', 'dunk']),
  harm('copper-clad aluminium', ['wiring/conductor', setTo('copper-clad-aluminium')]),
  ...(box.charging.solar
    ? [
        harm('90 V into a controller for 30', ['charging/solar/openV', 90], ['charging/solar/controllerMaxV', 30]),
        harm('900 W of panel', ['charging/solar/panelW', 900]),
        harm('no controller', ['charging/solar/controller', 'none'], ['charging/solar/fit', 'inside'])
      ]
    : []),
  ...box.relays.flatMap((r) => [
    harm('contacts for 0.5 A', [`relays/${r.id}/ratingA`, 0.5]),
    harm('coil without a fuse', [`relays/${r.id}/coilFuse`, NONE]),
    harm('coil without a diode', [`relays/${r.id}/suppressed`, 'no']),
    harm('opens when fed', [`relays/${r.id}/contact`, 'break']),
    harm('switched in its return', [`relays/${r.id}/switchPole`, 'minus'])
  ]),
  ...worsePart(box, 'walls of 40 mm', { kind: 'case', id: box.casePartId, path: 'casePartId' }, { wallMm: 40 }),
  ...worsePart(
    box,
    'a handle for 0.2 kg',
    { kind: 'case', id: box.casePartId, path: 'casePartId' },
    { handleRatedKg: 0.2 }
  )
];

const harmsOf = (box: Box): Harm[] => [
  ...ofCircuits(box),
  ...ofPorts(box),
  ...ofFeeds(box),
  ...ofDevices(box),
  ...ofBank(box),
  ...ofTheRest(box)
];

/** What is said: each thing with how badly and in which words. */
const said = (plan: Plan): Set<string> =>
  new Set(plan.findings.map((f) => `${f.severity} ${f.key} ${f.title} ${f.short} ${f.why}`));

/** How the mass hangs changes with everything; that alone tells nobody of a harm. */
const BESIDE = /^\w+ (tilts-on-handle|air-transport|condensation)/;

/** What is so already, as it was found. */
const FOUND_SO: Record<string, readonly string[]> = { 'Jetty net box, as found': ['bare posts', 'loose'] };

describe.each(DEMO_BOXES)('%s', (name, box) => {
  test('every harm is said', () => {
    const before = said(evaluate(box, STARTER_CATALOGUE));
    const silent = harmsOf(box)
      .filter((h) => {
        const harmed = boxSchema.parse(applyEdits(box, h.edits));
        const after = said(evaluate(harmed, STARTER_CATALOGUE));
        return ![...after].some((s) => !BESIDE.test(s) && !before.has(s));
      })
      .map((h) => h.name)
      .filter((h) => !FOUND_SO[name]?.includes(h));
    expect(silent).toEqual([]);
  });
});
