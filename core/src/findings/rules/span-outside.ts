import { say } from '../words/say.ts';
import { devicePlace, rule, set } from '../rule.ts';

/** A bar on the time line lies outside the outing and does not count. */
export const spanOutside = rule('span-outside', 'lasts', 'outing', (x) => {
  const { startH, durationH } = x.box.outing;
  const endH = startH + durationH;
  return x.box.devices.flatMap((d) => {
    const outside = d.spans.filter((s) => s.startH < startH - 1e-6 || s.endH > endH + 1e-6);
    const clipped = d.spans
      .map((s) => ({ ...s, startH: Math.max(startH, s.startH), endH: Math.min(endH, s.endH) }))
      .filter((s) => s.endH > s.startH);
    // with nothing of it left within, it is said that it never runs
    if (outside.length === 0 || clipped.length === 0) return [];
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'note' as const,
        say: say('span-outside', 'told', { name: d.name, outing: x.box.outing }),
        figures: { outsideCount: outside.length },
        remedies: [
          {
            label: 'Cut the bar to the outing',
            effect: 'plan and figures agree',
            edits: [set(`devices/${d.id}/spans`, clipped)]
          }
        ]
      }
    ];
  });
});
