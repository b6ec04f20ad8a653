import type { Box } from '../box/schema.ts';
import { faceSizeMm } from '../case/faces.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { holeSchedule, type HoleRow } from '../drill/schedule.ts';
import type { BitSet } from '../drill/bits.ts';
import type { PanelPlan, PortPlan } from '../panel/panel.ts';
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
export const drilledFaces = (panel: PanelPlan): Face[] => [
  ...new Set(panel.ports.filter((p) => p.part.hole.shape !== 'none').map((p) => p.port.face))
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
      )
    ]
  };
}

function portShapes(p: PortPlan, row: HoleRow): Shape[] {
  const { xMm, yMm } = p.port;
  const { hole } = p.part;
  const cross = (x: number, y: number): Shape[] => [
    { layer: 'centre', kind: 'line', x1Mm: x - MARK_MM, y1Mm: y, x2Mm: x + MARK_MM, y2Mm: y },
    { layer: 'centre', kind: 'line', x1Mm: x, y1Mm: y - MARK_MM, x2Mm: x, y2Mm: y + MARK_MM }
  ];
  const cut: Shape[] =
    hole.shape === 'round'
      ? [{ layer: 'cut', kind: 'circle', xMm, yMm, radiusMm: hole.diameterMm / 2 }, ...cross(xMm, yMm)]
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
