import { say } from '../words/say.ts';
import { bendRoomMm } from '../../case/cable.ts';
import { solidOf } from '../../case/fit.ts';
import { partOf } from '../../box/lookup.ts';
import { outsideMm } from '../../wiring/outside.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Straight part of a lug or receptacle before the cable may bend, mm. @source mechanical reference 3.1 (example) */
const STRAIGHT_MM = { straight: 15, flag: 5 } as const;

/** The battery's leads bend too tightly under lid, tray or whatever lies above. */
export const bendTooTight = rule('bend-too-tight', 'fits', 'case', (x) => {
  const battery = partOf(x.box, 'battery', x.box.bank.partId);
  const size = x.wiring.main.wire;
  if (!x.fit || !battery || !size) return [];
  const od = outsideMm(x.catalogue, size);
  const flag = x.box.bank.terminals === 'flag';
  // a flag leaves sideways: the cable lies flat over the battery and needs its own thickness only
  const needMm = flag ? od + STRAIGHT_MM.flag : bendRoomMm(od, STRAIGHT_MM.straight);
  return x.fit.placed
    .filter((p) => p.id.startsWith('battery-') && p.turn.endsWith('h'))
    .flatMap((p) => {
      const top = p.zMm + battery.heightMm;
      const me = solidOf(p);
      const above = [
        ...x.fit!.placed.filter((o) => o.id !== p.id).map(solidOf),
        ...x.fit!.space.keepOuts.map((k) => ({ low: k.slice(0, 3), high: k.slice(3) }))
      ].filter(
        (o) =>
          o.low[2]! >= top &&
          o.low[0]! < me.high[0] &&
          me.low[0] < o.high[0]! &&
          o.low[1]! < me.high[1] &&
          me.low[1] < o.high[1]!
      );
      const roof = Math.min(x.fit!.space.heightMm, ...above.map((o) => o.low[2]!));
      const roomMm = roof - top;
      if (roomMm >= needMm - 1e-6) return [];
      return [
        {
          at: BATTERY_PLACE,
          also: p.id,
          severity: 'caution' as const,
          say: say('bend-too-tight', 'told', { roomMm, needMm, cableMm: od, flag, straightMm: STRAIGHT_MM.straight }),
          figures: { roomMm, needMm },
          remedies: flag
            ? []
            : [
                {
                  label: 'Flag terminals on the battery',
                  effect: `${x.said.mm(od + STRAIGHT_MM.flag, 0)} are enough`,
                  edits: [set('bank/terminals', 'flag')]
                }
              ]
        }
      ];
    });
});
