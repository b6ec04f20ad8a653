import { OPENING_WORDS, reaches } from '../../sealing/sealing.ts';
import { row, type Sources, type TestRow } from './row.ts';

/** Water at the lid and at each penetration, where the outing wants it kept out. */
export function waterRows({ box, panel }: Sources): TestRow[] {
  if (!panel || !reaches(box.outing.seal, 'splash')) return [];
  const how = box.outing.seal === 'dunk' ? 'held under for a minute' : 'hosed from all sides for three minutes';
  return [
    row('water', {
      id: 'wet-lid',
      what: `Paper along the rim stays dry, lid shut, ${how}`,
      where: 'lid',
      why: 'empty box, no battery',
      causes: { low: 'Grit or a pinched cord on the gasket; a latch that does not pull.', high: '' }
    }),
    ...panel.ports
      .filter((p) => p.part.hole.shape !== 'none')
      .map((p) =>
        row('water', {
          id: `wet-${p.port.id}`,
          what: `Paper behind ${p.tag} ${p.port.name} stays dry, ${p.port.inUse === 'open' ? 'as it is used' : p.port.inUse}`,
          where: p.tag,
          why: 'each penetration by itself',
          causes: { low: 'Its flange is not tight or not sealed: off, clean, seal, and wait a day.', high: '' }
        })
      ),
    ...box.openings.map((o) =>
      row('water', {
        id: `wet-opening-${o.id}`,
        what: `Paper behind ${o.name || OPENING_WORDS[o.kind]} stays dry`,
        where: o.face,
        why: 'whatever else goes through the shell',
        causes: { low: 'It lets water in: close it, or keep the box under a roof.', high: '' }
      })
    )
  ];
}
