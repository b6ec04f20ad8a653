import { describe, expect, test } from 'vitest';
import { KEY_GROUPS, KEYS, keyAction, type Binding } from './keys.ts';

const press = (key: string, more: Partial<{ ctrlKey: boolean; metaKey: boolean; shiftKey: boolean }> = {}) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  ...more
});

describe('the table of keys', () => {
  test('every line is reached by each of its keys, as it is shown', () => {
    for (const group of Object.keys(KEYS) as (keyof typeof KEYS)[])
      for (const line of KEYS[group] as readonly Binding[])
        for (const key of line.keys) {
          const event = press(key, { ctrlKey: line.command ?? false, shiftKey: line.shift ?? false });
          expect([group, key, keyAction(group, event)]).toEqual([group, key, line.action]);
        }
  });

  test('no key means two things in one place', () => {
    for (const list of Object.values(KEYS) as (readonly Binding[])[]) {
      const seen = list.flatMap((b) =>
        b.keys.flatMap((k) =>
          (b.shift === undefined ? [true, false] : [b.shift]).map(
            (s) => `${b.command ? 'Ctrl+' : ''}${s ? 'Shift+' : ''}${k}`
          )
        )
      );
      expect(seen.filter((k, i) => seen.indexOf(k) !== i)).toEqual([]);
    }
  });

  test('Ctrl takes a plain key away, and the Apple key is as good as Ctrl', () => {
    expect(keyAction('bar', press('s', { ctrlKey: true }))).toBeUndefined();
    expect(keyAction('box', press('S', { metaKey: true }))).toBe('save');
    expect(keyAction('box', press('Z', { metaKey: true, shiftKey: true }))).toBe('redo');
    expect(keyAction('box', press('z', { ctrlKey: true }))).toBe('undo');
    expect(keyAction('box', press('9'))).toBeUndefined();
  });

  test('every place has a name in the list', () => {
    expect(Object.keys(KEY_GROUPS)).toEqual(Object.keys(KEYS));
  });
});
