import type { Box } from '../box/schema.ts';
import { faceSizeMm } from '../case/faces.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { BOLT_HOLE_MM, boltCentres, holeSchedule, type HoleRow } from '../drill/schedule.ts';
import type { BitSet } from '../drill/bits.ts';
import type { PanelPlan, PortPlan } from '../panel/panel.ts';
import { ZONE_WORDS } from '../panel/zones.ts';
import { fixed } from '../quantity/format.ts';

export const LAYERS = ['outline', 'cut', 'centre', 'engraving', 'keep-clear'] as const;
export type Layer = (typeof LAYERS)[number];

/** What every writer draws, mm, x from the face's left edge and y up from its lower one, seen from outside. */
export type Shape =
  | { layer: Layer; kind: 'circle'; xMm: number; yMm: number; radiusMm: number }
  | { layer: Layer; kind: 'rect'; xMm: number; yMm: number; widthMm: number; heightMm: number }
  | { layer: Layer; kind: 'line'; x1Mm: number; y1Mm: number; x2Mm: number; y2Mm: number }
  | { layer: Layer; kind: 'text'; xMm: number; yMm: number; heightMm: number; text: string };

export type FaceDrawing = {
  face: Face;
  name: string;
  widthMm: number;
  heightMm: number;
  shapes: Shape[];
  holes: HoleRow[];
  /** What must not be drilled as drawn. */
  warnings: string[];
};

export const FACE_NAMES: Record<Face, string> = {
  front: 'Front',
  back: 'Back',
  left: 'Left',
  right: 'Right',
  lid: 'Lid',
  floor: 'Floor'
};

const MARK_MM = 4;
const LETTER_MM = 3;
const SMALL_LETTER_MM = 2.2;
const BELOW_MM = 2;

/** Faces that carry a hole, in their order. */
export const drilledFaces = (box: Pick<Box, 'brackets'>, panel: PanelPlan): Face[] => [
  ...new Set([
    ...panel.ports.filter((p) => p.part.hole.shape !== 'none').map((p) => p.port.face),
    ...box.brackets.filter((b) => b.fixing === 'bolted').map((b) => b.face)
  ])
];

/** One face with its outline, holes, centre marks, labels and places where nothing may be drilled. */
export function faceDrawing(
  box: Box,
  panel: PanelPlan,
  c: PartOf<'case'>,
  face: Face,
  owned: readonly BitSet[]
): FaceDrawing {
  const { widthMm, heightMm } = faceSizeMm(c, face);
  const holes = holeSchedule(box, panel, c, owned).filter((h) => h.face === face);
  const here = panel.ports.filter((p) => p.port.face === face && p.part.hole.shape !== 'none');
  const zones = panel.zones.filter((z) => z.face === face);
  return {
    face,
    name: FACE_NAMES[face],
    widthMm,
    heightMm,
    holes,
    warnings: panel.zoneClashes.flatMap((z) => {
      const p = panel.ports.find((q) => q.port.id === z.portId);
      return p?.port.face === face
        ? [`${p.tag} crosses the ${ZONE_WORDS[z.zone.kind]}: move it before you drill.`]
        : [];
    }),
    shapes: [
      { layer: 'outline', kind: 'rect', xMm: 0, yMm: 0, widthMm, heightMm },
      ...zones.map((z): Shape => ({
        layer: 'keep-clear',
        kind: 'rect',
        xMm: z.xMm,
        yMm: z.yMm,
        widthMm: z.widthMm,
        heightMm: z.heightMm
      })),
      ...here.flatMap((p) =>
        portShapes(
          p,
          holes.find((h) => h.portId === p.port.id)!
        )
      ),
      ...box.brackets
        .filter((b) => b.face === face && b.fixing === 'bolted')
        .flatMap((b) =>
          boltCentres(b).flatMap(({ xMm, yMm }): Shape[] => [
            { layer: 'cut', kind: 'circle', xMm, yMm, radiusMm: BOLT_HOLE_MM / 2 },
            ...cross(xMm, yMm)
          ])
        )
    ]
  };
}

/** Flats and notches: lines to cut or file to; the round is drawn whole, since it is drilled first. */
function keyShapes(hole: Extract<PortPlan['part']['hole'], { shape: 'round' }>, x: number, y: number): Shape[] {
  const { key } = hole;
  if (!key) return [];
  const r = hole.diameterMm / 2;
  if (key.form === 'notch') {
    const half = key.widthMm / 2;
    const low = y + Math.sqrt(r * r - half * half);
    const top = y + r + key.deepMm;
    return [
      [x - half, low, x - half, top],
      [x - half, top, x + half, top],
      [x + half, top, x + half, low]
    ].map(([x1, y1, x2, y2]): Shape => ({ layer: 'cut', kind: 'line', x1Mm: x1!, y1Mm: y1!, x2Mm: x2!, y2Mm: y2! }));
  }
  const off = key.form === 'flat' ? key.acrossMm - r : key.acrossMm / 2;
  const half = Math.sqrt(Math.max(0, r * r - off * off));
  const line = (x1Mm: number, y1Mm: number, x2Mm: number, y2Mm: number): Shape => ({
    layer: 'engraving',
    kind: 'line',
    x1Mm,
    y1Mm,
    x2Mm,
    y2Mm
  });
  return key.form === 'flat'
    ? [line(x - half, y + off, x + half, y + off)]
    : [line(x - off, y - half, x - off, y + half), line(x + off, y - half, x + off, y + half)];
}

/** A centre mark. */
const cross = (x: number, y: number): Shape[] => [
  { layer: 'centre', kind: 'line', x1Mm: x - MARK_MM, y1Mm: y, x2Mm: x + MARK_MM, y2Mm: y },
  { layer: 'centre', kind: 'line', x1Mm: x, y1Mm: y - MARK_MM, x2Mm: x, y2Mm: y + MARK_MM }
];

function portShapes(p: PortPlan, row: HoleRow): Shape[] {
  const { xMm, yMm } = p.port;
  const { hole } = p.part;
  const cut: Shape[] =
    hole.shape === 'round'
      ? [
          { layer: 'cut', kind: 'circle', xMm, yMm, radiusMm: hole.diameterMm / 2 },
          ...cross(xMm, yMm),
          ...keyShapes(hole, xMm, yMm)
        ]
      : hole.shape === 'twin'
        ? [-1, 1].flatMap((side): Shape[] => {
            const x = xMm + (side * hole.pitchMm) / 2;
            return [{ layer: 'cut', kind: 'circle', xMm: x, yMm, radiusMm: hole.diameterMm / 2 }, ...cross(x, yMm)];
          })
        : hole.shape === 'rect'
          ? [
              {
                layer: 'cut',
                kind: 'rect',
                xMm: xMm - hole.widthMm / 2,
                yMm: yMm - hole.heightMm / 2,
                widthMm: hole.widthMm,
                heightMm: hole.heightMm
              },
              ...cross(xMm, yMm)
            ]
          : [];
  const low = yMm - p.part.flangeHeightMm / 2 - BELOW_MM;
  return [
    ...cut,
    {
      layer: 'engraving',
      kind: 'text',
      xMm,
      yMm: low - LETTER_MM,
      heightMm: LETTER_MM,
      text: `${p.tag} ${p.port.name}`.trim()
    },
    {
      layer: 'centre',
      kind: 'text',
      xMm,
      yMm: low - LETTER_MM - SMALL_LETTER_MM - 1,
      heightMm: SMALL_LETTER_MM,
      text: `${row.size} mm, ${row.bit}${row.fileMm > 0 ? `, file ${fixed(row.fileMm, 2)}` : ''}`
    }
  ];
}
