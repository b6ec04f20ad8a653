import { describe, expect, it, vi } from 'vitest';
import { WorkerOf } from './worker-of.ts';

/** A worker that hears everything and answers nothing. */
class Deaf {
  static started = 0;
  ended = false;
  onerror: (() => void) | null = null;
  constructor() {
    Deaf.started++;
  }
  postMessage(): void {}
  addEventListener(): void {}
  removeEventListener(): void {}
  terminate(): void {
    this.ended = true;
  }
}

type Api = { stop(version: number): void };

function made() {
  Deaf.started = 0;
  const all: Deaf[] = [];
  const failed = vi.fn();
  const of = new WorkerOf<Api>(() => {
    const one = new Deaf();
    all.push(one);
    return one as unknown as Worker;
  }, failed);
  return { of, all, failed };
}

describe('a worker that starts when it is wanted', () => {
  it('is not started by what only a running one should hear', () => {
    const { of } = made();
    const heard = vi.fn();
    of.tell(heard);
    expect(Deaf.started).toBe(0);
    expect(heard).not.toHaveBeenCalled();
    of.api();
    of.tell(heard);
    expect(heard).toHaveBeenCalledOnce();
  });

  it('is started once, however often it is asked', () => {
    const { of } = made();
    expect(of.api()).toBe(of.api());
    expect(Deaf.started).toBe(1);
  });

  it('ends when it is closed, and another takes its place when it is wanted again', () => {
    const { of, all } = made();
    of.api();
    of.close();
    expect(all[0]!.ended).toBe(true);
    of.api();
    expect(Deaf.started).toBe(2);
    expect(all[1]!.ended).toBe(false);
  });

  it('says when the browser cannot start it', () => {
    const { of, all, failed } = made();
    of.api();
    all[0]!.onerror!();
    expect(failed).toHaveBeenCalledOnce();
  });
});
