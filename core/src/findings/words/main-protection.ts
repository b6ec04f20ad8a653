import type { Said } from '../../quantity/said.ts';
import { BARE_MM } from '../../wiring/placement.ts';
import { wireSizeText, type WireSize } from '../../quantity/wire-size.ts';
import { atMost } from '../../wiring/fuse.ts';
import { capital } from '../../quantity/capital.ts';
import { METER_FUSE_A } from '../../wiring/branch-draft.ts';
import type { WordTable } from './table.ts';

/** What the main fuse is too large for, one of them or both. */
type TooSmall = {
  wire: { size: WireSize; ampacityA: number } | undefined;
  part: { name: string; ratingA: number } | undefined;
};
/** What each of them bears, the one that the finding is named for first. */
function bearing({ wire, part, wireFirst }: TooSmall & { wireFirst: boolean }): string[] {
  const ofWire = wire && `${wireSizeText(wire.size)} carries ${wire.ampacityA.toFixed(1)} A here`;
  const ofPart = part && `${part.name} is rated ${part.ratingA} A`;
  return (wireFirst ? [ofWire, ofPart] : [ofPart, ofWire]).filter((text) => text !== undefined);
}

/** What a branch is called by what it is for. */
const PART_WORDS = { load: 'circuit', charge: 'charge lead' } as const;

export const mainProtectionWords = {
  'breaker-auto-reset': {
    told: () => ({
      short: 'Main breaker closes by itself',
      title: 'The main breaker closes again by itself',
      why: 'Into a fault it recloses every few seconds, each time with full current. Take one that is reset by hand, trip-free.'
    })
  },
  'breaker-hot': {
    told: (
      { fuseA, airC, bearsA, loadA }: { fuseA: number; airC: number; bearsA: number; loadA: number },
      said: Said
    ) => ({
      short: `Breaker ${fuseA} A trips when warm`,
      title: 'The main breaker may trip in normal use',
      why: `At ${said.degC(airC, 0)} inside it should carry ${bearsA.toFixed(1)} A at most; ${loadA.toFixed(1)} A can flow.`
    })
  },
  'breaker-lever': {
    told: ({ holder }: { holder: string | undefined }) => ({
      short: 'The main switch is a plain fuse',
      title: 'The breaker is to switch the box off, but there is none',
      why: holder ? `${holder} has no lever: nothing switches the box off.` : 'There is nothing at the battery at all.'
    })
  },
  'fuse-block-ways': {
    told: ({ wayCount, wantedCount }: { wayCount: number | undefined; wantedCount: number }) => ({
      short: wayCount !== undefined ? `${wantedCount} circuits, ${wayCount} fuse ways` : 'No fuse block chosen',
      title: wayCount !== undefined ? `${wantedCount} circuits but ${wayCount} fuse ways` : 'No fuse block chosen',
      why:
        wayCount !== undefined
          ? 'Two circuits on one fuse lose together what one of them shorts.'
          : 'Each port wants its own fuse, so that a fault takes out one port and not the box.'
    })
  },
  'interrupting-low': {
    told: ({
      id,
      breaksA,
      shortA,
      stop,
      kind
    }: {
      id: string;
      breaksA: number;
      shortA: number;
      stop: boolean;
      kind: string;
    }) => ({
      short: `${id} breaks ${breaksA} A, not ${shortA.toFixed(0)}`,
      title: stop
        ? `${id === 'F0' ? 'The main fuse' : id} could burst on a short`
        : `${id === 'F0' ? 'The main fuse' : id} is near what it can break`,
      why: `A short right behind it could reach ${shortA.toFixed(0)} A; a ${kind} breaks ${breaksA} A.`
    })
  },
  'main-fuse-exceeds': {
    told: (x: TooSmall & { wireFirst: boolean; fuseA: number }) => ({
      short: `F0 ${x.fuseA} A is too big for ${x.wireFirst ? wireSizeText(x.wire!.size) : x.part!.name}`,
      title: `The main fuse is too big for ${x.wireFirst ? 'its wire' : x.part!.name}`,
      why: `${x.fuseA} A could flow for minutes; ${bearing(x).join('; ')}.`
    })
  },
  'main-fuse-far': {
    told: (
      { fuseDistanceMm, limitMm, sheathed }: { fuseDistanceMm: number; limitMm: number; sheathed: boolean },
      said: Said
    ) => ({
      short: `Main fuse ${said.run(fuseDistanceMm, limitMm)} away`,
      title: `The main fuse sits ${said.run(fuseDistanceMm, limitMm)} from the battery`,
      why: `Wire ahead of it is not protected: ${said.run(limitMm, fuseDistanceMm)} at most${sheathed ? ' in a sheath' : `, or ${said.run(1830)} wholly in a sheath`}.`
    })
  },
  'main-fuse-near-limit': {
    told: ({ fuseA, loadA, stop, fuseLoadA }: { fuseA: number; loadA: number; stop: boolean; fuseLoadA: number }) => ({
      short: `F0 ${fuseA} A carries ${loadA.toFixed(1)} A`,
      title: stop ? 'The main fuse opens in normal use' : 'The main fuse runs near its limit',
      why: `Together ${loadA.toFixed(1)} A can flow; ${atMost(loadA, fuseLoadA)}.`
    })
  },
  'main-over-60a': {
    told: ({ loadA }: { loadA: number }) => ({
      short: `${loadA.toFixed(0)} A is beyond this tool`,
      title: 'Over 60 A: outside what Haversack judges',
      why: 'Engine starting, propulsion and large inverters follow other rules. Have it designed by someone licensed for it.'
    })
  },
  'meter-unfused': {
    sense: () => ({
      short: 'Sense leads without a small fuse',
      title: 'The sense leads from the shunt have no small fuse',
      why: `Thin wire hangs on the battery’s post: should it meet +, nothing small opens. ${METER_FUSE_A} A at most in each.`
    }),
    supply: ({ fuseTag, fuseA, portTag }: { fuseTag: string; fuseA: number; portTag: string }) => ({
      short: `${fuseTag} ${fuseA} A on a meter’s leads`,
      title: `${fuseTag} is too big for the leads of ${portTag}`,
      why: `A meter draws milliamps through thin leads: ${METER_FUSE_A} A at most, 1 A as usual.`
    })
  },
  'fuse-in-return': {
    told: ({
      tag,
      branch,
      guardTag,
      steel
    }: {
      tag: string;
      /** Undefined for the main one. */
      branch: string | undefined;
      guardTag: string | undefined;
      steel: boolean;
    }) => ({
      short: `${tag} sits in the − lead`,
      title: `${tag} sits in the negative lead`,
      why:
        branch === undefined
          ? `Nothing opens in the positive: where + touches what is joined to − another way (${steel ? 'the steel case, ' : ''}an aerial’s screen, a craft’s own wiring, a charger), the short goes round ${tag}. It belongs in the + lead, at the battery.`
          : `Where the + wire of ${branch} touches any other −${steel ? ' or the steel case' : ''}, the short does not come back through ${tag}; ${guardTag === undefined ? 'nothing opens' : `only ${guardTag} opens`}. It belongs in the + lead, where the wire begins.`
    })
  },
  'no-main-fuse': {
    told: ({ fused, shortA }: { fused: boolean; shortA: number }) => ({
      short: 'No fuse at the battery',
      title: 'No fuse at the battery',
      why: `A short ${fused ? 'ahead of the fuses of the circuits' : 'anywhere'} would pass up to ${shortA.toFixed(0)} A; nothing would open and the wire would burn.`
    })
  },
  'switch-in-return': {
    told: ({ tags, one, of, steel }: { tags: string; one: boolean; of: string | undefined; steel: boolean }) => ({
      short: `${tags} ${one ? 'breaks' : 'break'} the − lead`,
      title: `${tags} ${one ? 'breaks' : 'break'} the negative lead${of === undefined ? '' : ` of ${of}`}`,
      why: `Switched off, everything behind ${one ? 'it' : 'them'} stays joined to +: where it touches what is joined to − another way (${steel ? 'the steel case, ' : ''}an aerial’s screen, a second lead), it runs on, or shorts. In the + lead nothing behind ${one ? 'it' : 'them'} stays live.`
    })
  },
  'run-unfused': {
    told: (
      { shortA, unfusedMm, name, to }: { shortA: number; unfusedMm: number; name: string; to: string },
      said: Said
    ) => ({
      short: `${said.run(unfusedMm, BARE_MM)} unfused to ${to}`,
      title: `Nothing opens for ${name}`,
      why: `${said.run(unfusedMm, BARE_MM)} of wire from the battery have no fuse before them; ${said.run(BARE_MM, unfusedMm)} at most. A short on it passes ${shortA.toFixed(0)} A.`
    })
  },
  'source-unfused': {
    told: ({
      tag,
      purpose,
      feedName,
      guardTag,
      branch
    }: {
      tag: string;
      purpose: keyof typeof PART_WORDS;
      /** Name of a feed; undefined for a circuit. */
      feedName: string | undefined;
      guardTag: string | undefined;
      branch: string;
    }) => ({
      short: feedName !== undefined ? `Feed ${tag} has no fuse` : `${tag} ${PART_WORDS[purpose]} has no fuse`,
      title: `${capital(branch)}${feedName ? ` (${feedName})` : ''} has no fuse`,
      why:
        purpose === 'charge'
          ? 'The battery feeds a short on the charge lead from behind: its fuse belongs at the battery end.'
          : guardTag !== undefined
            ? `A short on it would run through ${guardTag} at its full rating.`
            : 'Nothing before it opens: a short on it burns its wire.'
    })
  },
  'ways-tied': {
    told: ({
      tags,
      id,
      intoCount,
      fusedCount,
      sumA
    }: {
      tags: string[];
      id: string;
      intoCount: number;
      fusedCount: number;
      sumA: number;
    }) => ({
      short: `${tags.join(', ')} are tied at ${id}`,
      title: `${tags.join(', ')} are tied together at ${id}`,
      why: `${intoCount > fusedCount ? 'The fuse is gone round: a short behind it is fed past it.' : `Behind their fuses they are one: when the first opens the next carries its load, too, one after the other, and a short gets ${sumA} A before all have opened.`} One fuse, one feed through ${id}, and the circuits behind it.`
    })
  }
} satisfies WordTable;
