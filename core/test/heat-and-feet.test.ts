import { describe, expect, it, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Bracket } from '../src/box/schema.ts';
import { faceSizeMm } from '../src/case/faces.ts';
import { heatPlan } from '../src/case/heat-plan.ts';
import type { KnownChemistry, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { priceWorking } from '../src/kit/price-working.ts';
import { bracketPlans } from '../src/panel/brackets.ts';
import { redo } from './redo.ts';

// on the outing alone
const hide = applyEdits(saltmarshHideBox(), [set('season', null)]);
const planOf = (...edits: Edit[]) => evaluate(applyEdits(hide, edits), STARTER_CATALOGUE);
const plain = planOf();

describe('how warm it gets inside', () => {
  const heatAt = (airC: number, over: Edit[] = []) =>
    planOf(set('outing/airC', airC), set('outing/warmestC', airC), ...over).heat!;

  it('adds the rise to the warmest hour, the one in the sun where it stands there', () => {
    const h = planOf(set('outing/airC', 5), set('outing/warmestC', 20)).heat!;
    expect(h.airC).toBe(20);
    expect(h.insideC).toBeCloseTo(20 + h.shadeRiseK, 12);
    expect(h.sunC).toBeCloseTo(20 + h.sunRiseK, 12);
    expect(h.sunRiseK).toBeGreaterThan(h.shadeRiseK);
    const sunny = heatAt(20, [set('outing/inSun', true)]);
    expect(sunny.insideC).toBeCloseTo(20 + sunny.sunRiseK, 12);
    // a warmest hour that is colder than the rest, or not known, is not taken
    expect(planOf(set('outing/airC', 12), set('outing/warmestC', null)).heat!.airC).toBe(12);
    expect(planOf(set('outing/airC', 12), set('outing/warmestC', 3)).heat!.airC).toBe(12);
  });

  test.each([
    ['lfp', 45, 60],
    ['nmc3', 45, 60],
    ['nmc4', 45, 60],
    ['agm', 40, 50],
    ['gel', 40, 50],
    ['flooded', 40, 50]
  ] as [KnownChemistry, number, number][])(
    '%s: charged up to %f, used up to %f degrees',
    (chemistry, chargeC, useC) => {
      const { bank, fit, demand } = plain;
      const at = (air: number): string[] => {
        const box = applyEdits(hide, [set('outing/airC', air), set('outing/warmestC', air)]);
        return heatPlan(box, fit, demand, { ...bank!, chemistry }, 0)!.say;
      };
      const rise = heatPlan(hide, fit, demand, bank, 0)!.shadeRiseK;
      expect(at(chargeC - rise - 0.1)[0]).toBe(
        `The battery may be used and charged: its limits are ${useC} °C and ${chargeC} °C.`
      );
      expect(at(chargeC - rise + 0.1)[0]).toBe(`The battery may not be charged above ${chargeC} °C.`);
      expect(at(useC - rise - 0.1)[0]).toBe(`The battery may not be charged above ${chargeC} °C.`);
      expect(at(useC - rise + 0.1)[0]).toBe(`The battery may not be used above ${useC} °C.`);
    }
  );

  it('warns of strong sun only where it is not in the sun already, and it would matter', () => {
    const sun = (h: ReturnType<typeof heatAt>): boolean => h.say.some((s) => s.startsWith('In strong sun'));
    expect(sun(heatAt(35))).toBe(true);
    expect(sun(heatAt(35, [set('outing/inSun', true)]))).toBe(false);
    expect(sun(heatAt(-10))).toBe(false);
  });

  it('says nothing of a battery that stands outside', () => {
    const h = heatAt(40, [set('bank/stands', 'outside')]);
    expect(h.limits).toBeUndefined();
    expect(h.say).toHaveLength(1);
  });

  it('sizes wires for thirty degrees at least', () => {
    expect(heatAt(0).say.at(-1)).toBe('Wires and fuses are sized for 30 °C around them.');
    const warm = heatAt(38);
    expect(warm.say.at(-1)).toBe(`Wires and fuses are sized for ${warm.insideC.toFixed(0)} °C around them.`);
  });

  it('counts what leads lose from some milliwatts on, and its lines redo to its figure', () => {
    const { bank, fit, demand } = plain;
    const of = (leadsW: number) => heatPlan(hide, fit, demand, bank, leadsW)!;
    const named = (leadsW: number): boolean => of(leadsW).losses.some((l) => l.name === 'Fuses and wire');
    expect(named(0.004)).toBe(false);
    expect(named(0.006)).toBe(true);
    expect(of(2).lossW - of(0).lossW).toBeCloseTo(2, 9);
    expect(of(2).insideC).toBeGreaterThan(of(0).insideC);
    for (const inSun of [false, true]) {
      const h = heatAt(20, [set('outing/inSun', inSun)]);
      const op = (label: string) => h.working.lines.find((l) => l.label === label)!.op;
      expect(op('Rise in strong sun')).toBe(inSun ? '+' : 'given');
      expect(op('Rise in the shade')).toBe(inSun ? 'given' : '+');
      expect(redo(h.working)).toBeCloseTo(h.insideC, 0);
    }
    expect(heatPlan(hide, undefined, demand, bank, 1)).toBeUndefined();
  });
});

describe('the foot of a bracket', () => {
  const part = plain.fit!.part;
  const mass = { massKg: 6, centreMm: { xMm: part.rimLengthMm / 2, yMm: part.rimWidthMm / 2, zMm: 90 } };
  const arm: Bracket = {
    id: 'k9',
    name: '',
    face: 'back',
    xMm: 120,
    yMm: 90,
    fixing: 'bolted',
    acrossMm: 50,
    loadKg: 0.5,
    leverMm: 100
  };
  const on = (over: Partial<Bracket>, c: PartOf<'case'> = part, of = mass) =>
    bracketPlans({ ...hide, brackets: [{ ...arm, ...over }] }, plain.panel!, c, of)[0]!;

  test('bolts pull about the lower edge, a cup about its middle, by hand', () => {
    // 0.5 kg at 3 g are 14.71 N, at 100 mm over 50 and over 25
    expect(on({}).pullN).toBeCloseTo(29.42, 2);
    expect(on({ fixing: 'suction' }).pullN).toBeCloseTo(58.84, 2);
    expect(redo(on({}).working)).toBeCloseTo(on({}).pullN, 0);
  });

  test.each([
    ['PP', 500, 3],
    ['ABS', 700, 2.5],
    ['PC', 1000, 2.5],
    ['steel', 1600, 0.9],
    ['wood', 800, 9]
  ] as const)('%s: two bolts bear %f N together, and a wall under %f mm gives way', (material, bearsN, leastMm) => {
    const of = (wallMm: number) => on({}, { ...part, material, wallMm, faceWallMm: {} } as PartOf<'case'>);
    expect(of(leastMm).bearsN).toBe(bearsN);
    expect(of(leastMm).wallThin).toBe(false);
    expect(of(leastMm - 0.05).wallThin).toBe(true);
    const heavy = (loadKg: number): boolean =>
      on({ loadKg }, { ...part, material, wallMm: leastMm } as PartOf<'case'>).holds;
    // pull is 58.84 N for each kilogram here
    expect(heavy((bearsN - 1) / 58.84)).toBe(true);
    expect(heavy((bearsN + 1) / 58.84)).toBe(false);
  });

  describe('in ears that the case was moulded with', () => {
    const ears = { fixing: 'ears' } as const;
    test('it pulls as on bolts, and two screws bear two fifths of what two bolts do', () => {
      expect(on(ears).pullN).toBe(on({}).pullN);
      for (const material of ['PP', 'ABS', 'PC', 'steel', 'wood'] as const) {
        const of = (fixing: Bracket['fixing']) => on({ fixing }, { ...part, material } as PartOf<'case'>).bearsN;
        expect(of('ears')).toBeCloseTo(0.4 * of('bolted'), 9);
      }
      expect(redo(on(ears).working)).toBeCloseTo(on(ears).pullN, 0);
    });

    test('it wants no wall: thin, ribbed or over the edge is nothing to it, and nothing is drilled or sealed', () => {
      const thin = { ...part, material: 'PP', wallMm: 1, faceWallMm: {} } as PartOf<'case'>;
      const bolted = on({ xMm: 1, yMm: 1 }, thin);
      expect([bolted.wallThin, bolted.under]).toEqual([true, ['the edge of the face', 'rounded corner']]);
      expect(on({ ...ears, xMm: 1, yMm: 1 }, thin)).toMatchObject({ wallThin: false, under: [] });
      const plan = (fixing: Bracket['fixing']) =>
        evaluate({ ...hide, brackets: [{ ...arm, fixing }] }, STARTER_CATALOGUE);
      const [through, screwed] = [plan('bolted'), plan('ears')];
      expect(through.sealing!.items).toHaveLength(screwed.sealing!.items.length + 1);
      const bolts = (p: Plan) =>
        p.kit.lines.filter((l) => l.note.includes('bracket') || l.lineId.startsWith('bolt-m5'));
      expect(bolts(through).length).toBeGreaterThan(bolts(screwed).length);
    });

    test('what tears out of them is offered to be bolted through', () => {
      const heavy = { ...hide, brackets: [{ ...arm, fixing: 'ears' as const, loadKg: 4 }] };
      const f = evaluate(heavy, STARTER_CATALOGUE).findings.find((k) => k.id === 'bracket-pulls-off')!;
      expect(f.remedies.map((r) => r.label)).toContain('Bolt it through a plate');
    });
  });

  it('is told that it hangs over the edge, on each side', () => {
    const { widthMm, heightMm } = faceSizeMm(part, 'back');
    const over = (xMm: number, yMm: number): boolean => on({ xMm, yMm }).under.includes('the edge of the face');
    expect(over(widthMm / 2, heightMm / 2)).toBe(false);
    expect(over(24.9, heightMm / 2)).toBe(true);
    expect(over(25.1, heightMm / 2)).toBe(false);
    expect(over(widthMm - 24.9, heightMm / 2)).toBe(true);
    expect(over(widthMm / 2, 24.9)).toBe(true);
    expect(over(widthMm / 2, heightMm - 24.9)).toBe(true);
  });

  it('tips the box with its load outside of the foot edge against the weight inside of it, by hand', () => {
    const insetY = (part.rimWidthMm - part.floorWidthMm) / 2;
    const insetX = (part.rimLengthMm - part.floorLengthMm) / 2;
    const acrossY = (0.5 * (100 + insetY)) / (6 * (part.rimWidthMm / 2 - insetY));
    const acrossX = (0.5 * (100 + insetX)) / (6 * (part.rimLengthMm / 2 - insetX));
    for (const face of ['front', 'back'] as const) expect(on({ face }).tipShare).toBeCloseTo(acrossY, 9);
    for (const face of ['left', 'right'] as const) expect(on({ face }).tipShare).toBeCloseTo(acrossX, 9);
    for (const face of ['lid', 'floor'] as const) expect(on({ face }).tipShare).toBe(0);
    // with its mass at the front it goes over the front sooner, over the back later
    const front = { ...mass, centreMm: { ...mass.centreMm, yMm: insetY + 20 } };
    expect(on({ face: 'front' }, part, front).tipShare).toBeCloseTo((0.5 * (100 + insetY)) / (6 * 20), 9);
    expect(on({ face: 'back' }, part, front).tipShare).toBeLessThan(acrossY);
    const left = { ...mass, centreMm: { ...mass.centreMm, xMm: insetX + 30 } };
    expect(on({ face: 'left' }, part, left).tipShare).toBeCloseTo((0.5 * (100 + insetX)) / (6 * 30), 9);
    expect(on({ face: 'right' }, part, left).tipShare).toBeLessThan(acrossX);
  });
});

describe('what one box costs, line by line', () => {
  it('adds the packets that are bought and shares them among the boxes', () => {
    for (const boxCount of [1, 3]) {
      const box = applyEdits(hide, [set('kit/boxCount', boxCount)]);
      const { kit } = evaluate(box, STARTER_CATALOGUE);
      const working = priceWorking(box, kit);
      const bought = kit.lines.filter((l) => l.packs > 0);
      expect(working.lines).toHaveLength(bought.length + 1);
      expect(working.lines.at(-1)).toMatchObject({ label: 'Boxes', value: String(boxCount), op: '÷' });
      const sum = bought.reduce((s, l) => s + (l.packPrice === null ? 0 : l.packs * l.packPrice), 0);
      expect(kit.costPerBox).toBeCloseTo(sum / boxCount, 6);
      expect(working.result.value).toBe(kit.costPerBox.toFixed(2));
    }
  });

  it('leaves out what has no price and says so; what is owned is not bought', () => {
    const battery = hide.parts[hide.bank.partId!]!;
    const box = applyEdits(hide, [set(`parts/${battery.id}`, { ...battery, priceAmount: null })]);
    const { kit } = evaluate(box, STARTER_CATALOGUE);
    const unpriced = priceWorking(box, kit).lines.find((l) => l.label.endsWith(battery.name))!;
    expect(unpriced).toMatchObject({ value: 'unknown', source: 'no price known: not in the sum' });
    expect(unpriced.op).not.toBe('+');
    expect(kit.unpricedCount).toBe(1);
    expect(kit.costPerBox).toBeLessThan(plain.kit.costPerBox);
    const line = plain.kit.lines.find((l) => l.name === battery.name)!;
    const owned = planOf(set('kit/owned', [{ lineId: line.lineId, count: 1 }]));
    expect(owned.kit.lines.find((l) => l.lineId === line.lineId)?.packs ?? 0).toBe(0);
  });
});
