import { remove } from '../../box/edit.ts';
import { AUTO } from '../../box/attr.ts';
import { COIL_FUSE_A, relayTag } from '../../wiring/net-main.ts';
import { BOX_PLACE, rule, set, type Draft } from '../rule.ts';

/** A coil's fuse is no larger than its thin wire takes. */
const COIL_FUSE_MOST_A = 5;

/** Contacts, coil, fuse and spark of every relay. */
export const relayUnsound = rule('relay-unsound', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  for (const r of x.box.relays) {
    const tag = relayTag(x.box, r);
    const path = `relays/${r.id}` as const;
    const inMain = r.inId === x.box.feeds[0].id;
    const c = [...x.wiring.circuits, ...x.wiring.feeds].find((k) => k.circuit.id === r.inId);
    const say = (also: string, d: Omit<Draft, 'at' | 'also'>) =>
      out.push({ at: BOX_PLACE, also: `${tag}-${also}`, ...d });
    if (!inMain && !c) {
      say('lost', {
        severity: 'stop',
        short: `${tag} switches nothing`,
        title: `${tag} stands in a circuit that is not there`,
        why: `It names the circuit '${r.inId}'. Say what it switches, or take it out.`,
        remedies: [{ label: `Take ${tag} out`, effect: 'nothing hangs on it', edits: [remove(path)] }]
      });
      continue;
    }
    const carriesA = c ? c.carriesA : x.wiring.main.loadA;
    if (r.ratingA !== null && carriesA > r.ratingA)
      say('small', {
        severity: 'stop',
        short: `${tag} ${r.ratingA} A carries ${carriesA.toFixed(1)} A`,
        title: `The contacts of ${tag} are too small`,
        why: `${carriesA.toFixed(1)} A flow through them; they are rated ${r.ratingA} A and weld shut.`,
        figures: { carriesA, ratingA: r.ratingA }
      });
    if (r.ratingA === null)
      say('rating', {
        severity: 'caution',
        short: `${tag}: contact rating unknown`,
        title: `${tag}: what its contacts bear is unknown`,
        why: 'Read the DC amps printed on it; the larger of two figures is often for alternating current.',
        asks: 'contact rating',
        open: true
      });
    if (inMain && (r.coilFuse.is === 'none' || (r.coilFuse.is === 'set' && r.coilFuse.value > COIL_FUSE_MOST_A)))
      say('coil-fuse', {
        severity: 'stop',
        short: `Coil of ${tag} without small fuse`,
        title: `The coil of ${tag} hangs on the main path without a small fuse`,
        why: `Its thin wire would burn before the main fuse opens; ${COIL_FUSE_MOST_A} A at most.`,
        remedies: [
          { label: `A ${COIL_FUSE_A} A fuse`, effect: 'at the main path', edits: [set(`${path}/coilFuse`, AUTO)] }
        ]
      });
    if (r.suppressed !== 'yes')
      say('spark', {
        severity: r.suppressed === 'no' ? 'caution' : 'note',
        short: r.suppressed === 'no' ? `${tag} has no coil diode` : `${tag}: coil diode?`,
        title:
          r.suppressed === 'no'
            ? `The coil of ${tag} has no diode`
            : `Whether the coil of ${tag} has a diode is unknown`,
        why: 'As it lets go, a bare coil throws a hundred volts or more at its switch and at electronics beside it.',
        open: r.suppressed === 'unknown',
        remedies: [
          { label: 'A diode across the coil', effect: 'stripe to +', edits: [set(`${path}/suppressed`, 'yes')] }
        ]
      });
    if (r.contact === 'break' && r.switchPortId.is === 'set')
      say('break', {
        severity: inMain ? 'caution' : 'note',
        short: `${tag} stays on when its coil wire breaks`,
        title: `${tag} switches off only while its coil is fed`,
        why: 'Its contact opens when the coil is fed: a broken coil wire, a blown coil fuse or an empty battery leaves everything on, and keeping it off takes current. A switch that has to be relied on feeds the coil of a contact that closes.',
        remedies: [
          {
            label: 'A contact that closes',
            effect: 'the switch feeds the coil to switch on',
            edits: [set(`${path}/contact`, 'make')]
          }
        ]
      });
    if (r.switchPole === 'minus' && r.switchPortId.is === 'set' && r.contact === 'make')
      say('minus', {
        severity: 'note',
        short: `${tag}: a chafed coil wire keeps it on`,
        title: `The switch of ${tag} stands in the return of its coil`,
        why: 'The coil’s + is live all the time. Where the wire to the switch chafes on metal or on a return, the coil pulls in and the switch no longer lets go. In the + lead such a fault blows the small fuse and everything goes off.',
        remedies: [
          {
            label: 'The switch in the coil’s + lead',
            effect: 'a chafe switches off',
            edits: [set(`${path}/switchPole`, 'plus')]
          }
        ]
      });
    if (r.coilA === null)
      say('coil', {
        severity: 'note',
        short: `${tag}: coil current unknown`,
        title: `${tag}: what its coil draws is unknown`,
        why: '0.15 A is taken while nobody knows. Measure it: 12 divided by the coil’s ohms.',
        asks: 'coil',
        open: true,
        remedies: [
          { label: 'Take 0.15 A', effect: 'usual for a small relay', edits: [set(`${path}/coilA`, 0.15)], answer: true }
        ]
      });
    if (r.switchPortId.is === 'unknown')
      say('switch', {
        severity: 'caution',
        short: `${tag}: what switches its coil?`,
        title: `${tag}: what feeds its coil is unknown`,
        why: 'Trace the wire from its coil, or see which lever makes it click.',
        asks: 'current of its coil',
        open: true
      });
    else if (r.switchPortId.is !== 'set' && r.contact === 'make')
      say('always', {
        severity: 'note',
        short: `${tag} is always pulled in`,
        title: `Nothing switches the coil of ${tag}`,
        why: 'It draws all the time and switches nothing. Name its switch or kill switch.'
      });
  }
  return out;
});
