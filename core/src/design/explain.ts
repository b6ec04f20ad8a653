import { panelPartOf } from '../box/lookup.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { SEAL_WORDS } from '../sealing/sealing.ts';
import { fixed } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import { outerL } from './assess.ts';
import { shortOf } from './build.ts';
import { energyWh } from './candidates.ts';
import type { SocketRank } from './choice.ts';
import { allOnA, socketsFor, type Ground } from './parts.ts';
import type { DesignSearch, Failed, Sound } from './search.ts';
import { differenceSay, failureSay, packsText } from './words.ts';
import { waysFor } from './ways.ts';

/** One choice of a design: what was taken, why, and what it beat. */
export type Reason = { what: string; chosen: string; why: string; beat: string[] };

/** Why a proposal is as it is, choice by choice, from what the search saw; only how much a battery is short in a case is worked out here. */
export function explain(g: Ground, search: DesignSearch, s: Sound): Reason[] {
  return [batteryReason(g, search, s), caseReason(g, search, s), ...portReasons(g, s), ...wayReasons(g, s)];
}

/** Something that was not taken; why is put into words only where it is told. */
type Beaten = { name: string; say: () => string };

/** What became of other pairs that differ in one thing only. */
function others(
  g: Ground,
  search: DesignSearch,
  s: Sound,
  alike: (p: Sound['pair']) => boolean,
  nameOf: (p: Sound['pair']) => string
): (Beaten & { pair: Sound['pair'] })[] {
  const p = g.box.preferences;
  return [
    ...search.sound
      .filter((o) => o.key !== s.key && alike(o.pair))
      .map((o) => ({ pair: o.pair, name: nameOf(o.pair), say: () => differenceSay(p, s.merits, o.merits) })),
    ...search.failed
      .filter((o) => alike(o.pair))
      .map((o) => ({ pair: o.pair, name: nameOf(o.pair), say: () => failedSay(g, o) }))
  ];
}

/** Why a pair gave none; of one that does not go in, by how much. */
function failedSay(g: Ground, o: Failed): string {
  const best = o.kind === 'unbuilt' && o.because === 'does-not-fit' ? shortOf(g, o.pair)[0] : undefined;
  return best ? `does not go in: ${saidIn(g.box.preferences).mm(best.mm)} short in ${best.axis}` : failureSay(o);
}

const beat = (list: readonly (Beaten | undefined)[]): string[] => [
  ...new Set(list.flatMap((b) => (b ? [`${b.name}: ${b.say()}`] : [])))
];

function batteryReason(g: Ground, search: DesignSearch, s: Sound): Reason {
  const { battery } = s.pair;
  const mine = energyWh(s.pair);
  const seen = others(g, search, s, (p) => p.case.id === s.pair.case.id, packsText);
  const near = (list: typeof seen) =>
    list.toSorted(
      (a, b) => Math.abs(Math.log(energyWh(a.pair) / mine)) - Math.abs(Math.log(energyWh(b.pair) / mine))
    )[0];
  const same = seen.filter((o) => o.pair.battery.chemistry === battery.chemistry);
  const smaller = near(same.filter((o) => energyWh(o.pair) < mine));
  const larger = near(same.filter((o) => energyWh(o.pair) > mine));
  const other = near(seen.filter((o) => o.pair.battery.chemistry !== battery.chemistry));
  const tooSmall = search.ruledOut
    .flatMap((r) => {
      const part = g.catalogue.find((p) => p.id === r.partId);
      return part?.kind === 'battery' &&
        part.chemistry === battery.chemistry &&
        energyWh({ battery: part, count: r.count }) < mine
        ? [
            {
              name: packsText({ battery: part, count: r.count }),
              say: () => r.why,
              wh: energyWh({ battery: part, count: r.count })
            }
          ]
        : [];
    })
    .toSorted((a, b) => b.wh - a.wh)[0];
  const o = s.design.plan.outing;
  const hours = o && Number.isFinite(o.lastsH) ? `${fixed(o.lastsH, 1)} h` : 'far longer than wanted';
  return {
    what: 'Battery',
    chosen: packsText(s.pair),
    why:
      g.box.wishes.batteryPartId === battery.id
        ? 'yours, as you wished'
        : `lasts ${hours} of ${fixed(g.box.outing.durationH, 1)} h wanted, ${Math.round(s.merits.chanceFraction * 100)} % sure`,
    beat: beat([smaller ?? tooSmall, other, larger])
  };
}

function caseReason(g: Ground, search: DesignSearch, s: Sound): Reason {
  const mine = outerL(s.pair.case);
  const seen = others(
    g,
    search,
    s,
    (p) => p.battery.id === s.pair.battery.id && p.count === s.pair.count,
    (p) => p.case.name
  );
  const smaller = seen
    .filter((o) => outerL(o.pair.case) < mine)
    .toSorted((a, b) => outerL(b.pair.case) - outerL(a.pair.case))[0];
  const larger = seen
    .filter((o) => outerL(o.pair.case) > mine)
    .toSorted((a, b) => outerL(a.pair.case) - outerL(b.pair.case))[0];
  const wet = search.ruledOut.find((r) => g.catalogue.some((p) => p.id === r.partId && p.kind === 'case'));
  const t = s.design.plan.panel?.tightest;
  return {
    what: 'Case',
    chosen: s.pair.case.name,
    why:
      g.box.wishes.casePartId === s.pair.case.id
        ? 'yours, as you wished'
        : `holds ${SEAL_WORDS[g.box.outing.seal].toLowerCase()}; everything goes in${t ? `, the tightest gap ${saidIn(g.box.preferences).mm(t.clearMm, 1)}` : ''}`,
    beat: beat([smaller, larger, wet && { name: wet.name, say: () => wet.why }])
  };
}

/** Those to be measured first and those a device strains come behind all others, whatever they cost. */
const RANK_WORDS: Record<SocketRank, string> = {
  cheapest: 'the cheapest that is not strained, ',
  shallowest: 'the one that reaches least far in, ',
  sealed: 'the best sealed, '
};

function portReasons(g: Ground, s: Sound): Reason[] {
  const box = s.design.box;
  const byPart = new Map<string, { part: PartOf<'panel'>; devices: Box['devices'] }>();
  for (const d of box.devices) {
    const part = panelPartOf(
      box,
      box.ports.find((p) => p.id === d.portId)
    );
    if (!part) continue;
    const known = byPart.get(part.id);
    if (known) known.devices.push(d);
    else byPart.set(part.id, { part, devices: [d] });
  }
  const weather = SEAL_WORDS[g.box.outing.seal].toLowerCase();
  return [...byPart.values()].map(({ part, devices }) => {
    const list = socketsFor(g, devices[0]!, s.choice.sockets, s.pair.case.wallMm);
    const at = list.findIndex((p) => p.id === part.id);
    const next = list[at === 0 ? 1 : 0];
    const bumped = s.left.find((l) => l.dim === 'next-socket')?.because;
    return {
      what: devices.length > 1 ? 'Sockets' : 'Socket',
      chosen: devices.length > 1 ? `${devices.length} × ${part.name}` : part.name,
      why: `${devices.map((d) => d.name).join(', ')}: ${
        at > 0 && bumped
          ? `the next was taken, because otherwise: ${bumped}`
          : `${g.box.wishes.outletPartIds.includes(part.id) ? 'you have plugs for it, ' : RANK_WORDS[s.choice.sockets]}of ${list.length} that hold ${weather} with the plug in and bear the draw`
      }`,
      beat: next
        ? [
            `${next.name}: ${next.measureYours === 'must' ? 'must be measured before anything is drilled' : `${g.box.preferences.currency}${fixed(next.priceAmount ?? 0, 0)} instead of ${g.box.preferences.currency}${fixed(part.priceAmount ?? 0, 0)}`}`
          ]
        : []
    };
  });
}

const CHARGING_WORDS = {
  inlet: 'a capped inlet of its own',
  'inlet-slow': 'a capped inlet, with a charger no stronger than it bears',
  'lid-open': 'with the lid open'
};

/** Switching, spreading out, meter and charging: the usual way, or why another was taken. */
function wayReasons(g: Ground, s: Sound): Reason[] {
  const { choice } = s;
  const box = s.design.box;
  const ways = waysFor(g.box.wishes, s.pair.battery, s.pair.count);
  const holder = box.parts[mainFeed(box).holderPartId ?? ''];
  const amps = `${fixed(allOnA(g.need), 1)} A with everything on`;
  const usual = <K extends 'control' | 'meter' | 'charging' | 'spread'>(key: K): boolean =>
    ways[key][0] === choice[key];
  const wished = (key: 'control' | 'meter' | 'charging' | 'spread'): boolean => g.box.wishes[key] !== 'usual';
  const stood = (key: string): string | undefined => s.left.findLast((l) => l.dim === key)?.because;
  const why = (key: 'control' | 'meter' | 'charging' | 'spread', asUsual: string): string =>
    usual(key)
      ? wished(key)
        ? 'as you wished'
        : asUsual
      : `the usual way is barred: ${stood(key) ?? 'it finds no room'}`;
  return [
    {
      what: 'At the battery',
      chosen: holder?.name ?? 'a fuse',
      why:
        choice.holder > 0
          ? `carries ${amps}; a smaller one is barred: ${stood('holder') ?? 'it does not suit'}`
          : `the smallest that goes on its terminals, breaks its short and carries ${amps}`,
      beat: []
    },
    {
      what: 'Switching',
      chosen: choice.control === 'breaker' ? 'the lever of the breaker' : 'one master switch',
      why: why('control', 'one switch takes everything off'),
      beat: []
    },
    {
      what: 'Spreading out',
      chosen: choice.spread === 'fuse-block' ? 'a fuse block' : 'a chain under one fuse',
      why: why('spread', 'a fault takes out one port, not the box'),
      beat: []
    },
    {
      what: 'Meter',
      chosen: choice.meter === 'none' ? 'none' : choice.meter === 'shunt' ? 'a shunt meter' : 'a voltmeter',
      why: why(
        'meter',
        choice.meter === 'shunt'
          ? 'its voltage is flat: only counting tells what is left'
          : 'its voltage tells what is left'
      ),
      beat: []
    },
    {
      what: 'Charging',
      chosen: CHARGING_WORDS[choice.charging],
      why: why('charging', 'fused, straight to the battery, the lid stays shut'),
      beat: []
    },
    ...s.design.against.map((f) => ({ what: 'Mind', chosen: f.title, why: f.why, beat: [] })),
    ...s.changes.map((c) => ({ what: 'Then', chosen: c, why: 'clears what was left', beat: [] }))
  ];
}
