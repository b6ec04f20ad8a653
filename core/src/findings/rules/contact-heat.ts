import { circuitPlace, rule, type Draft } from '../rule.ts';

/** Heat that a contact may give off: in a plastic socket, and elsewhere, W. @source electrical reference 12 */
const SOCKET_W = 0.5;
const SWITCH_W = 1;

/** A contact that gets hot at the hungriest moment. */
export const contactHeat = rule('contact-heat', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  for (const c of x.wiring.circuits) {
    const check = (tag: string, milliOhm: number | null | undefined, limitW: number) => {
      const rmsA = x.judge.of(tag)?.rmsA ?? c.loadA;
      const heatW = ((milliOhm ?? 0) / 1000) * rmsA * rmsA;
      if (heatW <= limitW) return;
      out.push({
        at: circuitPlace(c.circuit.id, c.tag),
        also: tag,
        severity: 'caution',
        short: `${tag} contacts give off ${heatW.toFixed(1)} W`,
        title: `The contacts of ${tag} get hot`,
        why: `${rmsA.toFixed(1)} A (root mean square) through ${milliOhm} mohm give off ${heatW.toFixed(1)} W; ${limitW} W is the most. Take a connector with firmer contacts.`,
        figures: { heatW, limitW }
      });
    };
    if (c.circuit.purpose === 'load') check(c.portTag, c.portPart?.contactMilliOhm, SOCKET_W);
    if (c.switchTag) check(c.switchTag, c.switchPart?.contactMilliOhm, SWITCH_W);
  }
  return out;
});
