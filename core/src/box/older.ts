import { FACES } from '../catalogue/faces.ts';
import { BOX_VERSION } from './attr.ts';

type Raw = Record<string, unknown>;
const isRaw = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);
const withUsual = (v: unknown, usual: Raw): unknown => (isRaw(v) ? { ...usual, ...v } : v);

/** What version 1 did not know of a part, with the value that changes nothing. */
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
  if (part.kind === 'panel' && isRaw(part.hole) && part.hole.shape === 'round')
    return { ...part, hole: withUsual(part.hole, { key: null }) };
  return part;
}

const each = (v: unknown, one: (entry: unknown) => unknown): unknown => (Array.isArray(v) ? v.map(one) : v);

function fromVersion1(box: Raw): Raw {
  return {
    ...box,
    version: 2,
    bank: withUsual(box.bank, { mayLie: true }),
    dry: withUsual(box.dry, { gelSince: null }),
    bodies: each(box.bodies, (b) => withUsual(b, { held: 'fixed' })),
    ports: each(box.ports, (p) => withUsual(p, { spacerMm: 0, cameOn: null })),
    brackets: box.brackets ?? [],
    parts: isRaw(box.parts)
      ? Object.fromEntries(Object.entries(box.parts).map(([id, part]) => [id, partFromOlder(part)]))
      : box.parts
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
  return data.version === 1 && BOX_VERSION === 2 ? fromVersion1(data) : data;
}
