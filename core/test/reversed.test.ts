import { describe, expect, it } from 'vitest';
import { NONE, setTo, type Attr } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { awg, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const told = (box: Box, also: string) =>
  planOf(box).findings.find((f) => f.id === 'reverse-polarity' && f.key.endsWith(`:${also}`));

/** An outside battery joined in some way, with a finder behind it, or only a lamp. */
function outside(wayIn: Feed['wayIn'], deviceId: 'fish-finder-5' | 'lamp-strip' = 'fish-finder-5'): Box {
  const b = soundBase('Outside', 'battery-agm-50', 'holder-post');
  const p = b.port('circular-20', 'front', 'Port');
  b.device(deviceId, { name: 'Thing', portId: p.portId, spans: span(9, 12) });
  b.set('bank/stands', 'outside').set('feeds/main/wayIn', wayIn);
  return b.set('feeds/main/lead', { lengthMm: 1500, wire: awg('8'), wireCount: 1 }).box;
}

describe('what an outside battery is joined by', () => {
  it('is a caution where clips can be swapped and electronics hang behind', () => {
    const f = told(outside(setTo('clips')), 'way-in')!;
    expect(f).toMatchObject({ severity: 'caution', title: 'The clips can go on the wrong way round' });
    expect(f.why).toContain('P1 Thing would not survive it, and no fuse is fast enough');
    expect(f.where.kind).toBe('main');
  });

  it('is a note where nothing behind minds, and for lugs that are bolted once', () => {
    const lamp = told(outside(setTo('clips'), 'lamp-strip'), 'way-in')!;
    expect(lamp.severity).toBe('note');
    expect(lamp.why).not.toContain('survive');
    expect(told(outside(setTo('lugs')), 'way-in')).toMatchObject({
      severity: 'note',
      title: 'The lugs can go on the wrong way round'
    });
  });

  it('is no matter of a connector, of one that nobody named, and of a battery inside', () => {
    const quiet: Attr<'connector' | 'gland'>[] = [setTo('connector'), setTo('gland'), { is: 'auto' }];
    for (const way of quiet) expect(told(outside(way), 'way-in')).toBeUndefined();
    expect(told(applyEdits(outside(setTo('clips')), [set('bank/stands', 'inside')]), 'way-in')).toBeUndefined();
  });

  it('is told of a placed plug by its tag, where it goes together both ways', () => {
    const through = (partId: string): Box => {
      const b = soundBase('Placed', 'battery-agm-50', 'holder-post');
      const p = b.port(partId, 'left', 'Way in');
      b.edit({ op: 'remove', path: `circuits/${p.circuitId}` });
      return b.set('bank/stands', 'outside').set('feeds/main/throughPortId', setTo(p.portId)).box;
    };
    expect(told(through('genderless-30'), 'way-in')!.title).toBe(
      'The battery’s plug at P1 can go on the wrong way round'
    );
    expect(told(through('circular-20'), 'way-in')).toBeUndefined();
  });

  it('is cured by a keyed connector', () => {
    const box = outside(setTo('clips'));
    const remedies = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, told(box, 'way-in')!);
    expect(remedies[0]!.label).toBe('A keyed connector in the battery’s lead');
    expect(told(applyEdits(box, remedies[0]!.edits), 'way-in')).toBeUndefined();
  });
});

describe('a charger’s plug', () => {
  const inlet = (partId: string): Box => {
    const b = soundBase('Inlet', 'battery-lfp-20', 'holder-post');
    b.port(partId, 'left', 'Charge');
    return b.set('charging/path', setTo('inlet')).set('charging/chargerA', setTo(2)).box;
  };
  it('that goes in both ways is told at the port it goes in at', () => {
    expect(told(inlet('inlet-sae'), 'charger')).toMatchObject({
      severity: 'note',
      title: 'A charger can be plugged into I1 reversed'
    });
    expect(told(inlet('inlet-3pin'), 'charger')).toBeUndefined();
    expect(told(applyEdits(inlet('inlet-sae'), [set('charging/path', NONE)]), 'charger')).toBeUndefined();
  });
});
