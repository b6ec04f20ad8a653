import type { SolidItem, SolidModel, Stuff, Vec } from '@haversack/core/draw/solid-model';
import {
  BoxGeometry,
  BufferGeometry,
  Color,
  CurvePath,
  CylinderGeometry,
  DoubleSide,
  EdgesGeometry,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineCurve3,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  Object3D,
  Plane,
  TubeGeometry,
  Vector3
} from 'three';

export type Cut = { side: 'front' | 'right' | 'top'; share: number };
export type Look = {
  /** Ids of what is wrong and of what is chosen, as 'body battery-1'. */
  wrong: ReadonlySet<string>;
  chosen: string | undefined;
  /** Leads that step back. */
  faint: ReadonlySet<string>;
  lidDeg: number;
  cut: Cut;
};
/** CSS colours of the theme. */
const COLOUR: Record<Stuff, string> = {
  case: '--olive3',
  glass: '--line2',
  battery: '--olive5',
  body: '--olive3',
  port: '--edge',
  flange: '--ink2',
  fuse: '--brass4',
  positive: '--pos',
  negative: '--neg'
};
const SEE_THROUGH: Partial<Record<Stuff, number>> = { glass: 0.16, port: 0.8 };
const SEGMENTS = 28;
const LIFTED_MM = 120;

function geometryOf(s: SolidItem['shape']): BufferGeometry {
  if (s.t === 'box') {
    const size = [0, 1, 2].map((k) => Math.max(0.1, s.high[k]! - s.low[k]!)) as [number, number, number];
    return new BoxGeometry(...size).translate(
      ...([0, 1, 2].map((k) => (s.high[k]! + s.low[k]!) / 2) as [number, number, number])
    );
  }
  if (s.t === 'cylinder') {
    // three.js stands them along y
    const g = new CylinderGeometry(s.radiusMm, s.radiusMm, s.lengthMm, SEGMENTS);
    if (s.axis === 0) g.rotateZ(Math.PI / 2);
    if (s.axis === 2) g.rotateX(Math.PI / 2);
    return g.translate(...(s.middle as [number, number, number]));
  }
  if (s.t === 'quad') {
    const [a, b, c, d] = s.corners;
    const g = new BufferGeometry();
    g.setAttribute('position', new Float32BufferAttribute([a, b, c, a, c, d].flat(), 3));
    g.computeVertexNormals();
    return g;
  }
  const path = new CurvePath<Vector3>();
  s.points.slice(1).forEach((p, i) => {
    const q = s.points[i]!;
    if (Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) > 0.01)
      path.add(new LineCurve3(new Vector3(...q), new Vector3(...p)));
  });
  return path.curves.length === 0
    ? new BufferGeometry()
    : new TubeGeometry(path, Math.max(2, path.curves.length * 12), s.radiusMm, 6);
}

/** A colour of the theme by its name. */
export type Css = (name: string) => Color;

function colourOf(item: SolidItem, look: Look, css: Css): Color {
  const key = item.of ? `${item.of.kind} ${item.of.id}` : '';
  if (look.wrong.has(key)) return css('--stop');
  if (key !== '' && key === look.chosen && item.stuff !== 'positive' && item.stuff !== 'negative')
    return css('--brass4');
  return css(COLOUR[item.stuff]);
}

/** A solid with its edges; a lead without. */
export function meshOf(item: SolidItem, look: Look, css: Css, cutting: Plane | undefined): Object3D[] {
  const geometry = geometryOf(item.shape);
  const faint = item.of?.kind === 'lead' && look.faint.has(item.of.id);
  const opacity = faint ? 0.12 : (SEE_THROUGH[item.stuff] ?? 1);
  const clippingPlanes = cutting ? [cutting] : [];
  const material = new MeshLambertMaterial({
    color: colourOf(item, look, css),
    transparent: opacity < 1,
    opacity,
    depthWrite: opacity >= 0.5,
    side: DoubleSide,
    clippingPlanes
  });
  const mesh = new Mesh(geometry, material);
  mesh.name = item.name;
  if (item.of && item.of.kind !== 'lead') mesh.userData = { id: item.of.id, kind: item.of.kind };
  if (item.shape.t === 'tube') return [mesh];
  const edges = new LineSegments(
    new EdgesGeometry(geometry, 30),
    new LineBasicMaterial({ color: css(item.stuff === 'glass' ? '--ink2' : '--ink'), clippingPlanes })
  );
  edges.userData = { drawn: true };
  return [mesh, edges];
}

export function planeOf({ sizeMm: [x, y, z] }: SolidModel, { side, share }: Cut): Plane | undefined {
  if (share <= 0) return undefined;
  // a little more than the box, flanges and an open lid included
  if (side === 'front') return new Plane(new Vector3(0, 1, 0), -(share * (y + 40) - 20));
  if (side === 'right') return new Plane(new Vector3(-1, 0, 0), (1 - share) * (x + 40) - 20);
  return new Plane(new Vector3(0, 0, -1), (1 - share) * (z + 20));
}

/** The lid’s own frame: turned about its hinge, or lifted off. */
export function lidGroup({ hinge }: SolidModel, deg: number): { pivot: Group; inside: Group } {
  const [pivot, inside] = [new Group(), new Group()];
  pivot.add(inside);
  if (hinge) {
    const at = hinge.at as [number, number, number];
    pivot.position.set(...at);
    inside.position.set(-at[0], -at[1], -at[2]);
    pivot.rotation[hinge.axis] = (-deg * Math.PI) / 180;
  } else pivot.position.z = (deg / 110) * LIFTED_MM;
  return { pivot, inside };
}

export function anchor(at: Vec, parent: Object3D): Object3D {
  const o = new Object3D();
  o.position.set(...(at as [number, number, number]));
  parent.add(o);
  return o;
}

export function dispose(group: Object3D): void {
  group.traverse((o) => {
    if (!(o instanceof Mesh) && !(o instanceof LineSegments)) return;
    o.geometry.dispose();
    (o.material as MeshLambertMaterial | LineBasicMaterial).dispose();
  });
}
