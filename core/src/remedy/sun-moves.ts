import { ofKind } from '../catalogue/of-kind.ts';
import { setTo } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import { panelPartOf } from '../box/lookup.ts';
import { usedSeal } from '../advise/suit-port.ts';
import { byPrice } from '../catalogue/by-price.ts';
import type { PartOf } from '../catalogue/part.ts';
import {} from '../findings/rule.ts';
import { placePort, PLACE_FACES } from '../panel/place-port.ts';
import { reaches } from '../sealing/sealing.ts';
import { CONTROLLER_SIZES } from '../sun/controller.ts';
import { move, type Bench, type Move } from './move.ts';

/** A way in for the panel of a built-in controller, of another kind than all that is there: the plugs are never swapped. What keeps the weather out comes first. */
export function panelPortMoves({ box, plan, catalogue }: Bench): Move[] {
  const { solar } = box.charging;
  if (!solar || solar.panelPortId.is === 'set' || !plan.fit) return [];
  const holds = (p: PartOf<'panel'>): boolean => reaches(usedSeal(p), box.outing.seal);
  const there = new Set(box.ports.map((p) => panelPartOf(box, p)?.id));
  return ofKind(catalogue, 'panel')
    .filter((p) => p.role === 'inlet' || (p.role === 'outlet' && p.supply === '12v' && p.converterRatedW === null))
    .filter((p) => !p.exposedLivePins && !there.has(p.id))
    .toSorted((p, q) => Number(holds(q)) - Number(holds(p)) || byPrice(p, q))
    .flatMap((part) => {
      const port = placePort(box, plan.fit!, part, PLACE_FACES, { name: 'Panel', holds: true });
      if (!port) return [];
      // the panel is wired to its controller, not to a circuit
      const edits = port.edits.filter((e) => e.path !== 'circuits');
      return [
        move(
          `${part.name} for the panel`,
          `on the ${port.face}`,
          [...edits, set('charging/solar/panelPortId', setTo(port.portId))],
          `panel ${part.role}`
        )
      ];
    });
}

/** Controllers of the next sizes that are sold: for more volts, for more amps, for both. */
export function controllerMoves({ box }: Bench): Move[] {
  const { solar } = box.charging;
  if (!solar) return [];
  const next = (sizes: readonly number[], now: number | null): number[] =>
    now === null ? [] : sizes.filter((s) => s > now).slice(0, 2);
  const volts = next(CONTROLLER_SIZES.volts, solar.controllerMaxV);
  const amps = next(CONTROLLER_SIZES.amps, solar.controllerMaxA);
  return [
    ...volts.map((v) =>
      move(`A controller for ${v} V`, 'a size that is sold', [set('charging/solar/controllerMaxV', v)])
    ),
    ...amps.map((a) =>
      move(`A controller for ${a} A`, 'a size that is sold', [set('charging/solar/controllerMaxA', a)])
    )
  ];
}
