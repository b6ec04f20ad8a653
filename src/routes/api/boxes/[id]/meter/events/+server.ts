import { answer, ApiError } from '$lib/server/errors.ts';
import { meterOf } from '$lib/server/meter/meters.ts';

/** A word now and then keeps the line open where nothing is said. */
const STILL_THERE_MS = 15_000;

/** What the meter says, as it says it: server-sent events, each the whole state. */
export const GET = ({ params }) =>
  answer(() => {
    const link = meterOf(params.id);
    if (!link) throw new ApiError(404, 'No meter is listened to.');
    const encoder = new TextEncoder();
    let leave = (): void => {};
    let timer: ReturnType<typeof setInterval> | undefined;
    const body = new ReadableStream<Uint8Array>({
      start(out) {
        leave = link.listen((event) => {
          if (event.kind === 'ended') {
            clearInterval(timer);
            out.close();
            return;
          }
          // who reads too slowly misses a reading, and never keeps the meter waiting
          if (event.kind === 'reading' && (out.desiredSize ?? 1) < -20) return;
          out.enqueue(encoder.encode(`data: ${JSON.stringify(event.state)}\n\n`));
        });
        timer = setInterval(() => out.enqueue(encoder.encode(': still there\n\n')), STILL_THERE_MS);
        timer.unref();
      },
      cancel() {
        clearInterval(timer);
        leave();
      }
    });
    return new Response(body, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
    });
  });
