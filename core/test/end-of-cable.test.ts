import { describe, expect, it } from 'vitest';
import { AUTO, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { schematic } from '../src/schematic/layout.ts';
import { awg, soundBase } from './small-boxes.ts';

const LEAD_MM = 2400;

/** A battery outside on a lead, one port; the main fuse so far along the wire, null where nobody said. */
function boxAt(fuseMm: number | null, more: Edit[] = []): Box {
  const b = soundBase('At the end of a cable', 'battery-agm-50');
  b.set('bank/stands', 'outside');
  b.set('feeds/main/lead', { lengthMm: LEAD_MM, wire: awg('6'), wireCount: 1 })
    .set('feeds/main/wire', awg('10'))
    .set('feeds/main/lengthMm', setTo(600))
    .set('feeds/main/fuseFromStartMm', fuseMm === null ? AUTO : setTo(fuseMm));
  const port = b.port('circular-16', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: port.portId });
  return applyEdits(b.box, more);
}
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const positive = (box: Box) =>
  planOf(box).wiring.netlist.conductors.filter((c) => c.polarity === 'positive' && c.circuitId === null);
const orderOf = (box: Box) =>
  positive(box)
    .map((c) => c.to.part)
    .filter((id) => id === 'F0' || id === 'inlet');
const totalMm = (box: Box) => positive(box).reduce((sum, c) => sum + c.lengthMm, 0);

describe('the main fuse of a battery that stands outside', () => {
  it('at the battery stands ahead of the way in, and the lead is as long as it is', () => {
    for (const mm of [null, 30, 180, LEAD_MM]) expect(orderOf(boxAt(mm)), `${mm} mm`).toEqual(['F0', 'inlet']);
    expect(totalMm(boxAt(180))).toBeCloseTo(LEAD_MM + 600, 6);
    expect(totalMm(boxAt(1000))).toBeCloseTo(LEAD_MM + 600, 6);
  });

  it('beyond the lead sits in the case, behind the way in, on the wire that runs there', () => {
    const box = boxAt(LEAD_MM + 100);
    expect(orderOf(box)).toEqual(['inlet', 'F0']);
    const [lead, stub] = positive(box);
    expect([lead!.lengthMm, lead!.size!.size]).toEqual([LEAD_MM, '6']);
    expect([stub!.lengthMm, stub!.size!.size]).toEqual([100, '10']);
    expect(totalMm(box)).toBeCloseTo(LEAD_MM + 600, 6);
  });

  it('wherever it sits along the lead, the way loses the same', () => {
    const common = [30, 1000, LEAD_MM].map((mm) => planOf(boxAt(mm)).wiring.main.commonMilliOhm);
    for (const milliOhm of common) expect(milliOhm).toBeCloseTo(common[0]!, 6);
  });

  it('leaves what is ahead of it without protection, and that is said', () => {
    const { judge, findings } = planOf(boxAt(LEAD_MM + 100));
    expect(judge.all.find((h) => h.id === 'main/inlet+')!.guard).toBeUndefined();
    expect(judge.of('inlet')!.guard).toBeUndefined();
    expect(findings.find((f) => f.id === 'main-fuse-far')!.severity).toBe('stop');
    expect(planOf(boxAt(30)).judge.of('inlet')!.guard!.tag).toBe('F0');
  });

  it('meets a smaller short the further out it sits', () => {
    const short = [30, 1000, LEAD_MM + 100].map((mm) => planOf(boxAt(mm)).judge.of('F0')!.shortA);
    expect(short[0]!).toBeGreaterThan(short[1]!);
    expect(short[1]!).toBeGreaterThan(short[2]!);
  });

  it('is drawn where it sits: above the way in when it is behind it', () => {
    const yOf = (box: Box, tag: string) => {
      const plan = planOf(box);
      const { shapes } = schematic(plan.wiring, { widthPx: 1000, lengthUnit: 'mm' });
      const label = shapes.find((s) => s.t === 'text' && s.text.startsWith(tag));
      return label?.t === 'text' ? label.y : NaN;
    };
    const [near, far] = [boxAt(30), boxAt(LEAD_MM + 100)];
    const inlet = planOf(near).wiring.netlist.parts.find((p) => p.id === 'inlet')!.label;
    // up the rail from the battery: what comes later stands higher
    expect(yOf(near, 'F0')).toBeGreaterThan(yOf(near, inlet));
    expect(yOf(far, 'F0')).toBeLessThan(yOf(far, inlet));
  });

  it('a remedy puts it back to the battery, and nothing of it is left', () => {
    const box = boxAt(LEAD_MM + 100);
    const far = planOf(box).findings.find((f) => f.id === 'main-fuse-far')!;
    const cured = applyEdits(box, far.remedies[0]!.edits);
    expect(planOf(cured).findings.map((f) => f.id)).not.toContain('main-fuse-far');
    expect(orderOf(cured)).toEqual(['F0', 'inlet']);
  });

  it('breaks the same short wherever that is said: finding, report and drawing read one figure', () => {
    const weak = applyEdits(boxAt(30), [
      set(
        'parts/holder-inline-glass',
        STARTER_CATALOGUE.find((p) => p.id === 'holder-inline-glass')!
      ),
      set('feeds/main/holderPartId', 'holder-inline-glass')
    ]);
    const told = planOf(weak).findings.find((f) => f.id === 'interrupting-low' && f.where.kind === 'main')!;
    expect(told.figures.prospectiveA).toBe(planOf(weak).judge.of('F0')!.shortA);
  });
});
