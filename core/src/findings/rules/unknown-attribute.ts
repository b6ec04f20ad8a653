import { mainFeed } from '../../box/feeds.ts';
import { fuseFieldOf, placeOf } from '../elements.ts';
import { AUTO } from '../../box/attr.ts';
import { fieldOf, unknownRanges } from '../../unknown/ranges.ts';
import {
  BATTERY_PLACE,
  BOX_PLACE,
  branches,
  branchPath,
  circuitPlace,
  devicePlace,
  MAIN_PLACE,
  mainPath,
  portPlace,
  rule,
  set,
  type Draft,
  type Where
} from '../rule.ts';

const INSULATION = 'It is printed on the wire (such as 105C).';
const TOUCHING = 'Count the wires that lie against it in its tightest bundle, itself included.';
const KIND_OF_FUSE = 'Blade, glass, bolted, or a breaker with a lever: what it can break depends on it.';

/** Asked by rules of their own. */
const ASKED_ELSEWHERE: readonly string[] = ['charging/coldestC', 'bank/holdDown', 'bank/packFuse'];
const FIELD_WORDS: Readonly<Record<string, string>> = {
  bundledCount: 'wires that touch',
  fuseFromStartMm: 'fuse distance',
  returnWire: 'return wire',
  insulationC: 'insulation',
  lengthMm: 'length',
  fuseFamily: 'kind of fuse',
  senseFuse: 'sense fuse',
  currentA: 'current'
};

/** Everything safety depends on that nobody read yet: an open item with how to find out. */
export const unknownAttribute = rule('unknown-attribute', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  /** The fuse of the place that is asked about: what comes from it hangs on the question. */
  const fuseAt = (at: Where): string | undefined =>
    at.kind === 'main' ? 'F0' : branches(x).find((c) => at.kind === 'circuit' && c.circuit.id === at.id)?.fuseTag;
  /** @param path field it stands in; @param build whether it can be built new instead of looked up */
  const ask = (at: Where, name: string, how: string, path?: string, build = path !== undefined) =>
    out.push({
      at,
      also: name.replace(/\W+/g, '-'),
      severity: 'caution',
      short: `${at.label}: ${name} unknown`,
      title: `${at.label}: ${name} is unknown`,
      why: how,
      figures: {},
      open: true,
      asks: name,
      ...(path ? { about: path } : {}),
      ...(fuseAt(at) ? { cause: `fuse ${fuseAt(at)}` } : {}),
      remedies:
        path && build
          ? [
              {
                label: 'Build it new, let Haversack choose',
                effect: 'replaces what is there',
                edits: [set(path, AUTO)]
              }
            ]
          : []
    });
  const w = x.box.wiring;
  const main = mainFeed(x.box);
  if (main.fuse.is === 'unknown')
    ask(
      MAIN_PLACE,
      'main fuse',
      'Read the number on the fuse at the battery; if there is none, say none.',
      mainPath(x, 'fuse')
    );
  if (main.wire.is === 'unknown')
    ask(
      MAIN_PLACE,
      'main wire',
      `Read the print on the insulation, or measure the bare copper: ${x.said.fineMm(2.05)} across is 12 AWG.`,
      mainPath(x, 'wire')
    );
  // a fuse somebody read without naming its holder may sit anywhere
  const nowhere = x.wiring.main.fuseOrigin === 'set' && x.wiring.main.fuseDistanceMm === undefined;
  if (main.fuseFromStartMm.is === 'unknown' || nowhere)
    ask(
      MAIN_PLACE,
      'fuse distance',
      'Measure along the wire from the battery post to the fuse.',
      mainPath(x, 'fuseFromStartMm')
    );
  if (w.insulationC.is === 'unknown') ask(BOX_PLACE, 'insulation class', INSULATION, 'wiring/insulationC');
  if (w.bundledCount.is === 'unknown') ask(BOX_PLACE, 'wires that touch', TOUCHING, 'wiring/bundledCount', false);
  if (w.conductor.is === 'unknown')
    ask(BOX_PLACE, 'copper or not', 'Scrape a strand: silver inside is copper-clad aluminium.', 'wiring/conductor');
  if (w.returns.is === 'unknown')
    ask(
      BOX_PLACE,
      'returns',
      'Follow the − wires: to a bar, to one stud, from port to port, or into a splice?',
      'wiring/returns'
    );
  if (w.senseFuse.is === 'unknown')
    ask(
      BOX_PLACE,
      'sense fuse',
      'Look for a small fuse in the thin leads at the shunt; if there is none, say none.',
      'wiring/senseFuse'
    );
  if (main.switches.is === 'unknown')
    ask(BOX_PLACE, 'master switch', 'Find which switch the battery’s positive goes to first.', mainPath(x, 'switches'));
  if (x.bank && x.bank.part.maxContinuousA === null && x.bank.part.hasProtection !== false)
    ask(
      BATTERY_PLACE,
      'current limit',
      'Read ‘continuous discharge’ on the battery’s label.',
      `parts/${x.bank.part.id}/maxContinuousA`,
      false
    );
  if (x.box.bank.arrangement === 'changeover' && x.box.bank.changeoverA.is === 'unknown')
    ask(BATTERY_PLACE, 'changeover rating', 'Read the amps on the changeover’s body or packet.', 'bank/changeoverA');
  if (x.bank && x.box.bank.ageYears === 'unknown' && x.bank.packs.length > x.box.bank.packs.length)
    ask(
      BATTERY_PLACE,
      'age',
      'Look for a date code on the case, or ask when it was bought; a timed discharge tells what is left of it.',
      'bank/ageYears',
      false
    );
  const old = x.box.bank.packs.flatMap((p, i) => (p.ageYears === 'unknown' && i < x.box.bank.count ? [i + 1] : []));
  if (x.bank && old.length > 0)
    ask(
      BATTERY_PLACE,
      `age of battery ${old.join(', ')}`,
      'Packs that are joined must match: look for the date codes on their cases.',
      'bank/packs',
      false
    );
  if (x.bank?.part.terminal === 'unknown')
    ask(
      BATTERY_PLACE,
      'terminals',
      `Push-on tabs of ${x.said.mms(' or ', 4.8, 6.3)}, studs M5, M6 or M8, tapered posts, or a lead: measure the tab or the thread.`,
      `parts/${x.bank.part.id}/terminal`,
      false
    );
  const { charging } = x.box;
  for (const c of charging.builtIn)
    if (c.currentA.is === 'unknown')
      ask(
        BATTERY_PLACE,
        `output of ${c.name || 'the charger inside'}`,
        'Read the output amps on the charger.',
        `charging/builtIn/${c.id}/currentA`,
        false
      );
  if (charging.path.is === 'unknown')
    ask(
      BATTERY_PLACE,
      'how it is charged',
      'An inlet of its own, through an outlet, or clips with the lid open? A box without a way to charge it is not finished.',
      'charging/path',
      false
    );
  if (charging.chargerA.is === 'unknown')
    ask(BATTERY_PLACE, 'charger', 'Read the output amps on the charger.', 'charging/chargerA', false);
  if (x.box.bank.disconnect.is === 'unknown')
    ask(
      BATTERY_PLACE,
      'low-voltage stop',
      'Look for a small unit that switches the loads off, and the volts set on it; a protected pack has one inside.',
      'bank/disconnect',
      false
    );
  for (const c of branches(x)) {
    const path = branchPath(c);
    const at = circuitPlace(c.circuit.id, c.tag);
    if (c.fuseOrigin === 'unknown') ask(at, 'fuse', `Pull ${c.fuseTag} and read the number on it.`, `${path}/fuse`);
    if (c.wireOrigin === 'unknown')
      ask(at, 'wire', 'Read the print on the insulation, or measure the bare copper with a caliper.', `${path}/wire`);
    if (c.lengthOrigin === 'unknown') ask(at, 'length', 'Measure along the wire.', `${path}/lengthMm`);
    if (c.circuit.from.is === 'unknown')
      ask(at, 'feed', 'Follow its + wire back: to the block, or to the tab of another port?', `${path}/from`);
    if (c.circuit.fuseFromStartMm.is === 'unknown')
      ask(at, 'fuse distance', 'Measure along the wire from where it starts to its fuse.', `${path}/fuseFromStartMm`);
    if (c.circuit.switchPortId.is === 'unknown')
      ask(at, 'switch', 'Trace which switch breaks this circuit.', `${path}/switchPortId`);
  }
  for (const feed of x.box.feeds) {
    const plan = x.wiring.feeds.find((f) => f.circuit.id === feed.id);
    const at = plan ? circuitPlace(feed.id, plan.tag) : MAIN_PLACE;
    const path = `feeds/${feed.id}`;
    if (feed.wayIn.is === 'unknown')
      ask(at, 'way in', 'How does it come through the wall: connector, lugs, clips, a gland?', `${path}/wayIn`, false);
    if (feed.throughPortId.is === 'unknown')
      ask(at, 'port it comes through', 'Follow the lead from outside.', `${path}/throughPortId`, false);
    if (plan && feed.switches.is === 'unknown')
      ask(at, 'switch', 'Trace which switch breaks this feed.', `${path}/switches`);
    if (feed.fuseFamily.is === 'unknown') ask(at, 'kind of fuse', KIND_OF_FUSE, `${path}/fuseFamily`, false);
    if (!plan && feed.returnWire.is === 'unknown')
      ask(at, 'return wire', 'Read the print on the black wire, too.', `${path}/returnWire`);
    if (!plan && feed.insulationC.is === 'unknown') ask(at, 'insulation', INSULATION, `${path}/insulationC`, false);
    if (!plan && feed.lengthMm.is === 'unknown') ask(at, 'length', 'Measure along the wire.', `${path}/lengthMm`);
    if (feed.lead?.wire.is === 'unknown')
      ask(
        at,
        'wire of the section ahead',
        'Read the print on the insulation, or measure the bare copper.',
        `${path}/lead/wire`,
        false
      );
  }
  for (const c of branches(x)) {
    const at = circuitPlace(c.circuit.id, c.tag);
    const path = branchPath(c);
    if (c.circuit.returnWire.is === 'unknown')
      ask(at, 'return wire', 'Read the print on the black wire, too.', `${path}/returnWire`);
    if (c.circuit.insulationC.is === 'unknown') ask(at, 'insulation', INSULATION, `${path}/insulationC`, false);
    if (c.circuit.bundledCount.is === 'unknown') ask(at, 'wires that touch', TOUCHING, `${path}/bundledCount`, false);
    if (!c.feed && c.circuit.fuseFamily.is === 'unknown')
      ask(at, 'kind of fuse', KIND_OF_FUSE, `${path}/fuseFamily`, false);
  }
  // fuses that stand in no feed and no circuit: of a pack, a coil, a controller, a charger in the box
  for (const h of x.judge.all)
    if (h.kind === 'fuse' && h.part!.ratingA === null && h.id !== 'F0' && !branches(x).some((c) => c.fuseTag === h.id))
      ask(
        placeOf(x, h),
        `${h.part!.label.toLowerCase()} ${h.id}`,
        `Pull ${h.id} and read the number on it.`,
        fuseFieldOf(x, h.id),
        false
      );
  const { solar, builtIn } = x.box.charging;
  for (const c of [
    ...(solar?.fit === 'inside' ? [{ name: 'solar controller', from: solar.from }] : []),
    ...builtIn.map((b) => ({ name: b.name, from: b.from }))
  ])
    if (c.from.is === 'unknown')
      ask(BOX_PLACE, `where ${c.name} is joined`, 'Follow its + lead: to the post, or behind a fuse or switch?');
  for (const d of x.box.devices)
    if (d.lead?.wire.is === 'unknown')
      ask(
        devicePlace(d.id, d.name),
        'wire of its lead',
        'Read the print on the lead, or measure its bare copper.',
        `devices/${d.id}/lead/wire`,
        false
      );
  for (const p of x.panel?.ports ?? [])
    if (p.part.ratingA === null && ['outlet', 'inlet', 'switch'].includes(p.part.role))
      ask(
        portPlace(p.port.id, p.tag),
        'rating',
        'Read the DC amps on its body or packet; an AC figure is an upper limit only.',
        `parts/${p.part.id}/ratingA`,
        false
      );
  // whatever else has a range is asked for, too: nothing that a check hangs on goes unasked
  const asked = new Set([...ASKED_ELSEWHERE, ...out.map((d) => d.about)]);
  for (const { path } of unknownRanges(x.box, x)) {
    if (asked.has(path)) continue;
    const [list, id] = path.split('/');
    const c = branches(x).find((b) => (list === 'feeds' || list === 'circuits') && b.circuit.id === id);
    const at = c ? circuitPlace(c.circuit.id, c.tag) : list === 'feeds' ? MAIN_PLACE : BOX_PLACE;
    const field = fieldOf(path);
    ask(at, FIELD_WORDS[field] ?? field, field === 'bundledCount' ? TOUCHING : 'Read or measure it.', path, false);
  }
  return out;
});
