import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Demand } from '../demand/demand.ts';
import { TERMINAL_LIMIT_C } from '../judge/terminals.ts';
import type { PanelPlan } from '../panel/panel.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { reaches } from '../sealing/sealing.ts';
import type { Level } from '../trials/finder.ts';
import { chargerA } from '../wiring/charger.ts';
import type { RunList } from '../wiring/run-list.ts';
import type { NetPart } from '../wiring/netlist.ts';
import { standbyDraws } from '../wiring/standby.ts';
import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';

/** Before there is power, at the first power, under load, with water, over hours: in this order it is safe. */
export const TEST_STAGES = ['dead', 'first', 'load', 'water', 'capacity'] as const;
export type TestStage = (typeof TEST_STAGES)[number];
export const TEST_STAGE_WORDS: Record<TestStage, string> = {
  dead: 'Before there is power',
  first: 'First power',
  load: 'Under load',
  water: 'Water',
  capacity: 'Capacity'
};

export type TestRow = {
  id: string;
  stage: TestStage;
  what: string;
  where: string;
  expected: string;
  unit: string;
  why: string;
  /** What is typed, and between what it passes; undefined: it is so, or it is not. */
  kind: QuantityKind | undefined;
  low: number | undefined;
  high: number | undefined;
  /** It must be measured against the battery's own voltage of the day. */
  drop: { atRestV: number } | undefined;
  /** What it likely is when it reads too little, too much, or is not so. */
  causes: { low: string; high: string };
  /** What the fault finder starts from when it reads too little. */
  seen: { portTag: string; level: Level } | undefined;
  /** Device whose draw this reading can take the place of. */
  deviceId: string | undefined;
};

type Sources = {
  box: Box;
  bank: Bank;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  wiring: WiringPlan;
  runs: RunList;
  demand: Demand;
};

/** Share of a figure a hobby meter and a moving load leave open, and what it shows at nothing. @source rule of thumb: 3½ digits, loads swing */
const OPEN = { loadFraction: 0.3, dropFraction: 0.4, volts: 0.1, milliAmps: 3 } as const;
/** Three quarters full: what the sheet reckons with. */
const AT_SOC = 0.75;
const LIMIT_OHM = { short: 1000, joined: 1, insulated: 1e6 } as const;
/** A cut-off that was set to a figure acts within this of it, V. @source typical of low-voltage disconnects */
const CUT_V = 0.2;
/** What a measured capacity may lack of what age and cold leave, and have over it. @source rule of thumb */
const CAPACITY = { less: 0.1, more: 0.25 } as const;

/** Every reading of this box, in a safe order, with what it should be and how far it may be off. */
export function testRows(x: Sources): TestRow[] {
  return [...deadRows(x), ...firstRows(x), ...loadRows(x), ...waterRows(x), ...capacityRows(x)];
}

type Given = Partial<TestRow> & Pick<TestRow, 'id' | 'what' | 'where'>;
const row = (stage: TestStage, given: Given): TestRow => ({
  stage,
  expected: 'yes',
  unit: '',
  why: '',
  kind: undefined,
  low: undefined,
  high: undefined,
  drop: undefined,
  causes: { low: 'Look at it again, then at what it hangs on.', high: '' },
  seen: undefined,
  deviceId: undefined,
  ...given
});

/** What a part of the circuit is in the document: stays the same when tags are counted anew. */
const placeId = (p: NetPart): string => ('id' in p.ref ? p.ref.id : p.id);

const loads = (wiring: WiringPlan): CircuitPlan[] => wiring.circuits.filter((c) => c.circuit.purpose === 'load');

function deadRows({ box, fit, wiring, runs }: Sources): TestRow[] {
  const reach = wiring.netlist.parts.some((p) => p.kind === 'fuse-block')
    ? 'fuse block'
    : (wiring.circuits[0]?.portTag ?? 'battery leads');
  const ohms = (given: Given & { low?: number; high?: number }): TestRow =>
    row('dead', { kind: 'resistance', unit: 'ohm', ...given });
  const out: TestRow[] = [
    ohms({
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
    })
  ];
  if (fit?.part.material === 'steel')
    out.push(
      ohms({
        id: 'insulation',
        what: 'Resistance from the case to + and to −',
        where: 'bare metal of the case',
        expected: 'over 1 M',
        low: LIMIT_OHM.insulated,
        why: 'the can must carry nothing',
        causes: { low: 'A lead is pinched or a part touches the can: lift them one by one.', high: '' }
      })
    );
  for (const c of wiring.circuits) {
    out.push(
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
    );
  }
  const switches = [...new Map(wiring.netlist.parts.filter((p) => p.kind === 'switch').map((p) => [p.id, p])).values()];
  for (const s of switches)
    out.push(
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
  for (const r of runs.runs)
    out.push(
      row('dead', {
        id: `tug-${r.key}`,
        what: `${r.id}: both ends hold a firm tug (${r.from.tab} to ${r.to.tab})`,
        where: r.id,
        why: 'a fuse protects wire, not a loose crimp',
        causes: { low: 'Cut it off and crimp it again with the die of its colour.', high: '' }
      })
    );
  const rated = wiring.netlist.parts.filter((p) => p.kind === 'fuse' && p.ratingA !== null);
  if (rated.length > 0)
    out.push(
      row('dead', {
        id: 'fuse-values',
        what: `Fuses laid beside their ways: ${rated.map((p) => `${p.id} ${p.ratingA} A`).join(', ')}`,
        where: 'fuse block and holders',
        why: 'the values of the map, none larger',
        causes: { low: 'Put the value of the map in; a larger one no longer protects its wire.', high: '' }
      })
    );
  if (wiring.shunt)
    out.push(
      row('dead', {
        id: 'shunt-side',
        what: 'Every return lands on the load side of the shunt, only the battery’s − on the other',
        where: 'shunt',
        why: 'what is on the wrong side is not counted',
        causes: { low: 'Move the returns to its load side.', high: '' }
      })
    );
  if (box.relays.length > 0)
    out.push(
      row('dead', {
        id: 'relay-diodes',
        what: 'Each relay’s diode sits with its ring on the coil’s +',
        where: 'relays',
        why: 'the other way round it is a short',
        causes: { low: 'Turn the diode round before there is power.', high: '' }
      })
    );
  return out;
}

const standingA = (box: Box, wiring: WiringPlan): number =>
  standbyDraws(box, wiring).reduce((sum, d) => sum + d.currentA, 0);

function firstRows({ box, bank, wiring, demand }: Sources): TestRow[] {
  const restV = openCircuitV(bank.chemistry, AT_SOC);
  const milliAmps = (id: string, what: string, currentA: number, why: string): TestRow => {
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
  };
  const out: TestRow[] = [
    row('first', {
      id: 'rest',
      what: 'Battery at rest for an hour, 20 °C, about three quarters full',
      where: 'battery posts',
      expected: fixed(restV, 2),
      unit: 'V',
      why: 'from the battery’s own curve, ± 0.1 V',
      kind: 'voltage',
      low: openCircuitV(bank.chemistry, 0.3) - OPEN.volts,
      high: openCircuitV(bank.chemistry, 1) + 2 * OPEN.volts,
      causes: {
        low: 'It is nearly empty, or a cell is dead: charge it and measure again.',
        high: 'It comes straight off the charger, or it is another chemistry than the plan says.'
      }
    }),
    milliAmps(
      'standing',
      'Current with the master off, nothing plugged in',
      standingA(box, wiring),
      'only what is always live'
    ),
    milliAmps(
      'idle',
      'Current with the master on, nothing plugged in',
      demand.box.currentA,
      'meters and idle converters'
    )
  ];
  for (const c of wiring.circuits) {
    out.push(
      row('first', {
        id: `polarity-${c.circuit.id}`,
        what: `${c.portTag}: + is where its drawing says, by the meter’s sign`,
        where: c.portTag,
        why: 'the other way round kills what is plugged in',
        causes: { low: 'Swap its two leads at the port.', high: '' }
      })
    );
    if (c.circuit.purpose === 'charge')
      out.push(
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
      );
  }
  for (const s of wiring.netlist.parts.filter((p) => p.kind === 'switch')) {
    const dead = wiring.circuits.filter(
      (c) => c.switches.some((w) => w.tag === s.id) || (s.duty && c.live === 'master')
    );
    if (dead.length > 0)
      out.push(
        row('first', {
          id: `map-${placeId(s)}`,
          what: `${s.id} off: ${dead.map((c) => c.portTag).join(', ')} dead, the rest as it was`,
          where: s.id,
          why: 'every switch against the live map',
          causes: { low: 'It sits in another lead than the drawing says: follow its two tabs.', high: '' }
        })
      );
  }
  return out;
}

function loadRows({ box, bank, wiring, demand }: Sources): TestRow[] {
  const restV = openCircuitV(bank.chemistry, AT_SOC);
  const batteryMilliOhm = sagMilliOhm(bank.chemistry, bank.part.capacityAh, 20, AT_SOC) / bank.count;
  const said = saidIn(box.preferences);
  const out: TestRow[] = [];
  for (const c of loads(wiring)) {
    if (c.portPart?.converterRatedW) {
      out.push(
        row('load', {
          id: `port-${c.circuit.id}`,
          what: `Output of ${c.portTag} with ${c.feeds} plugged in`,
          where: c.portTag,
          expected: 'it charges',
          why: `takes ${ampsText(c.lowLoadA)} A at ${fixed(wiring.lowV, 1)} V`,
          causes: { low: 'Another cable first, then the module’s supply under load.', high: '' },
          seen: { portTag: c.portTag, level: 'low' }
        })
      );
      continue;
    }
    const dropV = (c.lowLoadA * (batteryMilliOhm + wiring.main.commonMilliOhm + c.branchMilliOhm)) / 1000;
    out.push(
      row('load', {
        id: `port-${c.circuit.id}`,
        what: `${c.portTag} with ${ampsText(c.lowLoadA)} A flowing (${c.feeds}), others off`,
        where: c.portTag,
        expected: fixed(restV - dropV, 2),
        unit: 'V',
        why: `${fixed(restV, 2)} V less ${fixed(dropV, 2)} V in battery and wiring`,
        kind: 'voltage',
        low: -(dropV * (1 + OPEN.dropFraction) + OPEN.volts),
        high: 0.05,
        drop: { atRestV: restV },
        causes: {
          low: 'A crimp or contact loses it: feel which is warm, or let the fault finder halve the way.',
          high: 'Nothing flows: is the load on?'
        },
        seen: { portTag: c.portTag, level: 'low' }
      })
    );
  }
  for (const d of box.devices) {
    const need = demand.devices.find((k) => k.deviceId === d.id);
    if (!need || need.meanA <= 0 || d.portId === null) continue;
    out.push(
      row('load', {
        id: `draw-${d.id}`,
        what: `Current at the battery with only ${d.name} on`,
        where: 'in the battery lead, or the box’s own meter',
        expected: ampsText(need.peakA),
        unit: 'A',
        why:
          d.source === 'measured'
            ? 'as it was measured'
            : `as ${d.source === 'label' ? 'its label says' : 'somebody guessed'}`,
        kind: 'current',
        low: need.peakA * (1 - OPEN.loadFraction) - OPEN.milliAmps / 1000,
        high: need.peakA * (1 + OPEN.loadFraction) + OPEN.milliAmps / 1000,
        causes: {
          low: 'It was not doing its most; or the plan reckons with too much: take the reading over.',
          high: 'It draws more than the plan says: take the reading over and look at the hours again.'
        },
        deviceId: d.id
      })
    );
  }
  for (const minutes of [10, 30])
    out.push(
      row('load', {
        id: `warm-${minutes}`,
        what: `Hottest crimp, fuse or switch after ${minutes} minutes with everything on`,
        where: 'by touch first, then a thermometer',
        expected: `under ${said.degC(TERMINAL_LIMIT_C)}`,
        why: 'what plastic terminals bear, with room for a warm day',
        kind: 'temperature',
        high: TERMINAL_LIMIT_C,
        causes: {
          low: '',
          high: 'A loose crimp or screw is hot by itself: make it again. All of them warm: less load or more copper.'
        }
      })
    );
  const chargeA = box.charging.path.is === 'none' ? undefined : chargerA(box, bank);
  if (chargeA)
    out.push(
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
    );
  const cut = box.bank.disconnect;
  if (cut.is === 'set')
    out.push(
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
    );
  for (const r of box.relays)
    out.push(
      row('load', {
        id: `relay-${r.id}`,
        what: `${r.name || 'The relay'} dropped at full load: it opens, without an arc that stands`,
        where: r.name || 'relay',
        why: 'a welded contact shows only when it should open',
        causes: { low: 'Replace it by one rated for direct current at this load.', high: '' }
      })
    );
  return out;
}

function waterRows({ box, panel }: Sources): TestRow[] {
  if (!panel || !reaches(box.outing.seal, 'splash')) return [];
  const how = box.outing.seal === 'dunk' ? 'held under for a minute' : 'hosed from all sides for three minutes';
  return [
    row('water', {
      id: 'wet-lid',
      what: `Paper along the rim stays dry, lid shut, ${how}`,
      where: 'lid',
      why: 'empty box, no battery',
      causes: { low: 'Grit or a pinched cord on the gasket; a latch that does not pull.', high: '' }
    }),
    ...panel.ports
      .filter((p) => p.part.hole.shape !== 'none')
      .map((p) =>
        row('water', {
          id: `wet-${p.port.id}`,
          what: `Paper behind ${p.tag} ${p.port.name} stays dry, ${p.port.inUse === 'open' ? 'as it is used' : p.port.inUse}`,
          where: p.tag,
          why: 'each penetration by itself',
          causes: { low: 'Its flange is not tight or not sealed: off, clean, seal, and wait a day.', high: '' }
        })
      )
  ];
}

/** A discharge over so many hours tells the capacity: a twentieth of it an hour. @source 20 h rate of labels */
const RATE_H = 20;

function capacityRows({ bank }: Sources): TestRow[] {
  const leftAh = bank.ratedAh * bank.healthFraction;
  const loadA = bank.ratedAh / RATE_H;
  const stopV = CHEMISTRY[bank.chemistry].isLead ? 10.5 : (bank.part.protectionCutoffV ?? 10) + 0.5;
  return [
    row('capacity', {
      id: 'capacity',
      what: `From full with about ${ampsText(loadA)} A until ${fixed(stopV, 1)} V: amp-hours that came out, at room warmth`,
      where: 'a known lamp and a clock, or the box’s own meter',
      expected: fixed(leftAh, 1),
      unit: 'Ah',
      why: `${fixed(bank.ratedAh, 0)} Ah on the label, less age`,
      kind: 'capacity',
      low: leftAh * (1 - CAPACITY.less),
      high: leftAh * (1 + CAPACITY.more),
      causes: {
        low: 'Older than said, or the label claims too much: take the reading over.',
        high: 'Better than thought: take the reading over.'
      }
    })
  ];
}
