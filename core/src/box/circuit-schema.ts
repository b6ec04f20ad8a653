import { z } from 'zod';
import { FUSE_FAMILIES, idSchema, LEAST, insulation } from '../catalogue/part.ts';
import { FEED_ENDS, POLES, SWITCH_PLACES, WAYS_IN } from './feed-names.ts';
import { LATER } from './later.ts';
import { amps, attr, bundled, lengthMm, partRef, text, wireSizeSchema } from './schema-pieces.ts';

/**
 * Where a feed or circuit takes its positive: from a feed or from another circuit, ahead of their switch or behind it; from
 * a battery post (null: where the bank's leads are taken off); from the load terminals of a built-in controller.
 */
export const originSchema = z.discriminatedUnion('at', [
  z.strictObject({ at: z.literal('feed'), id: idSchema, ahead: z.boolean() }),
  z.strictObject({ at: z.literal('circuit'), id: idSchema, ahead: z.boolean() }),
  z.strictObject({ at: z.literal('post'), pack: z.number().int().min(1).max(4).nullable() }),
  z.strictObject({ at: z.literal('load-terminal') })
]);

/** What every stretch of positive path has, a feed as well as a circuit. */
const stretch = {
  id: idSchema,
  name: text(80),
  from: attr(originSchema),
  fuse: attr(amps),
  /** What kind of fuse or breaker; automatic: as its block or holder is, else an in-line blade fuse. */
  fuseFamily: attr(z.enum(FUSE_FAMILIES)),
  /** Along the wire, from where it starts to its own fuse. */
  fuseFromStartMm: attr(lengthMm),
  /** The lead its fuse sits in; automatic: the positive. */
  fuseLead: attr(z.enum(POLES)).default(LATER.circuit.fuseLead),
  /** The lead its own switches break; automatic: the positive. */
  switchLead: attr(z.enum(POLES)).default(LATER.circuit.switchLead),
  /** Where its own switches and its relay's contact sit, seen from the battery; automatic: behind its fuse. */
  switchPlace: attr(z.enum(SWITCH_PLACES)).default(LATER.circuit.switchPlace),
  wire: attr(wireSizeSchema),
  /** Equal conductors side by side. */
  wireCount: z.number().int().min(1).max(4),
  /** One way. */
  lengthMm: attr(lengthMm),
  /** Automatic = as the positive. */
  returnWire: attr(wireSizeSchema),
  /** Automatic = as all wires of the box. */
  insulationC: attr(insulation),
  bundledCount: attr(bundled)
};

export const feedSchema = z.strictObject({
  ...stretch,
  /** Holder or breaker body; null = an in-line one, at the main feed none at all. */
  holderPartId: partRef,
  /** Wholly in a sheath from its start to its fuse. */
  sheathed: z.boolean(),
  /** The lever of its breaker is used as a switch. */
  leverSwitches: z.boolean(),
  /** Switches in series, in the order the current meets them; automatic, at the main feed: the first that nothing else uses. */
  switches: attr(z.array(idSchema).min(1).max(4)),
  /** The section ahead of the way in, where it has one of its own. */
  lead: z.strictObject({ lengthMm, wire: attr(wireSizeSchema), wireCount: z.number().int().min(1).max(4) }).nullable(),
  wayIn: attr(z.enum(WAYS_IN)),
  /** The placed port it comes through. */
  throughPortId: attr(idSchema),
  ends: z.enum(FEED_ENDS),
  blockPartId: partRef,
  /** It ends in a box of its own, with its own joint for the returns. */
  secondBox: z.boolean(),
  /**
   * A regulator ahead of its end: what hangs there gets these volts, whatever the battery does. `partId`: which one; null = not
   * chosen. `ratedW`: what its own label says, where its part does not; null = nobody read it.
   */
  converter: z
    .strictObject({
      outV: z.number().finite().min(1).max(48),
      partId: partRef,
      ratedW: z.number().finite().min(LEAST).max(2000).nullable().default(LATER.converter.ratedW)
    })
    .nullable()
    .default(LATER.feed.converter)
});

export const circuitSchema = z.strictObject({
  ...stretch,
  purpose: z.enum(['load', 'charge']),
  portId: idSchema,
  switchPortId: attr(idSchema),
  /** Where the return lands: the bus on the load side of the shunt, or straight on the battery post. */
  returnTo: z.enum(['bus', 'battery']),
  /** What a spare outlet is expected to feed; automatic: what is taken while no device is named. */
  expectedA: attr(amps)
});

/** A relay: its contacts stand in a feed or in a circuit, its coil is fed through a switch or kill switch. */
export const relaySchema = z.strictObject({
  id: idSchema,
  name: text(80),
  /** Feed or circuit whose positive it switches. */
  inId: idSchema,
  /** Closes when its coil is fed, or opens. */
  contact: z.enum(['make', 'break']),
  ratingA: amps.nullable(),
  /** Coil current at 12 V; null = nobody knows. */
  coilA: z.number().finite().min(LEAST).max(10).nullable(),
  coilFuse: attr(amps),
  /** Switch or kill switch in the coil's feed, in its + lead or in its return. */
  switchPortId: attr(idSchema),
  switchPole: z.enum(['plus', 'minus']),
  /** Diode or resistor across the coil. */
  suppressed: z.enum(['yes', 'no', 'unknown'])
});
