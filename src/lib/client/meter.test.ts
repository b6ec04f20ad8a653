import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { MeterState } from '$lib/server/meter/link.ts';
import { Meter } from './meter.svelte.ts';

/** The page's line to the server, as a test speaks on it. */
class FakeEvents {
  static last: FakeEvents | undefined;
  closed = false;
  onmessage: ((e: { data: string }) => void) | undefined;
  onerror: (() => void) | undefined;
  readonly url: string;
  constructor(url: string) {
    this.url = url;
    FakeEvents.last = this;
  }
  close(): void {
    this.closed = true;
  }
  say(state: MeterState): void {
    this.onmessage!({ data: JSON.stringify(state) });
  }
}

const state = (over: Partial<MeterState> = {}, clockS?: number): MeterState => ({
  state: clockS === undefined ? 'joining' : 'live',
  source: { kind: 'tcp', port: 4175 },
  where: 'port 4175 of this computer',
  say: '',
  reading:
    clockS === undefined
      ? null
      : { count: clockS, clockS, volts: 12.8, amps: clockS / 10, ampHours: 1, socFraction: 0.9, tempC: 5 },
  readMs: null,
  lostCount: 0,
  damagedCount: 0,
  foreignCount: 0,
  recording: null,
  recordingProblem: '',
  ...over
});

let answers: Record<string, () => [number, unknown]>;
const meter = () => new Meter('b1');
beforeEach(() => {
  FakeEvents.last = undefined;
  answers = {
    'GET /api/boxes/b1/meter': () => [200, { meter: null, known: { kind: 'tcp', port: 4175 } }],
    'POST /api/boxes/b1/meter': () => [200, { meter: state() }],
    'DELETE /api/boxes/b1/meter': () => [200, { recorded: null }],
    'POST /api/boxes/b1/meter/recording': () => [200, { meter: state({}, 5) }],
    'DELETE /api/boxes/b1/meter/recording': () => [200, { recorded: null }]
  };
  vi.stubGlobal('EventSource', FakeEvents);
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    const [status, body] = answers[`${init?.method ?? 'GET'} ${path}`]!();
    return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('the meter of a page', () => {
  test('knows where it was joined last; what comes is shown and kept for the chart, each reading once', async () => {
    const m = meter();
    await m.load();
    expect(m.known).toEqual({ kind: 'tcp', port: 4175 });
    expect(FakeEvents.last).toBeUndefined();
    expect(await m.join({ kind: 'tcp', port: 4175 })).toBe(true);
    expect(FakeEvents.last!.url).toBe('/api/boxes/b1/meter/events');
    FakeEvents.last!.say(state({}, 1));
    FakeEvents.last!.say(state({}, 2));
    FakeEvents.last!.say(state({ say: 'the same reading, another word' }, 2));
    expect(m.trace.map((t) => t.s)).toEqual([1, 2]);
    // broken off nothing is drawn; switched on anew the chart begins again
    FakeEvents.last!.say(state({ state: 'lost' }, 3));
    expect(m.trace.length).toBe(2);
    FakeEvents.last!.say(state({}, 0));
    expect(m.trace.map((t) => t.s)).toEqual([0]);
    for (let s = 1; s < 900; s++) FakeEvents.last!.say(state({}, s));
    expect(m.trace.length).toBe(600);
    expect(m.trace.at(-1)!.s).toBe(899);
  });

  test('a refusal is said and nothing is listened to', async () => {
    answers['POST /api/boxes/b1/meter'] = () => [422, { message: 'Give a port from 1 to 65535' }];
    const m = meter();
    expect(await m.join({ kind: 'tcp', port: 0 })).toBe(false);
    expect(m.problem).toContain('1 to 65535');
    expect(FakeEvents.last).toBeUndefined();
  });

  test('let go in another window it is joined no more; with the server away that is said, and over when it is back', async () => {
    const m = meter();
    await m.join({ kind: 'tcp', port: 4175 });
    const events = FakeEvents.last!;
    answers['GET /api/boxes/b1/meter'] = () => {
      throw new TypeError('network');
    };
    events.onerror!();
    await vi.waitFor(() => expect(m.away).toBe(true));
    expect(m.state).toBeDefined();
    events.say(state({}, 7));
    expect(m.away).toBe(false);
    answers['GET /api/boxes/b1/meter'] = () => [200, { meter: null, known: null }];
    events.onerror!();
    await vi.waitFor(() => expect(m.state).toBeUndefined());
    expect(events.closed).toBe(true);
  });

  test('recorded, and told when nothing came', async () => {
    const m = meter();
    await m.join({ kind: 'tcp', port: 4175 });
    expect(await m.record('Night')).toBe(true);
    expect(m.state!.state).toBe('live');
    await m.stop();
    expect(m.problem).toMatch(/nothing was kept/);
    answers['DELETE /api/boxes/b1/meter/recording'] = () => [200, { recorded: { id: 's', name: 'Night' } }];
    await m.stop();
    expect(m.recorded).toMatchObject({ name: 'Night' });
    await m.leave();
    expect(m.state).toBeUndefined();
    expect(FakeEvents.last!.closed).toBe(true);
  });
});
