import { FACES } from '../catalogue/faces.ts';
import { AUTO, NONE } from './attr.ts';

type Raw = Record<string, unknown>;
const isRaw = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);
const withUsual = (v: unknown, usual: Raw): unknown => (isRaw(v) ? { ...usual, ...v } : v);

/** What older versions did not know of a part, with the value that changes nothing. */
export function partFromOlder(part: unknown): unknown {
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
    return withUsual({ ...part, hole }, { tabs: 'two-tabs' });
  }
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

/** A document of an older version as one of today; anything else comes back as it is. Never throws. */
export function fromOlder(data: unknown): unknown {
  if (!isRaw(data)) return data;
  if (data.version === 1) return fromVersion2(fromVersion1(data));
  return data.version === 2 ? fromVersion2(data) : data;
}
