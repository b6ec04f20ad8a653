import { describe, expect, test } from 'vitest';
import { AUTO, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { campTableBox, slipwayBox } from '../src/demo/fed.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate } from '../src/evaluate.ts';
import { quayCableBox } from './as-built/boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const awg = (size: string) => setTo({ system: 'awg', size });
const planOf = (box: Box, ...edits: Edit[]) => evaluate(applyEdits(box, edits), STARTER_CATALOGUE);
const keys = (box: Box, ...edits: Edit[]) => planOf(box, ...edits).findings.map((f) => `${f.severity} ${f.key}`);
/** A copy of a part with other figures, in the place of the first. */
const own = (box: Box, partId: string, path: string, over: object): Edit[] => [
  set('parts/own-one', { ...box.parts[partId], ...over, id: 'own-one' }),
  set(path, 'own-one')
];

describe('a fuse that sits out along its wire', () => {
  const slipway = slipwayBox();
  const feed = slipway.feeds[1]!;
  const at = (key: string, value: unknown) => set(`feeds/${feed.id}/${key}`, value);
  const thin = [at('wire', awg('22')), at('fuse', setTo(3)), set('feeds/main/fuse', setTo(30))];
  const STUB = `stop guard-exceeds-element:${feed.id}:${feed.id}-stub`;

  test('leaves the wire ahead of it to the fuse before', () => {
    expect(keys(slipway, ...thin, at('fuseFromStartMm', setTo(1500)))).toContain(STUB);
  });
  test('the fuse moved to where its wire begins cures it, and brings nothing else', () => {
    const box = applyEdits(slipway, [...thin, at('fuseFromStartMm', setTo(1500))]);
    const finding = planOf(box).findings.find((f) => f.id === 'guard-exceeds-element')!;
    const [cure] = finding.remedies;
    expect(cure!.label).toBe('FA where its wire begins');
    const after = keys(box, ...cure!.edits);
    expect(after).not.toContain(STUB);
    expect(after.filter((k) => k.startsWith('stop') && !keys(box).includes(k))).toEqual([]);
  });
  test('says nothing in the block, where the wire begins at its fuse', () => {
    expect(keys(slipway, ...thin, at('fuseFromStartMm', AUTO))).not.toContain(STUB);
    expect(keys(slipway, ...thin, at('fuseFromStartMm', setTo(0)))).not.toContain(STUB);
  });
  test('up to the stub that may go without, seven inches, it is left alone', () => {
    expect(keys(slipway, ...thin, at('fuseFromStartMm', setTo(180)))).toEqual(keys(slipway, ...thin));
    expect(keys(slipway, ...thin, at('fuseFromStartMm', setTo(181)))).toContain(STUB);
  });
  test('of unknown distance it is a question, and no stop', () => {
    const { findings } = planOf(slipway, ...thin, at('fuseFromStartMm', UNKNOWN));
    expect(findings.filter((f) => !f.open).map((f) => `${f.severity} ${f.key}`)).not.toContain(STUB);
    const asked = findings.find((f) => f.about === `feeds/${feed.id}/fuseFromStartMm`)!;
    expect(asked.mayBe.map((m) => m.key)).toContain(`guard-exceeds-element:${feed.id}:${feed.id}-stub`);
  });
  test('says nothing where the wire bears what stands before', () => {
    const thick = [at('wire', awg('8')), at('fuse', setTo(3)), set('feeds/main/fuse', setTo(30))];
    expect(keys(slipway, ...thick, at('fuseFromStartMm', setTo(1500)))).not.toContain(STUB);
  });
  test('an automatic wire is cut as thick as what it hangs on, up to its fuse', () => {
    const { netlist, main } = planOf(slipway, at('wire', AUTO), at('fuseFromStartMm', setTo(1500))).wiring;
    const stub = netlist.conductors.find((c) => c.id === `${feed.id}/stub`)!;
    expect(stub.lengthMm).toBe(1500);
    expect(stub.size).toEqual(main.wire);
  });
  test('the length that was measured has that stretch in it; what is not left over is nothing', () => {
    const leads = (mm: number) => {
      const { netlist } = planOf(slipway, at('lengthMm', setTo(2000)), at('fuseFromStartMm', setTo(mm))).wiring;
      const of = (key: string) => netlist.conductors.find((c) => c.id === `${feed.id}/${key}`)!.lengthMm;
      return [of('stub'), of('feed')];
    };
    expect(leads(1500)).toEqual([1500, 500]);
    expect(leads(2600)).toEqual([2600, 0]);
  });
  test('the same of a circuit', () => {
    const hide = saltmarshHideBox();
    const edits = (mm: number) => [
      set('circuits/c1/wire', awg('22')),
      set('circuits/c1/fuse', setTo(3)),
      set('circuits/c1/fuseFromStartMm', setTo(mm)),
      set('feeds/main/fuse', setTo(30))
    ];
    expect(keys(hide, ...edits(900))).toContain('stop guard-exceeds-element:c1:c1-stub');
    expect(keys(hide, ...edits(0))).not.toContain('stop guard-exceeds-element:c1:c1-stub');
  });
});

describe('the main fuse', () => {
  test('names the weakest of what it is too big for, and tells the others', () => {
    const quay = quayCableBox();
    const told = (over: object) =>
      planOf(quay, ...own(quay, 'holder-post', 'feeds/main/holderPartId', over)).findings.find(
        (f) => f.id === 'main-fuse-exceeds'
      )!;
    const holder = told({ ratingA: 1 });
    expect(holder.title).toBe('The main fuse is too big for the main fuse holder');
    expect(holder.why).toMatch(/main fuse holder is rated 1 A; 10 AWG carries/);
    expect(holder.figures.limitA).toBe(1);
    expect(told({}).title).toBe('The main fuse is too big for its wire');
  });
});

describe('contacts as they were measured', () => {
  const hide = saltmarshHideBox();
  const master = hide.ports.find((p) => p.name === 'Master')!;
  test('of a switch count in the drop and in its heat', () => {
    const plan = planOf(hide, set(`ports/${master.id}/contactMilliOhm`, 120));
    expect(plan.findings.map((f) => f.key)).toContain(`contact-heat:${master.id}:S0`);
    expect(plan.wiring.netlist.parts.find((p) => p.id === 'S0')!.throughMilliOhm).toBe(120);
    expect(keys(hide).filter((k) => k.includes('contact-heat'))).toEqual([]);
  });
  test('that nobody knows heat nothing; a way in is told once, by its tag', () => {
    const slipway = slipwayBox();
    const inlet = slipway.ports.find((p) => p.name === 'Battery cable')!;
    const heavy = [
      set('devices/d1/modes', [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 200 } }])
    ];
    const about = (contactMilliOhm: number | null) =>
      keys(slipway, ...heavy, ...own(slipway, inlet.partId, `ports/${inlet.id}/partId`, { contactMilliOhm })).filter(
        (k) => k.includes('contact-heat') && k.endsWith(':P1')
      );
    expect(about(null)).toEqual([]);
    expect(about(20)).toEqual([`caution contact-heat:${inlet.id}:P1`]);
  });
  test('of a charge inlet heat it while it charges', () => {
    const radio = fellRaceRadioPost();
    const inlet = radio.circuits.find((c) => c.purpose === 'charge')!;
    const tag = planOf(radio).panel!.ports.find((p) => p.port.id === inlet.portId)!.tag;
    const hot = (milliOhm: number) =>
      keys(radio, set('charging/chargerA', setTo(8)), set(`ports/${inlet.portId}/contactMilliOhm`, milliOhm));
    // 8 A squared times 10 milliohm are 0.64 W, times 5 are 0.32 W; half a watt is the most
    expect(hot(10)).toContain(`caution contact-heat:${inlet.id}:${tag}`);
    expect(hot(5)).not.toContain(`caution contact-heat:${inlet.id}:${tag}`);
  });
});

describe('the port of a panel whose controller is built in', () => {
  const camp = campTableBox();
  const id = camp.charging.solar!.panelPortId;
  const portId = id.is === 'set' ? id.value : '';
  const part = camp.parts[camp.ports.find((p) => p.id === portId)!.partId]!;
  const told = (over: object, ...edits: Edit[]) =>
    keys(camp, ...own(camp, part.id, `ports/${portId}/partId`, over), ...edits).filter((k) => k.includes(portId));
  // 60 W at 18 V: 3.33 A
  test('bears the current of the panel', () => {
    expect(told({ ratingA: 3 })).toContain(`stop connector-overload:${portId}`);
    expect(told({ ratingA: 3.5 })).toContain(`caution connector-overload:${portId}`);
    expect(told({ ratingA: 4.5 })).toEqual([]);
  });
  test('gets hot by it', () => {
    const hot = (milliOhm: number) =>
      told({ contactMilliOhm: milliOhm }).some((k) => k.startsWith('caution contact-heat'));
    expect(hot(46)).toBe(true);
    expect(hot(44)).toBe(false);
  });
  test('has the battery on its pins only when nothing stands between', () => {
    const bare = { exposedLivePins: true };
    const live = `stop live-male-pins:${portId}`;
    expect(told(bare)).not.toContain(live);
    expect(told(bare, set('charging/solar/controller', 'unknown'))).toContain(live);
    expect(told(bare, set('charging/solar/controller', 'none'))).toContain(live);
  });
});

describe('how a relay fails', () => {
  const moor = moorCameraPost();
  const path = `relays/${moor.relays[0]!.id}`;
  const about = (...edits: Edit[]) => planOf(moor, ...edits).findings.filter((f) => f.id === 'relay-unsound');

  test('one that opens when its coil is fed stays on when the coil wire breaks', () => {
    const [finding] = about(set(`${path}/contact`, 'break'));
    expect(finding).toMatchObject({ key: 'relay-unsound:box:K1-break', severity: 'caution' });
    expect(about(set(`${path}/contact`, 'break'), ...finding!.remedies[0]!.edits)).toEqual([]);
  });
  test('a switch in the return of the coil is a word, in its plus none', () => {
    const [finding] = about(set(`${path}/switchPole`, 'minus'));
    expect(finding).toMatchObject({ key: 'relay-unsound:box:K1-minus', severity: 'note' });
    expect(about(set(`${path}/switchPole`, 'minus'), ...finding!.remedies[0]!.edits)).toEqual([]);
    expect(about()).toEqual([]);
  });
});
