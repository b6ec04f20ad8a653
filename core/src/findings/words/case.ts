import type { Said } from '../../quantity/said.ts';
import { MOST_SHADE_RISE_K } from '../../case/heat-plan.ts';
import { LEAST_TIP_DEG, type Edge } from '../../case/stance.ts';
import { CARRY_WORDS } from '../../kit/carry.ts';
import type { WordTable } from './table.ts';

/** How far something lies beside the handle, each way, from a millimetre on. */
const asideOf = (xMm: number, yMm: number, said: Said): string[] => [
  ...(Math.abs(xMm) >= 1 ? [`${said.run(Math.abs(xMm))} to the ${xMm < 0 ? 'left' : 'right'}`] : []),
  ...(Math.abs(yMm) >= 1 ? [`${said.run(Math.abs(yMm))} to the ${yMm < 0 ? 'front' : 'back'}`] : [])
];

export const caseWords = {
  'battery-does-not-fit': {
    collides: ({ faults }: { faults: string[] }) => ({
      short: 'A body put by hand collides',
      title: 'Bodies put by hand collide',
      why: `${[...new Set(faults)].join('; ')}.`
    }),
    tooLarge: (
      {
        best,
        bodies,
        paddingMm,
        otherWays
      }: {
        best: { mm: number; axis: 'length' | 'width' | 'height' } | undefined;
        bodies: string[];
        paddingMm: number;
        otherWays: readonly { mm: number; axis: 'length' | 'width' | 'height' }[];
      },
      said: Said
    ) => ({
      short: best ? `${said.mm(best.mm)} too short in ${best.axis}` : 'Does not go in at all',
      title: best ? `It does not go in: ${said.mm(best.mm)} short in ${best.axis}` : 'It does not go in',
      why: `No arrangement of ${bodies.join(', ')} with ${said.mm(paddingMm)} padding exists in this case${
        otherWays.length > 0 ? ` (or ${otherWays.map((w) => `${said.mm(w.mm)} in ${w.axis}`).join(', ')})` : ''
      }.`
    })
  },
  'battery-drags-gasket': {
    told: ({ clearMm }: { clearMm: number }, said: Said) => ({
      short: 'Battery rubs the gasket',
      title: `The battery passes the rim with ${said.mm(clearMm, 1)} to spare`,
      why: 'Every time it goes in or out it drags along the gasket. Grit or a nick there lets water in, and cooling pulls it through. Lay tape over the rim while lifting, or move the battery inwards.'
    })
  },
  'battery-on-side': {
    told: ({
      wide,
      chemistry
    }: {
      wide: boolean;
      chemistry: 'unknown' | 'lfp' | 'agm' | 'gel' | 'flooded' | 'nmc3' | 'nmc4' | 'lithium';
    }) => ({
      short: 'Battery lies on its side',
      title: `The battery lies on its ${wide ? 'wide face' : 'end'}`,
      why:
        chemistry === 'agm' || chemistry === 'gel'
          ? 'Sealed lead-acid may lie, never upside down; upright is better for it.'
          : `Packs of flat cells may usually lie on the narrow side${wide ? ', often not on the wide face' : ''}: read the label or ask the maker.`
    })
  },
  'battery-shell': {
    told: () => ({
      short: 'Case is an opened battery',
      title: 'The case is the shell of a battery that was opened',
      why: 'Acid and lead dust stay in its plastic and burn skin, eyes and lungs; sawing a lithium one open can set it on fire. Nobody who lifts it expects a box. Take what is left of it to a collection point, and take a case that was never a battery.'
    })
  },
  'battery-wrong-way-up': {
    told: ({ name, anyWayUp }: { name: string; anyWayUp: 'any' | 'upright' | 'not-inverted' | undefined }) => ({
      short: `${name} lies the wrong way`,
      title: `${name} must stand upright`,
      why:
        anyWayUp === 'upright'
          ? 'Lying down, its acid runs out.'
          : 'It was said to stay upright; put by hand, it lies on a side.'
    })
  },
  'bend-too-tight': {
    told: (
      {
        roomMm,
        needMm,
        cableMm,
        flag,
        straightMm
      }: { roomMm: number; needMm: number; cableMm: number; flag: boolean; straightMm: number },
      said: Said
    ) => ({
      short: `Leads bend in ${said.mm(roomMm, 0)}`,
      title: `The battery leads have ${said.mm(roomMm, 0)} to bend in, ${said.mm(needMm, 0)} wanted`,
      why: `A ${said.mm(cableMm, 1)} cable wants ${flag ? 'its own thickness over a flag terminal' : `${said.mm(straightMm)} straight and four times its thickness`}. Tighter, strands break and terminals are pulled off.`
    })
  },
  'case-not-measured': {
    told: ({ openCount, steps }: { openCount: number; steps: string[] }) => ({
      short: `${openCount} sizes of the case are guessed`,
      title: `${openCount} ${openCount === 1 ? 'size' : 'sizes'} of the case not measured yet`,
      why: `Usual values stand in for: ${steps.join('; ')}. Measure them before you drill.`
    })
  },
  'case-shape': {
    told: ({ name, wrong }: { name: string; wrong: string[] }) => ({
      short: 'The case cannot be like this',
      title: 'The sizes of the case contradict each other',
      why: `In ${name} ${wrong.join('; ')}. Nothing drawn or searched with it is good until that is set right.`
    })
  },
  condensation: {
    told: (
      {
        condensesG,
        closeC,
        closeHumidityFraction,
        dewC,
        coldestC
      }: { condensesG: number; closeC: number; closeHumidityFraction: number; dewC: number; coldestC: number },
      said: Said
    ) => ({
      short: `${condensesG.toFixed(2)} g sweat inside`,
      title: `${condensesG.toFixed(2)} g of water sweat out inside`,
      why: `Air closed in at ${said.degC(closeC)} and ${Math.round(closeHumidityFraction * 100)} % has its dew point at ${said.degC(dewC, 0)}; the coldest hour is ${said.degC(coldestC)}. Close the box in dry air, or put gel in.`
    })
  },
  'fit-not-proven': {
    told: () => ({
      short: 'Fit is not proven either way',
      title: 'Whether it goes in is not proven',
      why: `The search found neither a way nor a proof in the time it had. Put one body by hand, or try a case with a little more room.`
    })
  },
  'gel-low': {
    told: ({ gelDays, gelG, gelGGelG }: { gelDays: number; gelG: number | null; gelGGelG: number }, said: Said) => ({
      short: `Gel lasts ${gelDays.toFixed(0)} days`,
      title: `The silica gel lasts ${gelDays.toFixed(0)} days`,
      why: `${gelG} g take up what ${gelDays.toFixed(0)} days bring in; a month wants ${gelGGelG} g. Or dry it more often, two hours at ${said.degC(110)} to ${said.degC(120)}.`
    })
  },
  'gel-renew': {
    told: (
      { until, gelSince, gelDays }: { until: string; gelSince: string | null; gelDays: number | undefined },
      said: Said
    ) => ({
      short: `Gel is full since ${until}`,
      title: `The gel is full since ${until}`,
      why: `Put in or dried on ${gelSince}, it lasts ${Math.round(gelDays!)} days in this box. Dry it at ${said.degC(110)} to ${said.degC(120)} for two to three hours, or take a fresh one.`
    })
  },
  'handle-rating': {
    onLid: ({ massKg, lidHandleKg }: { massKg: number; lidHandleKg: number }, said: Said) => ({
      short: 'The latch carries the box',
      title: `The handle is on the lid: the latch carries ${said.kg(massKg, 1)}`,
      why: `Above ${said.kg(lidHandleKg)} a latch may spring open on a stumble. A strap round case and lid takes the load off it.`
    }),
    rated: ({ ratedKg, massKg }: { ratedKg: number; massKg: number }, said: Said) => ({
      short: `Handle bears ${said.kg(ratedKg)}`,
      title: `The handle bears ${said.kg(ratedKg)}`,
      why: `The box weighs ${said.kg(massKg, 1)}. A strap round the case carries it instead.`
    })
  },
  'hot-box': {
    told: (
      {
        insideC,
        useC,
        noUseC,
        hasBattery,
        chargeC,
        charges
      }: {
        insideC: number;
        useC: number;
        noUseC: number;
        hasBattery: boolean;
        chargeC: number;
        charges: boolean;
      },
      said: Said
    ) => ({
      short: `${said.degC(insideC, 0)} inside`,
      title: `It gets ${said.degC(insideC, 0)} inside`,
      why: `${
        insideC > Math.min(useC, noUseC)
          ? `Above ${said.degC(Math.min(useC, noUseC))} ${hasBattery ? 'this battery' : 'what is inside'} must not be used.`
          : hasBattery && insideC > chargeC
            ? `Above ${said.degC(chargeC)} it must not be charged${charges ? ', and it is charged meanwhile' : ''}, and it ages fast.`
            : 'A dark box in the sun ages its battery with every hour.'
      } Shade or a pale cover does most.`
    })
  },
  'internal-heat': {
    told: ({
      shadeRiseK,
      lossW,
      name,
      mostLossW
    }: {
      shadeRiseK: number;
      lossW: number;
      name: string;
      mostLossW: number;
    }) => ({
      short: `Warms itself by ${shadeRiseK.toFixed(0)} K`,
      title: `The box warms itself by ${shadeRiseK.toFixed(0)} K, even in the shade`,
      why: `${lossW.toFixed(1)} W stay inside, most from ${name} (${mostLossW.toFixed(1)} W). A small closed box sheds about ${((MOST_SHADE_RISE_K * lossW) / shadeRiseK).toFixed(1)} W for ${MOST_SHADE_RISE_K} K.`
    })
  },
  'loose-battery': {
    told: ({ unknown, massKg }: { unknown: boolean; massKg: number }, said: Said) => ({
      short: unknown ? 'How is the battery held?' : 'The battery is not held',
      title: unknown ? 'How the battery is held is unknown' : `${said.kg(massKg, 1)} of battery can move`,
      why: `${unknown ? 'A loose one, dropped or tipped, tears' : 'Dropped or tipped, it tears'} its leads off and shorts them. Close the box, turn it over, shake it: nothing may move.`
    })
  },
  'metal-case': {
    told: () => ({
      short: 'Line the steel case',
      title: 'Line the steel case',
      why: 'Bare steel shorts a loose ring or a tipped battery. Line floor and walls, put a bush or gland in every hole, and accept this finding when done.'
    })
  },
  overfilled: {
    told: ({ fillFraction }: { fillFraction: number }) => ({
      short: `${Math.round(fillFraction * 100)} % full inside`,
      title: `Bodies fill ${Math.round(fillFraction * 100)} % of the case`,
      why: 'Above 70 % there is no room for wire, bends and hands.'
    })
  },
  sinks: {
    told: ({ outsideL, massKg }: { outsideL: number | undefined; massKg: number }, said: Said) => ({
      short: 'It sinks',
      title: 'Dropped in, it does not come back up',
      why:
        outsideL !== undefined
          ? `It weighs ${said.kg(massKg, 1)} and takes the place of ${outsideL.toFixed(1)} l: a reserve of a tenth of its mass is wanted. A lanyard with a float, or a lighter battery.`
          : 'The case is not tight: once the water is in, it sinks. A lanyard with a float.'
    })
  },
  'tilts-on-handle': {
    told: (
      { hangs, offXMm, offYMm, most }: { hangs: string; offXMm: number; offYMm: number; most: string },
      said: Said
    ) => ({
      short: `Hangs ${hangs}° askew`,
      title: `It hangs ${hangs}° askew on its handle`,
      why: `The mass lies ${asideOf(offXMm, offYMm, said).join(' and ')} of the handle; ${most}° is a good limit. Slide the battery towards the handle line, or put something heavy opposite.`
    })
  },
  'tips-over': {
    told: ({ tipDeg, edge }: { tipDeg: number; edge: Edge }) => ({
      short: `Tips over at ${tipDeg.toFixed(0)}°`,
      title: `It tips over to the ${edge} at ${tipDeg.toFixed(0)}°`,
      why: `A slope or a knock puts it over; ${LEAST_TIP_DEG}° is the least to want. Lay the battery lower, or nearer to the middle.`
    })
  },
  'too-heavy': {
    told: (
      {
        massKg,
        limitKg,
        carry
      }: {
        massKg: number;
        limitKg: number;
        carry: 'pocketable' | 'one-hand' | 'short-walk' | 'car-to-bank' | 'vehicle';
      },
      said: Said
    ) => ({
      short: `${said.kg(massKg - limitKg, 1)} over ${CARRY_WORDS[carry]}`,
      title: `${said.kg(massKg, 1)} is much for ${CARRY_WORDS[carry]}`,
      why: `${said.kg(limitKg)} is the usual limit for that.`
    })
  }
} satisfies WordTable;
