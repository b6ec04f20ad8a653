import type { Relay } from './schema.ts';

/** Coil taken while nobody knows, A at 12 V. @source rule of thumb: small 12 V relay, 130 to 160 mA */
export const COIL_A = 0.15;

/** What a relay's coil draws while its contacts do their work, A: one that closes is fed all the time. */
export const holdingA = (relay: Relay): number => (relay.contact === 'make' ? (relay.coilA ?? COIL_A) : 0);
