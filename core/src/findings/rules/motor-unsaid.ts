import { say } from '../words/say.ts';
import { greatestW } from '../../demand/draw.ts';
import { soundsLikeMotor } from '../../demand/motors.ts';
import { MOTOR_START } from '../../wiring/fuse.ts';
import { devicePlace, rule, set } from '../rule.ts';

/** A motor that takes less starts without anybody noticing, W. @source rule of thumb: an amp at 12 V */
const LEAST_W = 12;

/** Something whose name tells of a motor, entered as if it had none: how it starts is judged only where it is known to have one. */
export const motorUnsaid = rule('motor-unsaid', 'safe', 'outing', (x) =>
  x.box.devices.flatMap((d) => {
    const direct = d.supply === '12v';
    if (d.hasMotor || !direct || d.use !== 'field' || !soundsLikeMotor(d.name) || greatestW(d) < LEAST_W) return [];
    const amps = greatestW(d) / MOTOR_START.atV;
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        say: say('motor-unsaid', 'told', { name: d.name, currentA: amps }),
        figures: { runningA: amps, startingA: MOTOR_START.times * amps },
        asks: 'motor',
        open: true,
        remedies: [
          {
            label: 'It has a motor',
            effect: 'judged by how it starts',
            edits: [set(`devices/${d.id}/hasMotor`, true)],
            answer: true
          }
        ]
      }
    ];
  })
);
