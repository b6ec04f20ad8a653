import { Marks } from '../core/src/bench/marks.ts';
import { workPlanOf } from '../core/src/bench/work/plan.ts';
import { setTo, UNKNOWN } from '../core/src/box/attr.ts';
import { applyEdits, type Edit } from '../core/src/box/edits.ts';
import { FITS } from '../core/src/case/fit.ts';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { demoBoxes } from '../core/src/demo/boxes.ts';
import { crowdedBox } from '../core/src/demo/crowded.ts';
import { evaluate } from '../core/src/evaluate.ts';
import { cheapestBasket } from '../core/src/kit/buy/basket.ts';
import { PRICE_LIST, type Offer } from '../core/src/kit/buy/types.ts';
import { cutPlan } from '../core/src/kit/cut.ts';
import { makeSound } from '../core/src/remedy/sound.ts';
import { seededRandom } from '../core/src/sun/weather.ts';

const timed = <T>(work: () => T): [ms: number, made: T] => {
  const t = performance.now();
  const made = work();
  return [performance.now() - t, made];
};
const say = (name: string, text: string): void => console.log(`${name.padEnd(44)} ${text}`);

/** Buying 60 lines in 4 shops for 10 boxes, with limits for free shipping and coupons near what the orders come to. */
export function reportBuying(): void {
  const random = seededRandom(8);
  const times: number[] = [];
  let unproven = 0;
  let gap = 0;
  for (let n = 0; n < 20; n++) {
    const shops = [0, 1, 2, 3].map((i) => ({
      ...PRICE_LIST,
      id: `s${i}`,
      name: `S${i}`,
      shipping: 3 + 4 * random(),
      freeFrom: 250 + 800 * random(),
      coupon: random() < 0.4 ? { amount: 3, from: 500 } : null
    }));
    const needs = Array.from({ length: 60 }, (_, i) => ({
      lineId: `l${i}`,
      name: `l${i}`,
      unit: 'pc' as const,
      count: 10 * (1 + Math.floor(6 * random()))
    }));
    const offers = needs.flatMap((need): Offer[] => {
      const each = 0.1 + 6 * random() ** 3;
      return shops.flatMap((shop) =>
        [1, 10, 50]
          .filter(() => random() < 0.6)
          .map((holds) => ({
            id: `${need.lineId}-${shop.id}-${holds}`,
            lineId: need.lineId,
            shopId: shop.id,
            holds,
            price: Number((each * holds ** 0.85 * (0.8 + 0.4 * random())).toFixed(2))
          }))
      );
    });
    const [ms, basket] = timed(() => cheapestBasket(needs, shops, offers));
    times.push(ms);
    if (!basket.proven) unproven++;
    gap = Math.max(gap, basket.total > 0 ? basket.gap / basket.total : 0);
  }
  say(
    'buying, 60 lines, 4 shops, 10 boxes',
    `${Math.max(...times).toFixed(0)} ms at the slowest  (under 1000 ms; ${unproven} of 20 not proven, gap at most ${(100 * gap).toFixed(2)} %)`
  );
}

export function reportCutting(): void {
  const random = seededRandom(9);
  const pieces = Array.from({ length: 600 }, (_, i) => ({
    id: `p${i}`,
    label: '',
    lengthMm: 80 + 10 * Math.floor(120 * random())
  }));
  const [ms, plan] = timed(() => cutPlan(pieces, [], { soldMm: 5000 }));
  say(
    'cutting 600 leads of 10 boxes',
    `${ms.toFixed(0)} ms  (under 200 ms; ${plan.boughtCount} reels, bound ${plan.leastBought})`
  );
}

export function reportWork(): void {
  const box = demoBoxes()[0]!;
  const plan = evaluate(box, STARTER_CATALOGUE);
  const once = () =>
    workPlanOf({
      box,
      steps: plan.bench.steps,
      lines: plan.kit.lines,
      drawer: [],
      orders: [],
      marks: new Marks([]),
      nowMs: 1.8e12,
      zoneMin: 60,
      hours: { startMin: 1080, perDayMin: 180 }
    });
  for (let i = 0; i < 50; i++) once();
  const [ms] = timed(() => {
    for (let i = 0; i < 50; i++) once();
  });
  say('plan of work after a tick', `${(ms / 50).toFixed(2)} ms  (under 16 ms)`);
}

/** A box of 12 circuits as somebody careless built it: large fuses, thin wires, one unknown. */
export function reportSound(): void {
  const plain = crowdedBox(12);
  const box = applyEdits(
    plain,
    plain.circuits.flatMap((c, i): Edit[] => [
      ...(i % 2 ? [{ op: 'set' as const, path: `circuits/${c.id}/fuse`, value: setTo(30) }] : []),
      ...(i % 3 === 0
        ? [{ op: 'set' as const, path: `circuits/${c.id}/wire`, value: setTo({ system: 'awg', size: '22' }) }]
        : []),
      ...(i === 5 ? [{ op: 'set' as const, path: `circuits/${c.id}/wire`, value: UNKNOWN }] : [])
    ])
  );
  for (const goal of ['stops', 'cautions'] as const) {
    // each goal as if it was the first that somebody asked for
    FITS.forget();
    const [ms, found] = timed(() => makeSound(box, STARTER_CATALOGUE, goal));
    say(
      `make it sound, 12 circuits, no ${goal}`,
      `${ms.toFixed(0)} ms  (under 3000 ms; ${found.triedCount} tried, ${found.before.stopCount} stops to ${found.after.stopCount})`
    );
  }
}
