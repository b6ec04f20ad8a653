import { say } from '../words/say.ts';
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
        say: say('relay-unsound', 'lost', { tag, inId: relay.inId }),
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
      say: say('relay-unsound', 'small', { tag, ratingA: r.ratingA, carriesA }),
      figures: { carriesA, ratingA: r.ratingA }
    });
  if (r.ratingA === null)
    out.push({
      also: 'rating',
      severity: 'caution',
      say: say('relay-unsound', 'rating', { tag }),
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
      say: say('relay-unsound', 'coilFuse', { tag, inMain, guardTag: coil?.guard?.tag }),
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
      say: say('relay-unsound', 'spark', { suppressed: r.suppressed, tag }),
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
      say: say('relay-unsound', 'break', { tag }),
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
      say: say('relay-unsound', 'minus', { tag }),
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
      say: say('relay-unsound', 'coil', { tag }),
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
      say: say('relay-unsound', 'switch', { tag }),
      asks: `what switches ${tag}`,
      open: true
    });
  if (r.switchPortId.is !== 'set' && r.switchPortId.is !== 'unknown' && r.contact === 'make')
    out.push({
      also: 'always',
      severity: 'note',
      say: say('relay-unsound', 'always', { tag })
    });
  return out;
}
