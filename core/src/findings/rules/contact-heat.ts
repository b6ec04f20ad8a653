import { say } from '../words/say.ts';
import { fittedPart } from '../../box/lookup.ts';
import type { Happening } from '../../judge/table.ts';
import { SOCKET_HEAT_W } from '../../wiring/contacts.ts';
import { placeOf } from '../elements.ts';
import { panelPort } from '../panel-port.ts';
import { weakPart } from '../weak-part.ts';
import { rule, type Draft, type Facts, type Where, branchPlace } from '../rule.ts';

/** In a switch, W. @source electrical reference 12 */
const SWITCH_W = 1;

type Contact = { at: Where; tag: string; amps: number; milliOhm: number; limitW: number };

/** Contacts of a placed part in the circuit; undefined for what has none, and for contacts nobody knows. */
function contactOf(x: Facts, h: Happening): Contact | undefined {
  const { part } = h;
  if (!part || (part.kind !== 'port' && part.kind !== 'switch' && part.kind !== 'inlet')) return undefined;
  const { ref } = part;
  const placed = ref.kind === 'port' ? x.panel?.ports.find((p) => p.port.id === ref.id) : undefined;
  const milliOhm = fittedPart(x.box, placed?.port)?.contactMilliOhm;
  if (!placed || milliOhm == null) return undefined;
  const branch = x.wiring.circuits.find((c) => (part.kind === 'port' ? c.portTag : c.switchTag) === part.id);
  return {
    at: branch ? branchPlace(branch) : placeOf(x, h),
    // a way in is two parts of the circuit, a pole each, and one thing in the wall
    tag: part.kind === 'inlet' ? placed.tag : part.id,
    amps: Math.max(h.rmsA, h.chargeA),
    milliOhm,
    limitW: part.kind === 'switch' ? SWITCH_W : SOCKET_HEAT_W
  };
}

/** The port of a panel whose controller is built in. */
function panelContact(x: Facts): Contact | undefined {
  const port = panelPort(x);
  return port && port.part.contactMilliOhm !== null
    ? { at: port.at, tag: port.tag, amps: port.amps, milliOhm: port.part.contactMilliOhm, limitW: SOCKET_HEAT_W }
    : undefined;
}

/** A contact that gets hot by the current that heats it, drawn or charged: every port, switch and way in of the circuit. */
export const contactHeat = rule('contact-heat', 'safe', 'wiring', (x) => {
  const told = new Set<string>();
  return [...x.judge.all.map((h) => contactOf(x, h)), panelContact(x)].flatMap((c): Draft[] => {
    const heatW = c ? (c.milliOhm / 1000) * c.amps * c.amps : 0;
    if (!c || heatW <= c.limitW || told.has(c.tag)) return [];
    told.add(c.tag);
    return [
      {
        at: c.at,
        also: c.tag,
        cause: weakPart(c.tag),
        severity: 'caution',
        say: say('contact-heat', 'told', {
          tag: c.tag,
          heatW,
          currentA: c.amps,
          milliOhm: c.milliOhm,
          limitW: c.limitW
        }),
        figures: { heatW, limitW: c.limitW }
      }
    ];
  });
});
