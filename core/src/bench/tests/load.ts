import { openCircuitV } from '../../battery/model.ts';
import { bankMilliOhm } from '../../battery/resistance.ts';
import { TERMINAL_LIMIT_C } from '../../judge/terminals.ts';
import { ampsText, fixed } from '../../quantity/format.ts';
import { saidIn } from '../../quantity/said.ts';
import { chargerA } from '../../wiring/charger.ts';
import type { Demand } from '../../demand/demand.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { AT_SOC, loads, OPEN, placeId, row, type Sources, type TestRow } from './row.ts';

/** A cut-off that was set to a figure acts within this of it, V. @source typical of low-voltage disconnects */
const CUT_V = 0.2;

/** What a device takes while it is nearly full or asleep, as a share of its most; and what a USB meter leaves open. @source rule of thumb */
const USB = { least: 0.4, open: 0.15 } as const;
/** A port without a contract. @source USB: 5 V at 1.5 to 3 A */
const PLAIN_USB_V = 5;

/** Watts that go through a USB plug, and the rail the two sides should have agreed on. */
function usbRows(c: CircuitPlan, demand: Demand): TestRow[] {
  const device = demand.devices.find((d) => d.portId === c.circuit.portId && d.rail);
  const rated = c.portPart?.converterRatedW;
  if (!device?.rail || !rated) return [];
  const { volts, currentA } = device.rail;
  const watts = Math.min(volts * currentA, rated);
  return [
    row('load', {
      id: `usb-${c.circuit.id}`,
      what: `Watts into ${device.name} at ${c.portTag} by a USB meter, well below full: ${fixed(volts, 0)} V ${volts > PLAIN_USB_V ? 'by Power Delivery' : 'without a contract'}`,
      where: 'a USB meter between plug and cable',
      expected: fixed(watts, 1),
      unit: 'W',
      why: `${fixed(volts, 0)} V at ${ampsText(watts / volts)} A, the module gives ${fixed(rated, 0)} W at the most`,
      kind: 'power',
      low: watts * USB.least,
      high: Math.min(watts * (1 + 2 * USB.open), rated * (1 + USB.open)),
      causes: {
        low: `Does the meter say ${fixed(volts, 0)} V? 5 V only: a plain cable, or no agreement between the two. Else it is nearly full, or the module’s supply sags.`,
        high: 'It takes more than the plan says: take the draw at the battery over and look at the hours again.'
      },
      seen: { portTag: c.portTag, level: 'low' }
    })
  ];
}

/** Under load: the drop at each plug, what each device draws, warmth, charging, cut-off and relays. */
export function loadRows(x: Sources): TestRow[] {
  return [
    ...loads(x.wiring).flatMap((c) => (c.portPart?.converterRatedW ? moduleRows(c, x) : [plugRow(c, x)])),
    ...drawRows(x),
    ...warmRows(x),
    ...chargeRows(x),
    ...cutoffRows(x),
    ...killRows(x),
    ...relayRows(x)
  ];
}

/** A port with a converter of its own: whether it gives anything, and how much. */
const moduleRows = (c: CircuitPlan, { wiring, demand }: Sources): TestRow[] => [
  row('load', {
    id: `port-${c.circuit.id}`,
    what: `Output of ${c.portTag} with ${c.feeds} plugged in`,
    where: c.portTag,
    expected: 'it charges',
    why: `takes ${ampsText(c.lowLoadA)} A at ${fixed(c.rail?.outV ?? wiring.lowV, 1)} V`,
    causes: { low: 'Another cable first, then the module’s supply under load.', high: '' },
    seen: { portTag: c.portTag, level: 'low' }
  }),
  ...usbRows(c, demand)
];

/** A plain port: what reaches its plug while its load is on. */
function plugRow(c: CircuitPlan, { bank, wiring }: Sources): TestRow {
  // a converter holds its voltage: only what lies behind it is lost
  const openV = c.rail?.outV ?? openCircuitV(bank.chemistry, AT_SOC);
  const allMilliOhm = c.branchMilliOhm + (c.rail ? 0 : bankMilliOhm(bank, 20, AT_SOC) + wiring.main.commonMilliOhm);
  const dropV = (c.lowLoadA * allMilliOhm) / 1000;
  return row('load', {
    id: `port-${c.circuit.id}`,
    what: `${c.portTag} with ${ampsText(c.lowLoadA)} A flowing (${c.feeds}), others off`,
    where: c.portTag,
    expected: fixed(openV - dropV, 2),
    unit: 'V',
    why: `${fixed(openV, 2)} V less ${fixed(dropV, 2)} V in ${c.rail ? 'its leads' : 'battery and wiring'}`,
    kind: 'voltage',
    low: -(dropV * (1 + OPEN.dropFraction) + OPEN.volts),
    high: 0.05,
    drop: { atRestV: openV },
    causes: {
      low: 'A crimp or contact loses it: feel which is warm, or let the fault finder halve the way.',
      high: 'Nothing flows: is the load on?'
    },
    seen: { portTag: c.portTag, level: 'low' },
    resists: {
      portId: c.circuit.portId,
      currentA: c.lowLoadA,
      elseMilliOhm: allMilliOhm - (c.portPart?.contactMilliOhm ?? 0)
    }
  });
}

/** What each device draws by itself. */
function drawRows({ box, demand }: Sources): TestRow[] {
  return box.devices.flatMap((d): TestRow[] => {
    const need = demand.devices.find((k) => k.deviceId === d.id);
    if (!need || need.meanA <= 0 || d.portId === null) return [];
    // what idles in the box flows through the same meter
    const allA = need.peakA + demand.box.currentA;
    return [
      row('load', {
        id: `draw-${d.id}`,
        what: `Current at the battery with only ${d.name} on`,
        where: 'in the battery lead, or the box’s own meter',
        expected: ampsText(allA),
        unit: 'A',
        why:
          d.source === 'measured'
            ? 'as it was measured'
            : `as ${d.source === 'label' ? 'its label says' : 'somebody guessed'}`,
        kind: 'current',
        low: allA * (1 - OPEN.loadFraction) - OPEN.milliAmps / 1000,
        high: allA * (1 + OPEN.loadFraction) + OPEN.milliAmps / 1000,
        causes: {
          low: 'It was not doing its most; or the plan reckons with too much: take the reading over.',
          high: 'It draws more than the plan says: take the reading over and look at the hours again.'
        },
        draws: { deviceId: d.id, peakA: need.peakA, idleA: demand.box.currentA }
      })
    ];
  });
}

/** How warm it gets. */
const warmRows = ({ box }: Sources): TestRow[] =>
  [10, 30].map((minutes) =>
    row('load', {
      id: `warm-${minutes}`,
      what: `Hottest crimp, fuse or switch after ${minutes} minutes with everything on`,
      where: 'by touch first, then a thermometer',
      expected: `under ${saidIn(box.preferences).degC(TERMINAL_LIMIT_C)}`,
      why: 'what plastic terminals bear, with room for a warm day',
      kind: 'temperature',
      high: TERMINAL_LIMIT_C,
      causes: {
        low: '',
        high: 'A loose crimp or screw is hot by itself: make it again. All of them warm: less load or more copper.'
      }
    })
  );

/** What goes in while it charges. */
function chargeRows({ box, bank, wiring }: Sources): TestRow[] {
  const chargeA = box.charging.path.is === 'none' ? undefined : chargerA(box, bank);
  if (!chargeA) return [];
  return [
    row('load', {
      id: 'charging',
      what: `Charging current, nothing else on${wiring.shunt ? '; the meter counts up' : ''}`,
      where: wiring.shunt ? 'the box’s own meter' : 'in the charger’s lead',
      expected: ampsText(chargeA),
      unit: 'A',
      why: 'what the charger gives until the battery is nearly full',
      kind: 'current',
      low: chargeA * 0.5,
      high: chargeA * 1.1,
      causes: {
        low: 'Nearly full, or the plug loses it. With a minus sign the shunt is the wrong way round.',
        high: 'Another charger than the plan says.'
      }
    })
  ];
}

/** Where the low-voltage cut-off opens. */
function cutoffRows({ box }: Sources): TestRow[] {
  const cut = box.bank.disconnect;
  if (cut.is !== 'set') return [];
  return [
    row('load', {
      id: 'cutoff',
      what: 'Voltage at which the low-voltage stop opens, under a small load',
      where: 'battery posts',
      expected: fixed(cut.value.cutV, 1),
      unit: 'V',
      why: 'as set',
      kind: 'voltage',
      low: cut.value.cutV - CUT_V,
      high: cut.value.cutV + CUT_V,
      causes: {
        low: 'It is set lower, or its sense lead loses nothing while its load lead does.',
        high: 'It is set higher, or its sense lead carries load.'
      }
    })
  ];
}

/** Switches that must open under load. */
const killRows = ({ wiring }: Sources): TestRow[] =>
  wiring.netlist.parts
    .filter((k) => k.kind === 'switch' && k.duty)
    .map((s) =>
      row('load', {
        id: `kill-${placeId(s)}`,
        what: `${s.id} switched off while everything runs: all behind it is dead at once, nothing spits or sticks`,
        where: s.id,
        why: 'it is there for the day when it must open under load',
        causes: { low: 'A switch without a rating for direct current: take one that has it, at this load.', high: '' }
      })
    );

/** Relays that must open at full load. */
const relayRows = ({ box }: Sources): TestRow[] =>
  box.relays.map((r) =>
    row('load', {
      id: `relay-${r.id}`,
      what: `${r.name || 'The relay'} dropped at full load: it opens, without an arc that stands`,
      where: r.name || 'relay',
      why: 'a welded contact shows only when it should open',
      causes: { low: 'Replace it by one rated for direct current at this load.', high: '' }
    })
  );
