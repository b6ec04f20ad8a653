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
      short: 'Bush every hole in the steel',
      title: 'Every lead through steel needs a bush, gland or grommet',
      why: `${holes.length} holes in ${x.said.mm(x.fit.part.wallMm)} steel: deburr both sides, paint the edge, and let no lead lie on it. Take the can as touching the negative.`,
      figures: { holeCount: holes.length }
    }
  ];
});
