import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import type { Edit } from '../../box/edits.ts';
import { swapPart } from '../../panel/place-port.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { wireSizeText, type WireSize } from '../../quantity/wire-size.ts';
import { areaMm2, milliOhmPerM } from '../../wiring/conductor.ts';
import { leadLoss, plugMostMm2, USB_LEAD_FRACTION, type LeadLoss } from '../../wiring/device-lead.ts';
import { lostV } from '../../wiring/drop.ts';
import { hasOwnLead } from '../../wiring/lead-section.ts';
import { LEAD_WIRE, wireLeft } from '../elements.ts';
import { pickSizes } from '../../wiring/sizing.ts';
import { devicePlace, rule, set, type Draft, type Facts, type Remedy, branchPlace } from '../rule.ts';

/** A share of the loss from which one piece is the one to change. */
const MOST = 0.4;

/** Where on the way most is lost, in words and volts: the same pieces that the arithmetic shows. */
function worstPiece(c: CircuitPlan): Worst | undefined {
  const worst = c.dropPieces().toSorted((a, b) => lostV(b) - lostV(a))[0];
  return (
    worst && {
      what: worst.what,
      lostV: lostV(worst),
      wireOf: worst.wireOf,
      isWire: worst.wireOf !== null,
      isContacts: worst.kind === 'contacts'
    }
  );
}

type Worst = { what: string; lostV: number; wireOf: string | null; isWire: boolean; isContacts: boolean };

/**
 * The wire in which most is lost left to Haversack, where somebody chose it: of the circuit itself, of its feed, of the main
 * feed; of a feed also the section ahead of its way in, alone or with the rest.
 */
function wireToSuit({ box }: Facts, id: string, own: string): Remedy[] {
  const feed = box.feeds.find((f) => f.id === id);
  const branch = feed ?? box.circuits.find((c) => c.id === id);
  const path: string = feed ? `feeds/${id}` : `circuits/${id}`;
  const whole = (['wire', 'returnWire'] as const)
    .filter((key) => branch?.[key].is === 'set')
    .map((key) => set<string>(`${path}/${key}`, AUTO));
  const ahead = feed && hasOwnLead(feed) ? wireLeft({ box }, `${path}/${LEAD_WIRE}`).edits : [];
  const name = id === own ? '' : ` of ${feed?.name || 'its feed'}`;
  const left = (what: string, ...edits: Edit[]): Remedy[] =>
    edits.length === 0 ? [] : [{ label: `Let Haversack choose ${what}`, effect: 'thick enough for the drop', edits }];
  return [
    ...left(`the wire${name}`, ...whole),
    ...left(`the wire of the section ahead${name}`, ...ahead),
    ...(whole.length > 0 && ahead.length > 0 ? left(`all wire${name}, and ahead of it`, ...whole, ...ahead) : [])
  ];
}

/** Too much voltage is lost on the way: 3 % for electronics and radio, 10 % for the rest. */
export const voltageDrop = rule('voltage-drop', 'safe', 'wiring', (x) => [...inCircuits(x), ...inLeads(x)]);

const inCircuits = (x: Facts): Draft[] =>
  x.wiring.circuits.flatMap((c) => {
    if (c.dropFraction <= c.dropLimitFraction + 1e-9) return [];
    const worst = worstPiece(c);
    return [
      {
        at: branchPlace(c),
        severity: 'caution' as const,
        say: say('voltage-drop', 'inCircuits', {
          portTag: c.portTag,
          dropFraction: c.dropFraction,
          losers: c.devices.map((d) => d.name),
          dropV: c.dropV,
          outV: c.rail?.outV,
          lowLoadA: c.lowLoadA,
          dropLimitFraction: c.dropLimitFraction,
          worst
        }),
        figures: {
          dropV: c.dropV,
          dropFraction: c.dropFraction,
          limitFraction: c.dropLimitFraction,
          atPeaksOnly: c.fuseLoadA < c.carriesA ? 1 : 0
        },
        remedies: () => [
          ...(worst?.wireOf == null ? [] : wireToSuit(x, worst.wireOf, c.circuit.id)),
          ...(worst?.isContacts && worst.lostV > MOST * c.dropV ? firmerContacts(x, c) : [])
        ]
      }
    ];
  });

/** What is lost behind the plug: in the lead of the device itself, seen together with the way to the plug. */
const inLeads = (x: Facts): Draft[] =>
  x.box.devices.flatMap((d, i): Draft[] => {
    const c = x.wiring.circuits.find((k) => k.circuit.portId === d.portId);
    const loss = c && leadLoss(x.wiring.netlist, x.demand.devices[i]!, c);
    if (!c || !loss) return [];
    const { lostV, baseV, usb, currentA } = loss;
    const limit = usb ? USB_LEAD_FRACTION : c.dropLimitFraction;
    const wayV = usb ? 0 : c.dropV;
    const allV = wayV + lostV;
    // where the way to the plug loses too much by itself and the lead adds little, the circuit has said it
    if (allV <= limit * baseV + 1e-9 || (wayV > limit * baseV && lostV < MOST * allV)) return [];
    const goesIn = usb ? [] : cordSizes(x, c, loss.size);
    const lostIn = (s: WireSize) => (lostV * milliOhmPerM(s, 20)) / milliOhmPerM(loss.size, 20);
    const thicker = goesIn.find((s) => wayV + lostIn(s) <= limit * baseV);
    return [
      {
        at: devicePlace(d.id, d.name),
        also: 'lead',
        severity: 'caution' as const,
        say: say('voltage-drop', 'lead', {
          name: d.name,
          lostV,
          lengthMm: loss.lengthMm,
          size: loss.size,
          currentA,
          wayV,
          allV,
          baseV,
          limitFraction: limit,
          usb,
          noLonger: thicker ? undefined : noLonger(loss, goesIn.at(-1), { leftV: limit * baseV - wayV, lostIn })
        }),
        figures: { lostV, dropV: allV, dropFraction: allV / baseV, limitFraction: limit },
        remedies: thicker
          ? [
              {
                label: `A lead of ${wireSizeText(thicker)}`,
                effect: 'as long, and thick enough',
                edits: [set(`devices/${d.id}/lead/wire`, setTo(thicker))]
              }
            ]
          : []
      }
    ];
  });

/** Sizes of cord that go into the plug of a port, thin to thick. */
const cordSizes = (x: Facts, c: CircuitPlan, now: WireSize): WireSize[] => {
  const most = Math.max(areaMm2(now), plugMostMm2(c.portPart?.ratingA ?? null));
  return pickSizes(x.box.preferences.wireSystem).filter((s) => areaMm2(s) <= most + 1e-9);
};

/** The thickest cord that goes into the plug, and how long it may be, to whole decimetres; undefined where none is of use. */
function noLonger(
  loss: LeadLoss,
  thickest: WireSize | undefined,
  { leftV, lostIn }: { leftV: number; lostIn: (s: WireSize) => number }
): { size: WireSize; mostMm: number } | undefined {
  if (!thickest || leftV <= 0) return undefined;
  return { size: thickest, mostMm: Math.floor((loss.lengthMm * leftV) / lostIn(thickest) / 100) * 100 };
}

/** A connector whose contacts lose half as much, where the contacts lose the most. */
function firmerContacts(x: Facts, c: CircuitPlan): Remedy[] {
  const now = c.portPart?.contactMilliOhm;
  if (!x.fit || !now || c.portPart?.converterRatedW != null) return [];
  const better = ofKind(x.catalogue, 'panel')
    .filter((p) => p.role === c.portPart!.role && p.supply === c.portPart!.supply && !p.exposedLivePins)
    .filter((p) => p.contactMilliOhm !== null && p.contactMilliOhm < now / 2 && (p.ratingA ?? 0) >= c.loadA)
    .sort((a, b) => a.contactMilliOhm! - b.contactMilliOhm!)[0];
  const swap = better && swapPart(x.box, x.fit, c.circuit.portId, better);
  return swap
    ? [{ label: better!.name, effect: `${better!.contactMilliOhm} instead of ${now} mohm`, edits: swap.edits }]
    : [];
}
