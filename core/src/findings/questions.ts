import { CHEMISTRY } from '../battery/chemistry.ts';
import { mainFeed } from '../box/feeds.ts';
import { inSentence } from '../quantity/capital.ts';
import { isPackFuse } from '../judge/ways.ts';
import { sourceLeads } from '../box/source-leads.ts';
import { fuseFieldOf, placeOf } from './elements.ts';
import type { Feed } from '../box/schema.ts';
import type { CircuitPlan } from '../wiring/types.ts';
import {
  BATTERY_PLACE,
  BOX_PLACE,
  branches,
  branchPath,
  branchPlace,
  devicePlace,
  MAIN_PLACE,
  mainPath,
  portPlace,
  type Facts,
  type Where
} from './rule.ts';
import { leastUnread } from '../unknown/ranges.ts';
import { unread } from '../unknown/part-ranges.ts';

/** Something nobody read yet: where it is, what it is called, how to find out, the field that holds it. */
export type Question = {
  at: Where;
  name: string;
  how: string;
  path: string | undefined;
  /** It can be built new instead of looked up. */
  build: boolean;
};
type Questions = Generator<Question, void>;

const ask = (at: Where, name: string, how: string, path?: string, build = path !== undefined): Question => ({
  at,
  name,
  how,
  path,
  build
});

const INSULATION = 'It is printed on the wire (such as 105C).';
export const TOUCHING = 'Count the wires that lie against it in its tightest bundle, itself included.';
const BODY = 'Read the amps on its body or packet.';
const CONTROLLER = 'Read the plate of the solar controller: most volts of the panel, most amps, amps of the load.';
const VOLTS_OF_CHARGER = 'Read the volts on its output label, or the sort of battery it is made for.';
const FEEDS_THE_CHARGER =
  'Ask who uses it: a charger on the mains, a charging converter in a vehicle, its socket, or another battery.';
const LEAST_OF_DEVICE = 'Its label or data sheet has a range, such as 10.5 to 15 V: the lower end.';
const LEAD_OF_FUSE = 'Follow its wire to the battery: does it end on + or on −?';
const LEAD_OF_SWITCH = 'Follow the wire through it towards the battery: does it end on + or on −?';
const PLACE_OF_SWITCH = 'Follow the wire from the battery on: does it come to the fuse first, or to the switch?';
const KIND_OF_FUSE = 'Blade, glass, bolted, or a breaker with a lever: what it can break depends on it.';

/** Every question that has words of its own, in the order in which a person would go round the box. */
export function* questions(x: Facts): Questions {
  yield* ofMain(x);
  yield* ofBank(x);
  yield* ofCharging(x);
  for (const c of branches(x)) yield* ofBranch(c);
  for (const feed of x.box.feeds) yield* ofFeed(x, feed);
  for (const c of branches(x)) yield* ofLaying(c);
  yield* ofOtherFuses(x);
  yield* ofJoins(x);
  yield* ofParts(x);
}

function* ofMain(x: Facts): Questions {
  const w = x.box.wiring;
  const main = mainFeed(x.box);
  if (main.fuse.is === 'unknown')
    yield ask(
      MAIN_PLACE,
      'main fuse',
      'Read the number on the fuse at the battery; if there is none, say none.',
      mainPath(x, 'fuse')
    );
  if (main.wire.is === 'unknown')
    yield ask(
      MAIN_PLACE,
      'main wire',
      `Read the print on the insulation, or measure the bare copper: ${x.said.fineMm(2.05)} across is 12 AWG.`,
      mainPath(x, 'wire')
    );
  // a fuse somebody read without naming its holder may sit anywhere
  const nowhere = x.wiring.main.fuseOrigin === 'set' && x.wiring.main.fuseDistanceMm === undefined;
  if (main.fuseFromStartMm.is === 'unknown' || nowhere)
    yield ask(
      MAIN_PLACE,
      'fuse distance',
      'Measure along the wire from the battery post to the fuse.',
      mainPath(x, 'fuseFromStartMm')
    );
  yield* ofLeads(MAIN_PLACE, main, (key) => mainPath(x, key));
  if (w.insulationC.is === 'unknown') yield ask(BOX_PLACE, 'insulation class', INSULATION, 'wiring/insulationC');
  if (w.bundledCount.is === 'unknown') yield ask(BOX_PLACE, 'wires that touch', TOUCHING, 'wiring/bundledCount', false);
  if (w.conductor.is === 'unknown')
    yield ask(
      BOX_PLACE,
      'copper or not',
      'Scrape a strand: silver inside is copper-clad aluminium.',
      'wiring/conductor'
    );
  if (w.returns.is === 'unknown')
    yield ask(
      BOX_PLACE,
      'returns',
      'Follow the − wires: to a bar, to one stud, from port to port, or into a splice?',
      'wiring/returns'
    );
  if (w.senseFuse.is === 'unknown')
    yield ask(
      BOX_PLACE,
      'sense fuse',
      'Look for a small fuse in the thin leads at the shunt; if there is none, say none.',
      'wiring/senseFuse'
    );
  if (main.switches.is === 'unknown')
    yield ask(
      BOX_PLACE,
      'master switch',
      'Find which switch the battery’s positive goes to first.',
      mainPath(x, 'switches')
    );
}

function* ofBank(x: Facts): Questions {
  if (x.bank && x.bank.part.maxContinuousA === null && x.bank.part.hasProtection !== false)
    yield ask(
      BATTERY_PLACE,
      'current limit',
      'Read ‘continuous discharge’ on the battery’s label.',
      `parts/${x.bank.part.id}/maxContinuousA`,
      false
    );
  if (x.box.bank.arrangement === 'changeover' && x.box.bank.changeoverA.is === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'changeover rating',
      'Read the amps on the changeover’s body or packet.',
      'bank/changeoverA'
    );
  if (x.bank && x.box.bank.ageYears === 'unknown' && x.bank.packs.length > x.box.bank.packs.length)
    yield ask(
      BATTERY_PLACE,
      'age',
      'Look for a date code on the case, or ask when it was bought; a timed discharge tells what is left of it.',
      'bank/ageYears',
      false
    );
  const old = x.box.bank.packs.flatMap((p, i) => (p.ageYears === 'unknown' && i < x.box.bank.count ? [i + 1] : []));
  if (x.bank && old.length > 0)
    yield ask(
      BATTERY_PLACE,
      `age of battery ${old.join(', ')}`,
      'Packs that are joined must match: look for the date codes on their cases.',
      'bank/packs',
      false
    );
  if (x.bank?.part.terminal === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'terminals',
      `Push-on tabs of ${x.said.mms(' or ', 4.8, 6.3)}, studs M5, M6 or M8, tapered posts, or a lead: measure the tab or the thread.`,
      `parts/${x.bank.part.id}/terminal`,
      false
    );
}

/** With how many volts it is charged, and where what switches on that way stands. */
function* ofChargeVolts(x: Facts): Questions {
  const { charging, bank } = x.box;
  const charged = x.judge.sources.some((s) => s.id === 'charger' || s.id === 'plugged');
  if (charging.fedFrom === 'unknown' && charged)
    yield ask(BATTERY_PLACE, 'what it is charged from', FEEDS_THE_CHARGER, 'charging/fedFrom', false);
  if (charging.chargerV.is === 'unknown' && charged)
    yield ask(BATTERY_PLACE, 'volts of the charger', VOLTS_OF_CHARGER, 'charging/chargerV', false);
  for (const c of charging.builtIn)
    if (c.voltageV.is === 'unknown')
      yield ask(
        BATTERY_PLACE,
        `volts of ${c.name || 'the charger inside'}`,
        VOLTS_OF_CHARGER,
        `charging/builtIn/${c.id}/voltageV`,
        false
      );
  if (charging.solar?.fit === 'inside' && charging.solar.switchPortId.is === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'switch of the solar controller',
      'Follow its lead to the battery: is there a switch in it? One that is off leaves the controller with the panel alone.',
      'charging/solar/switchPortId',
      false
    );
  if (bank.disconnect.is === 'set' && bank.disconnectIn.is === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'where the low-voltage stop stands',
      'Follow its output: what hangs behind it is switched off, everything else drains the battery on.',
      'bank/disconnectIn',
      false
    );
}

function* ofCharging(x: Facts): Questions {
  const { charging } = x.box;
  yield* ofChargeVolts(x);
  for (const c of charging.builtIn)
    if (c.currentA.is === 'unknown')
      yield ask(
        BATTERY_PLACE,
        `output of ${c.name || 'the charger inside'}`,
        'Read the output amps on the charger.',
        `charging/builtIn/${c.id}/currentA`,
        false
      );
  if (charging.path.is === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'how it is charged',
      'An inlet of its own, through an outlet, or clips with the lid open? A box without a way to charge it is not finished.',
      'charging/path',
      false
    );
  // of lithium it is asked with what the frost would do
  const lithium = x.bank !== undefined && CHEMISTRY[x.bank.chemistry].isLithium;
  if (charging.coldestC.is === 'unknown' && charging.path.is !== 'none' && !lithium)
    yield ask(
      BATTERY_PLACE,
      'where it is charged',
      'Indoors, in a shed, outdoors? The coldest it gets there decides the voltage it wants.',
      'charging/coldestC',
      false
    );
  if (charging.chargerA.is === 'unknown')
    yield ask(BATTERY_PLACE, 'charger', 'Read the output amps on the charger.', 'charging/chargerA', false);
  if (x.box.bank.disconnect.is === 'unknown')
    yield ask(
      BATTERY_PLACE,
      'low-voltage stop',
      'Look for a small unit that switches the loads off, and the volts set on it; a protected pack has one inside.',
      'bank/disconnect',
      false
    );
}

function* ofBranch(c: CircuitPlan): Questions {
  const path = branchPath(c);
  const at = branchPlace(c);
  if (c.fuseOrigin === 'unknown') yield ask(at, 'fuse', `Pull ${c.fuseTag} and read the number on it.`, `${path}/fuse`);
  if (c.wireOrigin === 'unknown')
    yield ask(
      at,
      'wire',
      'Read the print on the insulation, or measure the bare copper with a caliper.',
      `${path}/wire`
    );
  if (c.lengthOrigin === 'unknown') yield ask(at, 'length', 'Measure along the wire.', `${path}/lengthMm`);
  if (c.circuit.from.is === 'unknown')
    yield ask(at, 'feed', 'Follow its + wire back: to the block, or to the tab of another port?', `${path}/from`);
  if (c.circuit.fuseFromStartMm.is === 'unknown')
    yield ask(
      at,
      'fuse distance',
      'Measure along the wire from where it starts to its fuse.',
      `${path}/fuseFromStartMm`
    );
  yield* ofLeads(at, c.circuit, (key) => `${path}/${key}`);
  if (c.circuit.switchPortId.is === 'unknown')
    yield ask(at, 'switch', 'Trace which switch breaks this circuit.', `${path}/switchPortId`);
}

/** Which lead fuse and switches of a stretch sit in, and which of them comes first. */
function* ofLeads(
  at: Where,
  of: Pick<Feed, 'fuseLead' | 'switchLead' | 'switchPlace'>,
  path: (key: 'fuseLead' | 'switchLead' | 'switchPlace') => string
): Questions {
  if (of.fuseLead.is === 'unknown') yield ask(at, 'lead of the fuse', LEAD_OF_FUSE, path('fuseLead'));
  if (of.switchLead.is === 'unknown') yield ask(at, 'lead of the switch', LEAD_OF_SWITCH, path('switchLead'));
  if (of.switchPlace.is === 'unknown') yield ask(at, 'place of the switch', PLACE_OF_SWITCH, path('switchPlace'));
}

function* ofFeed(x: Facts, feed: Feed): Questions {
  const plan = x.wiring.feeds.find((f) => f.circuit.id === feed.id);
  const at = plan ? branchPlace(plan) : MAIN_PLACE;
  const path = `feeds/${feed.id}`;
  if (feed.wayIn.is === 'unknown')
    yield ask(
      at,
      'way in',
      'How does it come through the wall: connector, lugs, clips, a gland?',
      `${path}/wayIn`,
      false
    );
  if (feed.throughPortId.is === 'unknown')
    yield ask(at, 'port it comes through', 'Follow the lead from outside.', `${path}/throughPortId`, false);
  if (plan && feed.switches.is === 'unknown')
    yield ask(at, 'switch', 'Trace which switch breaks this feed.', `${path}/switches`);
  if (feed.fuseFamily.is === 'unknown') yield ask(at, 'kind of fuse', KIND_OF_FUSE, `${path}/fuseFamily`, false);
  if (!plan && feed.returnWire.is === 'unknown')
    yield ask(at, 'return wire', 'Read the print on the black wire, too.', `${path}/returnWire`);
  if (!plan && feed.insulationC.is === 'unknown') yield ask(at, 'insulation', INSULATION, `${path}/insulationC`, false);
  if (!plan && feed.lengthMm.is === 'unknown') yield ask(at, 'length', 'Measure along the wire.', `${path}/lengthMm`);
  if (feed.lead?.wire.is === 'unknown')
    yield ask(
      at,
      'wire of the section ahead',
      'Read the print on the insulation, or measure the bare copper.',
      `${path}/lead/wire`,
      false
    );
}

function* ofLaying(c: CircuitPlan): Questions {
  const at = branchPlace(c);
  const path = branchPath(c);
  if (c.circuit.returnWire.is === 'unknown')
    yield ask(at, 'return wire', 'Read the print on the black wire, too.', `${path}/returnWire`);
  if (c.circuit.insulationC.is === 'unknown') yield ask(at, 'insulation', INSULATION, `${path}/insulationC`, false);
  if (c.circuit.bundledCount.is === 'unknown')
    yield ask(at, 'wires that touch', TOUCHING, `${path}/bundledCount`, false);
  if (!c.feed && c.circuit.fuseFamily.is === 'unknown')
    yield ask(at, 'kind of fuse', KIND_OF_FUSE, `${path}/fuseFamily`, false);
}

function* ofOtherFuses(x: Facts): Questions {
  // fuses that stand in no feed and no circuit: of a coil, a controller, a charger in the box; those of the packs are asked
  // for together, with what they are for
  for (const h of x.judge.all)
    if (
      h.kind === 'fuse' &&
      h.part!.ratingA === null &&
      h.id !== 'F0' &&
      !isPackFuse(h) &&
      !branches(x).some((c) => c.fuseTag === h.id)
    )
      yield ask(
        placeOf(x, h),
        `${inSentence(h.part!.label)} ${h.id}`,
        `Pull ${h.id} and read the number on it.`,
        fuseFieldOf(x, h.id),
        false
      );
}

function* ofJoins(x: Facts): Questions {
  for (const lead of sourceLeads(x.box))
    if (lead.from.is === 'unknown')
      yield ask(
        BOX_PLACE,
        `where ${lead.name} is joined`,
        'Follow its + lead: to the post, or behind a fuse or switch?',
        `${lead.path}/from`,
        false
      );
}

function* ofParts(x: Facts): Questions {
  for (const d of leastUnread(x.box))
    yield ask(devicePlace(d.id, d.name), 'least voltage', LEAST_OF_DEVICE, `devices/${d.id}/minV`, false);
  for (const d of x.box.devices)
    if (d.lead?.wire.is === 'unknown')
      yield ask(
        devicePlace(d.id, d.name),
        'wire of its lead',
        'Read the print on the lead, or measure its bare copper.',
        `devices/${d.id}/lead/wire`,
        false
      );
  yield* ofUnread(x);
  for (const p of x.panel?.ports ?? [])
    if (p.part.ratingA === null && ['outlet', 'inlet', 'switch'].includes(p.part.role))
      yield ask(
        portPlace(p.port.id, p.tag),
        'rating',
        'Read the DC amps on its body or packet; an AC figure is an upper limit only.',
        `parts/${p.part.id}/ratingA`,
        false
      );
}

/** Holders, blocks, the shunt, a solar controller: what each bears stands on its body, where it stands anywhere. */
function* ofUnread(x: Facts): Questions {
  for (const { path, asks, feedId } of unread(x.box)) {
    const plan = x.wiring.feeds.find((f) => f.circuit.id === feedId);
    const at = feedId === null ? BATTERY_PLACE : plan ? branchPlace(plan) : MAIN_PLACE;
    yield ask(at, asks, feedId === null ? CONTROLLER : BODY, path, false);
  }
}
