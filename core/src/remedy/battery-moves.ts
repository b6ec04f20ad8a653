import { ofKind } from '../catalogue/of-kind.ts';
import { AUTO } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import type { PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { BEARS } from '../wiring/fuse.ts';
import { move, type Bench, type Move } from './move.ts';

/** One large battery of their sort in the place of several: nothing to match, to join, or to fuse one by one. */
function oneForAll({ box, plan }: Bench, bySize: readonly PartOf<'battery'>[], now: PartOf<'battery'>): Move[] {
  const { count, arrangement } = box.bank;
  // what is in a row has a cure of its own: series-batteries
  if (count < 2 || arrangement === 'series') return [];
  const one = bySize.find(
    (p) =>
      p.chemistry === now.chemistry &&
      p.capacityAh >= count * now.capacityAh &&
      // lead-acid has no electronics that switch it off
      BEARS.pack * (p.maxContinuousA ?? Infinity) >= plan.wiring.main.loadA
  );
  return one
    ? [
        move(`One ${one.name} in the place of ${count}`, '', [
          ...chooseBattery(one, 1),
          set('bank/packFuse', AUTO),
          set('bank/arrangement', 'parallel')
        ])
      ]
    : [];
}

/** Batteries of the same sort that are larger, then iron phosphate of about the size, then the smallest whose electronics bear the load. */
export function batteryMoves(b: Bench): Move[] {
  const { box, catalogue, plan } = b;
  const now = plan.bank?.part;
  if (!now) return [];
  const bears = (p: PartOf<'battery'>): boolean => BEARS.pack * (p.maxContinuousA ?? 0) >= plan.judge.packA;
  // a charger that somebody set for another sort would ruin it
  const charger = (p: PartOf<'battery'>): boolean =>
    box.charging.chargerV.is === 'set' && p.chemistry !== now.chemistry;
  const all = ofKind(catalogue, 'battery').toSorted((a, b) => a.capacityAh - b.capacityAh);
  const same = all.filter((p) => p.chemistry === now.chemistry && p.capacityAh >= now.capacityAh && p.id !== now.id);
  const lfp = all.filter((p) => p.chemistry === 'lfp' && p.capacityAh >= now.capacityAh * 0.5 && p.id !== now.id);
  const strong = [...same, ...lfp].filter(bears).slice(0, 1);
  const instead = [
    ...new Set([...same.slice(0, 3), ...(now.chemistry === 'lfp' ? [] : lfp.slice(0, 3)), ...strong])
  ].map((p) =>
    move(`${p.name} instead${charger(p) ? ', with a charger for it' : ''}`, '', [
      ...chooseBattery(p, box.bank.count),
      ...(charger(p) ? [set('charging/chargerV', AUTO)] : [])
    ])
  );
  return [...instead, ...oneForAll(b, all, now)];
}
