import type { Bank } from './battery/bank.ts';
import type { Box } from './box/schema.ts';
import type { CaseFit } from './case/fit.ts';
import type { Finding, Verdict } from './findings/rule.ts';
import { CARRY_WORDS, type Carry } from './kit/carry.ts';
import { mainFeed } from './box/feeds.ts';
import type { Judge } from './judge/table.ts';
import type { Kit } from './kit/kit.ts';
import { unfusedLimitMm } from './wiring/placement.ts';
import type { Outing } from './outing/outing.ts';
import type { PanelPlan } from './panel/panel.ts';
import { BEHIND_GAP_MM } from './panel/spacing.ts';
import { durationText, fixed, lengthText, massText } from './quantity/format.ts';
import { isWide, spanOf, type Span } from './unknown/span.ts';
import { reaches, SEAL_WORDS, type Sealing } from './sealing/sealing.ts';

export type VerdictState = 'not-started' | 'stop' | 'caution' | 'holds';

/** One of the five standing answers. */
export type VerdictAnswer = {
  id: Verdict;
  name: string;
  state: VerdictState;
  /** Two to four words. */
  say: string;
  /** The value: pieces of number and unit. */
  value: { number: string; unit: string }[];
  /** 'of 14 h wanted'. */
  target: string;
  /** The one worst reason, in a few words: a cell wraps it. */
  reason: string;
  /** Which way it is and by how much, for a list: '30.9 mm short', '5.5 mm to spare'. */
  way?: string;
  /** Its words are the quick estimate of the chance; the many runs say it better. */
  isChance?: boolean;
  /** For 'was …' after a change. */
  rawValue: number | null;
  rawText: string;
};

type Input = {
  box: Box;
  bank: Bank | undefined;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  outing: Outing | undefined;
  sealing: Sealing | undefined;
  carry: Carry;
  kit: Kit;
  judge: Judge;
  findings: Finding[];
  checkCount: number;
  /** The same box with what is unknown at the ends of its range. */
  ends?: readonly { outing: Outing | undefined }[];
};

/** The five answers, in their standing order. */
export const verdicts = (x: Input): VerdictAnswer[] => [lasts(x), fits(x), dry(x), safe(x), carried(x)];

const live = (x: Input, verdict: Verdict) =>
  x.findings.filter((f) => f.verdict === verdict && f.acceptedBecause === null);

function stateOf(found: Finding[], ready: boolean): VerdictState {
  if (found.some((f) => f.severity === 'stop')) return 'stop';
  if (!ready) return 'not-started';
  return found.some((f) => f.severity === 'caution') ? 'caution' : 'holds';
}

const worst = (found: Finding[], otherwise: string): string =>
  found.find((f) => f.severity !== 'note')?.short ?? otherwise;

function hoursPieces(durationH: number): { number: string; unit: string }[] {
  if (!Number.isFinite(durationH)) return [{ number: 'over 6', unit: '×' }];
  if (durationH >= 100) return [{ number: fixed(durationH, 0), unit: 'h' }];
  const minutes = Math.round(durationH * 60);
  const m = minutes % 60;
  const pieces = [{ number: String(Math.floor(minutes / 60)), unit: 'h' }];
  return m === 0 ? pieces : [...pieces, { number: String(m).padStart(2, '0'), unit: 'min' }];
}

/** Never quite certain, never quite hopeless. */
export const sureText = (chanceFraction: number): string =>
  `${Math.min(99, Math.max(1, Math.round(chanceFraction * 100)))} % sure`;

/** The answers with the chance from many runs in place of the quick estimate, once it is there. */
export const withSureness = (
  answers: readonly VerdictAnswer[],
  sure: { chanceFraction: number } | undefined
): VerdictAnswer[] => answers.map((a) => (a.isChance && sure ? { ...a, say: sureText(sure.chanceFraction) } : a));

/** Of what is as bad as each other the hours themselves are named first: they are what is asked. */
const hoursFirst = (found: Finding[]): Finding[] => {
  const [first] = found;
  const hours = found.find((f) => f.id === 'runtime-short' && f.severity === first?.severity);
  return hours ? [hours, ...found.filter((f) => f !== hours)] : found;
};

function lasts(x: Input): VerdictAnswer {
  const found = hoursFirst(live(x, 'lasts'));
  const o = x.outing;
  const wanted = durationText(x.box.outing.durationH);
  if (!o)
    return {
      id: 'lasts',
      name: 'Lasts',
      state: stateOf(found, false),
      say: x.bank ? 'nothing runs yet' : 'no battery yet',
      value: [],
      target: `${wanted} wanted`,
      reason: worst(found, x.bank ? 'Add a device on Outing' : 'Choose one on Battery'),
      rawValue: null,
      rawText: ''
    };
  // with something unknown it is a span: the shorter end leads
  const span = spanOf<Pick<Input, 'outing'>>({ outing: o, ends: x.ends ?? [] }, (p) => p.outing?.lastsH)!;
  const short = o.wantedH - span.low;
  const state = stateOf(found, true);
  return {
    id: 'lasts',
    name: 'Lasts',
    state: state === 'holds' && short > 0 ? 'caution' : state,
    say: short > 0 ? shortText(o.wantedH, span) : sureText(o.chanceFraction),
    isChance: short <= 0,
    value: hoursPieces(span.low),
    target: isWide(span) ? `to ${durationText(span.high)}` : `of ${wanted} wanted`,
    reason: worst(
      found,
      short > 0
        ? `${wanted} wanted: it depends`
        : Number.isFinite(span.low)
          ? `${durationText(span.low - o.wantedH)} to spare`
          : 'Far more than wanted'
    ),
    way:
      short > 0
        ? shortText(o.wantedH, span)
        : Number.isFinite(span.low)
          ? `${durationText(-short)} to spare`
          : 'far more than wanted',
    rawValue: Number.isFinite(o.lastsH) ? o.lastsH : 1e6,
    rawText: durationText(o.lastsH)
  };
}

/** How much is missing: from the best that may be to the worst. */
function shortText(wantedH: number, span: Span): string {
  const most = `${durationText(wantedH - span.low)} short`;
  if (span.high >= wantedH) return `up to ${most}`;
  const least = `${durationText(wantedH - span.high)} short`;
  return least === most ? most : `${durationText(wantedH - span.high)} to ${most}`;
}

function fits(x: Input): VerdictAnswer {
  const found = live(x, 'fits');
  if (!x.fit)
    return {
      id: 'fits',
      name: 'Fits',
      state: stateOf(found, false),
      say: 'no case yet',
      value: [],
      target: '',
      reason: worst(found, 'Choose one on Case'),
      rawValue: null,
      rawText: ''
    };
  return x.fit.state === 'no' || !x.panel?.tightest
    ? fitsInside(x, x.fit, found)
    : fitsBehind(x, x.panel, x.panel.tightest, found);
}

/** By what is inside, while nothing goes through the walls or it does not go in at all. */
function fitsInside(x: Input, fit: CaseFit, found: Finding[]): VerdictAnswer {
  const unit = x.box.preferences.lengthUnit;
  const { lengthMm, widthMm, heightMm } = fit.shortfall ?? {};
  const least = Math.min(...[lengthMm, widthMm, heightMm].filter((v) => v !== undefined));
  return {
    id: 'fits',
    name: 'Fits',
    state: stateOf(found, true),
    say: fit.state === 'no' ? 'does not go in' : fit.state === 'fits' ? 'everything goes in' : 'not proven',
    value: Number.isFinite(least)
      ? [{ number: lengthText(least, unit, 0), unit: `${unit} short` }]
      : [{ number: fixed(fit.fillFraction * 100, 0), unit: '%' }],
    target: fit.state === 'no' ? '' : 'full, no ports yet',
    reason: worst(found, `${fixed(fit.innerL, 1)} l inside`),
    rawValue: null,
    rawText: ''
  };
}

/** By the tightest place behind a port. */
function fitsBehind(
  x: Input,
  panel: PanelPlan,
  t: NonNullable<PanelPlan['tightest']>,
  found: Finding[]
): VerdictAnswer {
  const unit = x.box.preferences.lengthUnit;
  const state = stateOf(found, true);
  const say = (): string => {
    if (state === 'holds') return `all ${panel.holeCount} holes clear`;
    if (t.clearMm < 0) return 'does not go in';
    if (t.clearMm < BEHIND_GAP_MM) return 'goes in, tight';
    return state === 'stop' ? 'not as it stands' : 'look again';
  };
  // with room and yet a stop it is something else that keeps it from going in
  const way = (): string => {
    if (t.clearMm < 0) return `${lengthText(-t.clearMm, unit)} ${unit} short`;
    return state === 'stop' ? 'not as it stands' : `${lengthText(t.clearMm, unit)} ${unit} to spare`;
  };
  return {
    id: 'fits',
    name: 'Fits',
    state,
    say: say(),
    way: way(),
    value: [{ number: lengthText(t.clearMm, unit), unit }],
    target: `${lengthText(BEHIND_GAP_MM, unit)} ${unit} wanted`,
    reason: worst(found, `Tightest: ${t.tag} to the ${t.behindName}`),
    rawValue: t.clearMm,
    rawText: lengthText(t.clearMm, unit)
  };
}

function dry(x: Input): VerdictAnswer {
  const found = live(x, 'dry');
  const wanted = SEAL_WORDS[x.box.outing.seal].toLowerCase();
  if (!x.sealing)
    return {
      id: 'dry',
      name: 'Dry',
      state: stateOf(found, false),
      say: 'no case yet',
      value: [],
      target: `${wanted} wanted`,
      reason: worst(found, 'Choose one on Case'),
      rawValue: null,
      rawText: ''
    };
  const s = x.sealing;
  return {
    id: 'dry',
    name: 'Dry',
    state: stateOf(found, true),
    say: s.inUse === s.closed ? 'as carried' : 'with plugs in',
    way: reaches(s.inUse, x.box.outing.seal)
      ? SEAL_WORDS[s.inUse].toLowerCase()
      : `only ${SEAL_WORDS[s.inUse].toLowerCase()}, ${wanted} wanted`,
    value: [{ number: SEAL_WORDS[s.inUse], unit: '' }],
    target: reaches(s.inUse, x.box.outing.seal)
      ? s.inUse === x.box.outing.seal
        ? 'as wanted'
        : `${wanted} wanted`
      : `${wanted} wanted`,
    reason: worst(found, `Weakest: ${s.weakest.name}`),
    rawValue: ['dry-store', 'splash', 'rain', 'dunk'].indexOf(s.inUse),
    rawText: SEAL_WORDS[s.inUse].toLowerCase()
  };
}

/** No wire of the circuit is further from its first fuse than is allowed: looked up in the table of what happens, never assumed. */
const isFused = (x: Input): boolean =>
  x.judge.all.every((h) => h.kind !== 'wire' || h.unfusedMm <= unfusedLimitMm(mainFeed(x.box).sheathed));

function safe(x: Input): VerdictAnswer {
  const found = live(x, 'safe');
  const stops = found.filter((f) => f.severity === 'stop').length;
  const cautions = found.filter((f) => f.severity === 'caution').length;
  const ready = x.bank !== undefined && x.box.circuits.length > 0;
  const state = stateOf(found, ready);
  const open = found.filter((f) => f.open).length;
  return {
    id: 'safe',
    name: 'Safe',
    state,
    say: stops
      ? 'do not build yet'
      : !ready
        ? 'no circuits yet'
        : open
          ? `${open} not known`
          : cautions
            ? 'look again'
            : 'no stop, no caution',
    value: stops
      ? [{ number: String(stops), unit: stops === 1 ? 'stop' : 'stops' }]
      : cautions
        ? [{ number: String(cautions), unit: cautions === 1 ? 'caution' : 'cautions' }]
        : [{ number: ready ? '0' : '–', unit: ready ? 'stops' : '' }],
    target: `in ${x.checkCount} checks`,
    reason: worst(
      found,
      ready ? (isFused(x) ? 'Every path is fused' : 'No stop, no caution') : 'Put ports on the faces'
    ),
    rawValue: -(stops * 100 + cautions),
    rawText: stops ? `${stops}` : '0'
  };
}

function carried(x: Input): VerdictAnswer {
  const found = live(x, 'carry');
  const over = x.box.outing.budgetAmount !== null && x.kit.costPerBox > x.box.outing.budgetAmount;
  const unit = x.box.preferences.massUnit;
  const mass = (kg: number) => massText(kg, unit);
  const ready = x.bank !== undefined || x.fit !== undefined;
  const state = stateOf(found, ready);
  const price = `Price ${x.box.preferences.currency}${fixed(x.kit.costPerBox, 0)}${x.box.outing.budgetAmount === null ? '' : ` of ${x.box.preferences.currency}${fixed(x.box.outing.budgetAmount, 0)}`}`;
  return {
    id: 'carry',
    name: 'Carry',
    state: over && state === 'holds' ? 'caution' : state,
    say: !ready
      ? 'nothing to weigh yet'
      : over
        ? 'over budget'
        : state === 'caution'
          ? x.carry.massKg > x.carry.limitKg
            ? 'heavy'
            : 'look again'
          : CARRY_WORDS[x.box.outing.carry],
    value: ready ? [{ number: mass(x.carry.massKg), unit }] : [],
    target: ready ? `of ${mass(x.carry.limitKg)} ${unit} wanted` : '',
    reason: ready ? worst(found, price) : 'Choose battery and case',
    rawValue: ready ? -x.carry.massKg : null,
    rawText: mass(x.carry.massKg)
  };
}
