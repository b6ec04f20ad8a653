import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { blocksFor } from '../src/design/parts.ts';
import { isTolerated } from '../src/design/ways.ts';
import { evaluate } from '../src/evaluate.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { atFuseA, LOAD_SHARE, PEAK_SHARE } from '../src/wiring/fuse.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { awg, on, soundBase, span } from './small-boxes.ts';

/** What comes and goes: the mean decides how long it lasts; the peak fuse, wire and what the pack must give. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const radioBox = (modes?: Device['modes'], batteryId = 'battery-lfp-50'): Box => {
  const b = soundBase('Strong radio', batteryId, 'holder-midi');
  const p = b.port('genderless-30', 'front', 'Radio');
  b.device('hf-100-ssb', { name: 'Radio', portId: p.portId, spans: span(8, 12), ...(modes ? { modes } : {}) });
  return b.box;
};
const fused = (box: Box, fuseA: number) => applyEdits(box, [set('circuits/c1/fuse', setTo(fuseA))]);
const said = (box: Box, id: string) => planOf(box).findings.find((f) => f.id === id);

describe('a strong radio on voice', () => {
  const plan = planOf(radioBox());
  const [c] = plan.wiring.circuits;

  it('takes what the reference gives: 42 W on the mean, over 20 A at the peaks', () => {
    expect(plan.demand.totalWh / 4).toBeGreaterThan(41);
    expect(plan.demand.totalWh / 4).toBeLessThan(44);
    expect(c!.loadA).toBeGreaterThan(20);
    expect(c!.meanA).toBeLessThan(4);
  });

  it('gets a fuse that holds its peak and that a block’s way bears, and wire for it', () => {
    expect(c!.fuseA).toBeGreaterThanOrEqual(c!.loadA / PEAK_SHARE - 1e-9);
    expect(c!.fuseA).toBeLessThanOrEqual(30);
    expect(c!.ampacityA).toBeGreaterThanOrEqual(c!.fuseA!);
    expect(said(radioBox(), 'fuse-near-limit')).toBeUndefined();
  });

  it('switches off a pack whose electronics allow less than the peak', () => {
    expect(said(radioBox(undefined, 'battery-lfp-20'), 'bms-current')).toMatchObject({ severity: 'stop' });
    expect(said(radioBox(), 'bms-current')?.severity).not.toBe('stop');
  });

  test('the arithmetic of its fuse says why', () => {
    const lines = c!.fuseWorking().lines.map((l) => l.label);
    expect(lines.join('\n')).toMatch(/0\.8 to 0\.95/);
    const steady = planOf(radioBox(on(20)))
      .wiring.circuits[0]!.fuseWorking()
      .lines.map((l) => l.label);
    expect(steady.join('\n')).toMatch(/load ÷ 0\.8\b/);
    expect(steady.join('\n')).not.toMatch(/0\.95/);
  });
});

describe('a fuse near its load', () => {
  test('the peaks of speech may come nearer than what flows all the time', () => {
    const loadA = planOf(radioBox()).wiring.circuits[0]!.loadA;
    const steady = radioBox(on(285));
    expect(planOf(steady).wiring.circuits[0]!.loadA).toBeCloseTo(loadA, 6);
    expect(said(fused(radioBox(), 25), 'fuse-near-limit')).toBeUndefined();
    expect(said(fused(steady, 25), 'fuse-near-limit')).toMatchObject({ severity: 'caution' });
    expect(said(fused(radioBox(), 20), 'fuse-near-limit')).toMatchObject({ severity: 'stop' });
    expect(said(fused(radioBox(), 20), 'fuse-near-limit')!.why).toMatch(/95 % at the peak of what comes and goes/);
    expect(said(fused(steady, 25), 'fuse-near-limit')!.why).not.toMatch(/95 %/);
  });

  test('a smaller fuse is offered down to what holds the peaks, no further', () => {
    const box = fused(applyEdits(radioBox(), [set('circuits/c1/wire', awg('14'))]), 40);
    const f = said(box, 'fuse-exceeds-conductor')!;
    const offered = (b: Box) =>
      movesFor({ box: b, catalogue: STARTER_CATALOGUE, plan: planOf(b) }, f)
        .flatMap((m) => /^F1: a ([\d.]+) A fuse$/.exec(m.label)?.[1] ?? [])
        .map(Number);
    expect(Math.min(...offered(box))).toBe(25);
    const steady = applyEdits(box, [set(`devices/${box.devices[0]!.id}/modes`, on(285))]);
    expect(Math.min(...offered(steady))).toBe(30);
  });

  test('the same at the main fuse', () => {
    const main = (box: Box, a: number) =>
      said(applyEdits(box, [set('feeds/main/fuse', setTo(a))]), 'main-fuse-near-limit');
    expect(main(radioBox(), 25)).toBeUndefined();
    expect(main(radioBox(on(285)), 25)).toMatchObject({ severity: 'caution' });
    expect(main(radioBox(), 20)).toMatchObject({ severity: 'stop' });
  });

  test('what counts lies between the heat and the peak, and grows with both', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (peakA, a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          expect(atFuseA(peakA, low)).toBeLessThanOrEqual(atFuseA(peakA, high));
          expect(atFuseA(peakA, high)).toBeLessThanOrEqual(peakA);
          expect(atFuseA(peakA, low)).toBeGreaterThanOrEqual(peakA * low);
          expect(atFuseA(peakA, low) / LOAD_SHARE).toBeGreaterThanOrEqual(peakA / PEAK_SHARE - 1e-9);
          expect(atFuseA(peakA, 1)).toBe(peakA);
        }
      )
    );
  });

  test('in any box a fuse left to Haversack holds every peak behind it', () => {
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const { wiring } = planOf(box);
        for (const c of [...wiring.circuits, ...wiring.feeds]) {
          expect(c.fuseLoadA).toBeLessThanOrEqual(c.carriesA + 1e-9);
          expect(c.fuseLoadA / LOAD_SHARE).toBeGreaterThanOrEqual(c.carriesA / PEAK_SHARE - 1e-9);
          if (c.fuseOrigin === 'auto' && c.fuseA !== undefined && c.weakest === undefined)
            expect(c.fuseA * PEAK_SHARE).toBeGreaterThanOrEqual(c.carriesA - 1e-9);
        }
      }),
      { numRuns: runs(20) }
    );
  });
});

describe('a design for it', () => {
  it('takes a block whose ways bear what the hungriest wants', () => {
    const all = blocksFor(STARTER_CATALOGUE, 3);
    expect(all.some((p) => p.perWayA! < 30)).toBe(true);
    const strong = blocksFor(STARTER_CATALOGUE, 3, 30);
    expect(strong.length).toBeGreaterThan(0);
    expect(strong.every((p) => p.perWayA! >= 30)).toBe(true);
    expect(blocksFor(STARTER_CATALOGUE, 3, 300)).toEqual([]);
  });

  it('keeps a little more lost at the peaks, and nothing more than that', () => {
    const wishes = radioBox().wishes;
    const drop = (dropFraction: number, atPeaksOnly: number) =>
      ({ id: 'voltage-drop', figures: { dropFraction, atPeaksOnly } }) as const;
    expect(isTolerated(drop(0.045, 1), wishes)).toBe(true);
    expect(isTolerated(drop(0.045, 0), wishes)).toBe(false);
    expect(isTolerated(drop(0.06, 1), wishes)).toBe(false);
  });
});
