import type { SolidItem, SolidModel, Stuff, Vec } from '@haversack/core/draw/solid-model';
import {
  AmbientLight,
  BoxGeometry,
  BufferGeometry,
  Color,
  CurvePath,
  CylinderGeometry,
  DirectionalLight,
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
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Spherical,
  TubeGeometry,
  Vector2,
  Vector3,
  WebGLRenderer
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';

/** Where a name belongs on the picture, px. */
export type NamedSpot = { id: string; text: string; x: number; y: number };
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
export type Scene3D = {
  show: (model: SolidModel, look: Look) => void;
  turn: (degAround: number, degUp: number) => void;
  zoom: (by: number) => void;
  /** The picture as it stands, without its names. */
  canvas: HTMLCanvasElement;
  /** The solids as a binary glTF file, in metres, y up. */
  gltf: () => Promise<ArrayBuffer>;
  close: () => void;
};
type Pick = (id: string, kind: 'body' | 'port') => void;

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

/**
 * Draws the box in millimetres, z up, only when something changed.
 * @param onspots told after each picture where the names belong
 * @throws Error when the browser has no WebGL
 */
export function makeScene(holder: HTMLElement, onpick: Pick, onspots: (spots: NamedSpot[]) => void): Scene3D {
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.localClippingEnabled = true;
  const scene = new Scene();
  const camera = new PerspectiveCamera(35, 1, 10, 10000);
  camera.up.set(0, 0, 1);
  holder.append(renderer.domElement);
  const controls = new OrbitControls(camera, renderer.domElement);
  scene.add(new AmbientLight(0xffffff, 1.7));
  const sun = new DirectionalLight(0xffffff, 1.6);
  sun.position.set(-400, -700, 900);
  scene.add(sun);
  let things = new Group();
  scene.add(things);
  let anchors: { id: string; text: string; object: Object3D }[] = [];
  let cutting: Plane | undefined;
  let framed = '';
  let waiting = 0;
  const draw = () => {
    cancelAnimationFrame(waiting);
    waiting = requestAnimationFrame(() => {
      renderer.render(scene, camera);
      onspots(spots());
    });
  };
  const css = (name: string) => new Color(getComputedStyle(holder).getPropertyValue(name).trim());
  const resize = () => {
    const { clientWidth: w, clientHeight: h } = holder;
    if (w === 0 || h === 0) return;
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    renderer.setSize(w, h);
    camera.aspect = w / h;
    camera.updateProjectionMatrix();
    draw();
  };
  const watch = new ResizeObserver(resize);
  watch.observe(holder);
  controls.addEventListener('change', draw);

  /** Names of what is not cut away, where they stand on the picture. */
  function spots(): NamedSpot[] {
    const { clientWidth: w, clientHeight: h } = holder;
    const at = new Vector3();
    return anchors.flatMap(({ id, text, object }) => {
      object.getWorldPosition(at);
      if (cutting && cutting.distanceToPoint(at) < 0) return [];
      at.project(camera);
      return at.z > 1 ? [] : [{ id, text, x: ((at.x + 1) / 2) * w, y: ((1 - at.y) / 2) * h }];
    });
  }

  let down = { x: 0, y: 0 };
  renderer.domElement.addEventListener('pointerdown', (e) => (down = { x: e.clientX, y: e.clientY }));
  renderer.domElement.addEventListener('click', (e) => {
    if (Math.hypot(e.clientX - down.x, e.clientY - down.y) > 4) return;
    const r = renderer.domElement.getBoundingClientRect();
    const ray = new Raycaster();
    ray.setFromCamera(
      new Vector2(((e.clientX - r.left) / r.width) * 2 - 1, 1 - ((e.clientY - r.top) / r.height) * 2),
      camera
    );
    const hit = ray
      .intersectObjects(things.children, true)
      .find((h) => h.object.userData.id && !(cutting && cutting.distanceToPoint(h.point) < 0));
    if (hit) onpick(hit.object.userData.id as string, hit.object.userData.kind as 'body' | 'port');
  });

  function colourOf(item: SolidItem, look: Look): Color {
    const key = item.of ? `${item.of.kind} ${item.of.id}` : '';
    if (look.wrong.has(key)) return css('--stop');
    if (key !== '' && key === look.chosen && item.stuff !== 'positive' && item.stuff !== 'negative')
      return css('--brass4');
    return css(COLOUR[item.stuff]);
  }

  function meshOf(item: SolidItem, look: Look): Object3D[] {
    const geometry = geometryOf(item.shape);
    const faint = item.of?.kind === 'lead' && look.faint.has(item.of.id);
    const opacity = faint ? 0.12 : (SEE_THROUGH[item.stuff] ?? 1);
    const clippingPlanes = cutting ? [cutting] : [];
    const material = new MeshLambertMaterial({
      color: colourOf(item, look),
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

  function planeOf({ sizeMm: [x, y, z] }: SolidModel, { side, share }: Cut): Plane | undefined {
    if (share <= 0) return undefined;
    // a little more than the box, flanges and an open lid included
    if (side === 'front') return new Plane(new Vector3(0, 1, 0), -(share * (y + 40) - 20));
    if (side === 'right') return new Plane(new Vector3(-1, 0, 0), (1 - share) * (x + 40) - 20);
    return new Plane(new Vector3(0, 0, -1), (1 - share) * (z + 20));
  }

  /** The lid’s own frame: turned about its hinge, or lifted off. */
  function lidGroup({ hinge }: SolidModel, deg: number): { pivot: Group; inside: Group } {
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

  function anchor(at: Vec, parent: Object3D): Object3D {
    const o = new Object3D();
    o.position.set(...(at as [number, number, number]));
    parent.add(o);
    return o;
  }

  function dispose(group: Object3D): void {
    group.traverse((o) => {
      if (!(o instanceof Mesh) && !(o instanceof LineSegments)) return;
      o.geometry.dispose();
      (o.material as MeshLambertMaterial | LineBasicMaterial).dispose();
    });
  }

  function frame({ sizeMm: [x, y, z] }: SolidModel): void {
    const key = `${x} ${y} ${z}`;
    if (key === framed) return;
    framed = key;
    const size = Math.hypot(x, y, z);
    // with room for the open lid
    controls.target.set(x / 2, y / 2, z * 0.75);
    camera.position.set(x / 2 - size * 0.8, y / 2 - size * 1.55, z * 0.75 + size * 1.2);
    controls.update();
  }

  return {
    canvas: renderer.domElement,
    show(model, look) {
      scene.remove(things);
      dispose(things);
      things = new Group();
      scene.add(things);
      scene.background = css('--raise');
      cutting = planeOf(model, look.cut);
      const { pivot, inside } = lidGroup(model, look.lidDeg);
      things.add(pivot);
      for (const item of model.items) (item.onLid ? inside : things).add(...meshOf(item, look));
      anchors = model.names.map((n) => ({ id: n.id, text: n.text, object: anchor(n.at, n.onLid ? inside : things) }));
      things.updateMatrixWorld(true);
      frame(model);
      draw();
    },
    turn(degAround, degUp) {
      const from = camera.position.clone().sub(controls.target);
      // three.js counts from y up; here z is up
      const s = new Spherical().setFromVector3(new Vector3(from.x, from.z, -from.y));
      s.theta += (degAround * Math.PI) / 180;
      s.phi = Math.min(Math.PI - 0.05, Math.max(0.05, s.phi - (degUp * Math.PI) / 180));
      const to = new Vector3().setFromSpherical(s);
      camera.position.copy(controls.target).add(new Vector3(to.x, -to.z, to.y));
      controls.update();
      draw();
    },
    zoom(by) {
      camera.position.sub(controls.target).multiplyScalar(by).add(controls.target);
      controls.update();
      draw();
    },
    async gltf() {
      const { GLTFExporter } = await import('three/examples/jsm/exporters/GLTFExporter.js');
      const out = things.clone(true);
      const lines: Object3D[] = [];
      out.traverse((o) => void (o.userData.drawn ? lines.push(o) : undefined));
      for (const l of lines) l.removeFromParent();
      // metres and y up, as the format wants it
      out.scale.setScalar(0.001);
      out.rotation.x = -Math.PI / 2;
      out.updateMatrixWorld(true);
      return (await new GLTFExporter().parseAsync(out, { binary: true })) as ArrayBuffer;
    },
    close() {
      watch.disconnect();
      controls.dispose();
      dispose(things);
      renderer.dispose();
      renderer.domElement.remove();
    }
  };
}
