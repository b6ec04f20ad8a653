/** One reading of a meter; NaN where the file had none. Amps out of the battery are positive, amp-hours likewise. */
export type Sample = { ms: number; volts: number; amps: number; ampHours: number; tempC: number };

/** Figures of a sample besides its moment. */
export const FIGURES = ['volts', 'amps', 'ampHours', 'tempC'] as const;
export type Figure = (typeof FIGURES)[number];

/** Rows of a series, column by column: what is kept and sent. */
export type Chunk = { ms: Float64Array } & Record<Figure, Float32Array>;

/** Rows in one piece: sent, kept and read at once. */
export const CHUNK_ROWS = 50_000;
const ROW_BYTES = 8 + 4 * FIGURES.length;

export const emptyChunk = (rows: number): Chunk => ({
  ms: new Float64Array(rows),
  volts: new Float32Array(rows),
  amps: new Float32Array(rows),
  ampHours: new Float32Array(rows),
  tempC: new Float32Array(rows)
});

/** A chunk as bytes: all moments (ms since 1970, 64-bit), then each figure (32-bit), little-endian. */
export function toBytes(chunk: Chunk): Uint8Array {
  const n = chunk.ms.length;
  const out = new DataView(new ArrayBuffer(n * ROW_BYTES));
  chunk.ms.forEach((v, i) => out.setFloat64(8 * i, v, true));
  FIGURES.forEach((f, k) => chunk[f].forEach((v, i) => out.setFloat32(8 * n + 4 * (k * n + i), v, true)));
  return new Uint8Array(out.buffer);
}

/** @throws RangeError for bytes that are no whole rows or too many */
export function fromBytes(bytes: Uint8Array): Chunk {
  const n = bytes.byteLength / ROW_BYTES;
  if (!Number.isInteger(n) || n > CHUNK_ROWS) throw new RangeError('These are no rows of a series.');
  // a view of its own: the bytes of a database may start at any place of their buffer
  const own = bytes.slice();
  const chunk: Chunk = {
    ms: new Float64Array(own.buffer, 0, n),
    volts: new Float32Array(own.buffer, 8 * n, n),
    amps: new Float32Array(own.buffer, 12 * n, n),
    ampHours: new Float32Array(own.buffer, 16 * n, n),
    tempC: new Float32Array(own.buffer, 20 * n, n)
  };
  return chunk;
}
