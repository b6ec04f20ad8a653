import { circuitPlace, MAIN_PLACE, rule, type Draft } from '../rule.ts';

/** A switch breaks less direct current than flows through it; motors count double. */
export const switchRating = rule('switch-rating', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const m = x.wiring.main;
  if (m.masterPart?.ratingA != null && m.loadA > m.masterPart.ratingA)
    out.push({
      at: MAIN_PLACE,
      severity: 'stop' as const,
      short: `Master ${m.masterPart.ratingA} A carries ${m.loadA.toFixed(1)} A`.slice(0, 32),
      title: 'The master switch is too small',
      why: `Together ${m.loadA.toFixed(1)} A can flow; it is rated ${m.masterPart.ratingA} A.`,
      figures: { loadA: m.loadA, ratingA: m.masterPart.ratingA }
    });
  for (const c of x.wiring.circuits) {
    const rating = c.switchPart?.ratingA;
    if (rating == null) continue;
    const limit = c.hasMotor ? rating / 2 : rating;
    if (c.loadA <= limit) continue;
    out.push({
      at: circuitPlace(c.circuit.id, c.tag),
      severity: c.hasMotor ? ('caution' as const) : ('stop' as const),
      short: `${c.switchTag} ${rating} A switches ${c.loadA.toFixed(1)} A`,
      title: `${c.switchTag} is too small for ${c.feeds}`,
      why: c.hasMotor
        ? 'A motor’s inrush wears contacts: half the rating is the limit.'
        : 'The arc of direct current welds its contacts.',
      figures: { loadA: c.loadA, limitA: limit }
    });
  }
  return out;
});
