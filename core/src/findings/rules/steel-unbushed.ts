import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** A sharp steel edge cuts insulation. */
export const steelUnbushed = rule('steel-unbushed', 'safe', 'ports', (x) => {
  if (x.fit?.part.material !== 'steel') return [];
  const holes = (x.panel?.ports ?? []).filter((p) => p.part.hole.shape !== 'none');
  if (holes.length === 0) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'note',
      say: say('steel-unbushed', 'told', { holesCount: holes.length, wallMm: x.fit.part.wallMm }),
      figures: { holeCount: holes.length }
    }
  ];
});
