import type { Mark } from '@haversack/core/bench/marks';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { BenchMarks } from './bench-marks.svelte.ts';

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** A server that keeps marks as they come, once each. */
class Server {
  kept: Mark[] = [];
  state: 'up' | 'away' | 'refuses' = 'up';
  readonly fetch = async (path: string, init?: RequestInit): Promise<Response> => {
    if (this.state === 'away') throw new TypeError('away');
    if (init?.method === 'POST' && path.endsWith('/marks')) {
      if (this.state === 'refuses') return answer(422, { message: 'The mark’s key names nothing.' });
      for (const m of JSON.parse(String(init.body)) as Mark[])
        if (!this.kept.some((k) => k.id === m.id)) this.kept.push(m);
    }
    return answer(200, { marks: this.kept, photos: [] });
  };
}

let server: Server;
let storage: Map<string, string>;
beforeEach(() => {
  vi.useFakeTimers();
  server = new Server();
  storage = new Map();
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => storage.get(key) ?? null,
    setItem: (key: string, text: string) => void storage.set(key, text)
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const settled = () => vi.advanceTimersByTimeAsync(50);

describe('ticks at the bench', () => {
  test('count at once and are sent after', async () => {
    const bench = new BenchMarks('b1');
    bench.sign('  Ann ');
    bench.tick('step drill', true);
    expect(bench.marks.isTicked('step drill')).toBe(true);
    expect(bench.unsent).toBe(1);
    await settled();
    expect(bench.unsent).toBe(0);
    expect(server.kept.map((m) => [m.key, m.value, m.by])).toEqual([['step drill', true, 'Ann']]);
  });

  test('made while the server is away they wait, outlive the window and are sent when it answers again', async () => {
    server.state = 'away';
    const first = new BenchMarks('b1');
    first.tick('hole drill p1', true);
    first.read('short', { value: 12, meter: 'm', offset: 0 });
    await settled();
    expect(first.unsent).toBe(2);
    expect(first.problem).toContain('does not answer');
    first.close();
    // the window is closed and opened again
    const second = new BenchMarks('b1');
    expect(second.unsent).toBe(2);
    expect(second.marks.isTicked('hole drill p1')).toBe(true);
    expect(second.marks.reading('short')?.value).toBe(12);
    server.state = 'up';
    await second.load();
    await settled();
    expect(second.unsent).toBe(0);
    expect(server.kept).toHaveLength(2);
    expect(JSON.parse(storage.get('haversack-marks-b1')!)).toEqual([]);
    second.close();
  });

  test('it tries again by itself after a while', async () => {
    server.state = 'away';
    const bench = new BenchMarks('b1');
    bench.tick('step mark', true);
    await settled();
    server.state = 'up';
    await vi.advanceTimersByTimeAsync(5_000);
    expect(server.kept).toHaveLength(1);
    expect(bench.problem).toBe('');
    bench.close();
  });

  test('what the server refuses for good does not block what comes after', async () => {
    server.state = 'refuses';
    const bench = new BenchMarks('b1');
    bench.tick('step mark', true);
    await settled();
    expect(bench.unsent).toBe(0);
    expect(bench.problem).toContain('names nothing');
    server.state = 'up';
    bench.tick('step drill', true);
    await settled();
    expect(server.kept.map((m) => m.key)).toEqual(['step drill']);
    bench.close();
  });

  test('two boxes keep what waits apart; what lies there and is no list is left', async () => {
    server.state = 'away';
    const one = new BenchMarks('b1');
    one.tick('step mark', true);
    await settled();
    one.close();
    expect(new BenchMarks('b2').unsent).toBe(0);
    storage.set('haversack-marks-b3', '{"no":"list"}');
    expect(new BenchMarks('b3').unsent).toBe(0);
    storage.set('haversack-marks-b4', 'torn');
    expect(new BenchMarks('b4').unsent).toBe(0);
  });

  test('a browser that keeps nothing still ticks and sends', async () => {
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('forbidden');
      },
      setItem: () => {
        throw new Error('forbidden');
      }
    });
    const bench = new BenchMarks('b1');
    bench.sign('Ben');
    bench.tick('step mark', true);
    await settled();
    expect(server.kept).toHaveLength(1);
    expect(server.kept[0]!.by).toBe('Ben');
  });
});
