import { dxfText } from '@haversack/core/quantity/clean-text';
import { LAYERS, type FaceDrawing, type Layer, type Shape } from '@haversack/core/template/face-drawing';
import { Colors, DxfWriter, point3d, TextHorizontalAlignment, TextVerticalAlignment, Units } from '@tarikjabiri/dxf';

const COLOUR: Record<Layer, number> = {
  outline: Colors.White,
  cut: Colors.Red,
  centre: Colors.Cyan,
  engraving: Colors.Blue,
  'keep-clear': Colors.Yellow
};

/** The face as DXF in millimetres, y up as DXF has it, one layer a kind of line. */
export function faceDxf(d: FaceDrawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const layer of LAYERS) dxf.addLayer(layer, COLOUR[layer], 'Continuous');
  for (const s of d.shapes) draw(dxf, s);
  return dxf.stringify();
}

function draw(dxf: DxfWriter, s: Shape): void {
  const on = { layerName: s.layer };
  switch (s.kind) {
    case 'circle':
      dxf.addCircle(point3d(s.xMm, s.yMm), s.radiusMm, on);
      break;
    case 'rect':
      dxf.addRectangle({ x: s.xMm, y: s.yMm + s.heightMm }, { x: s.xMm + s.widthMm, y: s.yMm }, on);
      break;
    case 'line':
      dxf.addLine(point3d(s.x1Mm, s.y1Mm), point3d(s.x2Mm, s.y2Mm), on);
      break;
    case 'text':
      dxf.addText(point3d(s.xMm, s.yMm), s.heightMm, dxfText(s.text), {
        ...on,
        horizontalAlignment: TextHorizontalAlignment.Center,
        verticalAlignment: TextVerticalAlignment.BaseLine,
        secondAlignmentPoint: point3d(s.xMm, s.yMm)
      });
  }
}
