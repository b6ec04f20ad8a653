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
              short: `${p.tag} wants a hollow collar`,
              title: `The nut of ${p.tag} does not reach through wall and spacer`,
              why: `Together they are ${x.said.mm(stack)}; it holds on up to ${x.said.mm(p.part.panelMaxMm)}. Make the spacer a hollow collar, screwed to the wall, whose own face of ${x.said.mms(' to ', p.part.panelMinMm, p.part.panelMaxMm)} carries the part.`,
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
        short: `${p.tag}: wall is too ${thick ? 'thick' : 'thin'}`,
        title: guessed
          ? `Whether the wall suits ${p.tag} is not known`
          : `The wall is too ${thick ? 'thick' : 'thin'} for ${p.tag}`,
        why: `The ${p.port.insert ? 'plate it sits in' : 'wall'} is ${guessed ? 'taken as ' : ''}${x.said.mm(wall)}${guessed ? ', nobody measured it' : ''}; the part holds on ${x.said.mms(' to ', p.part.panelMinMm, p.part.panelMaxMm)}. ${thick ? 'Counterbore from inside, or take another part.' : 'Back it with a plate, or take another part.'}`,
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
