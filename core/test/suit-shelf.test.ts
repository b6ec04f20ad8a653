import { describe, expect, test } from 'vitest';
import { shelfParts } from '../src/advise/suit-shelf.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { portSupply } from '../src/demand/converter.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const of = (box: Box, ...rest: [face?: 'front' | 'lid', role?: Parameters<typeof shelfParts>[3]]) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const [face = 'front', role = 'all'] = rest;
  return shelfParts(
    box,
    { fit: plan.fit!, demand: plan.demand, wiring: plan.wiring, catalogue: STARTER_CATALOGUE },
    face,
    role
  );
};
const hide = saltmarshHideBox();

describe('the shelf of ports', () => {
  test('what suits stands first, whatever the kind, and every part is there once', () => {
    for (const box of demoBoxes().filter((b) => evaluate(b, STARTER_CATALOGUE).fit)) {
      const rows = of(box);
      expect(new Set(rows.map((r) => r.part.id)).size).toBe(STARTER_CATALOGUE.filter((p) => p.kind === 'panel').length);
      const firstNot = rows.findIndex((r) => !r.suits);
      expect(rows.slice(firstNot).every((r) => !r.suits)).toBe(true);
      for (const r of rows) expect(r.say, r.part.name).not.toBe('');
    }
    expect(of(hide, 'front', 'switch').every((r) => r.part.role === 'switch')).toBe(true);
  });

  test('a socket for a device without a port stands before all others, and says for whom', () => {
    const [camera] = hide.devices;
    const box = applyEdits({ ...hide, outing: { ...hide.outing, seal: 'dry-store' } }, [
      set(`devices/${camera!.id}/portId`, null)
    ]);
    const [first] = of(box);
    expect(first).toMatchObject({ suits: true, say: `for ${camera!.name}` });
    expect(first!.part.supply).toBe(portSupply(camera!.supply));
  });

  test('weather, wall, draw and use that speak against a part are said', () => {
    const wet = of(applyEdits(hide, [set('outing/seal', 'rain')]));
    expect(wet.find((r) => r.part.id === hide.ports[0]!.partId)?.say).toMatch(/^no more than .+ while plugged in$/);
    const thick = of(applyEdits(hide, [set(`parts/${hide.casePartId!}/wallMm`, 60)]));
    expect(thick.every((r) => !r.suits && (r.say.startsWith('the wall is too thick') || r.part.panelMaxMm >= 60))).toBe(
      true
    );
    const unused = of(canalNightBankBox(), 'front', 'outlet').find((r) => r.say === 'nothing here takes it');
    expect(canalNightBankBox().devices.some((d) => portSupply(d.supply) === unused!.part.supply)).toBe(false);
    const [camera] = hide.devices;
    const hungry = applyEdits({ ...hide, outing: { ...hide.outing, seal: 'dry-store' as const } }, [
      set(`devices/${camera!.id}/portId`, null),
      set(`devices/${camera!.id}/modes/${camera!.modes[0]!.id}/draw`, { kind: 'power', powerW: 900 })
    ]);
    expect(of(hungry, 'front', 'outlet').some((r) => r.suits && r.say.includes(camera!.name))).toBe(false);
  });

  test('figures that decide are told: rating, depth, weather', () => {
    const socket = of(hide).find((r) => r.part.id === hide.ports.find((p) => p.id === 'p6')!.partId)!;
    expect(socket.rating).toBe(
      `${socket.part.ratingA! < 10 ? socket.part.ratingA!.toFixed(1) : socket.part.ratingA} A`
    );
    expect(socket.depthMm).toBe(socket.part.bodyDepthMm + socket.part.straightMm);
    const module = of(hide).find((r) => r.part.converterRatedW !== null)!;
    expect(module.rating).toBe(`${module.part.converterRatedW} W`);
  });
});
