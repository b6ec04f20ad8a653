import { describe, expect, test } from 'vitest';
import { draftDeg, freeDepthMm, onWall, rearSolid, volumesL, wallInsetMm } from '../src/case/faces.ts';
import { insideRiseK, outsideOf, type Outside } from '../src/case/heat.ts';
import { starter } from '../src/demo/builder.ts';
import { edgeMm, pitchMm } from '../src/panel/spacing.ts';
import { sealWord } from '../src/sealing/sealing.ts';
import { expectDigits, M, mechanical } from './vectors.ts';

const c05 = starter('case', 'case-plastic-medium');
const socket = starter('panel', 'socket-12v-capped');
const gland = starter('panel', 'gland-m16');

describe('cases', () => {
  test('C05: volume, draft and widths at height', () => {
    expectDigits(volumesL(c05).bodyL, M['C05.Vbody_L']!);
    expectDigits(volumesL(c05).totalL, M['C05.Vtotal_L']!);
    expectDigits(draftDeg(c05), M['C05.draft_deg']!);
    expectDigits(c05.rimLengthMm - 2 * wallInsetMm(c05, 'length', 100), M['C05.L_at_100']!);
    expectDigits(c05.rimWidthMm - 2 * wallInsetMm(c05, 'width', 100), M['C05.W_at_100']!);
  });
  test.each([
    ['case-junction-small', 'C01'],
    ['case-junction-large', 'C02'],
    ['case-steel-slim', 'C03'],
    ['case-steel-medium', 'C04'],
    ['case-plastic-tall', 'C06'],
    ['case-hard-small', 'C07'],
    ['case-hard-mid', 'C08'],
    ['case-hard-deep', 'C09'],
    ['case-battery-box', 'C10'],
    ['case-tool-box', 'C11'],
    ['case-wooden', 'C12']
  ])('%s has the volume of %s', (id, ref) => {
    expectDigits(volumesL(starter('case', id)).totalL, mechanical.CT[ref].Vt);
  });
  test('faces fold the right way round: back mirrored, front corner right on the left face, lid back up', () => {
    expect(onWall(c05, 'front', 20, 160)).toMatchObject({ xMm: 20, yMm: 0 });
    expect(onWall(c05, 'back', 20, 160)).toMatchObject({ xMm: 258, yMm: 140 });
    expect(onWall(c05, 'left', 20, 160)).toMatchObject({ xMm: 0, yMm: 120 });
    expect(onWall(c05, 'right', 20, 160)).toMatchObject({ xMm: 278, yMm: 20 });
    expect(onWall(c05, 'lid', 20, 30)).toMatchObject({ xMm: 20, yMm: 30 });
  });
  test('a socket at 100 mm up has 63.86 mm before a battery at the back wall', () => {
    const battery = { low: [60, M['lay.batt_face_y']!, 3], high: [220, 131, 103] } as const;
    const free = freeDepthMm(c05, 'front', { xMm: 140, yMm: 100 }, { widthMm: 38, heightMm: 38 }, [
      { low: [...battery.low], high: [...battery.high] }
    ]);
    expectDigits(free.depthMm, M['lay.avail']!);
    expectDigits(free.depthMm - (socket.bodyDepthMm + socket.flagMm) - 5, M['lay.spare_flag']!);
    expectDigits(socket.bodyDepthMm + socket.straightMm + 5 - free.depthMm, M['lay.short_straight']!);
  });
  test('the room behind a port on the back points forwards', () => {
    const s = rearSolid(c05, 'back', { xMm: 50, yMm: 160 }, { widthMm: 20, heightMm: 30 }, 40);
    expect(s.high[1]).toBe(140);
    expect(s.low[1]).toBe(100);
    expect([s.low[0], s.high[0]]).toEqual([218, 238]);
  });
});

describe('spacing', () => {
  test('two 29 mm sockets want 45 mm, socket and M16 gland 41 mm', () => {
    const pair = pitchMm(socket, socket, 'PP', 3);
    expect([pair.flange, pair.web, pair.nut, pair.plug, pair.pitch]).toEqual([
      M['pitch.2sockets.flange'],
      M['pitch.2sockets.web'],
      M['pitch.2sockets.nut'],
      M['pitch.2sockets.plug'],
      45
    ]);
    const withGland = pitchMm(socket, { ...gland, flangeWidthMm: 25.4, plugWidthMm: 22 }, 'PP', 3);
    expectDigits(withGland.flange, M['pitch.socket_m16.flange']!);
    expectDigits(withGland.pitch, M['pitch.socket_m16']!);
    expect(edgeMm(socket, 8)).toBe(M['edge.socket']);
  });
});

test('heat: dark and pale case of 6 l in the sun and in the shade', () => {
  const box: Outside = {
    lengthMm: 285,
    widthMm: 147,
    heightMm: 190,
    wallMm: 3,
    conductivity: 0.2,
    absorptanceFraction: 0.92
  };
  expectDigits(insideRiseK(box, { lossW: 3, sunWPerM2: 800 }), M['heat.dark.dT_h8']!);
  expectDigits(insideRiseK({ ...box, absorptanceFraction: 0.3 }, { lossW: 3, sunWPerM2: 800 }), M['heat.pale.dT_h8']!);
  expectDigits(insideRiseK(box, { lossW: 3, sunWPerM2: 0 }), M['heat.shade.dT_h8']!);
  expectDigits(insideRiseK(box, { lossW: 3, sunWPerM2: 800 }, 12), M['heat.dark.dT_h12']!);
  expect(outsideOf(c05).lengthMm).toBe(284);
});

test('seal words follow the ladder: 7 and 8 do not imply 5 or 6', () => {
  expect(sealWord({ jet: 4, dunk: 0 })).toBe('splash');
  expect(sealWord({ jet: 6, dunk: 0 })).toBe('rain');
  expect(sealWord({ jet: 4, dunk: 7 })).toBe('dunk');
  expect(sealWord({ jet: 2, dunk: 0 })).toBe('dry-store');
  expect(sealWord({ jet: 5, dunk: 0 })).toBe('rain');
  expect(sealWord({ jet: 3, dunk: 0 })).toBe('dry-store');
});
