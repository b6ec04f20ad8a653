import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate } from '../src/evaluate.ts';
import type { Finding } from '../src/findings/rule.ts';
import { standbyDraws } from '../src/wiring/standby.ts';
import { AT_POST } from './tree-edits.ts';

/** What was said of sound boxes and must not be said again; beside each what must still be said. */
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const found = (box: Box, id: string): Finding[] => planOf(box).findings.filter((f) => f.id === id);
const own = <K extends 'battery' | 'panel' | 'case'>(
  kind: K,
  id: string,
  over: Partial<PartOf<K>>,
  path: string
): Edit[] => {
  const part = { ...starter(kind, id), id: `own-${id}`, ...over };
  return [set(`parts/${part.id}`, part), set(path, part.id)];
};
const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const radio = fellRaceRadioPost();
const moor = moorCameraPost();
const circuitOf = (box: Box, name: string) =>
  box.circuits.find((c) => c.portId === box.ports.find((p) => p.name === name)!.id)!;

describe('what is no alarm', () => {
  test('leads straight to the post, each with its fuse: no main feed, so no main fuse is missed', () => {
    const leads = change(
      canal,
      set('feeds/main/holderPartId', null),
      set('feeds/main/blockPartId', null),
      set('feeds/main/switches', NONE),
      ...canal.circuits.flatMap((c) => [set(`circuits/${c.id}/from`, AT_POST), set(`circuits/${c.id}/fuse`, setTo(5))])
    );
    expect(found(leads, 'no-main-fuse')).toEqual([]);
    const one = change(leads, set(`circuits/${canal.circuits[0]!.id}/from`, AUTO));
    expect(found(one, 'no-main-fuse').map((f) => f.severity)).toEqual(['stop']);
  });

  test('the main fuse is named only where one stands before the lead', () => {
    const id = circuitOf(canal, 'Lamp').id;
    const bare = change(canal, set(`circuits/${id}/from`, AT_POST), set(`circuits/${id}/fuse`, NONE));
    const [f] = found(bare, 'source-unfused');
    expect(f!.why).toBe('Nothing before it opens: a short on it burns its wire.');
    const behind = change(canal, set(`circuits/${id}/fuse`, NONE));
    for (const g of found(behind, 'source-unfused')) expect(g.why).toContain('F0');
  });

  test('a lead with no main fuse before it cannot open one', () => {
    const id = circuitOf(canal, 'Lamp').id;
    const own5 = set(`circuits/${id}/fuse`, setTo(5));
    const main = set('feeds/main/fuse', setTo(5));
    expect(found(change(canal, own5, main), 'selectivity-poor').some((f) => f.where.id === id)).toBe(true);
    expect(
      found(change(canal, own5, main, set(`circuits/${id}/from`, AT_POST)), 'selectivity-poor').some(
        (f) => f.where.id === id
      )
    ).toBe(false);
  });

  test('a peak of a moment is no heat', () => {
    const peak = (dutyFraction: number): Box =>
      change(
        radio,
        set(`devices/${radio.devices[0]!.id}/modes`, [
          { id: 'a', name: 'receive', dutyFraction: 1 - dutyFraction, draw: { kind: 'power', powerW: 4 } },
          { id: 'b', name: 'transmit', dutyFraction, draw: { kind: 'power', powerW: 130 } }
        ]),
        set(`devices/${radio.devices[0]!.id}/spans`, [{ startH: 9, endH: 19, dutyFraction: null }])
      );
    const wire = (box: Box) => planOf(box).heat!.losses.find((l) => l.name === 'Fuses and wire')?.lossW ?? 0;
    expect(wire(peak(0.002))).toBeLessThan(wire(peak(0.5)) / 5);
    expect(found(peak(0.002), 'internal-heat')).toEqual([]);
  });

  test('a battery that stands outside is not heated by the box', () => {
    const hot = change(canal, set('outing/airC', 38), set('outing/inSun', true));
    expect(found(hot, 'hot-box').length).toBe(1);
    expect(planOf(change(hot, set('bank/stands', 'outside'))).heat!.limits).toBeUndefined();
    for (const f of found(change(hot, set('bank/stands', 'outside')), 'hot-box')) expect(f.why).not.toMatch(/battery/);
  });

  test('what its own switch cuts draws nothing on the shelf, in the finding, the live view and the test sheet', () => {
    const meter = canal.circuits.find((c) =>
      canal.ports.find((p) => p.id === c.portId)!.partId.startsWith('voltmeter')
    )!;
    const lever = circuitOf(hide, 'Lens heater').switchPortId;
    expect(lever.is).toBe('set');
    const always = change(canal, set('feeds/main/switches', NONE));
    const names = (box: Box) => standbyDraws(box, planOf(box).wiring).map((d) => d.circuit?.id);
    expect(names(always)).toContain(meter.id);
    const port = canal.ports.find((p) => p.name === 'Master')!.id;
    const cut = change(always, set(`circuits/${meter.id}/switchPortId`, setTo(port)));
    expect(names(cut)).not.toContain(meter.id);
    expect(
      planOf(cut)
        .bench.tests.map((t) => JSON.stringify(t))
        .join(' ')
    ).not.toContain('NaN');
  });

  test('rain from above is spoken of where it rains', () => {
    const lid = change(
      hide,
      ...hide.ports
        .slice(0, 1)
        .flatMap((p) => [set(`ports/${p.id}/face`, 'lid'), set(`ports/${p.id}/xMm`, 80), set(`ports/${p.id}/yMm`, 80)])
    );
    expect(found(change(lid, set('outing/seal', 'rain')), 'port-faces-up').length).toBeGreaterThan(0);
    expect(found(change(lid, set('outing/seal', 'dry-store')), 'port-faces-up')).toEqual([]);
  });

  test('nothing is empty 0 min before pack-up', () => {
    for (let h = 28.4; h < 28.8; h += 0.01) {
      const box = change(canal, set('outing/durationH', Number(h.toFixed(2))));
      for (const f of found(box, 'runtime-short')) expect(f.title).not.toMatch(/Empty 0 /);
    }
  });

  test('a wall nobody measured may suit', () => {
    const wooden = starter('case', 'case-wooden');
    const known = change(canal, set(`parts/${wooden.id}`, wooden), set('casePartId', wooden.id));
    expect(found(known, 'panel-thickness').some((f) => f.severity === 'stop')).toBe(true);
    const guessed = change(known, ...own('case', 'case-wooden', { unmeasured: ['wallMm'] }, 'casePartId'));
    const open = found(guessed, 'panel-thickness');
    expect(open.length).toBeGreaterThan(0);
    for (const f of open) expect([f.severity, f.open]).toEqual(['caution', true]);
  });

  test('13.8 V on iron phosphate fills it nearly, 12.9 V does not, 16 V is a stop', () => {
    const at = (v: number) =>
      found(change(hide, set('charging/chargerV', setTo(v))), 'charge-voltage').map((f) => f.severity);
    expect([at(14.4), at(13.8), at(12.9), at(16)]).toEqual([[], ['note'], ['caution'], ['stop']]);
  });

  test('each pack hangs on its own hook-and-loop', () => {
    const packs = (massKg: number) =>
      change(
        moor,
        ...own('battery', 'battery-lfp-7', { massKg }, 'bank/partId'),
        set('bank/holdDown', setTo('hook-and-loop'))
      );
    expect(found(packs(0.95), 'loose-battery')).toEqual([]);
    expect(found(packs(1.3), 'loose-battery').map((f) => f.severity)).toEqual(['stop']);
  });

  test('a socket bears what was entered for it', () => {
    const tagOf = (b: Box, id: string) => planOf(b).panel!.ports.find((p) => p.port.id === id)!.tag;
    const port = canal.ports.find((p) => p.name === 'Lamp')!;
    const box = change(canal, ...own('panel', 'socket-12v-capped', { ratingA: 20 }, `ports/${port.id}/partId`));
    expect(planOf(box).judge.of(tagOf(box, port.id))!.bearsA).toBe(20);
    const usb = canal.ports.find((p) => p.partId.startsWith('usb'))!;
    const strong = change(canal, ...own('panel', 'usb-a-twin', { ratingA: 20 }, `ports/${usb.id}/partId`));
    expect(planOf(strong).judge.of(tagOf(strong, usb.id))!.bearsA).toBe(20);
    const fused = change(strong, set(`circuits/${circuitOf(strong, usb.name).id}/fuse`, setTo(15)));
    expect(found(fused, 'fuse-exceeds-part')).toEqual([]);
  });

  test('a lighter battery counts once for each pack', () => {
    const two = change(
      canal,
      ...own('battery', 'battery-agm-20', {}, 'bank/partId'),
      set('bank/count', 2),
      set('outing/carry', 'pocketable')
    );
    const [f] = found(two, 'too-heavy');
    const label = f!.remedies[0]!.effect;
    const kg = Number(/([\d.]+) kg lighter/.exec(label)![1]);
    const now = planOf(two).bank!.massKg;
    const after = planOf(change(two, ...f!.remedies[0]!.edits)).bank!.massKg;
    expect(kg).toBeCloseTo(now - after, 1);
  });

  test('12 mA on 50 Ah is no caution, 60 mA is', () => {
    const drain = (quiescentA: number) => {
      const meter = canal.ports.find((p) => p.partId.startsWith('voltmeter'))!;
      const usb = canal.ports.find((p) => p.partId.startsWith('usb'))!;
      return change(
        canal,
        ...own('battery', 'battery-agm-50', {}, 'bank/partId'),
        set('feeds/main/switches', NONE),
        ...own('panel', 'voltmeter-29', { quiescentA }, `ports/${meter.id}/partId`),
        ...own('panel', 'usb-a-twin', { quiescentA: 0 }, `ports/${usb.id}/partId`)
      );
    };
    expect(found(drain(0.012), 'quiescent-drain')).toEqual([]);
    expect(found(drain(0.06), 'quiescent-drain').map((f) => f.severity)).toEqual(['caution']);
  });
});

test('a battery that crosses the wall does not go in, and is not told to rub the gasket on its way; one near it is', () => {
  const battery = planOf(hide).fit!.placed.find((p) => p.id === 'battery-1')!;
  const at = (xMm: number) => {
    const { seal } = planOf(hide).fit!.part;
    expect(seal.jet).toBeGreaterThan(0);
    return change(hide, set('placements/battery-1', { xMm, yMm: battery.yMm, zMm: battery.zMm, turn: battery.turn }));
  };
  const ids = (xMm: number) =>
    planOf(at(xMm))
      .findings.filter((f) => f.id === 'battery-drags-gasket' || f.id === 'battery-does-not-fit')
      .map((f) => `${f.severity} ${f.id}`);
  expect(ids(-20)).toEqual(['stop battery-does-not-fit']);
  expect(ids(2)).toContain('caution battery-drags-gasket');
});
