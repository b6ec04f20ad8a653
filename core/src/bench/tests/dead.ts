import { placeId, row, type Given, type Sources, type TestRow } from './row.ts';

/** A short, joined through, and apart, ohms. @source rule of thumb: converters idle above a kilohm, a good joint is far under one */
const LIMIT_OHM = { short: 1000, joined: 1, insulated: 1e6 } as const;

const ohms = (given: Given & { low?: number; high?: number }): TestRow =>
  row('dead', { kind: 'resistance', unit: 'ohm', ...given });

/** Before there is power: shorts, joints through, switch tabs, every crimp, fuse values, shunt, diodes. */
export const deadRows = (x: Sources): TestRow[] => [
  ...shortRows(x),
  ...throughRows(x),
  ...switchRows(x),
  ...tugRows(x),
  ...fuseRows(x),
  ...shuntRows(x),
  ...relayRows(x)
];

/** Between the poles, and from either to a can. */
function shortRows({ fit, wiring }: Sources): TestRow[] {
  const reach = wiring.netlist.parts.some((p) => p.kind === 'fuse-block')
    ? 'fuse block'
    : (wiring.circuits[0]?.portTag ?? 'battery leads');
  const short = ohms({
    id: 'short',
    what: `Resistance + to − at the ${reach}, battery off, master on, nothing plugged in`,
    where: reach,
    expected: 'over 1000',
    low: LIMIT_OHM.short,
    why: 'less means a short or a part that is on',
    causes: {
      low: 'A strand across two terminals, a swapped lead, or a converter that is on: pull fuse by fuse until it rises.',
      high: ''
    }
  });
  return fit?.part.material === 'steel' ? [short, INSULATION] : [short];
}

const INSULATION: TestRow = ohms({
  id: 'insulation',
  what: 'Resistance from the case to + and to −',
  where: 'bare metal of the case',
  expected: 'over 1 M',
  low: LIMIT_OHM.insulated,
  why: 'the can must carry nothing',
  causes: { low: 'A lead is pinched or a part touches the can: lift them one by one.', high: '' }
});

/** Both leads of every circuit. */
const throughRows = ({ wiring }: Sources): TestRow[] =>
  wiring.circuits.flatMap((c) => [
    ohms({
      id: `plus-${c.circuit.id}`,
      what: `${c.portTag}: from its + to the load side of ${c.guard?.tag ?? 'its fuse'}, its switch on`,
      where: c.portTag,
      expected: 'under 1',
      high: LIMIT_OHM.joined,
      why: 'the positive is joined through',
      causes: { low: '', high: 'A crimp that did not take, a lead in the wrong way, or the switch is off.' },
      seen: { portTag: c.portTag, level: 'none' }
    }),
    ohms({
      id: `minus-${c.circuit.id}`,
      what: `${c.portTag}: from its − to the battery’s − lead`,
      where: c.portTag,
      expected: 'under 1',
      high: LIMIT_OHM.joined,
      why: 'the return is joined through',
      causes: { low: '', high: 'A return left out at the bar, or its crimp.' },
      seen: { portTag: c.portTag, level: 'none' }
    })
  ]);

function switchRows({ wiring }: Sources): TestRow[] {
  const switches = [...new Map(wiring.netlist.parts.filter((p) => p.kind === 'switch').map((p) => [p.id, p])).values()];
  return switches.map((s) =>
    ohms({
      id: `switch-${placeId(s)}`,
      what: `${s.id} across its tabs, switched on`,
      where: s.id,
      expected: 'under 1',
      high: LIMIT_OHM.joined,
      why: 'supply and load are on the right tabs',
      causes: { low: '', high: 'Its lamp tab is taken for the load tab, or it is off.' }
    })
  );
}

const tugRows = ({ runs }: Sources): TestRow[] =>
  runs.runs.map((r) =>
    row('dead', {
      id: `tug-${r.key}`,
      what: `${r.id}: both ends hold a firm tug (${r.from.tab} to ${r.to.tab})`,
      where: r.id,
      why: 'a fuse protects wire, not a loose crimp',
      causes: { low: 'Cut it off and crimp it again with the die of its colour.', high: '' }
    })
  );

function fuseRows({ wiring }: Sources): TestRow[] {
  const rated = wiring.netlist.parts.filter((p) => p.kind === 'fuse' && p.ratingA !== null);
  if (rated.length === 0) return [];
  return [
    row('dead', {
      id: 'fuse-values',
      what: `Fuses laid beside their ways: ${rated.map((p) => `${p.id} ${p.ratingA} A`).join(', ')}`,
      where: 'fuse block and holders',
      why: 'the values of the map, none larger',
      causes: { low: 'Put the value of the map in; a larger one no longer protects its wire.', high: '' }
    })
  ];
}

const shuntRows = ({ wiring }: Sources): TestRow[] =>
  wiring.shunt
    ? [
        row('dead', {
          id: 'shunt-side',
          what: 'Every return lands on the load side of the shunt, only the battery’s − on the other',
          where: 'shunt',
          why: 'what is on the wrong side is not counted',
          causes: { low: 'Move the returns to its load side.', high: '' }
        })
      ]
    : [];

const relayRows = ({ box }: Sources): TestRow[] =>
  box.relays.length > 0
    ? [
        row('dead', {
          id: 'relay-diodes',
          what: 'Each relay’s diode sits with its ring on the coil’s +',
          where: 'relays',
          why: 'the other way round it is a short',
          causes: { low: 'Turn the diode round before there is power.', high: '' }
        })
      ]
    : [];
