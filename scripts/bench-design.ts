import { deviceFrom } from '../core/src/box/commands.ts';
import { applyEdits } from '../core/src/box/edits.ts';
import { emptyBox } from '../core/src/box/empty.ts';
import type { Box } from '../core/src/box/schema.ts';
import { FITS } from '../core/src/case/fit.ts';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { starter } from '../core/src/demo/builder.ts';
import { designSearch } from '../core/src/design/search.ts';

const DEVICES = [
  'camera-dummy',
  'lamp-red',
  'phone-in-use',
  'lens-heater',
  'scanner',
  'bite-receiver',
  'audio-recorder',
  'fan-small'
];

/** A splash-proof eight hours with so many things on. */
function outing(count: number): Box {
  let box = emptyBox(`${count} devices`);
  box = { ...box, outing: { ...box.outing, durationH: 8, airC: 6, seal: 'splash', carry: 'vehicle' } };
  for (let i = 0; i < count; i++)
    box = applyEdits(box, [
      { op: 'add', path: 'devices', value: deviceFrom(box, starter('device', `device-${DEVICES[i % DEVICES.length]}`)) }
    ]);
  return box;
}

/** How fast designs are found: the first sound box, the whole front, and how many boxes are worked out a second. */
export function reportDesign(): void {
  for (const count of [3, 8, 20]) {
    const box = outing(count);
    // as a second search in a worker that has run before
    for (const round of ['warm', 'measured']) {
      // the compiler is warm, the searches inside the cases are not kept
      FITS.forget();
      const began = performance.now();
      let firstMs: number | undefined;
      const search = designSearch(box, STARTER_CATALOGUE);
      let step = search.next();
      while (!step.done) {
        if (firstMs === undefined && step.value.soundCount > 0) firstMs = performance.now() - began;
        step = search.next();
      }
      if (round === 'warm') continue;
      const s = (performance.now() - began) / 1000;
      const r = step.value;
      console.log(
        `${`design, ${count} devices`.padEnd(44)} first sound ${firstMs === undefined ? 'none' : `${(firstMs / 1000).toFixed(2)} s`} (under 2 s), front of ${r.front.length} after ${s.toFixed(1)} s (under 15 s for 8 devices), ${r.triedCount} boxes worked out, ${(r.triedCount / s).toFixed(0)} a second, ${r.settledCount} of ${r.pairCount} pairs settled`
      );
    }
  }
}
