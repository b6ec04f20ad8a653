import { remove } from '../../box/edit.ts';
import { AUTO } from '../../box/attr.ts';
import { COIL_FUSE_A, COIL_FUSE_MOST_A, relayTag } from '../../wiring/net-coil.ts';
import type { Happening } from '../../judge/table.ts';
import type { Relay } from '../../box/schema.ts';
import { BOX_PLACE, branches, rule, set, type Draft, type Facts } from '../rule.ts';

/** One thing that may be said of a relay; its place is added where all are gathered. */
type Said = Omit<Draft, 'at' | 'also'> & { also: string };
type Seen = {
  relay: Relay;
  tag: string;
  path: `relays/${string}`;
  inMain: boolean;
  carriesA: number;
  coil: Happening | undefined;
};

/** Contacts, coil, fuse and spark of every relay. */
export const relayUnsound = rule('relay-unsound', 'safe', 'wiring', (x) =>
  x.box.relays.flatMap((relay) =>
    saidOf(x, relay).map((d): Draft => ({ ...d, at: BOX_PLACE, also: `${relayTag(x.box, relay)}-${d.also}` }))
  )
);

function saidOf(x: Facts, relay: Relay): Said[] {
  const tag = relayTag(x.box, relay);
  const path = `relays/${relay.id}` as const;
  const inMain = relay.inId === x.box.feeds[0].id;
  const branch = branches(x).find((k) => k.circuit.id === relay.inId);
  if (!inMain && !branch)
    return [
      {
        also: 'lost',
        severity: 'stop',
        short: `${tag} switches nothing`,
        title: `${tag} stands in a circuit that is not there`,
        why: `It names the circuit '${relay.inId}'. Say what it switches, or take it out.`,
        remedies: [{ label: `Take ${tag} out`, effect: 'nothing hangs on it', edits: [remove(path)] }]
      }
    ];
  const seen = {
    relay,
    tag,
    path,
    inMain,
    carriesA: branch ? branch.carriesA : x.wiring.main.loadA,
    coil: x.judge.all.find((h) => h.id === `${relay.id}/coil`)
  };
  return [...ofContacts(seen), ...ofCoil(seen), ...ofItsFall(seen), ...ofUnknowns(seen)];
}

/** What runs through its contacts against what they bear. */
function ofContacts({ relay: r, tag, carriesA }: Seen): Said[] {
  const out: Said[] = [];
  if (r.ratingA !== null && carriesA > r.ratingA)
    out.push({
      also: 'small',
      severity: 'stop',
      short: `${tag} ${r.ratingA} A carries ${carriesA.toFixed(1)} A`,
      title: `The contacts of ${tag} are too small`,
      why: `${carriesA.toFixed(1)} A flow through them; they are rated ${r.ratingA} A and weld shut.`,
      figures: { carriesA, ratingA: r.ratingA }
    });
  if (r.ratingA === null)
    out.push({
      also: 'rating',
      severity: 'caution',
      short: `${tag}: contact rating unknown`,
      title: `${tag}: what its contacts bear is unknown`,
      why: 'Read the DC amps printed on it; the larger of two figures is often for alternating current.',
      asks: `contact rating of ${tag}`,
      open: true
    });
  return out;
}

/** Fuse and spark of its coil. */
function ofCoil({ relay: r, tag, path, inMain, coil }: Seen): Said[] {
  const out: Said[] = [];
  const tooBig = r.coilFuse.is === 'none' || (r.coilFuse.is === 'set' && r.coilFuse.value > COIL_FUSE_MOST_A);
  // in a circuit or feed its fuse may be as small as the coil's wire bears
  const burns = inMain || (coil?.guard?.heldA ?? 0) > (coil?.bearsA ?? Infinity);
  const ahead = inMain ? 'the main fuse' : (coil?.guard?.tag ?? 'its fuse');
  if (tooBig && burns)
    out.push({
      also: 'coil-fuse',
      // with none of its own the main fuse is what stands before it
      ...(r.coilFuse.is === 'none' ? { cause: `fuse ${inMain ? 'F0' : ahead}` } : {}),
      severity: 'stop',
      short: `Coil of ${tag} without small fuse`,
      title: `The coil of ${tag} hangs on ${inMain ? 'the main path' : 'thick wire'} without a small fuse`,
      why: `Its thin wire would burn before ${ahead} opens; ${COIL_FUSE_MOST_A} A at most.`,
      remedies: [
        {
          label: `A ${COIL_FUSE_A} A fuse`,
          effect: inMain ? 'at the main path' : 'where its wire begins',
          edits: [set(`${path}/coilFuse`, AUTO)]
        }
      ]
    });
  if (r.suppressed !== 'yes')
    out.push({
      also: 'spark',
      severity: r.suppressed === 'no' ? 'caution' : 'note',
      short: r.suppressed === 'no' ? `${tag} has no coil diode` : `${tag}: coil diode?`,
      title:
        r.suppressed === 'no' ? `The coil of ${tag} has no diode` : `Whether the coil of ${tag} has a diode is unknown`,
      why: 'As it lets go, a bare coil throws a hundred volts or more at its switch and at electronics beside it.',
      open: r.suppressed === 'unknown',
      asks: `coil diode of ${tag}`,
      remedies: [{ label: 'A diode across the coil', effect: 'stripe to +', edits: [set(`${path}/suppressed`, 'yes')] }]
    });
  return out;
}

/** What a broken or chafed coil wire leaves behind. */
function ofItsFall({ relay: r, tag, path, inMain }: Seen): Said[] {
  const out: Said[] = [];
  if (r.contact === 'break' && r.switchPortId.is === 'set')
    out.push({
      also: 'break',
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
    out.push({
      also: 'minus',
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
  return out;
}

/** What nobody read or named. */
function ofUnknowns({ relay: r, tag, path }: Seen): Said[] {
  const out: Said[] = [];
  if (r.coilA === null)
    out.push({
      also: 'coil',
      severity: 'note',
      short: `${tag}: coil current unknown`,
      title: `${tag}: what its coil draws is unknown`,
      why: '0.15 A is taken while nobody knows. Measure it: 12 divided by the coil’s ohms.',
      asks: `coil current of ${tag}`,
      open: true,
      remedies: [
        { label: 'Take 0.15 A', effect: 'usual for a small relay', edits: [set(`${path}/coilA`, 0.15)], answer: true }
      ]
    });
  if (r.switchPortId.is === 'unknown')
    out.push({
      also: 'switch',
      severity: 'caution',
      short: `${tag}: what switches its coil?`,
      title: `${tag}: what feeds its coil is unknown`,
      why: 'Trace the wire from its coil, or see which lever makes it click.',
      asks: `what switches ${tag}`,
      open: true
    });
  if (r.switchPortId.is !== 'set' && r.switchPortId.is !== 'unknown' && r.contact === 'make')
    out.push({
      also: 'always',
      severity: 'note',
      short: `${tag} is always pulled in`,
      title: `Nothing switches the coil of ${tag}`,
      why: 'It draws all the time and switches nothing. Name its switch or kill switch.'
    });
  return out;
}
