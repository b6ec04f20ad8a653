import { FACES } from '../catalogue/faces.ts';
import { partWithLater } from '../catalogue/part-later.ts';
import { AUTO, BOX_VERSION, NONE, setTo } from './attr.ts';
import { plainFeed } from './empty.ts';
import { MAIN_ID } from './feeds.ts';
import { withLater } from './later.ts';
import { isRaw, type Raw } from '../raw.ts';

const withUsual = (v: unknown, usual: Raw): unknown => (isRaw(v) ? { ...usual, ...v } : v);

/** What older versions did not know of a part, with the value that changes nothing. */
export function partFromOlder(old: unknown): unknown {
  const part = partWithLater(old);
  if (!isRaw(part)) return part;
  if (part.kind === 'case')
    return withUsual(part, {
      floorFilletMm: 0,
      skirtMm: 0,
      gasketBandMm: 15,
      drillGrade: 'B',
      unmeasured: [],
      faceWallMm: {},
      handleAt: null,
      handleOnLid: false
    });
  if (part.kind === 'body') return withUsual(part, { use: 'other' });
  if (part.kind === 'panel') {
    const hole = isRaw(part.hole) && part.hole.shape === 'round' ? withUsual(part.hole, { key: null }) : part.hole;
    return withUsual({ ...part, hole }, { tabs: 'two-tabs', also: [] });
  }
  if (part.kind === 'battery') return withUsual(part, { maxChargeA: null, notKnown: [] });
  if (part.kind === 'fuse') return withUsual(part, { reset: 'replace' });
  return part;
}

const each = (v: unknown, one: (entry: unknown) => unknown): unknown => (Array.isArray(v) ? v.map(one) : v);

const partsFromOlder = (parts: unknown): unknown =>
  isRaw(parts) ? Object.fromEntries(Object.entries(parts).map(([id, part]) => [id, partFromOlder(part)])) : parts;

function fromVersion1(box: Raw): Raw {
  return {
    ...box,
    version: 2,
    bank: withUsual(box.bank, { mayLie: true }),
    dry: withUsual(box.dry, { gelSince: null }),
    bodies: each(box.bodies, (b) => withUsual(b, { held: 'fixed' })),
    ports: each(box.ports, (p) => withUsual(p, { spacerMm: 0, cameOn: null })),
    brackets: box.brackets ?? [],
    parts: partsFromOlder(box.parts)
  };
}

/** Version 2 knew one fuse a port, one battery in the circuit and no relays. */
function fromVersion2(box: Raw): Raw {
  const charging = isRaw(box.charging)
    ? {
        ...box.charging,
        solar: withUsual(box.charging.solar, { fit: 'plugged', panelPortId: AUTO, fuse: AUTO })
      }
    : box.charging;
  return {
    ...box,
    version: 3,
    devices: each(box.devices, (d) => withUsual(d, { use: 'field', lead: null })),
    bank: withUsual(box.bank, { changeoverJoins: false, postsCovered: 'unknown' }),
    charging,
    ports: each(box.ports, (p) => withUsual(p, { tabs: AUTO })),
    circuits: each(box.circuits, (c) => withUsual(c, { tapFrom: AUTO, wireCount: 1, fuseFromBatteryMm: AUTO })),
    switching: withUsual(box.switching, { isolator: NONE, relays: [] }),
    wiring: withUsual(box.wiring, {
      mainWireCount: 1,
      breakerIsSwitch: false,
      distributionMm: 0,
      returns: AUTO,
      senseFuse: AUTO,
      reels: []
    }),
    bench: withUsual(box.bench, { asCut: {} }),
    checkedPaths: box.checkedPaths ?? [],
    parts: partsFromOlder(box.parts)
  };
}

type Word = { is: string; value?: unknown };
const isWord = (v: unknown): v is Word => isRaw(v) && typeof v.is === 'string';
const setValue = (v: unknown): unknown => (isWord(v) && v.is === 'set' ? v.value : undefined);
const without = (box: Raw, ...keys: string[]): Raw =>
  Object.fromEntries(Object.entries(box).filter(([key]) => !keys.includes(key)));

/** What a file of version 3 says about its one main path. */
type Former = {
  box: Raw;
  wiring: Raw;
  switching: Raw;
  bank: Raw;
  outside: boolean;
  circuits: readonly unknown[];
  /** The isolator, where it is not the master itself. */
  isolator: unknown;
  ownIsolator: boolean;
  /** How the main path ended. */
  block: Raw;
};

function formerOf(box: Raw): Former {
  const wiring = isRaw(box.wiring) ? box.wiring : {};
  const switching = isRaw(box.switching) ? box.switching : {};
  const bank = isRaw(box.bank) ? box.bank : {};
  const isolator = setValue(switching.isolator);
  return {
    box,
    wiring,
    switching,
    bank,
    outside: bank.arrangement === 'outside',
    circuits: Array.isArray(box.circuits) ? box.circuits : [],
    isolator,
    ownIsolator: isolator !== undefined && isolator !== setValue(switching.master),
    block: {
      ends: wiring.school === 'daisy-chain' ? 'chain' : 'fuse-block',
      blockPartId: wiring.fuseBlockPartId ?? null
    }
  };
}

function mainFrom3({ wiring, switching, bank, outside, block }: Former): Raw {
  return {
    ...plainFeed(MAIN_ID, 'Main feed'),
    from: setTo({ at: 'post', pack: null }),
    // without a holder there was none, whatever its field said
    fuse:
      wiring.mainHolderPartId == null && isWord(wiring.mainFuse) && wiring.mainFuse.is === 'set'
        ? AUTO
        : wiring.mainFuse,
    holderPartId: wiring.mainHolderPartId ?? null,
    fuseFromStartMm: wiring.mainFuseFromBatteryMm,
    sheathed: wiring.mainSheathed,
    wire: wiring.mainWire,
    wireCount: wiring.mainWireCount,
    leverSwitches: wiring.breakerIsSwitch,
    lead: outside ? { lengthMm: bank.leadMm, wire: AUTO, wireCount: 1 } : null,
    switches: switchWord(switching.master),
    ...block
  };
}

/** The main path as feeds, one behind the other: up to the isolator, behind it, to the second box. */
function feedsFrom3(f: Former): { feeds: Raw[]; home: string; masterId: unknown } {
  const { wiring, ownIsolator, block } = f;
  const main = mainFrom3(f);
  const feeds = [main];
  let home = MAIN_ID;
  const taken = new Set(f.circuits.map((c) => (isRaw(c) ? c.id : undefined)));
  const add = (stem: string, name: string, over: Raw): void => {
    let id = stem;
    for (let n = 2; taken.has(id); n++) id = `${stem}-${n}`;
    taken.add(id);
    Object.assign(feeds[feeds.length - 1]!, { ends: 'stud', blockPartId: null });
    feeds.push({
      ...plainFeed(id, name),
      from: setTo({ at: 'feed', id: home, ahead: false }),
      fuse: NONE,
      wire: wiring.mainWire,
      wireCount: wiring.mainWireCount,
      switches: NONE,
      ...block,
      ...over
    });
    home = id;
  };
  if (ownIsolator) {
    const master = main.switches;
    main.switches = setTo([f.isolator]);
    add('switched', 'Behind the master', { switches: masterOf(f.box, master) });
  }
  if (typeof wiring.distributionMm === 'number' && wiring.distributionMm > 0)
    add('second', 'Second box', { lengthMm: setTo(wiring.distributionMm), secondBox: true });
  return { feeds, home, masterId: ownIsolator ? feeds[1]!.id : MAIN_ID };
}

/** What was always live stood behind an isolator, ahead of everything else. */
const aheadIn3 = ({ ownIsolator }: Former): unknown => setTo({ at: 'feed', id: MAIN_ID, ahead: !ownIsolator });

/** Where a circuit took its positive. @param home the feed that what is switched hangs on */
function originFrom3(f: Former, c: Raw, home: string): unknown {
  const tap = setValue(c.tapFrom);
  if (tap !== undefined) return setTo({ at: 'circuit', id: tap, ahead: true });
  if (c.live === 'direct') return setTo({ at: 'post', pack: null });
  if (c.live === 'always') return c.purpose === 'charge' && !f.ownIsolator ? AUTO : aheadIn3(f);
  if (isWord(c.tapFrom) && c.tapFrom.is === 'unknown') return c.tapFrom;
  const own = isWord(c.tapFrom) && c.tapFrom.is === 'none' && f.wiring.school === 'daisy-chain';
  return home === MAIN_ID && c.purpose !== 'charge' && !own ? AUTO : setTo({ at: 'feed', id: home, ahead: false });
}

const circuitFrom3 = (f: Former, c: Raw, home: string): Raw => ({
  ...without(c, 'live', 'tapFrom', 'fuseFromBatteryMm'),
  from: originFrom3(f, c, home),
  fuseFamily: AUTO,
  fuseFromStartMm: c.fuseFromBatteryMm,
  returnWire: AUTO,
  insulationC: AUTO,
  bundledCount: AUTO,
  expectedA: AUTO
});

const chargingFrom3 = (f: Former): unknown =>
  isRaw(f.box.charging)
    ? {
        ...f.box.charging,
        builtIn: [],
        throughPortId: AUTO,
        solar: withUsual(f.box.charging.solar, {
          from: f.ownIsolator ? aheadIn3(f) : AUTO,
          switchPortId: NONE,
          loadTerminal: null
        })
      }
    : f.box.charging;

/** Fields of the wiring that became fields of the main feed. */
const MAIN_IN_3 = [
  'school',
  'mainFuse',
  'mainHolderPartId',
  'mainFuseFromBatteryMm',
  'mainSheathed',
  'mainWire',
  'mainWireCount',
  'breakerIsSwitch',
  'distributionMm',
  'fuseBlockPartId'
];

/** Version 3 knew one main path with places of its own for isolator, master, second box, and circuits that were 'live' in three ways. */
function fromVersion3(box: Raw): Raw {
  const f = formerOf(box);
  const { feeds, home, masterId } = feedsFrom3(f);
  return {
    ...without(box, 'switching'),
    version: 4,
    bank: {
      ...withUsualOf(without(f.bank, 'leadMm'), {
        stands: f.outside ? 'outside' : 'inside',
        disconnectIn: AUTO,
        blocksCold: 'unknown'
      }),
      arrangement: f.outside ? 'parallel' : f.bank.arrangement
    },
    charging: chargingFrom3(f),
    devices: each(box.devices, (d) =>
      isRaw(d) ? { ...d, lead: withUsual(d.lead, { reversed: 'no', armoured: 'no' }) } : d
    ),
    ports: each(box.ports, (p) => withUsual(p, { insert: null })),
    feeds,
    relays: each(f.switching.relays ?? [], (r) =>
      isRaw(r) ? { ...without(r, 'circuitId'), inId: r.circuitId ?? masterId, switchPole: 'plus' } : r
    ),
    circuits: each(f.circuits, (c) => (isRaw(c) ? circuitFrom3(f, c, home) : c)),
    wiring: isRaw(box.wiring) ? without(f.wiring, ...MAIN_IN_3) : box.wiring,
    parts: partsFromOlder(box.parts)
  };
}

const withUsualOf = (v: Raw, usual: Raw): Raw => ({ ...usual, ...v });

/** One switch as the list a feed has. */
const switchWord = (v: unknown): unknown => (isWord(v) && v.is === 'set' ? setTo([v.value]) : v);

/** Beside an isolator the automatic master is named: it was the first switch that nothing used. */
function masterOf(box: Raw, word: unknown): unknown {
  if (!isWord(word) || word.is !== 'auto') return word;
  const rows = (v: unknown): Raw[] => (Array.isArray(v) ? v.filter(isRaw) : []);
  const switching = isRaw(box.switching) ? box.switching : {};
  const parts = isRaw(box.parts) ? box.parts : {};
  const used = [
    setValue(switching.isolator),
    ...[...rows(box.circuits), ...rows(switching.relays)].map((r) => setValue(r.switchPortId))
  ];
  const free = rows(box.ports).find((p) => {
    const part = parts[String(p.partId)];
    return isRaw(part) && part.role === 'switch' && !used.includes(p.id);
  });
  return free ? setTo([free.id]) : NONE;
}

/** Ports on a face that no case has are put on the front, with a note of where they came from; a finding asks. */
export function withKnownFaces(data: unknown): unknown {
  if (!isRaw(data) || !Array.isArray(data.ports)) return data;
  const known: readonly unknown[] = FACES;
  if (data.ports.every((p) => !isRaw(p) || typeof p.face !== 'string' || known.includes(p.face))) return data;
  return {
    ...data,
    ports: data.ports.map((p) =>
      isRaw(p) && typeof p.face === 'string' && !known.includes(p.face)
        ? { ...p, face: 'front', cameOn: p.face.slice(0, 40) }
        : p
    )
  };
}

/** A document of an older version, or of an older build, as one of today; anything else comes back as it is. Never throws. */
export function fromOlder(data: unknown): unknown {
  if (!isRaw(data)) return data;
  const now = asVersion4(data);
  // what is no box at all is no box with things missing
  return now.version === BOX_VERSION ? withLater(now) : now;
}

function asVersion4(data: Raw): Raw {
  if (data.version === 1) return fromVersion3(fromVersion2(fromVersion1(data)));
  if (data.version === 2) return fromVersion3(fromVersion2(data));
  return data.version === 3 ? fromVersion3(data) : data;
}
