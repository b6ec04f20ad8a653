import type { Part, PartOf } from './part.ts';

const own = { note: '', packCount: 1, origin: 'catalogue' } as const;

/** Fuses: ratings, DC voltage and interrupting rating of the electrical reference 4 (low end where a range is given). */
const FUSES: PartOf<'fuse'>[] = [
  {
    kind: 'fuse',
    ...own,
    id: 'fuse-mini-blade',
    name: 'Mini blade fuse',
    family: 'mini-blade',
    ratingsA: [2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30],
    voltageDcV: 32,
    interruptingA: 1000,
    reset: 'replace',
    priceAmount: 2.5,
    packCount: 5,
    massKg: 0.005,
    note: 'Check that the packet states 32 V DC.'
  },
  {
    kind: 'fuse',
    ...own,
    id: 'fuse-blade',
    name: 'Blade fuse',
    family: 'blade',
    ratingsA: [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40],
    voltageDcV: 32,
    interruptingA: 1000,
    reset: 'replace',
    priceAmount: 2.5,
    packCount: 5,
    massKg: 0.01,
    note: 'Holders run hot above 20 A.'
  },
  {
    kind: 'fuse',
    ...own,
    id: 'fuse-midi',
    name: 'Bolt-down midi fuse',
    family: 'midi',
    ratingsA: [30, 40, 50, 60, 70, 80, 100],
    voltageDcV: 32,
    interruptingA: 2000,
    reset: 'replace',
    priceAmount: 3.5,
    massKg: 0.012,
    note: 'Interrupting rating 2-5 kA by maker.'
  },
  {
    kind: 'fuse',
    ...own,
    id: 'fuse-post',
    name: 'Battery-post fuse',
    family: 'post',
    ratingsA: [30, 40, 50, 60, 75, 80, 100],
    voltageDcV: 58,
    interruptingA: 10000,
    reset: 'replace',
    priceAmount: 9,
    massKg: 0.02,
    note: '10 kA at 14 V; sits on the battery stud.'
  },
  {
    kind: 'fuse',
    ...own,
    id: 'fuse-glass',
    name: 'Glass fuse 6.3 x 32 mm',
    family: 'glass',
    ratingsA: [1, 2, 3, 5, 7.5, 10, 15],
    voltageDcV: null,
    interruptingA: 300,
    reset: 'replace',
    priceAmount: 3,
    packCount: 5,
    massKg: 0.015,
    note: 'Usually only an AC voltage is printed.'
  },
  {
    kind: 'fuse',
    ...own,
    id: 'breaker-thermal',
    name: 'Thermal breaker, reset by hand',
    family: 'breaker',
    ratingsA: [5, 7, 10, 12, 15, 20, 25, 30, 35, 40, 50, 60],
    voltageDcV: 48,
    interruptingA: 3000,
    reset: 'manual',
    priceAmount: 18,
    massKg: 0.09,
    note: 'Take a trip-free one; cheap copies may not reach the 3 kA.'
  }
];

const HOLDERS: PartOf<'fuse-holder'>[] = [
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-inline-blade',
    name: 'Sealed in-line blade holder, 12 AWG tails',
    family: 'blade',
    ratingA: 30,
    contactMilliOhm: 2,
    usualDistanceMm: 120,
    priceAmount: 4,
    massKg: 0.03,
    note: 'Above 20 A expect it to run warm.'
  },
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-inline-mini',
    name: 'Sealed in-line mini-blade holder, 14 AWG tails',
    family: 'mini-blade',
    ratingA: 20,
    contactMilliOhm: 2.5,
    usualDistanceMm: 120,
    priceAmount: 3,
    massKg: 0.02
  },
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-inline-glass',
    name: 'In-line holder for glass fuses, 16 AWG tails',
    family: 'glass',
    ratingA: 10,
    contactMilliOhm: 4,
    usualDistanceMm: 120,
    priceAmount: 2.5,
    massKg: 0.02,
    note: 'Turns open by itself when it is shaken: pull on both halves.'
  },
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-midi',
    name: 'Bolt-down midi holder, covered',
    family: 'midi',
    ratingA: 100,
    contactMilliOhm: 0.3,
    usualDistanceMm: 150,
    priceAmount: 8,
    massKg: 0.05
  },
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-post',
    name: 'Post fuse holder for M6 or M8 stud',
    family: 'post',
    ratingA: 100,
    contactMilliOhm: 0.3,
    usualDistanceMm: 30,
    priceAmount: 14,
    massKg: 0.06,
    note: 'Bolts straight on the battery: no unfused wire at all.'
  },
  {
    kind: 'fuse-holder',
    ...own,
    id: 'holder-breaker',
    name: 'Surface-mount breaker with lever',
    family: 'breaker',
    ratingA: 100,
    contactMilliOhm: 0.5,
    usualDistanceMm: 150,
    priceAmount: 0,
    massKg: 0,
    note: 'The breaker is its own holder; its lever can serve as the master switch.'
  }
];

const BLOCKS: PartOf<'fuse-block'>[] = [
  {
    kind: 'fuse-block',
    ...own,
    id: 'block-blade-6',
    name: 'Blade fuse block, 6 ways, negative bus',
    family: 'blade',
    wayCount: 6,
    perWayA: 30,
    totalA: 80,
    hasNegativeBus: true,
    lengthMm: 122,
    widthMm: 84,
    heightMm: 40,
    priceAmount: 19,
    massKg: 0.24
  },
  {
    kind: 'fuse-block',
    ...own,
    id: 'block-mini-6',
    name: 'Mini-blade fuse block, 6 ways, no bus',
    family: 'mini-blade',
    wayCount: 6,
    perWayA: 15,
    totalA: 60,
    hasNegativeBus: false,
    lengthMm: 84,
    widthMm: 50,
    heightMm: 36,
    priceAmount: 11,
    massKg: 0.1
  },
  {
    kind: 'fuse-block',
    ...own,
    id: 'block-blade-8',
    name: 'Blade fuse block, 8 ways, slim, no bus',
    family: 'blade',
    wayCount: 8,
    perWayA: 15,
    totalA: 80,
    hasNegativeBus: false,
    lengthMm: 110,
    widthMm: 56,
    heightMm: 38,
    priceAmount: 14,
    massKg: 0.16
  },
  {
    kind: 'fuse-block',
    ...own,
    id: 'block-blade-12',
    name: 'Blade fuse block, 12 ways, negative bus',
    family: 'blade',
    wayCount: 12,
    perWayA: 30,
    totalA: 100,
    hasNegativeBus: true,
    lengthMm: 165,
    widthMm: 86,
    heightMm: 40,
    priceAmount: 28,
    massKg: 0.34
  },
  {
    kind: 'fuse-block',
    ...own,
    id: 'block-blade-24',
    name: 'Blade fuse block, 24 ways',
    family: 'blade',
    wayCount: 24,
    perWayA: 15,
    totalA: 100,
    hasNegativeBus: false,
    lengthMm: 170,
    widthMm: 100,
    heightMm: 45,
    priceAmount: 36,
    massKg: 0.5
  }
];

const SHUNTS: PartOf<'shunt'>[] = [
  {
    kind: 'shunt',
    ...own,
    id: 'shunt-50',
    name: 'Shunt 50 A / 75 mV',
    ratingA: 50,
    ratingMilliV: 75,
    lengthMm: 85,
    widthMm: 30,
    heightMm: 30,
    priceAmount: 6,
    massKg: 0.09,
    note: 'Run at two thirds of its rating at most.'
  },
  {
    kind: 'shunt',
    ...own,
    id: 'shunt-100',
    name: 'Shunt 100 A / 75 mV',
    ratingA: 100,
    ratingMilliV: 75,
    lengthMm: 120,
    widthMm: 30,
    heightMm: 30,
    priceAmount: 8,
    massKg: 0.14
  }
];

/** What is no converter gives nothing. */
const gives = { converterRatedW: null, leastInV: null, leastOutV: null, mostOutV: null } as const;

const BODIES: PartOf<'body'>[] = [
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-buck',
    use: 'converter',
    name: '12 V regulator, 60 W, potted',
    converterRatedW: 60,
    leastInV: 9,
    leastOutV: 12,
    mostOutV: 12,
    lengthMm: 64,
    widthMm: 58,
    heightMm: 22,
    keepUpright: false,
    lossW: 1.4,
    priceAmount: 17,
    massKg: 0.12
  },
  {
    kind: 'body',
    ...own,
    id: 'body-step-down-60',
    use: 'converter',
    name: 'Step-down converter, set by screw, 1 to 9 V, 60 W, potted',
    converterRatedW: 60,
    leastInV: null,
    leastOutV: 1,
    mostOutV: 9,
    lengthMm: 64,
    widthMm: 58,
    heightMm: 22,
    keepUpright: false,
    lossW: 1.4,
    priceAmount: 15,
    massKg: 0.12,
    note: 'Set its volts with a meter before anything is plugged in, then seal the screw.'
  },
  {
    kind: 'body',
    ...own,
    id: 'body-step-down-20',
    use: 'converter',
    name: 'Step-down converter, set by screw, 1 to 9 V, 20 W',
    converterRatedW: 20,
    leastInV: null,
    leastOutV: 1,
    mostOutV: 9,
    lengthMm: 48,
    widthMm: 30,
    heightMm: 16,
    keepUpright: false,
    lossW: 0.6,
    priceAmount: 6,
    massKg: 0.03,
    note: 'Set its volts with a meter before anything is plugged in, then seal the screw.'
  },
  {
    kind: 'body',
    ...own,
    id: 'body-step-up-100',
    use: 'converter',
    name: 'Step-up converter, 12 V to 15 to 24 V, 100 W',
    converterRatedW: 100,
    leastInV: 10,
    leastOutV: 15,
    mostOutV: 24,
    lengthMm: 74,
    widthMm: 74,
    heightMm: 32,
    keepUpright: false,
    lossW: 4,
    priceAmount: 22,
    massKg: 0.25,
    note: 'Set its volts with a meter before anything is plugged in, then seal the screw.'
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-charger',
    use: 'charger',
    name: 'Mains charger 14.6 V 5 A',
    lengthMm: 120,
    widthMm: 75,
    heightMm: 45,
    keepUpright: false,
    lossW: 0,
    priceAmount: 32,
    massKg: 0.45,
    note: 'Travels along; charge with it outside the box.'
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-spares',
    use: 'spares',
    name: 'Spare fuse pouch',
    lengthMm: 90,
    widthMm: 60,
    heightMm: 20,
    keepUpright: false,
    lossW: 0,
    priceAmount: 6,
    massKg: 0.08
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-solar-controller',
    use: 'controller',
    name: 'Solar controller, 10 A',
    lengthMm: 110,
    widthMm: 65,
    heightMm: 32,
    keepUpright: false,
    lossW: 0.2,
    priceAmount: 24,
    massKg: 0.15
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-bus-bar',
    use: 'bus-bar',
    name: 'Bus bar with cover, 4 studs M5',
    lengthMm: 98,
    widthMm: 38,
    heightMm: 36,
    keepUpright: false,
    lossW: 0,
    priceAmount: 12,
    massKg: 0.14,
    note: 'Size with the cover on and the lugs bent away.'
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-inverter',
    use: 'inverter',
    name: 'Small inverter, 150 W',
    lengthMm: 145,
    widthMm: 85,
    heightMm: 50,
    keepUpright: false,
    lossW: 12.2,
    priceAmount: 38,
    massKg: 0.55,
    note: 'Its output is mains: local codes decide. Loss at 60 W out with 4 W idle.'
  },
  {
    kind: 'body',
    ...own,
    ...gives,
    id: 'body-tools',
    use: 'tools',
    name: 'Tool roll',
    lengthMm: 160,
    widthMm: 60,
    heightMm: 35,
    keepUpright: false,
    lossW: 0,
    priceAmount: 15,
    massKg: 0.3,
    note: 'Insulate bare metal: a spanner loose in the box shorts the battery.'
  }
];

/** [system, size, outside mm, price per pack, kg per pack]; 105 °C tinned stranded copper, packs of 5 m of one colour. */
const WIRE_ROWS: ['awg' | 'mm2', string, number, number, number][] = [
  ['awg', '28', 1.1, 2.5, 0.01],
  ['awg', '26', 1.3, 2.5, 0.015],
  ['awg', '24', 1.5, 2.5, 0.02],
  ['awg', '22', 1.7, 3, 0.03],
  ['awg', '20', 2, 3.5, 0.04],
  ['awg', '18', 2.4, 4, 0.06],
  ['awg', '16', 2.8, 5, 0.09],
  ['awg', '14', 3.3, 7, 0.13],
  ['awg', '12', 4, 10, 0.2],
  ['awg', '10', 4.9, 15, 0.31],
  ['awg', '8', 6.5, 24, 0.5],
  ['awg', '6', 8, 36, 0.8],
  ['awg', '4', 9.6, 56, 1.3],
  ['awg', '2', 11.6, 84, 2.05],
  ['awg', '1', 13, 105, 2.6],
  ['awg', '1/0', 14.4, 132, 3.3],
  ['mm2', '0.14', 1.2, 2.5, 0.015],
  ['mm2', '0.25', 1.4, 2.5, 0.02],
  ['mm2', '0.34', 1.6, 2.5, 0.025],
  ['mm2', '0.5', 2, 3, 0.04],
  ['mm2', '0.75', 2.3, 3.5, 0.05],
  ['mm2', '1', 2.6, 4, 0.07],
  ['mm2', '1.5', 2.9, 5, 0.1],
  ['mm2', '2.5', 3.6, 7.5, 0.16],
  ['mm2', '4', 4.3, 11, 0.24],
  ['mm2', '6', 5, 16, 0.35],
  ['mm2', '10', 6.6, 27, 0.58],
  ['mm2', '16', 8.1, 40, 0.9],
  ['mm2', '25', 10.1, 62, 1.4]
];
const WIRES: PartOf<'wire'>[] = WIRE_ROWS.map(([system, size, outsideMm, priceAmount, massKg]) => ({
  kind: 'wire',
  ...own,
  id: `wire-${system}-${size.replace('/', '-')}`,
  name: `Wire ${size} ${system === 'awg' ? 'AWG' : 'mm²'}, 105 °C, 5 m`,
  note: 'Read the printing on the insulation: class and true size differ.',
  system,
  size,
  insulationC: 105,
  outsideMm,
  packM: 5,
  priceAmount,
  massKg
}));

const sundry = (
  id: string,
  name: string,
  use: PartOf<'sundry'>['use'],
  fits: string,
  priceAmount: number,
  packCount: number,
  massKg = 0.01
): PartOf<'sundry'> => ({ kind: 'sundry', ...own, id, name, use, fits, priceAmount, packCount, massKg });

/** Adhesive shrink, sold by the metre: bore before shrinking, price of a metre. */
const SLEEVES: readonly [boreMm: number, price: number][] = [
  [3.2, 1.6],
  [4.8, 1.9],
  [6.4, 2.3],
  [9.5, 2.9],
  [12.7, 3.6],
  [19.1, 5.2],
  [25.4, 6.8]
];
/** Ways of the connectors sold. @source usual range */
const LEVER_WAYS = [2, 3, 5] as const;
const PUSH_IN_WAYS = [2, 4, 8] as const;
const STEELS = [
  ['a2', 'stainless A2', 1],
  ['zinc', 'zinc-plated', 0.6]
] as const;
/** Bolts, nuts and washers in packets of ten or twenty-five, stainless and plated. */
const BOLTS: PartOf<'sundry'>[] = (['m4', 'm5'] as const).flatMap((thread) => [
  ...STEELS.flatMap(([steel, words, dear]) => [
    ...[10, 12, 16, 20, 25, 30, 40, 50, 60].map((mm) =>
      sundry(
        `bolt-${thread}x${mm}-${steel}`,
        `Bolt ${thread.toUpperCase()} × ${mm}, ${words}`,
        'bolt',
        `${thread}x${mm}-${steel}`,
        Number((dear * (1.6 + mm / 20)).toFixed(2)),
        10,
        0.02
      )
    ),
    sundry(
      `nut-${thread}-${steel}`,
      `Lock nut ${thread.toUpperCase()}, ${words}`,
      'nut',
      `${thread}-${steel}`,
      2 * dear,
      25,
      0.03
    ),
    sundry(
      `washer-${thread}-${steel}`,
      `Washer ${thread.toUpperCase()}, ${words}`,
      'washer',
      `${thread}-${steel}`,
      1.5 * dear,
      25,
      0.02
    )
  ]),
  sundry(
    `washer-${thread}-bonded`,
    `Bonded sealing washer ${thread.toUpperCase()}`,
    'washer',
    `${thread}-bonded`,
    3,
    10,
    0.01
  )
]);

const SUNDRIES: PartOf<'sundry'>[] = [
  sundry('ring-m4', 'Crimp ring M4, tinned', 'ring', 'm4', 3, 10, 0.02),
  sundry('ring-m5', 'Crimp ring M5, tinned', 'ring', 'm5', 3, 10, 0.03),
  sundry('ring-m6', 'Crimp ring M6, tinned', 'ring', 'm6', 3.5, 10, 0.04),
  sundry('ring-m8', 'Crimp ring M8, tinned', 'ring', 'm8', 4, 10, 0.06),
  sundry('spade-6.3', 'Crimp receptacle 6.3 mm, insulated', 'spade', 'tab-6.3', 4, 25, 0.04),
  sundry('spade-4.8', 'Crimp receptacle 4.8 mm, insulated', 'spade', 'tab-4.8', 4, 25, 0.03),
  sundry('butt-splice', 'Butt splice with adhesive sleeve', 'butt', 'splice', 5, 10, 0.03),
  ...LEVER_WAYS.map((n) =>
    sundry(`lever-${n}`, `Lever connector, ${n} ways, up to 4 mm²`, 'lever', String(n), 3 + n, 10, 0.03)
  ),
  ...PUSH_IN_WAYS.map((n) =>
    sundry(`push-in-${n}`, `Push-in connector, ${n} ways, up to 2.5 mm²`, 'push-in', String(n), 2 + n / 2, 10, 0.03)
  ),
  sundry('ferrule-set', 'End ferrules', 'ferrule', '', 4, 50, 0.03),
  sundry('post-clamp', 'Clamp for a battery post, M8 stud', 'other', 'post-clamp', 6, 2, 0.12),
  ...SLEEVES.map(([bore, price]) =>
    sundry(`sleeve-${bore}`, `Adhesive heat-shrink ${bore} mm, 3:1`, 'sleeve', String(bore), price, 1, 0.02)
  ),
  ...BOLTS,
  sundry('tie-100', 'Cable tie 2.5 × 100 mm, black', 'tie', '', 3, 100, 0.05),
  sundry('edge-strip', 'Edge strip for thin metal', 'grommet', '', 1.5, 1, 0.01),
  sundry('bus-bar-8', 'Negative bus bar, 8 ways, covered', 'bus-bar', '', 9, 1, 0.12),
  sundry('bus-bar-power', 'Power bus bar, 4 studs M8, covered', 'bus-bar', 'power', 14, 1, 0.18),
  sundry('return-stud', 'Central stud M6 with base, nuts and cover', 'bus-bar', 'stud', 6, 1, 0.06),
  sundry('connector-pair', 'Two-pole power connector pair, 50 A', 'other', 'two-pole', 11, 1, 0.08),
  sundry('relay-40', 'Relay 12 V, 40 A, with socket and diode', 'relay', '', 8, 1, 0.05),
  sundry('changeover-switch', 'Rotary changeover 1, off, 2, 60 A', 'other', 'changeover', 19, 1, 0.2),
  sundry('post-boot', 'Boot for a battery post, red or black', 'boot', '', 3, 2, 0.01),
  sundry('strap-25', 'Webbing strap 25 mm with buckle, 1.5 m', 'strap', '', 4, 1, 0.05),
  sundry('foam-sheet', 'Closed-cell foam sheet, 300 × 200 × 4 mm', 'foam', '', 6, 1, 0.04),
  sundry('sealant-neutral', 'Neutral-cure silicone, small tube', 'sealant', '', 7, 1, 0.05),
  sundry('label-sheet', 'Label sheet, weatherproof', 'label', '', 4, 1, 0.01),
  sundry('gel-sachet', 'Silica gel sachet, 10 g, can be dried again', 'gel', '', 6, 10, 0.1),
  sundry('charger-lfp-5', 'Charger 14.6 V 5 A for LiFePO4', 'charger', 'lfp', 32, 1, 0.45),
  sundry('charger-lead-3', 'Charger 14.4 V 3 A for sealed lead-acid', 'charger', 'lead', 27, 1, 0.4),
  sundry('charger-nmc3-5', 'Charger 12.6 V 5 A for 3S Li-ion', 'charger', 'nmc3', 30, 1, 0.4),
  sundry('charger-nmc4-5', 'Charger 16.8 V 5 A for 4S Li-ion', 'charger', 'nmc4', 32, 1, 0.4),
  ...[10, 20, 50, 100, 200].map((w) =>
    sundry(
      `solar-panel-${w}`,
      `Solar panel, ${w} W, 18 V`,
      'solar-panel',
      String(w),
      Math.round(14 + 0.95 * w),
      1,
      0.4 + 0.07 * w
    )
  )
];

export const STARTER_INSIDE: Part[] = [...FUSES, ...HOLDERS, ...BLOCKS, ...SHUNTS, ...BODIES, ...WIRES, ...SUNDRIES];
