import type { CaseFit } from '@haversack/core/case/fit';
import type { PanelPlan } from '@haversack/core/panel/panel';
import {
  AmbientLight,
  BoxGeometry,
  BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Raycaster,
  Scene,
  Spherical,
  Vector2,
  Vector3,
  WebGLRenderer,
  Float32BufferAttribute
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';

export type Scene3D = {
  show: (fit: CaseFit, panel: PanelPlan | undefined, chosen: string | undefined) => void;
  turn: (degAround: number, degUp: number) => void;
  zoom: (by: number) => void;
  close: () => void;
};
type Pick = (id: string, kind: 'body' | 'port') => void;

/**
 * Draws bodies, port rears and the tapered case in millimetres, z up, only when something changed.
 * @throws Error when the browser has no WebGL
 */
export function makeScene(holder: HTMLElement, onpick: Pick): Scene3D {
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
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
  let framed = '';
  let waiting = 0;
  const draw = () => {
    cancelAnimationFrame(waiting);
    waiting = requestAnimationFrame(() => renderer.render(scene, camera));
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
    const hit = ray.intersectObjects(things.children).find((h) => h.object.userData.id);
    if (hit) onpick(hit.object.userData.id as string, hit.object.userData.kind as 'body' | 'port');
  });

  function box(
    low: readonly number[],
    high: readonly number[],
    colour: Color,
    id: string,
    kind: 'body' | 'port'
  ): void {
    const size = [0, 1, 2].map((k) => high[k]! - low[k]!) as [number, number, number];
    const geometry = new BoxGeometry(...size);
    const mesh = new Mesh(
      geometry,
      new MeshLambertMaterial({ color: colour, transparent: kind === 'port', opacity: kind === 'port' ? 0.75 : 1 })
    );
    mesh.position.set(...([0, 1, 2].map((k) => (high[k]! + low[k]!) / 2) as [number, number, number]));
    mesh.userData = { id, kind };
    const edges = new LineSegments(new EdgesGeometry(geometry), new LineBasicMaterial({ color: css('--ink') }));
    edges.position.copy(mesh.position);
    things.add(mesh, edges);
  }

  function shell(fit: CaseFit): void {
    const c = fit.part;
    const inset = [(c.rimLengthMm - c.floorLengthMm) / 2, (c.rimWidthMm - c.floorWidthMm) / 2] as const;
    const ring = (z: number, x: number, y: number) =>
      [
        [x, y],
        [c.rimLengthMm - x, y],
        [c.rimLengthMm - x, c.rimWidthMm - y],
        [x, c.rimWidthMm - y]
      ].map(([a, b]) => [a!, b!, z] as [number, number, number]);
    const rings = [ring(0, inset[0], inset[1]), ring(c.depthMm, 0, 0), ring(c.depthMm + c.lidDepthMm, 0, 0)];
    const points: number[] = [];
    const seg = (a: number[], b: number[]) => points.push(...a, ...b);
    for (const r of rings) r.forEach((p, i) => seg(p, r[(i + 1) % 4]!));
    for (let i = 0; i < 4; i++) {
      seg(rings[0]![i]!, rings[1]![i]!);
      seg(rings[1]![i]!, rings[2]![i]!);
    }
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new Float32BufferAttribute(points, 3));
    things.add(new LineSegments(geometry, new LineBasicMaterial({ color: css('--ink2') })));
    // the floor and the back wall, so that the eye knows which way it looks
    const floor = new Mesh(
      new BoxGeometry(c.floorLengthMm, c.floorWidthMm, c.wallMm),
      new MeshLambertMaterial({ color: css('--olive3') })
    );
    floor.position.set(c.rimLengthMm / 2, c.rimWidthMm / 2, -c.wallMm / 2);
    things.add(floor);
  }

  function frame(fit: CaseFit): void {
    const c = fit.part;
    const key = `${c.id} ${c.rimLengthMm} ${c.rimWidthMm} ${c.depthMm}`;
    if (key === framed) return;
    framed = key;
    const size = Math.hypot(c.rimLengthMm, c.rimWidthMm, c.depthMm);
    controls.target.set(c.rimLengthMm / 2, c.rimWidthMm / 2, c.depthMm / 2);
    camera.position.set(c.rimLengthMm / 2 - size * 0.65, c.rimWidthMm / 2 - size * 1.35, c.depthMm / 2 + size * 0.95);
    controls.update();
  }

  return {
    show(fit, panel, chosen) {
      scene.remove(things);
      things = new Group();
      scene.add(things);
      scene.background = css('--raise');
      shell(fit);
      const wrong = new Set(fit.faults.flatMap((f) => [f.id, f.other ?? f.id]));
      for (const p of fit.placed) {
        const kind = fit.bodies.find((b) => b.id === p.id)?.kind;
        const colour = wrong.has(p.id)
          ? css('--stop')
          : p.id === chosen
            ? css('--brass4')
            : css(kind === 'battery' ? '--olive5' : '--olive3');
        box([p.xMm, p.yMm, p.zMm], [p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm], colour, p.id, 'body');
      }
      for (const p of panel?.ports ?? [])
        if (p.part.hole.shape !== 'none')
          box(
            p.rear.low,
            p.rear.high,
            p.clearMm < 0 ? css('--stop') : p.port.id === chosen ? css('--brass4') : css('--edge'),
            p.port.id,
            'port'
          );
      frame(fit);
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
    close() {
      watch.disconnect();
      controls.dispose();
      renderer.dispose();
      renderer.domElement.remove();
    }
  };
}
