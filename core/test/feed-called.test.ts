import { describe, expect, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import { set } from '../src/box/edit.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { awg, on, soundBase, span } from './small-boxes.ts';

/** A feed is tagged with a letter: alone in a sentence it would read as a word ('A circuit has no fuse'). */
function withFeed(name: string, over: Partial<Parameters<typeof addFeedEdits>[1]>): Box {
  const b = soundBase('Feeds', 'battery-lfp-7', 'holder-inline-blade');
  const lamp = b.port('socket-12v-capped', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(20), spans: span(8, 12) });
  const made = addFeedEdits(b.box, { name, ...over });
  const hangs = setTo({ at: 'feed' as const, id: made.feedId, ahead: false });
  return applyEdits(applyEdits(b.box, made.edits), [set('circuits/c1/from', hangs)]);
}
const told = (box: Box, id: string) =>
  evaluate(box, STARTER_CATALOGUE).findings.filter((f) => f.id === id && f.where.label === 'Feed A');

describe('a feed in a sentence', () => {
  test.each([
    ['Sun', 'Feed A (Sun) has no fuse'],
    ['', 'Feed A has no fuse']
  ])('named ‘%s’ and without a fuse', (name, title) => {
    const [f] = told(withFeed(name, { fuse: NONE, from: setTo({ at: 'post', pack: null }) }), 'source-unfused');
    expect(f).toMatchObject({ title, short: 'Feed A has no fuse' });
  });

  test('on thin wire', () => {
    const box = withFeed('Sun', { fuse: setTo(3), wire: awg('28') });
    expect(told(box, 'gauge-too-thin')[0]!.title).toMatch(/^Feed A: 28 AWG/);
    expect(told(box, 'conductor-overload')[0]!.title).toMatch(/^Feed A: the wire is/);
  });

  test('with a fuse too big for its wire, or one that nobody read', () => {
    const burnt = evaluate(withFeed('Sun', { fuse: NONE, wire: awg('22') }), STARTER_CATALOGUE).findings;
    expect(burnt.map((f) => f.title).filter((t) => /\bof A\b|^A[: ]/.test(t))).toEqual([]);
    expect(told(withFeed('Sun', { fuse: UNKNOWN }), 'unknown-attribute').map((f) => f.title)).toContain(
      'Feed A: fuse is unknown'
    );
  });

  test('circuits keep their tags', () => {
    const box = applyEdits(withFeed('Sun', {}), [
      set('circuits/c1/fuse', NONE),
      set('circuits/c1/from', setTo({ at: 'post', pack: null }))
    ]);
    const [f] = evaluate(box, STARTER_CATALOGUE).findings.filter((o) => o.id === 'source-unfused');
    expect(f).toMatchObject({ title: 'C1 has no fuse', short: 'C1 circuit has no fuse' });
  });
});
