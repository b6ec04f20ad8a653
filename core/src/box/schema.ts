import { z } from 'zod';
import { BOX_FORMAT, BOX_VERSION } from './attr.ts';
import { FACES } from '../catalogue/faces.ts';
import { CHEMISTRIES, idSchema, LEAST, insulation, partSchema, TAB_ORDERS } from '../catalogue/part.ts';
import { FED_FROM } from './charge-names.ts';
import { circuitSchema, feedSchema, originSchema, relaySchema } from './circuit-schema.ts';
import { claimSchema, deviceSchema, drawSchema } from './device-schema.ts';
import {
  ageSchema,
  amps,
  attr,
  bundled,
  fraction,
  isoDay,
  lengthMm,
  lines,
  partRef,
  text,
  turn,
  wireSizeSchema
} from './schema-pieces.ts';

import { LATER } from './later.ts';
import { wishesSchema } from './wishes-schema.ts';
import { CORD_SHAPES, OPENING_KINDS, SEALED_BY } from './seal-names.ts';
import { variantSchema } from './variant.ts';

/** Where it stands; clock times are local, this many hours ahead of universal time. */
const siteSchema = z.strictObject({
  latitudeDeg: z.number().min(-66).max(66),
  longitudeDeg: z.number().min(-180).max(180),
  utcOffsetH: z.number().min(-12).max(14)
});

const solarSchema = z.strictObject({
  panelW: z.number().finite().min(LEAST).max(1000),
  maxPowerV: z.number().finite().min(LEAST).max(200),
  openV: z.number().finite().min(LEAST).max(200),
  tiltDeg: z.number().min(0).max(90),
  /** Share of the light that reaches it past trees and posts. */
  unshadedFraction: fraction,
  /** That share was taken over from the logbook: what stood there before any record, and what was taken; another share makes it void. */
  learnt: z.strictObject({ fromFraction: fraction, atFraction: fraction }).nullable().default(LATER.solar.learnt),
  /** Real weather against clear sky; automatic by season and latitude. */
  skyFraction: attr(fraction),
  controller: z.enum(['pwm', 'mppt', 'none', 'unknown']),
  controllerMaxV: z.number().min(LEAST).max(500).nullable(),
  controllerMaxA: z.number().min(LEAST).max(500).nullable(),
  /** The panel stands there during the outing, too. */
  duringOuting: z.boolean(),
  /** Its controller comes along and plugs into the charge inlet, or is built into the box. */
  fit: z.enum(['plugged', 'inside']),
  /** Port the panel plugs into when the controller is built in. */
  panelPortId: attr(idSchema),
  /** At the battery end of the controller's lead. */
  fuse: attr(amps),
  /** Where that lead is taken off; automatic = the main feed, ahead of its switches. */
  from: attr(originSchema),
  /** A switch of its own between controller and battery. */
  switchPortId: attr(idSchema),
  /** Terminals for loads on a controller that is built in: what they give at most; null = it has none. */
  loadTerminal: z.strictObject({ mostA: amps.nullable() }).nullable()
});

/** A charger or maintainer that lives in the box. */
const builtInChargerSchema = z.strictObject({
  id: idSchema,
  name: text(80),
  currentA: attr(amps),
  voltageV: attr(z.number().min(LEAST).max(60)),
  /** In its + lead, at the battery end. */
  fuse: attr(amps),
  from: attr(originSchema),
  /** Fed from the mains by a cord into the box, or from another 12 V source. */
  input: z.enum(['mains-cord', 'dc', 'unknown']),
  /** It may run with the lid shut. */
  lidShut: z.enum(['yes', 'no', 'unknown'])
});

/** Weeks or months unattended. */
const seasonSchema = z.strictObject({
  startDay: isoDay,
  dayCount: z.number().int().min(1).max(400),
  /** Mean air of each month, January first. */
  monthC: z.array(z.number().min(-40).max(60)).length(12),
  /** Warmest minus coldest hour of a day. */
  swingK: z.number().min(0).max(40),
  /** The box itself stays switched on: meters, idle converters. */
  boxOn: z.boolean(),
  useSun: z.boolean(),
  visitEveryDays: z.number().int().min(1).max(400).nullable(),
  visit: z.enum(['swap', 'charge'])
});

const portSchema = z.strictObject({
  id: idSchema,
  name: text(80),
  partId: idSchema,
  face: z.enum(FACES),
  /** Hole centre, seen from outside: from the face's left edge and up from the inner floor (lid: from its front edge). */
  xMm: z.number().finite().min(-2000).max(4000),
  yMm: z.number().finite().min(-2000).max(4000),
  terminals: z.enum(['straight', 'flag']),
  /** Ring or block under the flange outside: takes as much off the depth behind. */
  spacerMm: z.number().finite().min(0).max(100),
  /** Across the round hole as it really was drilled, where that differs from the part's own; null = as drawn. */
  drilledMm: z.number().finite().min(LEAST).max(200).nullable().default(LATER.port.drilledMm),
  /** Contacts of both its poles as measured on the bench; null = as the part says. */
  contactMilliOhm: z.number().finite().min(0).max(1000).nullable().default(LATER.port.contactMilliOhm),
  /** Face named in the file it came from that no case has; it lies on the front until somebody says where it belongs. */
  cameOn: text(40).nullable(),
  /** It sits in an insert, a tray, a lid liner or a thin plate: how thick that is, and how far its face lies behind the case's own wall. */
  insert: z.strictObject({ wallMm: z.number().min(LEAST).max(50), behindMm: z.number().min(-50).max(200) }).nullable(),
  /** State during the outing. */
  inUse: z.enum(['mated', 'capped', 'open']),
  /** What keeps water out between it and its wall; automatic: the ring or gasket it came with, in front. */
  sealedBy: attr(z.enum(SEALED_BY)).default(LATER.port.sealedBy),
  /** Of a gland: the cord that goes through it; null = not described. */
  cord: z
    .strictObject({ acrossMm: z.number().finite().min(LEAST).max(60).nullable(), shape: z.enum(CORD_SHAPES) })
    .nullable()
    .default(LATER.port.cord),
  /** Which tab of a switch is supply, load and lamp return; automatic = as the part says. */
  tabs: attr(z.enum(TAB_ORDERS))
});

const bracketSchema = z.strictObject({
  id: idSchema,
  name: text(80),
  face: z.enum(FACES),
  xMm: z.number().finite().min(-2000).max(4000),
  yMm: z.number().finite().min(-2000).max(4000),
  /** Cup of a suction mount, the four bolts of a plate, or screws into ears that the case was moulded with. */
  fixing: z.enum(['suction', 'bolted', 'ears']),
  /** Cup across, or bolt pattern across (square). */
  acrossMm: z.number().finite().min(LEAST).max(400),
  loadKg: z.number().finite().min(LEAST).max(50),
  /** From the wall to where the load pulls. */
  leverMm: z.number().finite().min(0).max(2000)
});

/** What goes through the shell beside ports and brackets. */
const openingSchema = z.strictObject({
  id: idSchema,
  name: text(80),
  face: z.enum(FACES),
  kind: z.enum(OPENING_KINDS),
  /** Of vents: free area of this one; null = not measured. */
  areaCm2: z.number().finite().min(LEAST).max(1000).nullable()
});

/** Something ready-made; null = nobody knows. */
const offeredSchema = z.strictObject({
  id: idSchema,
  name: text(80).min(1),
  priceAmount: z.number().finite().min(0).max(100000).nullable(),
  /** What must be bought along to use it: charger, leads, adapters. */
  extrasAmount: z.number().finite().min(0).max(100000),
  /** As its label says. */
  energyWh: z.number().finite().min(LEAST).max(100000).nullable(),
  massKg: z.number().finite().min(LEAST).max(500).nullable(),
  chemistry: z.enum(CHEMISTRIES)
});
export type Offered = z.infer<typeof offeredSchema>;

const RETURNS = ['bus-bar', 'stud', 'chain', 'splice'] as const;

export const boxSchema = z.strictObject({
  format: z.literal(BOX_FORMAT),
  version: z.literal(BOX_VERSION),
  name: text(80).min(1),
  notes: lines(20000),
  preferences: z.strictObject({
    lengthUnit: z.enum(['mm', 'in']),
    wireSystem: z.enum(['awg', 'mm2']),
    temperatureUnit: z.enum(['C', 'F']),
    massUnit: z.enum(['kg', 'lb']),
    colours: z.enum(['red-black', 'brown-blue']),
    currency: text(8)
  }),
  outing: z.strictObject({
    /** Switch-on, clock hours on the first day. */
    startH: z.number().min(0).max(24),
    durationH: z.number().min(LEAST).max(2000),
    /** Air at the coldest hour; all sizing goes by it. */
    airC: z.number().min(-40).max(60),
    /** Air at the warmest hour; null = the same all day. */
    warmestC: z.number().min(-40).max(60).nullable(),
    /** The day it starts, for dark and daylight. */
    day: isoDay.nullable(),
    site: siteSchema.nullable(),
    inSun: z.boolean(),
    seal: z.enum(['dry-store', 'splash', 'rain', 'dunk']),
    carry: z.enum(['pocketable', 'one-hand', 'short-walk', 'car-to-bank', 'vehicle']),
    budgetAmount: z.number().min(0).max(100000).nullable()
  }),
  devices: z.array(deviceSchema).max(60),
  bank: z.strictObject({
    partId: partRef,
    count: z.number().int().min(1).max(4),
    ageYears: ageSchema,
    outingsPerYear: z.number().min(0).max(400),
    keepBack: attr(fraction.max(0.95)),
    /** Wanted on top of the sum of the time line when sizing. */
    reserveFraction: fraction,
    /** How full it starts. */
    startFraction: fraction,
    /** Warmer than the air: foam, shelter, a hand warmer. */
    warmerK: z.number().min(0).max(40),
    /** Packs that differ from the rest, first pack first; missing ones are as the bank. */
    packs: z.array(z.strictObject({ ageYears: ageSchema, startFraction: fraction })).max(4),
    /** In series is known only so that it can be refused. */
    arrangement: z.enum(['parallel', 'changeover', 'series']),
    /** In the box, or outside of it on a lead. */
    stands: z.enum(['inside', 'outside']),
    /** Whether the changeover can join both packs. */
    changeoverJoins: z.boolean(),
    /** What the changeover carries and breaks; automatic: bought to bear the main fuse. */
    changeoverA: attr(amps).default(LATER.bank.changeoverA),
    /** Caps or boots over the posts. */
    postsCovered: z.enum(['yes', 'no', 'unknown']),
    /** Where the box's leads take off from packs that are linked in a row. */
    takeOff: z.enum(['bus', 'opposite', 'same-end']),
    /** One link between neighbours, both its ends; automatic = 10 cm of the main wire. */
    linkMilliOhm: attr(z.number().finite().min(LEAST).max(1000)),
    /** Low-voltage disconnect. */
    disconnect: attr(z.strictObject({ cutV: z.number().min(LEAST).max(60), backV: z.number().min(LEAST).max(60) })),
    /** Feed or circuit it stands in: only what hangs behind is switched off; automatic = everything; 'load-terminal' = what hangs on the controller's. */
    disconnectIn: attr(idSchema),
    /** The battery itself refuses to be charged in the cold. */
    blocksCold: z.enum(['yes', 'no', 'unknown']),
    /** Fuse of each pack of a parallel bank. */
    packFuse: attr(amps),
    holdDown: attr(z.enum(['strap', 'bracket', 'foam', 'snug', 'hook-and-loop'])),
    terminals: z.enum(['straight', 'flag']),
    /** It may be laid on a side where its chemistry allows that. */
    mayLie: z.boolean(),
    /** Taken over from the logbook; counts as long as these packs stand in the box. */
    learnt: z
      .strictObject({
        partId: idSchema,
        count: z.number().int().min(1).max(4),
        /** Of the whole bank at 25 °C, and its standard deviation. */
        capacityAh: z.number().finite().min(LEAST).max(4000).nullable(),
        capacitySpreadAh: z.number().finite().min(0).max(4000),
        /** Against the tables. */
        resistanceFactor: z.number().finite().min(LEAST).max(20).nullable(),
        resistanceSpread: z.number().finite().min(0).max(20),
        selfDischargeFraction: z.number().finite().min(0).max(1).nullable(),
        standbyA: z.number().finite().min(0).max(50).nullable(),
        note: text(200)
      })
      .nullable()
      .default(LATER.bank.learnt)
  }),
  charging: z.strictObject({
    path: attr(z.enum(['inlet', 'through-port', 'lid-open'])),
    /** The outlet it is charged through; automatic: nobody said which. */
    throughPortId: attr(idSchema),
    /** What feeds the charger. */
    fedFrom: z.enum([...FED_FROM, 'unknown']).default(LATER.charging.fedFrom),
    chargerA: attr(amps),
    chargerV: attr(z.number().min(LEAST).max(60)),
    coldestC: attr(z.number().min(-40).max(60)),
    /** When a charger is plugged in during the outing. */
    plugged: z
      .array(z.strictObject({ startH: z.number().min(0).max(2000), endH: z.number().min(0).max(2000) }))
      .max(20),
    solar: solarSchema.nullable(),
    builtIn: z.array(builtInChargerSchema).max(4),
    /** On the shelf between outings. */
    storageC: z.number().min(-40).max(60),
    storageMonths: z.number().min(0).max(36)
  }),
  /** What moisture is closed in, and what is put in against it. */
  dry: z.strictObject({
    closeC: z.number().min(-40).max(60),
    closeHumidityFraction: z.number().min(0.05).max(1),
    openingsPerMonth: z.number().min(0).max(500),
    /** Silica gel that lies in it; null = none. */
    gelG: z.number().finite().min(LEAST).max(1000).nullable(),
    /** When it was put in or dried last. */
    gelSince: isoDay.nullable()
  }),
  season: seasonSchema.nullable(),
  compare: z.strictObject({
    candidates: z
      .array(
        z.strictObject({ id: idSchema, partId: idSchema, count: z.number().int().min(1).max(4), pinned: z.boolean() })
      )
      .max(40)
  }),
  casePartId: partRef,
  paddingMm: z.number().min(0).max(50),
  bodies: z
    .array(
      z.strictObject({
        id: idSchema,
        name: text(80),
        partId: idSchema,
        /** Stowed things travel along unconnected: they take room and weight, and give no heat. */
        held: z.enum(['fixed', 'stowed'])
      })
    )
    .max(20),
  /** Where bodies were put by hand; the rest is arranged. */
  placements: z.record(idSchema, z.strictObject({ xMm: z.number(), yMm: z.number(), zMm: z.number(), turn })),
  ports: z.array(portSchema).max(80),
  /** What is screwed or stuck onto the outside: camera arm, aerial, rod rest. */
  brackets: z.array(bracketSchema).max(20),
  /** Vents, rivets, cords under the lid: what else lets water in and gas out. */
  openings: z
    .array(openingSchema)
    .max(20)
    .default([...LATER.box.openings]),
  relays: z.array(relaySchema).max(12),
  /** The first is the main feed: what the bank's leads go to. */
  feeds: z.tuple([feedSchema], feedSchema),
  circuits: z.array(circuitSchema).max(60),
  wiring: z.strictObject({
    returns: attr(z.enum(RETURNS)),
    /** In each sense lead of a shunt meter. */
    senseFuse: attr(amps),
    /** Wire that lies at home: taken first where it holds. */
    reels: z.array(wireSizeSchema).max(20),
    shuntPartId: partRef,
    insulationC: attr(insulation),
    conductor: attr(z.enum(['copper', 'copper-clad-aluminium'])),
    /** Loaded conductors that touch on the way; automatic by the stretch that wires share. */
    bundledCount: attr(bundled)
  }),
  kit: z.strictObject({
    boxCount: z.number().int().min(1).max(50),
    owned: z.array(z.strictObject({ lineId: text(120), count: z.number().min(0).max(10000) })).max(300),
    /** Ready-made things the person was offered, to compare: a power box, another battery. */
    offered: z
      .array(offeredSchema)
      .max(20)
      .default([...LATER.kit.offered])
  }),
  bench: z.strictObject({
    doneStepIds: z.array(text(120)).max(400),
    /** Leads as they were really cut, by their key in the circuit, mm. */
    asCut: z.record(text(120), lengthMm)
  }),
  /** Paths that somebody checked on the real box; the mark tells what stood there then. */
  checkedPaths: z.array(z.strictObject({ circuitId: idSchema, mark: text(200), by: text(80), day: isoDay })).max(60),
  /** What a designed box must keep to. */
  wishes: wishesSchema.default(LATER.box.wishes),
  /** Which of its variants this document is, and when that one was built. */
  variant: variantSchema.default(LATER.box.variant),
  accepted: z.array(z.strictObject({ key: text(200), reason: lines(500).min(1) })).max(200),
  /** Copies of every part used, so the file opens anywhere and never changes with the catalogue. */
  parts: z.record(idSchema, partSchema)
});

export type Box = z.infer<typeof boxSchema>;
export type Device = z.infer<typeof deviceSchema>;
export type Draw = z.infer<typeof drawSchema>;
export type Port = z.infer<typeof portSchema>;
export type Span = Device['spans'][number];
export type Claim = z.infer<typeof claimSchema>;
export type Site = z.infer<typeof siteSchema>;
export type Solar = z.infer<typeof solarSchema>;
export type Season = z.infer<typeof seasonSchema>;
export type Opening = z.infer<typeof openingSchema>;
export type Bracket = z.infer<typeof bracketSchema>;
export type Circuit = z.infer<typeof circuitSchema>;
export type Turn = z.infer<typeof turn>;
export type SealWord = Box['outing']['seal'];
export type CarryWord = Box['outing']['carry'];

export type Relay = z.infer<typeof relaySchema>;
export type Feed = z.infer<typeof feedSchema>;
export type Origin = z.infer<typeof originSchema>;
export type BuiltInCharger = z.infer<typeof builtInChargerSchema>;
