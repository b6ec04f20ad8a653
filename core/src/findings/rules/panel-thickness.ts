import { say } from '../words/say.ts';
import { wallMmOf } from '../../case/faces.ts';
import { portPlace, rule, set, type Draft } from '../rule.ts';

/** The wall is too thick or too thin for clip or nut. */
export const panelThickness = rule('panel-thickness', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p): Draft[] => {
    const wall = p.port.insert?.wallMm ?? wallMmOf(x.fit!.part, p.port.face);
    if (p.part.hole.shape === 'none') return [];
    const stack = wall + p.port.spacerMm;
    if (wall >= p.part.panelMinMm && wall <= p.part.panelMaxMm)
      return stack <= p.part.panelMaxMm
        ? []
        : [
            {
              at: portPlace(p.port.id, p.tag),
              severity: 'note',
              say: say('panel-thickness', 'collar', {
                tag: p.tag,
                stackMm: stack,
                panelMaxMm: p.part.panelMaxMm,
                panelMinMm: p.part.panelMinMm
              }),
              figures: { stackMm: stack, maxMm: p.part.panelMaxMm }
            }
          ];
    // a wall nobody measured may suit it
    const guessed = !p.port.insert && (x.fit!.part.unmeasured ?? []).includes('wallMm');
    const thick = wall > p.part.panelMaxMm;
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: guessed ? 'caution' : 'stop',
        cause: 'wall',
        ...(guessed ? { open: true, asks: 'wall' } : {}),
        say: say('panel-thickness', 'wall', {
          tag: p.tag,
          thick,
          guessed,
          inPlate: p.port.insert !== null,
          wallMm: wall,
          panelMinMm: p.part.panelMinMm,
          panelMaxMm: p.part.panelMaxMm
        }),
        figures: { wallMm: wall, minMm: p.part.panelMinMm, maxMm: p.part.panelMaxMm },
        remedies:
          thick && !guessed && !p.port.insert
            ? [
                {
                  label: `Counterbored to ${x.said.mm(p.part.panelMaxMm)} from inside`,
                  effect: 'a pocket for nut or clip',
                  edits: [set(`ports/${p.port.id}/insert`, { wallMm: p.part.panelMaxMm, behindMm: 0 })]
                }
              ]
            : []
      }
    ];
  })
);
