import { wallMmOf } from '../../case/faces.ts';
import { portPlace, rule } from '../rule.ts';

/** The wall is too thick or too thin for clip or nut. */
export const panelThickness = rule('panel-thickness', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p) => {
    const wall = wallMmOf(x.fit!.part, p.port.face);
    if (p.part.hole.shape === 'none' || (wall >= p.part.panelMinMm && wall <= p.part.panelMaxMm)) return [];
    const thick = wall > p.part.panelMaxMm;
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: 'stop' as const,
        short: `${p.tag}: wall is too ${thick ? 'thick' : 'thin'}`,
        title: `The wall is too ${thick ? 'thick' : 'thin'} for ${p.tag}`,
        why: `The wall is ${wall} mm; the part holds on ${p.part.panelMinMm} to ${p.part.panelMaxMm} mm. ${thick ? 'Counterbore from inside, or take another part.' : 'Back it with a plate, or take another part.'}`,
        figures: { wallMm: wall, minMm: p.part.panelMinMm, maxMm: p.part.panelMaxMm }
      }
    ];
  })
);
