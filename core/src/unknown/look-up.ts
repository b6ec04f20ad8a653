import { FED_FROM_WORDS } from '../box/charge-names.ts';
import type { Finding, Stage, Where } from '../findings/rule.ts';

/** How an answer to what is not known is entered. */
export type AnswerKind =
  | 'amps'
  | 'volts'
  | 'part-amps'
  | 'length'
  | 'degrees'
  | 'count'
  | 'years'
  | 'wire'
  | 'insulation'
  | 'choice'
  /** Nothing that a field of this list could hold: it is said where it is set. */
  | 'elsewhere';

export type Question = {
  key: string;
  asks: string;
  how: string;
  /** Field of the document. */
  path: string | null;
  kind: AnswerKind;
  /** For 'choice': what it may be. */
  choices: readonly (readonly [value: string, text: string])[];
  /** There may be none at all: a fuse that nobody fitted. */
  mayBeNone: boolean;
  /** The field holds the value itself, not an attribute. */
  bare: boolean;
  /** Stage on which it is said where this list has no field for it. */
  stage: Stage;
  finding: Finding;
};
export type LookUpPlace = { where: Where; questions: Question[] };

const KIND: Readonly<Record<string, AnswerKind>> = {
  fuse: 'amps',
  coilFuse: 'amps',
  packFuse: 'amps',
  senseFuse: 'amps',
  changeoverA: 'amps',
  chargerA: 'amps',
  currentA: 'amps',
  chargerV: 'volts',
  voltageV: 'volts',
  ratingA: 'part-amps',
  maxContinuousA: 'part-amps',
  totalA: 'part-amps',
  perWayA: 'part-amps',
  minV: 'volts',
  controllerMaxV: 'volts',
  controllerMaxA: 'part-amps',
  mostA: 'part-amps',
  lengthMm: 'length',
  fuseFromStartMm: 'length',
  coldestC: 'degrees',
  bundledCount: 'count',
  ageYears: 'years',
  wire: 'wire',
  returnWire: 'wire',
  insulationC: 'insulation'
};
const POLE: Question['choices'] = [
  ['plus', 'in the + lead'],
  ['minus', 'in the − lead']
];
const CHOICES: Readonly<Record<string, Question['choices']>> = {
  conductor: [
    ['copper', 'copper all through'],
    ['copper-clad-aluminium', 'silver inside: copper-clad aluminium']
  ],
  returns: [
    ['bus-bar', 'to a bar'],
    ['stud', 'to one stud'],
    ['chain', 'from port to port'],
    ['splice', 'into a splice']
  ],
  fuseFamily: [
    ['blade', 'blade'],
    ['mini-blade', 'mini blade'],
    ['glass', 'glass tube'],
    ['midi', 'bolted strip'],
    ['post', 'bolted on the stud'],
    ['breaker', 'breaker with a lever']
  ],
  fuseLead: POLE,
  switchLead: POLE,
  switchPlace: [
    ['behind-fuse', 'behind its fuse'],
    ['ahead-of-fuse', 'ahead of its fuse']
  ],
  wayIn: [
    ['connector', 'a plug and socket'],
    ['lugs', 'lugs on studs'],
    ['clips', 'clips'],
    ['gland', 'a cord through a gland']
  ],
  holdDown: [
    ['strap', 'a strap'],
    ['bracket', 'a bracket'],
    ['foam', 'foam all round'],
    ['snug', 'it sits tight'],
    ['hook-and-loop', 'hook and loop']
  ],
  fedFrom: Object.entries(FED_FROM_WORDS),
  path: [
    ['inlet', 'an inlet of its own'],
    ['through-port', 'through an outlet'],
    ['lid-open', 'lid open, clips on the posts']
  ],
  terminal: [
    ['tab-4.8', 'tab, 4.8 mm (3/16 in)'],
    ['tab-6.3', 'tab, 6.3 mm (1/4 in)'],
    ['m5', 'stud M5'],
    ['m6', 'stud M6'],
    ['m8', 'stud M8'],
    ['post', 'tapered post'],
    ['lead', 'a lead of its own']
  ],
  sealedBy: [
    ['ring', 'its own ring or gasket, in front'],
    ['home-made', 'a home-made gasket'],
    ['sealant', 'a bead of neutral silicone or butyl'],
    ['vinegar', 'silicone that smells of vinegar'],
    ['behind', 'a gasket or collar behind the wall']
  ],
  postsCovered: [
    ['yes', 'capped'],
    ['no', 'bare']
  ]
};
/** Fields that hold a bare word or figure, not an attribute. */
const BARE: readonly string[] = [
  'minV',
  'fedFrom',
  'totalA',
  'perWayA',
  'controllerMaxV',
  'controllerMaxA',
  'mostA',
  'terminal',
  'postsCovered',
  'ratingA',
  'maxContinuousA',
  'ageYears'
];
/** Attributes that may be 'none'. */
const MAY_BE_NONE: readonly string[] = ['fuse', 'coilFuse', 'packFuse', 'senseFuse', 'holdDown', 'sealedBy'];

/** Where a thing of each kind is set. */
const STAGE_OF: Record<Where['kind'], Stage> = {
  device: 'outing',
  port: 'ports',
  circuit: 'wiring',
  main: 'wiring',
  box: 'wiring',
  battery: 'battery',
  case: 'case',
  body: 'case'
};

function questionOf(f: Finding): Question {
  const key = f.about?.split('/').at(-1) ?? '';
  const choices = CHOICES[key] ?? [];
  return {
    key: f.key,
    asks: f.asks ?? f.title,
    how: f.why,
    path: f.about,
    kind: KIND[key] ?? (choices.length > 0 ? 'choice' : 'elsewhere'),
    choices,
    mayBeNone: MAY_BE_NONE.includes(key),
    bare: BARE.includes(key),
    stage: STAGE_OF[f.where.kind],
    finding: f
  };
}

/** What is still to be looked up with the box on the bench, place by place, in the order the places first come. */
export function lookUpList(findings: readonly Finding[]): LookUpPlace[] {
  const places = new Map<string, LookUpPlace>();
  for (const f of findings) {
    if (!f.open || f.acceptedBecause !== null) continue;
    const name = `${f.where.kind} ${f.where.id}`;
    const known = places.get(name);
    if (known) known.questions.push(questionOf(f));
    else places.set(name, { where: f.where, questions: [questionOf(f)] });
  }
  return [...places.values()];
}
