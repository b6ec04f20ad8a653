import type { Device } from '../box/schema.ts';

/** What radios are sold by, W at the aerial. @source usual sizes of hand-held, mobile and shortwave radios */
export const SENT_W: readonly number[] = [5, 10, 20, 25, 40, 50, 75, 100];
/** Drawn while sending, for each watt at the aerial. @source the radios of electrical reference 7: 2.6 to 3 */
const DRAWN_PER_SENT = 2.8;
/** Drawn while listening: a little, and more in a strong radio. @source fitted to the radios of electrical reference 7, 1.5 to 19 W */
const LISTENS = { leastW: 1.2, perSent: 0.18 } as const;
/** Share of the time that somebody talks himself. @source the radios of electrical reference 7: 0.1 to 0.3 */
const SENDS = 0.2;

const RADIO = /\b(?:radio|transceiver|transmitter|repeater|hf|vhf|uhf|cb|ham)\b/i;
/** Receivers and lamps that carry the word. */
const LISTENS_ONLY = /\b(?:receiver|scanner|broadcast|alarm|internet|wifi|bluetooth|fm radio|dab)\b/i;

/** Whether a name tells of something that sends: the word alone, to ask about it, never to judge by it. */
export const isSending = (name: string): boolean => RADIO.test(name) && !LISTENS_ONLY.test(name);

/**
 * How a radio draws that is known by what it sends.
 * @param sentW at the aerial, W, over 0
 * @returns watts while listening and while sending, and both as modes whose shares make one
 * @source electrical reference 7, radios
 */
export function sendingModes(sentW: number): { listenW: number; sendW: number; modes: Device['modes'] } {
  const listenW = Number((LISTENS.leastW + LISTENS.perSent * sentW).toPrecision(2));
  const sendW = Number((DRAWN_PER_SENT * sentW).toPrecision(3));
  return {
    listenW,
    sendW,
    modes: [
      { id: 'm1', name: 'receive', dutyFraction: 1 - SENDS, draw: { kind: 'power', powerW: listenW } },
      { id: 'm2', name: 'transmit', dutyFraction: SENDS, draw: { kind: 'power', powerW: sendW } }
    ]
  };
}
