import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { chargeWay } from '../src/charge/charge-way.ts';
import { chargingPlan } from '../src/charge/charging.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargerA } from '../src/wiring/charger.ts';
import { AHEAD } from './tree-edits.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const wayOf = (box: Box) => chargeWay(box, planOf(box));
const stepsOf = (box: Box) => chargingPlan(box, planOf(box))!.steps.join(' ');
const hide = saltmarshHideBox();
const canal = canalNightBankBox();
const inletOf = (box: Box) => box.circuits.find((c) => c.purpose === 'charge')!;
const through = (box: Box, name: string): Box =>
  applyEdits(box, [
    set('charging/path', setTo('through-port')),
    set('charging/throughPortId', setTo(box.ports.find((p) => p.name === name)!.id))
  ]);

describe('the way a charge takes', () => {
  test('an inlet ahead of the master: no switch, nothing live, the box is switched off first', () => {
    const box = applyEdits(hide, [set(`circuits/${inletOf(hide).id}/from`, AHEAD)]);
    expect(wayOf(box)).toMatchObject({ switchesOn: [], liveMeanwhile: [] });
    expect(stepsOf(box)).toMatch(/^Switch the box off\. Connect the charger to I1 first/);
    expect(chargingPlan(box, planOf(box))!.whileOff).toBe(true);
  });

  test('through an outlet behind the master: it must be on, and what hangs on it is live', () => {
    const box = through(canal, 'Aerator');
    const way = wayOf(box);
    expect(way.switchesOn).toEqual(['S0']);
    expect(way.liveMeanwhile.length).toBeGreaterThan(1);
    expect(way.liveMeanwhile.join(' ')).not.toContain(`${way.portTag} `);
    expect(stepsOf(box)).not.toContain('Switch the box off');
    expect(stepsOf(box)).toMatch(/^Switch on S0: the charge goes in through it\. .* are live meanwhile/);
    expect(chargingPlan(box, planOf(box))!.whileOff).toBe(false);
  });

  test('its own switch must be on, too', () => {
    const own = hide.circuits.find((c) => c.switchPortId.is === 'set')!;
    const box = through(hide, hide.ports.find((p) => p.id === own.portId)!.name);
    expect(wayOf(box).switchesOn).toHaveLength(2);
    expect(wayOf(box).switchesOn[0]).toBe('S0');
  });

  test('what limits it is named: fuse, plug, wire or label, the least of them', () => {
    const box = through(canal, 'Aerator');
    const id = box.circuits.find((c) => c.portId === box.ports.find((p) => p.name === 'Aerator')!.id)!.id;
    const fused = (a: number) => wayOf(applyEdits(box, [set(`circuits/${id}/fuse`, setTo(a))]));
    expect(fused(3)).toMatchObject({ limitA: 2.4000000000000004, limitedBy: 'fuse F2, at 80 % of 3 A' });
    expect(fused(30).limitedBy).not.toMatch(/fuse/);
    const part = box.parts[box.bank.partId!]!;
    const label = applyEdits(box, [set(`parts/${part.id}`, { ...part, maxChargeA: 1 })]);
    expect(wayOf(label)).toMatchObject({ limitA: 1, limitedBy: 'the battery’s label' });
  });

  test('with the lid open nothing of the circuit is in the way', () => {
    const box = applyEdits(hide, [set('charging/path', setTo('lid-open'))]);
    expect(wayOf(box)).toMatchObject({ portTag: undefined, fuseTag: undefined, switchesOn: [] });
    expect(stepsOf(box)).toMatch(/^Open the lid/);
  });
});

describe('what is shown and set', () => {
  test('the meter counts the charger less what runs, with its sign', () => {
    const loaded = through(hide, 'Camera A');
    const plan = planOf(loaded);
    const say = chargingPlan(loaded, plan)!.meterSay;
    expect(say).toMatch(
      /^The meter shows [+−][\d.]+ A: [\d.]+ A of the charger less [\d.]+ A that runs meanwhile; plus is into the battery\.$/
    );
    const bare = applyEdits(hide, [set('wiring/shuntPartId', null)]);
    expect(chargingPlan(bare, planOf(bare))!.meterSay).toMatch(/^No meter/);
  });

  test('lithium: no float, no compensation, never equalised; lead has both', () => {
    const lithium = chargingPlan(hide, planOf(hide))!.settings;
    expect(lithium).toEqual(expect.arrayContaining(['Float off', 'Equalise off', 'Temperature compensation off']));
    const lead = chargingPlan(canal, planOf(canal))!.settings.join(' ');
    expect(lead).toMatch(/Float 13\.6 V/);
    expect(lead).toMatch(/-24 mV/);
  });

  test('the usual charger is one that is sold, a quarter of a lithium pack at most', () => {
    const sold = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40];
    for (const p of STARTER_CATALOGUE) {
      if (p.kind !== 'battery') continue;
      const box = applyEdits(canal, [set(`parts/${p.id}`, p), set('bank/partId', p.id)]);
      const { bank } = planOf(box);
      const amps = chargerA(box, bank)!;
      expect(sold, p.id).toContain(amps);
      expect(amps === 1 || amps <= 0.25 * bank!.ratedAh + 1e-9, p.id).toBe(true);
    }
  });
});
