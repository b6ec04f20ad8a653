import { openCircuitV } from '../../battery/model.ts';
import type { Box } from '../../box/schema.ts';
import { fixed } from '../../quantity/format.ts';
import { standbyDraws } from '../../wiring/standby.ts';
import type { SharedRail } from '../../wiring/rails.ts';
import type { WiringPlan } from '../../wiring/types.ts';
import { AT_SOC, OPEN, placeId, row, type Sources, type TestRow } from './row.ts';

const standingA = (box: Box, wiring: WiringPlan): number =>
  standbyDraws(box, wiring).reduce((sum, d) => sum + d.currentA, 0);

/** What a shared converter gives for good: a share of its volts. @source rule of thumb: set by screw and read by a hobby meter */
const RAIL_OPEN = 0.03;

/** A shared voltage is set and measured before anything hangs on it: a converter comes turned up. */
function railRow({ feedId, outV, name }: SharedRail, wiring: WiringPlan): TestRow {
  const on = wiring.circuits.filter((c) => c.rail?.feedId === feedId).map((c) => c.portTag);
  return row('first', {
    id: `rail-${feedId}`,
    what: `Volts of ${name || 'the converter'}, nothing plugged in${on.length ? `, at ${on.join(', ')}` : ''}`,
    where: on[0] ?? 'its output terminals',
    expected: fixed(outV, 2),
    unit: 'V',
    why: 'before the first device is plugged in: many come turned up to their most',
    kind: 'voltage',
    low: outV * (1 - RAIL_OPEN),
    high: outV * (1 + RAIL_OPEN),
    causes: {
      low: 'Turn its screw up; if it does not follow, its input is too low or its fuse is out.',
      high: 'Turn its screw down before anything is plugged in; seal it then.'
    }
  });
}

/** The first power: the battery itself, what flows with nothing plugged in, polarity, every switch against the live map. */
export const firstRows = (x: Sources): TestRow[] => [
  restRow(x),
  ...idleRows(x),
  ...x.wiring.feeds.flatMap((f) => (f.gives ? [railRow(f.gives, x.wiring)] : [])),
  ...polarityRows(x),
  ...mapRows(x)
];

const restRow = ({ bank }: Sources): TestRow =>
  row('first', {
    id: 'rest',
    what: 'Battery at rest for an hour, 20 °C, about three quarters full',
    where: 'battery posts',
    expected: fixed(openCircuitV(bank.chemistry, AT_SOC), 2),
    unit: 'V',
    why: 'from the battery’s own curve, ± 0.1 V',
    kind: 'voltage',
    low: openCircuitV(bank.chemistry, 0.3) - OPEN.volts,
    high: openCircuitV(bank.chemistry, 1) + 2 * OPEN.volts,
    causes: {
      low: 'It is nearly empty, or a cell is dead: charge it and measure again.',
      high: 'It comes straight off the charger, or it is another chemistry than the plan says.'
    }
  });

function milliAmps(id: string, what: string, currentA: number, why: string): TestRow {
  const mA = currentA * 1000;
  return row('first', {
    id,
    what,
    where: 'in the battery lead, through a meter',
    expected: fixed(mA, 0),
    unit: 'mA',
    why,
    kind: 'current',
    low: Math.max(0, (mA * (1 - OPEN.loadFraction) - OPEN.milliAmps) / 1000),
    high: (mA * (1 + OPEN.loadFraction) + OPEN.milliAmps) / 1000,
    causes: {
      low: 'Something that should idle is not connected.',
      high: 'Something stays on: pull fuse by fuse until it falls; or a meter in its sense lead.'
    }
  });
}

const idleRows = ({ box, wiring, demand }: Sources): TestRow[] => [
  milliAmps(
    'standing',
    'Current with the master off, nothing plugged in',
    standingA(box, wiring),
    'only what is always live'
  ),
  milliAmps('idle', 'Current with the master on, nothing plugged in', demand.box.currentA, 'meters and idle converters')
];

/** Which contact is + at every port; at an inlet what stands on it as well. */
function polarityRows({ bank, wiring }: Sources): TestRow[] {
  const restV = openCircuitV(bank.chemistry, AT_SOC);
  return wiring.circuits.flatMap((c): TestRow[] => [
    row('first', {
      id: `polarity-${c.circuit.id}`,
      what: `${c.portTag}: + is where its drawing says, by the meter’s sign`,
      where: c.portTag,
      why: 'the other way round kills what is plugged in',
      causes: { low: 'Swap its two leads at the port.', high: '' }
    }),
    ...(c.circuit.purpose === 'charge'
      ? [
          row('first', {
            id: `charge-${c.circuit.id}`,
            what: `Polarity and voltage at ${c.portTag}, unplugged`,
            where: c.portTag,
            expected: fixed(restV, 2),
            unit: 'V',
            why: 'the inlet is always live: + must be the shrouded side',
            kind: 'voltage',
            low: -OPEN.volts,
            high: OPEN.volts,
            drop: { atRestV: restV },
            causes: {
              low: 'Its fuse, its crimps, or the switch that must be on.',
              high: 'Measured against another battery voltage.'
            },
            seen: { portTag: c.portTag, level: 'none' }
          })
        ]
      : [])
  ]);
}

/** What each switch makes dead. */
const mapRows = ({ wiring }: Sources): TestRow[] =>
  wiring.netlist.parts
    .filter((p) => p.kind === 'switch')
    .flatMap((s): TestRow[] => {
      const dead = wiring.circuits.filter(
        (c) => c.switches.some((w) => w.tag === s.id) || (s.duty && c.live === 'master')
      );
      if (dead.length === 0) return [];
      return [
        row('first', {
          id: `map-${placeId(s)}`,
          what: `${s.id} off: ${dead.map((c) => c.portTag).join(', ')} dead, the rest as it was`,
          where: s.id,
          why: 'every switch against the live map',
          causes: { low: 'It sits in another lead than the drawing says: follow its two tabs.', high: '' }
        })
      ];
    });
