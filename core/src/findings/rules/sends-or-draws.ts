import { say } from '../words/say.ts';
import type { Device } from '../../box/schema.ts';
import { isSending, sendingModes, SENT_W } from '../../demand/sends.ts';
import { fixed } from '../../quantity/format.ts';
import { devicePlace, rule, set } from '../rule.ts';

/** The only draw of a device, W; undefined where it has several or is no plain power. */
const onlyW = (d: Device): number | undefined => {
  const [mode, ...others] = d.modes;
  return mode?.draw.kind === 'power' && others.length === 0 ? mode.draw.powerW : undefined;
};

/** A radio entered with what it sends: what it draws is nearly three times that while it sends, and little while it listens. */
export const sendsOrDraws = rule('sends-or-draws', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d) => {
    const watts = onlyW(d);
    if (watts === undefined || d.source === 'measured' || !SENT_W.includes(watts) || !isSending(d.name)) return [];
    const modes = sendingModes(watts);
    const text = `${fixed(watts, 0)} W`;
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        say: say('sends-or-draws', 'told', { text, name: d.name, sendW: modes.sendW, listenW: modes.listenW }),
        figures: { sentW: watts, drawnW: modes.sendW },
        asks: 'what it draws',
        open: true,
        remedies: [
          {
            label: `It sends ${text}`,
            effect: `draws ${fixed(modes.sendW, 0)} W a fifth of the time`,
            edits: [set(`devices/${d.id}/modes`, modes.modes)],
            answer: true
          },
          {
            label: `A meter says that it draws ${text}`,
            effect: 'kept, as measured',
            edits: [set(`devices/${d.id}/source`, 'measured')],
            answer: true
          }
        ]
      }
    ];
  })
);
