import type { Said } from '../../quantity/said.ts';
import { BARE_MM } from '../../wiring/placement.ts';
import { wireSizeText, type WireSize } from '../../quantity/wire-size.ts';
import { INRUSH_SHARE, atMost, SELECTIVE_RATIO } from '../../wiring/fuse.ts';
import type { Origin } from '../../wiring/types.ts';
import { capital } from '../../quantity/capital.ts';
import type { WordTable } from './table.ts';

export const protectionWords = {
  'adiabatic-fail': {
    told: ({
      tag,
      size,
      name,
      letsA2s,
      standsA2s
    }: {
      tag: string;
      size: string;
      name: string;
      letsA2s: number | undefined;
      standsA2s: number | undefined;
    }) => ({
      short: `${tag} is too slow for ${size}`,
      title: `${tag} is too slow for ${name}`,
      why: `In a heavy short it lets ${letsA2s!.toFixed(0)} A²s through; ${size} stands ${standsA2s!.toFixed(0)} A²s.`
    })
  },
  'direct-fuse-far': {
    told: ({ fuseTag, fuseDistanceMm, tag }: { fuseTag: string; fuseDistanceMm: number; tag: string }, said: Said) => ({
      short: `${fuseTag} is ${said.run(fuseDistanceMm, BARE_MM)} from the post`,
      title: `${fuseTag} sits ${said.run(fuseDistanceMm, BARE_MM)} from the battery`,
      why: `${tag} is taken straight off the post: wire ahead of its fuse has nothing that opens; ${said.run(BARE_MM, fuseDistanceMm)} at most.`
    })
  },
  'fault-too-weak': {
    told: ({
      kind,
      end,
      tag,
      weakFaultA,
      fuseA,
      fastTimes
    }: {
      kind: 'battery' | 'case' | 'box' | 'circuit' | 'body' | 'device' | 'port' | 'main';
      end: string;
      tag: string;
      weakFaultA: number;
      fuseA: number;
      fastTimes: number;
    }) => ({
      short: `A short at ${kind === 'main' ? 'its end' : end} may not open ${tag}`,
      title: `A short at ${end} opens ${tag} slowly`,
      why: `Cold and nearly empty the battery drives ${weakFaultA.toFixed(0)} A there: ${(weakFaultA / fuseA).toFixed(1)} times the fuse, ${fastTimes} are wanted.`
    })
  },
  'fuse-exceeds-conductor': {
    told: ({
      limits,
      tag,
      fuseA,
      wire,
      fuseTag,
      portTag,
      branch,
      ampacityA,
      own,
      firstA,
      firstTag
    }: {
      limits: true | undefined;
      tag: string;
      fuseA: number;
      wire: WireSize;
      fuseTag: string;
      portTag: string;
      branch: string;
      ampacityA: number;
      own: boolean;
      firstA: number;
      firstTag: string;
    }) => ({
      short: limits
        ? `${tag} drives ${fuseA.toFixed(1)} A into ${wireSizeText(wire)}`
        : `${tag} ${fuseA} A is too big for ${wireSizeText(wire)}`,
      title: own ? `${fuseTag} is too big for its wire` : `${tag} is too big for the wire of ${branch}`,
      why: limits
        ? `Into a short at ${portTag} the converter drives up to ${fuseA.toFixed(1)} A for as long as it lasts. ${wireSizeText(wire)} overheats above ${ampacityA.toFixed(1)} A.`
        : `A short at ${portTag} could carry ${firstA} A for minutes. ${wireSizeText(wire)} overheats above ${ampacityA.toFixed(1)} A, before ${firstTag === tag ? 'the fuse' : firstTag} opens.`
    })
  },
  'fuse-exceeds-part': {
    told: ({
      tag,
      plain,
      name,
      limits,
      ratingA,
      chosen,
      carriesA,
      fuseA
    }: {
      tag: string;
      plain: string;
      name: string;
      limits: true | undefined;
      ratingA: number;
      chosen: boolean;
      carriesA: number;
      fuseA: number;
    }) => ({
      short: `${tag} ${plain} A is too big for ${name}`,
      title: `${tag} is too big for ${name}`,
      why: limits
        ? `${name} is rated ${ratingA.toFixed(1)} A; the converter drives up to ${plain} A into a short behind it, and nothing opens.`
        : chosen
          ? `${name} is rated ${ratingA.toFixed(1)} A. No smaller fuse than ${plain} A carries ${carriesA.toFixed(1)} A for good, and with that one it melts first: less current, or a part that bears more.`
          : `${name} is rated ${ratingA.toFixed(1)} A; with a ${fuseA} A fuse it melts first.`
    })
  },
  'fuse-exceeds-return': {
    told: ({
      tag,
      opensFirstTag,
      portTag,
      ratingA,
      ampacityA
    }: {
      tag: string;
      opensFirstTag: string;
      portTag: string;
      ratingA: number | undefined;
      ampacityA: number;
    }) => ({
      short: `${tag} return: ${opensFirstTag} is too big`,
      title: `The return of ${tag} burns before ${opensFirstTag} opens`,
      why: `${portTag} returns over it: a short there sends ${ratingA} A through ${ampacityA.toFixed(1)} A of wire.`
    })
  },
  'fuse-inrush': {
    told: ({
      fuseTag,
      inrushA2s,
      fuseA,
      meltA2s,
      fuseOrigin,
      name
    }: {
      fuseTag: string;
      inrushA2s: number;
      fuseA: number | undefined;
      meltA2s: number;
      fuseOrigin: Origin;
      name: string | undefined;
    }) => ({
      short: `${fuseTag} wears out when switched on`,
      title: `${fuseTag} wears out each time it is switched on`,
      why: `The inrush is ${inrushA2s.toFixed(1)} A²s; a ${fuseA} A fuse stands ${(INRUSH_SHARE * meltA2s).toFixed(1)} A²s again and again.${fuseOrigin === 'auto' ? ` A larger one would not protect ${name ?? 'its wire'}: carry spares, or take a connector that bears more.` : ''}`
    })
  },
  'fuse-near-limit': {
    told: ({
      fuseTag,
      fuseA,
      carriesA,
      stop,
      feeds,
      loadA,
      fuseLoadA
    }: {
      fuseTag: string;
      fuseA: number;
      carriesA: number;
      stop: boolean;
      feeds: string;
      loadA: number;
      fuseLoadA: number;
    }) => ({
      short: `${fuseTag} ${fuseA} A feeds ${carriesA.toFixed(1)} A`,
      title: stop ? `${fuseTag} opens in normal use` : `${fuseTag} runs near its limit`,
      why: `${feeds}${carriesA > loadA ? ' and what hangs behind it' : ''} can draw ${carriesA.toFixed(2)} A; ${atMost(carriesA, fuseLoadA)}.`
    })
  },
  'fuse-oversized': {
    told: ({
      ahead,
      fuseTag,
      smallerA,
      words,
      leastA,
      fuseA,
      carriesA
    }: {
      ahead: { tag: string; ratingA: number | undefined } | undefined;
      fuseTag: string;
      smallerA: number;
      words: string;
      leastA: number;
      fuseA: number;
      carriesA: number;
    }) => ({
      short: ahead ? `${fuseTag} protects nothing` : `${fuseTag} could be ${smallerA} A`,
      title: ahead
        ? `${fuseTag} is larger than ${words} takes; ${ahead.tag} ahead of it opens first`
        : `${fuseTag} could be ${smallerA} A`,
      why: ahead
        ? `${capital(words)} bears ${leastA.toFixed(1)} A. Only ${ahead.tag}, ${ahead.ratingA} A, keeps ${fuseTag}, ${fuseA} A, from letting it burn; it feeds ${carriesA.toFixed(2)} A.`
        : `It feeds ${carriesA.toFixed(2)} A; ${fuseA} A protects the wire but hardly the device.`
    })
  },
  'fuse-unlisted': {
    told: ({ tag, askedA, ratingsA }: { tag: string; askedA: number; ratingsA: readonly number[] }) => ({
      short: `${tag}: no ${askedA} A fuse of its kind`,
      title: `${tag}: there is no ${askedA} A fuse of its kind in the catalogue`,
      why: `Listed are ${ratingsA.join(', ')} A. Read the number again, or say what kind of fuse it is.`
    })
  },
  'fuse-voltage': {
    atBattery: ({ name, voltageDcV, highV }: { name: string; voltageDcV: number | null; highV: number }) => ({
      short: `${name} has no DC rating`,
      title: `${name}: DC voltage ${voltageDcV === null ? 'not stated' : `${voltageDcV} V`}`,
      why: `It must break ${highV.toFixed(1)} V DC; an AC figure does not tell whether the arc goes out.`
    }),
    behindConverter: ({
      fuseTag,
      voltageDcV,
      railV,
      name
    }: {
      fuseTag: string;
      voltageDcV: number | null;
      railV: number;
      name: string;
    }) => ({
      short: `${fuseTag} is made for ${voltageDcV} V`,
      title: `${fuseTag} must break ${railV} V and is made for ${voltageDcV} V`,
      why: `It stands behind a converter that steps up: over its own voltage the arc in a blown ${name.toLowerCase()} may not go out. Take one that says ${railV} V DC or more.`
    })
  },
  'guard-exceeds-element': {
    told: ({
      tag,
      amps,
      label,
      bearsA,
      name,
      aheadTag,
      aheadAmps,
      limits,
      ratingA
    }: {
      tag: string;
      amps: string;
      label: string | undefined;
      bearsA: number;
      name: string;
      aheadTag: string | undefined;
      aheadAmps: string | undefined;
      limits: true | undefined;
      ratingA: number | null;
    }) => ({
      short: `${tag} ${amps} A: too big for ${label !== undefined ? label.replace(/ [+−]$/, '') : 'a lead'}`,
      title: `${tag} is too big for ${name}`,
      why: aheadTag
        ? `It bears ${bearsA.toFixed(1)} A. Only ${aheadTag}, ${aheadAmps} A, keeps ${tag}, ${amps} A, from letting it burn.`
        : limits
          ? `It bears ${bearsA.toFixed(1)} A; into a short the converter drives up to ${amps} A for as long as it lasts, and nothing opens. More copper.`
          : `It bears ${bearsA.toFixed(1)} A; ${ratingA} A can flow for minutes before ${tag} opens. A smaller fuse where the load allows it, else more copper.`
    })
  },
  'selectivity-poor': {
    told: ({ tag, mainA, fuseA, fuseTag }: { tag: string; mainA: number; fuseA: number; fuseTag: string }) => ({
      short: `A fault in ${tag} may open F0`,
      title: `A fault in ${tag} may open the main fuse`,
      why: `Main ${mainA} A is ${(mainA / fuseA).toFixed(2)} times ${fuseTag} ${fuseA} A; ${SELECTIVE_RATIO} times lets the branch open first for certain.`
    })
  }
} satisfies WordTable;
