import { AUTO } from '../../box/attr.ts';
import { swapPart } from '../../panel/place-port.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { lostV } from '../../wiring/drop.ts';
import { catalogueOf, circuitPlace, rule, set, type Facts, type Remedy } from '../rule.ts';

/** A share of the loss from which one piece is the one to change. */
const MOST = 0.4;

/** Where on the way most is lost, in words and volts: the same pieces that the arithmetic shows. */
function worstPiece(c: CircuitPlan): { what: string; lostV: number; isWire: boolean; isContacts: boolean } | undefined {
  const worst = c.dropPieces().toSorted((a, b) => lostV(b) - lostV(a))[0];
  return (
    worst && {
      what: worst.what,
      lostV: lostV(worst),
      isWire: worst.kind === 'wire' || worst.kind === 'return',
      isContacts: worst.kind === 'contacts'
    }
  );
}

/** Too much voltage is lost on the way: 3 % for electronics and radio, 10 % for the rest. */
export const voltageDrop = rule('voltage-drop', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.dropFraction <= c.dropLimitFraction + 1e-9) return [];
    const worst = worstPiece(c);
    const cured = c.wireOrigin === 'set' && (worst?.isWire ?? true);
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'caution' as const,
        short: `${c.portTag} loses ${(c.dropFraction * 100).toFixed(1)} % on the way`,
        title: `${c.feeds} loses ${c.dropV.toFixed(2)} V on the way`,
        why: `${(c.dropFraction * 100).toFixed(1)} % of ${c.rail?.outV ?? 12} V at ${c.lowLoadA.toFixed(1)} A; ${(c.dropLimitFraction * 100).toFixed(0)} % is allowed for ${c.dropLimitFraction < 0.05 ? 'electronics and radio' : 'lamps and heaters'}.${worst ? ` Most of it, ${worst.lostV.toFixed(2)} V, is lost in: ${worst.what.toLowerCase()}.${worst.isWire ? '' : ' Thicker wire does not cure that.'}` : ''}`,
        figures: { dropV: c.dropV, dropFraction: c.dropFraction, limitFraction: c.dropLimitFraction },
        remedies: () => [
          ...(cured
            ? [
                {
                  label: 'Let Haversack choose the wire',
                  effect: 'thick enough for the drop',
                  edits: [set(`circuits/${c.circuit.id}/wire`, AUTO)]
                }
              ]
            : []),
          ...(worst?.isContacts && worst.lostV > MOST * c.dropV ? firmerContacts(x, c) : [])
        ]
      }
    ];
  })
);

/** A connector whose contacts lose half as much, where the contacts lose the most. */
function firmerContacts(x: Facts, c: CircuitPlan): Remedy[] {
  const now = c.portPart?.contactMilliOhm;
  if (!x.fit || !now || c.portPart?.converterRatedW != null) return [];
  const better = catalogueOf(x, 'panel')
    .filter((p) => p.role === c.portPart!.role && p.supply === c.portPart!.supply && !p.exposedLivePins)
    .filter((p) => p.contactMilliOhm !== null && p.contactMilliOhm < now / 2 && (p.ratingA ?? 0) >= c.loadA)
    .sort((a, b) => a.contactMilliOhm! - b.contactMilliOhm!)[0];
  const swap = better && swapPart(x.box, x.fit, c.circuit.portId, better);
  return swap
    ? [{ label: better!.name, effect: `${better!.contactMilliOhm} instead of ${now} mohm`, edits: swap.edits }]
    : [];
}
