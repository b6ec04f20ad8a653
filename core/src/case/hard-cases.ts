import type { Turn } from '../box/schema.ts';
import { seededRandom } from '../sun/weather.ts';
import type { PackBody, Space } from './space.ts';

const ANY: Turn[] = ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'];

/**
 * Generated packing cases of eight bodies for bench and tests: a battery that stays upright and seven freely turning
 * modules in a case that they fill to 50 to 75 % with their gaps, half of the cases tapered.
 */
export function hardCases(count: number, seed = 8): { space: Space; bodies: PackBody[]; fill: number }[] {
  const random = seededRandom(seed);
  const between = (a: number, b: number) => a + Math.round(random() * (b - a));
  return Array.from({ length: count }, (_, k) => {
    const bodies: PackBody[] = [
      {
        id: 'battery',
        lengthMm: between(90, 181),
        widthMm: between(65, 98),
        heightMm: between(94, 168),
        turns: ['lwh', 'wlh'],
        noTop: true
      },
      ...Array.from({ length: 7 }, (_, i): PackBody => ({
        id: `body-${i + 1}`,
        lengthMm: between(60, 130),
        widthMm: between(40, 85),
        heightMm: between(20, 60),
        turns: ANY
      }))
    ];
    const gap = 3;
    const inflated = bodies.reduce((v, b) => v + (b.lengthMm + gap) * (b.widthMm + gap) * (b.heightMm + gap), 0);
    const fill = 0.5 + 0.25 * random();
    const [p, q] = [1.1 + 0.8 * random(), 0.8 + 0.5 * random()];
    const side = Math.cbrt(inflated / fill / (p * q));
    const heightMm = Math.max(bodies[0]!.heightMm + 6, Math.round(side * q));
    const area = inflated / fill / heightMm;
    const widthMm = Math.round(Math.sqrt(area / p));
    const lengthMm = Math.round(area / widthMm);
    const taper = k % 2 === 0 ? 0 : between(4, 12);
    return {
      fill,
      bodies,
      space: {
        rimLengthMm: lengthMm + taper / 2,
        rimWidthMm: widthMm + taper / 2,
        heightMm,
        floorLengthMm: lengthMm - taper / 2,
        floorWidthMm: widthMm - taper / 2,
        taperDepthMm: heightMm,
        gapMm: gap,
        wallGapMm: gap,
        floorPadMm: gap,
        roofPadMm: gap,
        keepOuts: []
      }
    };
  });
}
