import { createReadStream, statSync } from 'node:fs';
import { connect } from 'node:net';
import type { Readable } from 'node:stream';
import { z } from 'zod';
import { ApiError } from '../errors.ts';

/** Where a meter is listened to: a process on this computer, or a serial device by its path. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tcp'), port: z.number().int().min(1).max(65535) }),
  z.strictObject({ kind: z.literal('device'), path: z.string().min(2).max(300).startsWith('/') })
]);
export type MeterSource = z.infer<typeof sourceSchema>;

/** @throws ApiError 422 */
export function readSource(data: unknown): MeterSource {
  const parsed = sourceSchema.safeParse(data);
  if (parsed.success) return parsed.data;
  const kind = (data as { kind?: unknown } | null)?.kind;
  throw new ApiError(
    422,
    kind === 'device'
      ? 'Give the whole path of the device, such as /dev/ttyUSB0.'
      : 'Give a port from 1 to 65535; the meter is looked for on this computer.'
  );
}

export const sourceWords = (s: MeterSource): string => (s.kind === 'tcp' ? `port ${s.port} of this computer` : s.path);

/** Why a source cannot be opened, in words. */
export function whyNot(error: NodeJS.ErrnoException, source: MeterSource): string {
  const where = sourceWords(source);
  switch (error.code) {
    case 'ECONNREFUSED':
      return `Nothing answers on ${where}: is the meter switched on?`;
    case 'ENOENT':
      return `There is no ${where}: is the cable in?`;
    case 'EACCES':
    case 'EPERM':
      return `${where} may not be read by this account.`;
    case 'EISDIR':
      return `${where} is a folder and no device.`;
    case 'ECONNRESET':
      return `${where} broke off.`;
    default:
      return `${where} cannot be listened to (${error.code ?? 'no reason given'}).`;
  }
}

/** What a source sends, as text. Errors and the end come as events of the stream. @throws Error when the device cannot even be looked at */
export function openSource(source: MeterSource): Readable {
  if (source.kind === 'tcp') {
    const socket = connect({ host: '127.0.0.1', port: source.port });
    socket.setKeepAlive(true, 10_000);
    return socket.setEncoding('latin1');
  }
  if (statSync(source.path).isDirectory()) throw Object.assign(new Error('folder'), { code: 'EISDIR' });
  return createReadStream(source.path, { encoding: 'latin1', highWaterMark: 4096 });
}
