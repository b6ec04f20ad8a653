import type { SolidModel } from '@haversack/core/draw/solid-model';
import {
  AmbientLight,
  Color,
  DirectionalLight,
  Group,
  Object3D,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Spherical,
  Vector2,
  Vector3,
  WebGLRenderer
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { anchor, dispose, lidGroup, meshOf, planeOf, type Look } from './scene-pieces.ts';

/** Where a name belongs on the picture, px. */
export type NamedSpot = { id: string; text: string; x: number; y: number };
type Pick = (id: string, kind: 'body' | 'port') => void;

/** Moved further than this between press and release it was a turn, px. */
const CLICK_PX = 4;

/** The box in millimetres, z up, drawn only when something changed. */
export class Scene3D {
  readonly #holder: HTMLElement;
  readonly #onspots: (spots: NamedSpot[]) => void;
  readonly #renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  readonly #scene = new Scene();
  readonly #camera = new PerspectiveCamera(35, 1, 10, 10000);
  readonly #controls: OrbitControls;
  readonly #watch: ResizeObserver;
  #things = new Group();
  #anchors: { id: string; text: string; object: Object3D }[] = [];
  #cutting: Plane | undefined;
  #framed = '';
  #waiting = 0;

  /**
   * @param onspots told after each picture where the names belong
   * @throws Error when the browser has no WebGL
   */
  constructor(holder: HTMLElement, onpick: Pick, onspots: (spots: NamedSpot[]) => void) {
    this.#holder = holder;
    this.#onspots = onspots;
    this.#renderer.localClippingEnabled = true;
    this.#camera.up.set(0, 0, 1);
    holder.append(this.#renderer.domElement);
    this.#controls = new OrbitControls(this.#camera, this.#renderer.domElement);
    this.#scene.add(new AmbientLight(0xffffff, 1.7));
    const sun = new DirectionalLight(0xffffff, 1.6);
    sun.position.set(-400, -700, 900);
    this.#scene.add(sun, this.#things);
    this.#watch = new ResizeObserver(() => this.#resize());
    this.#watch.observe(holder);
    this.#controls.addEventListener('change', () => this.#draw());
    this.#listen(onpick);
  }

  /** The picture as it stands, without its names. */
  get canvas(): HTMLCanvasElement {
    return this.#renderer.domElement;
  }

  show(model: SolidModel, look: Look): void {
    this.#scene.remove(this.#things);
    dispose(this.#things);
    this.#things = new Group();
    this.#scene.add(this.#things);
    this.#scene.background = this.#css('--raise');
    this.#cutting = planeOf(model, look.cut);
    const { pivot, inside } = lidGroup(model, look.lidDeg);
    this.#things.add(pivot);
    for (const item of model.items)
      (item.onLid ? inside : this.#things).add(...meshOf(item, look, this.#css, this.#cutting));
    this.#anchors = model.names.map((n) => ({
      id: n.id,
      text: n.text,
      object: anchor(n.at, n.onLid ? inside : this.#things)
    }));
    this.#things.updateMatrixWorld(true);
    this.#frame(model);
    this.#draw();
  }

  turn(degAround: number, degUp: number): void {
    const { target } = this.#controls;
    const from = this.#camera.position.clone().sub(target);
    // three.js counts from y up; here z is up
    const s = new Spherical().setFromVector3(new Vector3(from.x, from.z, -from.y));
    s.theta += (degAround * Math.PI) / 180;
    s.phi = Math.min(Math.PI - 0.05, Math.max(0.05, s.phi - (degUp * Math.PI) / 180));
    const to = new Vector3().setFromSpherical(s);
    this.#camera.position.copy(target).add(new Vector3(to.x, -to.z, to.y));
    this.#controls.update();
    this.#draw();
  }

  zoom(by: number): void {
    this.#camera.position.sub(this.#controls.target).multiplyScalar(by).add(this.#controls.target);
    this.#controls.update();
    this.#draw();
  }

  /** The solids as a binary glTF file, in metres, y up. */
  async gltf(): Promise<ArrayBuffer> {
    const { GLTFExporter } = await import('three/examples/jsm/exporters/GLTFExporter.js');
    const out = this.#things.clone(true);
    const lines: Object3D[] = [];
    out.traverse((o) => void (o.userData.drawn ? lines.push(o) : undefined));
    for (const l of lines) l.removeFromParent();
    // metres and y up, as the format wants it
    out.scale.setScalar(0.001);
    out.rotation.x = -Math.PI / 2;
    out.updateMatrixWorld(true);
    return (await new GLTFExporter().parseAsync(out, { binary: true })) as ArrayBuffer;
  }

  close(): void {
    this.#watch.disconnect();
    this.#controls.dispose();
    dispose(this.#things);
    this.#renderer.dispose();
    this.#renderer.domElement.remove();
  }

  #css = (name: string): Color => new Color(getComputedStyle(this.#holder).getPropertyValue(name).trim());

  #draw(): void {
    cancelAnimationFrame(this.#waiting);
    this.#waiting = requestAnimationFrame(() => {
      this.#renderer.render(this.#scene, this.#camera);
      this.#onspots(this.#spots());
    });
  }

  #resize(): void {
    const { clientWidth: w, clientHeight: h } = this.#holder;
    if (w === 0 || h === 0) return;
    this.#renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.#renderer.setSize(w, h);
    this.#camera.aspect = w / h;
    this.#camera.updateProjectionMatrix();
    this.#draw();
  }

  /** Names of what is not cut away, where they stand on the picture. */
  #spots(): NamedSpot[] {
    const { clientWidth: w, clientHeight: h } = this.#holder;
    const at = new Vector3();
    return this.#anchors.flatMap(({ id, text, object }) => {
      object.getWorldPosition(at);
      if (this.#isCutAway(at)) return [];
      at.project(this.#camera);
      return at.z > 1 ? [] : [{ id, text, x: ((at.x + 1) / 2) * w, y: ((1 - at.y) / 2) * h }];
    });
  }

  #isCutAway = (at: Vector3): boolean => this.#cutting !== undefined && this.#cutting.distanceToPoint(at) < 0;

  /** A press that was no turn picks what is seen there. */
  #listen(onpick: Pick): void {
    const { domElement } = this.#renderer;
    let down = { x: 0, y: 0 };
    domElement.addEventListener('pointerdown', (e) => (down = { x: e.clientX, y: e.clientY }));
    domElement.addEventListener('click', (e) => {
      if (Math.hypot(e.clientX - down.x, e.clientY - down.y) > CLICK_PX) return;
      const r = domElement.getBoundingClientRect();
      const ray = new Raycaster();
      ray.setFromCamera(
        new Vector2(((e.clientX - r.left) / r.width) * 2 - 1, 1 - ((e.clientY - r.top) / r.height) * 2),
        this.#camera
      );
      const hit = ray
        .intersectObjects(this.#things.children, true)
        .find((h) => h.object.userData.id && !this.#isCutAway(h.point));
      if (hit) onpick(hit.object.userData.id as string, hit.object.userData.kind as 'body' | 'port');
    });
  }

  /** Another box is looked at as a whole first, with room for the open lid. */
  #frame({ sizeMm: [x, y, z] }: SolidModel): void {
    const key = `${x} ${y} ${z}`;
    if (key === this.#framed) return;
    this.#framed = key;
    const size = Math.hypot(x, y, z);
    this.#controls.target.set(x / 2, y / 2, z * 0.75);
    this.#camera.position.set(x / 2 - size * 0.8, y / 2 - size * 1.55, z * 0.75 + size * 1.2);
    this.#controls.update();
  }
}
