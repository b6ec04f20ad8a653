import { Marks, type Mark, type MarkValue, type Reading } from '@haversack/core/bench/marks';
import { getContext, setContext } from 'svelte';
import { request, RequestError } from './api.ts';

export type PhotoInfo = { id: string; key: string; type: string; bytes: number; atMs: number };

const BY = 'haversack-by';
const AGAIN_MS = 4000;

/**
 * What is ticked, read and written at the bench. A mark counts here at once and is sent after; what could not be sent waits
 * in the browser, survives a reload, and is sent when the server answers again. Marks are only ever added, so that two
 * devices never take each other's away.
 */
export class BenchMarks {
  readonly boxId: string;
  #list: readonly Mark[] = $state.raw([]);
  #waiting: readonly Mark[] = $state.raw([]);
  photos: readonly PhotoInfo[] = $state.raw([]);
  problem = $state('');
  /** Who ticks: a name or a sign, kept on this device. */
  by = $state('');
  readonly marks = $derived(new Marks([...this.#list, ...this.#waiting]));
  #sending = false;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(boxId: string) {
    this.boxId = boxId;
    try {
      this.by = localStorage.getItem(BY) ?? '';
      const kept: unknown = JSON.parse(localStorage.getItem(this.#key) ?? '[]');
      if (Array.isArray(kept)) this.#waiting = kept as Mark[];
    } catch {
      // a browser that keeps nothing: marks go out as they are made
    }
  }
  get #key(): string {
    return `haversack-marks-${this.boxId}`;
  }
  get unsent(): number {
    return this.#waiting.length;
  }

  async load(): Promise<void> {
    try {
      const { marks, photos } = await request<{ marks: Mark[]; photos: PhotoInfo[] }>('GET', this.#path('marks'));
      this.#list = marks;
      this.photos = photos;
      this.problem = '';
    } catch (e) {
      this.problem = (e as Error).message;
    }
    if (this.#waiting.length > 0) void this.#send();
  }

  sign(by: string): void {
    this.by = by.trim().slice(0, 60);
    try {
      localStorage.setItem(BY, this.by);
    } catch {
      // it is asked for again next time
    }
  }

  set(key: string, value: MarkValue): void {
    const mark: Mark = { id: crypto.randomUUID(), key, value, by: this.by, atMs: Date.now() };
    this.#waiting = [...this.#waiting, mark];
    this.#keep();
    void this.#send();
  }
  tick = (key: string, on: boolean): void => this.set(key, on);
  read = (rowId: string, reading: Reading): void => this.set(`reading ${rowId}`, reading);

  #keep(): void {
    try {
      localStorage.setItem(this.#key, JSON.stringify(this.#waiting));
    } catch {
      // full or forbidden: they are in memory still
    }
  }

  async #send(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    clearTimeout(this.#timer);
    try {
      while (this.#waiting.length > 0) {
        const batch = this.#waiting.slice(0, 200);
        const { marks } = await request<{ marks: Mark[] }>('POST', this.#path('marks'), batch);
        this.#list = marks;
        const sent = batch.map((m) => m.id);
        this.#waiting = this.#waiting.filter((m) => !sent.includes(m.id));
        this.#keep();
      }
      this.problem = '';
    } catch (e) {
      this.problem = (e as Error).message;
      // what the server refuses for good must not block what comes after
      if (e instanceof RequestError && e.status === 422) {
        this.#waiting = [];
        this.#keep();
      } else this.#timer = setTimeout(() => void this.#send(), AGAIN_MS);
    } finally {
      this.#sending = false;
    }
  }

  async addPhoto(key: string, picture: Blob): Promise<boolean> {
    try {
      const answer = await fetch(`${this.#path('photos')}?key=${encodeURIComponent(key)}`, {
        method: 'POST',
        body: picture,
        headers: { 'content-type': picture.type }
      });
      const data = (await answer.json().catch(() => ({}))) as PhotoInfo & { message?: string };
      if (!answer.ok) throw new Error(data.message ?? `The server refused (${answer.status}).`);
      this.photos = [...this.photos, data];
      this.problem = '';
      return true;
    } catch (e) {
      this.problem =
        e instanceof TypeError ? 'Haversack does not answer: the photograph was not kept.' : (e as Error).message;
      return false;
    }
  }
  async removePhoto(id: string): Promise<void> {
    try {
      await request('DELETE', `${this.#path('photos')}/${id}`);
      this.photos = this.photos.filter((p) => p.id !== id);
    } catch (e) {
      this.problem = (e as Error).message;
    }
  }
  photoUrl = (id: string): string => `${this.#path('photos')}/${id}`;
  #path(what: string): string {
    return `/api/boxes/${this.boxId}/${what}`;
  }
  close(): void {
    clearTimeout(this.#timer);
  }
}

const KEY = Symbol('bench marks');
export const provideMarks = (boxId: string): BenchMarks => setContext(KEY, new BenchMarks(boxId));
export const useMarks = (): BenchMarks => getContext<BenchMarks>(KEY);

/** Longest side of a photograph as it is kept, px; and how well. */
const PHOTO_PX = 1600;
const PHOTO_QUALITY = 0.82;

/** A picture from camera or disk, scaled down to what is kept. @throws Error with a sentence when it is none */
export async function scaledPhoto(file: File): Promise<Blob> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error(`'${file.name}' is no photograph that this browser can read: JPEG and PNG are.`);
  }
  const scale = Math.min(1, PHOTO_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((done, fail) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : fail(new Error('The photograph could not be scaled down.'))),
      'image/jpeg',
      PHOTO_QUALITY
    )
  );
}
