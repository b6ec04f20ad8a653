import { CHEMISTRY } from '../battery/chemistry.ts';
import { dayAfter } from '../sun/sun.ts';
import type { Box } from '../box/schema.ts';
import { storagePlan } from '../charge/storage.ts';
import type { Plan } from '../evaluate.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';
import { fixed } from '../quantity/format.ts';
import type { SeasonPlan } from '../season/season.ts';
import { chargeToday } from './charge-today.ts';
import { blankEntry, momentH } from './kinds.ts';
import type { LogEntry, LogRecord } from './record.ts';

export const DUE_KEYS = [
  'charge',
  'top-up',
  'storage-level',
  'desiccant',
  'dry-out',
  'gasket',
  'torque',
  'fuse',
  'capacity',
  'visit'
] as const;
export type DueKey = (typeof DUE_KEYS)[number];

export type Due = {
  key: DueKey;
  what: string;
  /** The day from which it is due. */
  day: string;
  why: string;
  /** What to bring or have at hand; empty where nothing. */
  bring: string[];
  state: 'overdue' | 'soon' | 'later';
  /** Put off until this day. */
  snoozedUntil: string | undefined;
  /** The record that marks it done, as one press writes it; undefined where it needs figures. */
  done: LogEntry | undefined;
};

/** Months between renewals. @source rules of thumb: rubber and salt, screws that settle, contacts that corrode, a yearly look at what the battery still holds */
const MONTHS = { desiccant: 12, gasket: 24, torque: 12, fuse: 24, capacity: 12 } as const;
/** Screws settle within the first outings. */
const FIRST_TORQUE_OUTINGS = 3;
/** So many days ahead it is called soon. */
const SOON_DAYS = 14;
/** After an outing a battery that wants to be kept full is charged within so many days. @source electrical reference 6: lead sulphates when left empty */
const CHARGE_WITHIN_DAYS = { lead: 1, lithium: 7 } as const;
/** An outing that took less than this share leaves the battery as good as full. */
const HARDLY = 0.1;
/** Left full for longer than this a lithium battery ages. */
const FULL_FOR_DAYS = 30;
/** A lithium battery this full is over its storage level. */
const OVER = 0.1;

export type DueInput = {
  box: Box;
  plan: Plan;
  records: readonly LogRecord[];
  /** ISO day. */
  today: string;
  /** The day the box came into use: renewals count from it while none is recorded. */
  since: string;
  snoozed?: Readonly<Record<string, string>>;
  season?: SeasonPlan | undefined;
};

const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

/** The same day so many months on, or the last of that month; part of a month counts its days. */
function afterMonths(day: string, months: number): string {
  const [y, m, d] = day.split('-').map(Number) as [number, number, number];
  const whole = Math.floor(months);
  const last = new Date(Date.UTC(y, m + whole, 0));
  const at = new Date(Date.UTC(last.getUTCFullYear(), last.getUTCMonth(), Math.min(d, last.getUTCDate())));
  return dayAfter(at.toISOString().slice(0, 10), Math.round((months - whole) * DAYS_A_MONTH));
}

/** What is due on this box, from its records, its chemistry and its season; what comes first stands first. */
export function due(x: DueInput): Due[] {
  const rows = [...ofBattery(x), ...renewals(x), ...visit(x)];
  return rows
    .map((r): Due => {
      const until = x.snoozed?.[r.key];
      const snoozedUntil = until !== undefined && until > x.today && until > r.day ? until : undefined;
      const day = snoozedUntil ?? r.day;
      const state = day <= x.today ? 'overdue' : daysBetween(x.today, day) <= SOON_DAYS ? 'soon' : 'later';
      return { ...r, state, snoozedUntil };
    })
    .toSorted((a, b) => (a.snoozedUntil ?? a.day).localeCompare(b.snoozedUntil ?? b.day));
}

type Row = Omit<Due, 'state' | 'snoozedUntil'>;

const newest = (records: readonly LogRecord[], wanted: (r: LogRecord) => boolean): LogRecord | undefined =>
  records.filter(wanted).toSorted((a, b) => momentH(b) - momentH(a))[0];

function ofBattery({ box, plan, records, today }: DueInput): Row[] {
  const b = plan.bank;
  const storage = storagePlan(box, plan);
  if (!b || !storage) return [];
  const out: Row[] = [];
  const { isLead, name } = CHEMISTRY[b.chemistry];
  const now = chargeToday(box, plan, records, Date.parse(`${today}T12:00:00Z`) / 3_600_000);
  const lastUse = newest(records, (r) => r.kind === 'outing' || r.kind === 'capacity');
  const lastCharge = newest(records, (r) => r.kind === 'charge' || r.kind === 'storage');
  const chargedSince = lastUse && lastCharge && momentH(lastCharge) >= momentH(lastUse);
  const percent = now ? `${fixed(now.fraction * 100, 0)} %` : '';
  if (lastUse && !chargedSince && (!now || now.fraction < 1 - HARDLY)) {
    const within = isLead ? CHARGE_WITHIN_DAYS.lead : CHARGE_WITHIN_DAYS.lithium;
    const full = isLead || storage.highFraction === 1;
    out.push({
      key: 'charge',
      what: full
        ? 'Charge it full'
        : `Charge it: ${fixed(storage.lowFraction * 100, 0)} to ${fixed(storage.highFraction * 100, 0)} % for the shelf`,
      day: dayAfter(lastUse.day, within),
      why: `Nothing was charged since ${lastUse.day}${percent ? `; about ${percent} are left` : ''}. ${isLead ? 'Lead that stands empty is lost within weeks.' : `${name} should not lie about empty.`}`,
      bring: [],
      done: { ...blankEntry('charge', today), full: full ? true : null }
    });
  } else if (now && !isLead && now.fraction > storage.highFraction + OVER && lastUse) {
    out.push({
      key: 'storage-level',
      what: `Bring it down to ${fixed(storage.highFraction * 100, 0)} % if it stays on the shelf`,
      day: dayAfter(now.sinceDay, FULL_FOR_DAYS),
      why: `It is about ${percent} full since ${now.sinceDay}: ${name} ages faster full than half full.`,
      bring: [],
      done: { ...blankEntry('storage', today), percent: storage.highFraction }
    });
  }
  const touched = newest(records, (r) => ['charge', 'storage', 'outing', 'capacity'].includes(r.kind));
  if (touched && Number.isFinite(storage.topUpMonths))
    out.push({
      key: 'top-up',
      what: 'Top up the battery',
      day: afterMonths(touched.day, storage.topUpMonths),
      why: storage.say,
      bring: ['charger'],
      done: { ...blankEntry('charge', today), full: isLead ? true : null, way: 'top-up' }
    });
  const test = newest(records, (r) => r.kind === 'capacity');
  const outings = records.filter((r) => r.kind === 'outing');
  if (test || outings.length > 0)
    out.push({
      key: 'capacity',
      what: 'Test the capacity',
      day: afterMonths(test?.day ?? firstDay(outings), MONTHS.capacity),
      why: test
        ? `The last test was on ${test.day}.`
        : 'It was never tested: what it still holds is the model’s guess.',
      bring: ['a known load', 'a meter that counts'],
      done: undefined
    });
  return out;
}

const firstDay = (records: readonly LogRecord[]): string =>
  records.reduce((first, r) => (r.day < first ? r.day : first), records[0]!.day);

type Renewed = 'desiccant' | 'gasket' | 'torque' | 'fuse';

/** The newest record that something was renewed, and the one that is made when it is done. */
const renewed = ({ records }: DueInput, what: Renewed): LogRecord | undefined =>
  newest(records, (r) => r.kind === 'renewal' && r.what === what);
const asDone = ({ today }: DueInput, what: Renewed): LogEntry => ({ ...blankEntry('renewal', today), what });

const renewals = (x: DueInput): Row[] => [...dryingOut(x), ...newGel(x), ...gasket(x), ...tightening(x), ...fuses(x)];

/** Damp was seen, and nothing says that it is dry again. */
function dryingOut({ records, today }: DueInput): Row[] {
  const damp = newest(records, (r) => r.kind === 'moisture' && r.seen !== 'dry');
  const dried = newest(
    records,
    (r) => (r.kind === 'moisture' && r.seen === 'dry') || (r.kind === 'renewal' && r.what === 'desiccant')
  );
  if (!damp || (dried && momentH(dried) >= momentH(damp))) return [];
  return [
    {
      key: 'dry-out',
      what: 'Open it, dry it, find where it came in',
      day: damp.day,
      why: `${damp.kind === 'moisture' && damp.seen === 'water' ? 'Water' : 'Damp'} was seen on ${damp.day}.`,
      bring: ['dry gel', 'a cloth'],
      done: { ...blankEntry('moisture', today), seen: 'dry' }
    }
  ];
}

function newGel(x: DueInput): Row[] {
  const { box, plan, since } = x;
  if (box.dry.gelG === null) return [];
  const from = renewed(x, 'desiccant')?.day ?? box.dry.gelSince ?? since;
  const days = plan.dry?.gelDays;
  const latest = afterMonths(from, MONTHS.desiccant);
  const full = days === undefined ? latest : dayAfter(from, Math.min(Math.round(days), 3650));
  return [
    {
      key: 'desiccant',
      what: `Renew the desiccant, ${fixed(box.dry.gelG, 0)} g`,
      day: full < latest ? full : latest,
      why:
        days === undefined || full > latest
          ? `In it since ${from}: a year is as long as anybody should trust it.`
          : `In it since ${from}: full after about ${fixed(days, 0)} days.`,
      bring: ['desiccant'],
      done: asDone(x, 'desiccant')
    }
  ];
}

/** Something that is looked at every so many months, counted from the last time or from the beginning. */
function looked(x: DueInput, what: 'gasket' | 'fuse', words: { what: string; bring: string[] }): Row {
  const last = renewed(x, what);
  return {
    key: what,
    ...words,
    day: afterMonths(last?.day ?? x.since, MONTHS[what]),
    why: last ? `Last done on ${last.day}.` : `Nothing recorded since ${x.since}.`,
    done: asDone(x, what)
  };
}

const gasket = (x: DueInput): Row[] =>
  x.plan.fit && x.box.outing.seal !== 'dry-store'
    ? [looked(x, 'gasket', { what: 'Look at the gasket, clean and grease it', bring: ['silicone grease'] })]
    : [];

const fuses = (x: DueInput): Row[] =>
  x.plan.bank ? [looked(x, 'fuse', { what: 'Look at the fuses and their contacts', bring: ['spare fuses'] })] : [];

function tightening(x: DueInput): Row[] {
  if (!x.plan.bank) return [];
  const last = renewed(x, 'torque');
  const outings = x.records.filter((r) => r.kind === 'outing').toSorted((a, b) => momentH(a) - momentH(b));
  const third = outings[FIRST_TORQUE_OUTINGS - 1];
  return [
    {
      key: 'torque',
      what: 'Tighten terminals and bolts again',
      day: last ? afterMonths(last.day, MONTHS.torque) : (third?.day ?? afterMonths(x.since, MONTHS.torque)),
      why: last
        ? `Last done on ${last.day}.`
        : third
          ? `It has been out ${FIRST_TORQUE_OUTINGS} times: what was new has settled.`
          : 'What is new settles.',
      bring: ['spanner', 'screwdriver'],
      done: asDone(x, 'torque')
    }
  ];
}

/** The next time somebody has to come to a box that is left alone. */
function visit({ box, plan, today, season }: DueInput): Row[] {
  if (!box.season || !season) return [];
  const planned = season.visits.length > 0 ? season.visits : season.visitPlan;
  const next = planned.map((d) => dayAfter(box.season!.startDay, d)).find((day) => day >= today);
  if (next === undefined) return [];
  const charges = box.season.visit === 'charge';
  return [
    {
      key: 'visit',
      what: 'Next visit',
      day: next,
      why:
        season.diesOnDay === undefined
          ? 'It lasts with this visit.'
          : `Without one it dies on ${dayAfter(box.season.startDay, season.diesOnDay)}.`,
      bring: [
        charges
          ? 'charger or a full battery to charge from'
          : `${plan.bank ? `a full ${plan.bank.part.name}` : 'a full battery'}`,
        'spare fuses',
        ...(box.dry.gelG === null ? [] : ['desiccant'])
      ],
      done: undefined
    }
  ];
}
