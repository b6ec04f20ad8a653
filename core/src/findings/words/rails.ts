import type { Device } from '../../box/schema.ts';
import { listOf } from '../../quantity/list-of.ts';
import type { Said } from '../../quantity/said.ts';
import { inSentence } from '../../quantity/capital.ts';
import { wireSizeText, type WireSize } from '../../quantity/wire-size.ts';
import { fixed } from '../../quantity/format.ts';
import { converterTag } from '../../wiring/rails.ts';
import type { WordTable } from './table.ts';

/** Who loses volts: the devices by name, the port where none is named. */
const losing = (names: readonly string[], portTag: string): string =>
  names.length > 1 ? `${listOf(names)} lose` : `${names[0] ?? portTag} loses`;

export const railsWords = {
  'device-lead-thin': {
    told: ({
      tag,
      fuseA,
      name,
      size,
      bearsA
    }: {
      tag: string;
      fuseA: number;
      name: string;
      size: WireSize;
      bearsA: number;
    }) => ({
      short: `${tag} ${fuseA} A burns a lead`,
      title: `${tag} lets the lead of ${name} burn`,
      why: `A short in the lead can carry ${fuseA} A; ${wireSizeText(size)} bears ${bearsA.toFixed(1)} A.`
    })
  },
  'rail-high': {
    told: ({
      name,
      gets,
      railName,
      mostKnown,
      bears,
      says
    }: {
      name: string;
      gets: string;
      railName: string;
      mostKnown: boolean;
      bears: string;
      says: string;
    }) => ({
      short: `${name} gets ${gets} V`,
      title: `${railName || 'The converter'} gives ${name} ${gets} V`,
      why: mostKnown
        ? `It bears ${bears} V. The shared voltage harms it the moment it is plugged in.`
        : `What it bears is unknown, and ${says}: more than ${bears} V may harm it at once. Read its label.`
    })
  },
  'rail-low': {
    told: ({
      name,
      outV,
      railName,
      supply,
      portTag
    }: {
      name: string;
      outV: number;
      railName: string;
      supply: Device['supply'];
      portTag: string | undefined;
    }) => ({
      short: `${name} does not run from ${outV} V`,
      title: `${name} does not run from ${railName || `the ${outV} V converter`}`,
      why: `${supply === 'inverter' ? 'An inverter' : `The module in ${portTag ?? 'its port'}`} wants the battery’s own voltage. Take its circuit from the main feed.`
    }),
    behindFeed: ({
      name,
      gets,
      leastKnown,
      needs,
      outV,
      dropV,
      says
    }: {
      name: string;
      gets: string;
      leastKnown: boolean;
      needs: string;
      outV: number;
      dropV: number | undefined;
      says: string;
    }) => ({
      short: `${name} gets ${gets} V`,
      title: `${name} gets ${gets} V and ${leastKnown ? `needs ${needs} V` : 'may need more'}`,
      why: leastKnown
        ? `${outV} V less ${(dropV ?? 0).toFixed(2)} V in its leads. It does not run.`
        : `What it needs is unknown, and ${says}: under ${needs} V it seldom runs. Read its label.`
    })
  },
  'rail-misplaced': {
    feed: ({ main, name }: { main: boolean; name: string }) => ({
      short: main ? 'A converter in the main feed' : 'A converter behind another',
      title: main ? 'The main feed runs through a converter' : `${name || 'A feed'} has a converter behind another`,
      why: main
        ? 'The battery could not be charged through it, and all of the box would go off with it. Give it a feed of its own behind the main one.'
        : 'What the second takes from the first is not worked out here, and each loses a tenth. Feed both from the main feed.'
    }),
    onPort: ({ portTag }: { portTag: string }) => ({
      short: `${portTag} charges through a converter`,
      title: `${portTag} cannot charge the battery through a converter`,
      why: 'A converter passes nothing back. Take the charge lead to the main feed or the battery.'
    })
  },
  'rail-overload': {
    notKnown: ({ tag, outV, wantedW }: { tag: string; outV: number; wantedW: number }) => ({
      short: `What does ${tag} give?`,
      title: `What the converter to ${outV} V gives is not known`,
      why: `What hangs on it takes ${wantedW.toFixed(0)} W together. Its label says watts or amps; what it drives into a short, and with it how thick the wires behind it must be, hangs on it.`
    }),
    tooMuch: ({
      tag,
      ratedW,
      wantedW,
      stop,
      outV
    }: {
      tag: string;
      ratedW: number;
      wantedW: number;
      stop: boolean;
      outV: number;
    }) => ({
      short: `${tag} gives ${ratedW} W, ${wantedW.toFixed(0)} are wanted`,
      title: stop
        ? `The converter to ${outV} V cannot give ${wantedW.toFixed(0)} W`
        : `The converter to ${outV} V runs at ${((100 * wantedW) / ratedW).toFixed(0)} % of its rating`,
      why: `Everything on it together takes ${wantedW.toFixed(0)} W; it is rated ${ratedW} W.${stop ? ' Its voltage breaks down, and all that hangs on it goes off.' : ' In a closed box it gets hot: 80 % is for good.'}`
    })
  },
  'rail-range': {
    told: ({
      tag,
      outV,
      name,
      leastOutV,
      mostOutV,
      partName
    }: {
      tag: string;
      outV: number;
      name: string;
      leastOutV: number | null;
      mostOutV: number | null;
      partName: string;
    }) => ({
      short: `${converterTag(tag)} cannot give ${outV} V`,
      title: `The converter of ${name || tag} cannot give ${outV} V`,
      why: `It gives ${leastOutV === mostOutV ? `${mostOutV} V` : `${leastOutV} to ${mostOutV} V`} (${partName}). What hangs on it gets other volts than the plan says.`
    })
  },
  'rail-unchosen': {
    told: ({ tag, outV }: { tag: string; outV: number }) => ({
      short: `${tag}: choose its converter`,
      title: `Which converter gives ${outV} V is not chosen`,
      why: 'It is in no kit and takes no room yet. Wires behind it that are left to Haversack are as thick as the largest one wants.'
    })
  },
  'voltage-drop': {
    inCircuits: ({
      portTag,
      dropFraction,
      losers,
      dropV,
      outV,
      lowLoadA,
      dropLimitFraction,
      worst
    }: {
      portTag: string;
      dropFraction: number;
      /** Devices that lose it. */
      losers: string[];
      dropV: number;
      outV: number | undefined;
      lowLoadA: number;
      dropLimitFraction: number;
      worst: { what: string; lostV: number; isWire: boolean } | undefined;
    }) => ({
      short: `${portTag} loses ${(dropFraction * 100).toFixed(1)} % on the way`,
      title: `${losing(losers, portTag)} ${dropV.toFixed(2)} V on the way`,
      why: `${(dropFraction * 100).toFixed(1)} % of ${outV ?? 12} V at ${lowLoadA.toFixed(1)} A; ${(dropLimitFraction * 100).toFixed(0)} % is allowed for ${dropLimitFraction < 0.05 ? 'electronics and radio' : 'lamps and heaters'}.${worst ? ` Most of it, ${worst.lostV.toFixed(2)} V, is lost in: ${inSentence(worst.what)}.${worst.isWire ? '' : ' Thicker wire does not cure that.'}` : ''}`
    }),
    lead: (
      {
        name,
        lostV,
        lengthMm,
        size,
        currentA,
        wayV,
        allV,
        baseV,
        limitFraction,
        usb,
        noLonger
      }: {
        name: string;
        lostV: number;
        lengthMm: number;
        size: WireSize;
        currentA: number;
        wayV: number;
        allV: number;
        baseV: number;
        limitFraction: number;
        usb: boolean;
        /** The thickest cord that goes into the plug, too long as it is. */
        noLonger: { size: WireSize; mostMm: number } | undefined;
      },
      said: Said
    ) => ({
      short: `${name}’s lead loses ${lostV.toFixed(1)} V`,
      title: `${name} loses ${lostV.toFixed(2)} V in its own lead`,
      why: `${said.run(lengthMm)} of ${wireSizeText(size)}, out and back, at ${currentA.toFixed(1)} A${wayV > 0 ? `; ${wayV.toFixed(2)} V more on the way to its plug` : ''}: ${((allV / baseV) * 100).toFixed(1)} % of ${fixed(baseV, 1)} V, and ${(limitFraction * 100).toFixed(0)} % is allowed. ${usb ? 'Over such a length bring 12 V to the device and convert there.' : noLonger ? `The thickest cord that goes into such a plug, ${wireSizeText(noLonger.size)}, may be ${said.run(noLonger.mostMm)} long: a shorter one, a larger plug, or a converter at the device.` : 'It is what reaches the device that counts.'}`
    })
  }
} satisfies WordTable;
