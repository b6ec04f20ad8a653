import { add, set } from '../box/edit.ts';
import { stretchText } from './bars.ts';
import { deviceFrom, duplicateDevice, plainDevice } from '../box/commands.ts';
import type { Edit } from '../box/edits.ts';
import type { Box, Device, Draw, Span } from '../box/schema.ts';
import type { Catalogue, Supply } from '../catalogue/part.ts';
import { drawW } from '../demand/draw.ts';
import { ampsOf } from '../demand/edit-draw.ts';
import { clockText, durationText } from '../quantity/format.ts';
import { inLibrary } from './in-library.ts';
import { soundsLikeMotor } from '../demand/motors.ts';
import { parseClockH, parseDurationH } from '../quantity/duration.ts';
import { parseQuantity } from '../quantity/parse.ts';
import { capital } from '../quantity/capital.ts';

export type TypedLine =
  | Taken
  /** A device of that name is there: is a second one meant, or that one? */
  | { ok: 'ask'; message: string; asNew: Taken; asSame: Taken }
  /** part: the piece of text that was not understood. */
  | { ok: false; message: string; part: string };

type Taken = { ok: true; label: string; deviceId: string; edits: Edit[] };

export const TYPED_LINE_EXAMPLES = [
  'lamp 6W 20:00-02:00',
  'radio rx 0.35A tx 5A 10% 08:00-18:00',
  'phone USB 12Wh at 13:00',
  'heater 8W 60% all daily'
] as const;

type ModeDraft = { name: string; powerW?: number; currentA?: number; dutyFraction?: number };
type Draft = {
  name: string;
  modes: ModeDraft[];
  energyWh: number | undefined;
  bars: { startH: number; endH: number }[];
  atH: number | undefined;
  forH: number | undefined;
  whole: boolean;
  daily: boolean;
  supply: Supply | undefined;
  /** Volts named: those the amps are of, and what a converter or USB-C is asked for. */
  volts: number | undefined;
};

class NotUnderstood extends Error {
  readonly part: string;
  constructor(message: string, part: string) {
    super(message);
    this.part = part;
  }
}

/** A size in inches, as screens and lenses are called. */
const SIZE = /^(\d+(?:[.,]\d+)?)(in)$/i;
const RANGE = /^(\d{1,2}(?:[:.h]?\d{2})?(?:am|pm)?)\s*(?:-|–|to)\s*(\d{1,2}(?:[:.h]?\d{2})?(?:am|pm)?)$/i;
const VOLTS = /^[\d.,]+\s*v$/i;
/** Words that say how a device is fed. */
const SUPPLY_OF: Record<string, Supply> = {
  'usb-c': 'usb-c',
  usbc: 'usb-c',
  'type-c': 'usb-c',
  pd: 'usb-c',
  usb: 'usb-a',
  'usb-a': 'usb-a',
  usba: 'usb-a',
  inverter: 'inverter',
  mains: 'inverter',
  '230v': 'inverter',
  '120v': 'inverter',
  converter: 'dc-converter',
  regulated: 'regulated-12v'
};
/** A device asked for volts between these is fed from the battery itself. @source 12 V electronics: 11 to 15 V */
const DIRECT_V = { least: 11, most: 15 } as const;
const CURRENT = /^[\d.,]+\s*(?:u|m)?a$/i;
const POWER = /^[\d.,]+\s*(?:m|k)?w$/i;
const ENERGY = /^[\d.,]+\s*(?:wh|kwh|mwh|kj|j)$/i;
const CHARGE = /^[\d.,]+\s*m?ah$/i;
const SHARE = /^[\d.,]+\s*%$/;
const LENGTH = /^[\d.,]+\s*(?:h|hr|min|m|d)(?:\d{1,2})?$/i;
const MODE_NAMES: Record<string, string> = {
  rx: 'receive',
  receive: 'receive',
  tx: 'transmit',
  transmit: 'transmit',
  standby: 'standby',
  sleep: 'sleeping',
  idle: 'idle',
  on: 'on',
  track: 'track',
  slew: 'slew'
};
/** Watts at which something charges when only its energy is given and the library does not know it. @source rule of thumb, a phone */
const CHARGING_W = 10;

/**
 * Reads a line such as 'radio rx 0.35A tx 5A 10% 08:00-18:00' as a device with its draw and bars, or says what was not
 * understood. A device that is there already gets the bars and, where given, the draw.
 */
export function typedLine(box: Box, catalogue: Catalogue, text: string): TypedLine {
  try {
    const draft = read(text);
    return build(box, catalogue, draft);
  } catch (error) {
    if (error instanceof NotUnderstood) return { ok: false, message: error.message, part: error.part };
    throw error;
  }
}

/** Words, with numbers and their units, ranges and 'at 13:00' kept together. */
function tokens(text: string): string[] {
  return (
    text
      .trim()
      .replace(/[−–]/g, '-')
      .replace(/\busb[\s-]*([ac])\b/gi, 'usb-$1')
      .replace(/(\d)\s*(?:-|\bto\b)\s*(\d)/gi, '$1-$2')
      // a size belongs to the name: 'monitor 7 in'
      .replace(/(\d)\s*(?:in|inch|inches|")(?=\s|$)/gi, '$1in')
      .replace(/([\d.,]+)\s+(?=(?:[mu]?A|[mk]?W|k?Wh|m?Ah|V|%|h|hr|min)\b|%)/g, '$1')
      .split(/\s+/)
      .filter(Boolean)
  );
}

const nothingYet = (): Draft => ({
  name: '',
  modes: [],
  energyWh: undefined,
  bars: [],
  atH: undefined,
  forH: undefined,
  whole: false,
  daily: false,
  supply: undefined,
  volts: undefined
});

function read(text: string): Draft {
  const out = nothingYet();
  if (text.trim() === '') throw new NotUnderstood(`Type a line such as ${TYPED_LINE_EXAMPLES[0]}.`, '');
  const names: string[] = [];
  let pendingMode: string | undefined;
  let afterAt = false;
  for (const token of tokens(text)) {
    const low = token.toLowerCase();
    if (afterAt) {
      out.atH = clock(token);
      afterAt = false;
    } else if (low === 'at' || low === '@' || low === 'from') afterAt = true;
    else if (low === 'for') continue;
    else if (low === 'daily' || low === 'every' || low === 'day') out.daily = true;
    else if (low === 'all' || low === 'always' || low === 'whole') out.whole = true;
    else if (low in SUPPLY_OF) out.supply = SUPPLY_OF[low];
    else if (VOLTS.test(token)) out.volts = quantity(token, 'voltage');
    else if (RANGE.test(token)) out.bars.push(range(token));
    else if (CHARGE.test(token))
      throw new NotUnderstood(`'${token}' is a charge; a device wants a power, a current or an energy in Wh.`, token);
    else if (ENERGY.test(token)) out.energyWh = quantity(token, 'energy');
    else if (CURRENT.test(token)) addDraw(out, pendingMode, { currentA: quantity(token, 'current') });
    else if (POWER.test(token)) addDraw(out, pendingMode, { powerW: quantity(token, 'power') });
    else if (SHARE.test(token)) share(out, token);
    else if (SIZE.test(token)) names.push(...SIZE.exec(token)!.slice(1));
    else if (LENGTH.test(token)) out.forH = duration(token);
    else if (low in MODE_NAMES && names.length > 0) {
      pendingMode = MODE_NAMES[low];
      continue;
    } else if (/^\d/.test(token))
      throw new NotUnderstood(
        `'${token}' was not understood: give a number its unit, such as 6W or 0.35A, and times as 08:00-18:00.`,
        token
      );
    else if (out.modes.length > 0 || out.bars.length > 0 || out.energyWh !== undefined)
      throw new NotUnderstood(`'${token}' was not understood after the draw.`, token);
    else names.push(token);
    pendingMode = undefined;
  }
  if (afterAt) throw new NotUnderstood("A time is missing after 'at', such as at 13:00.", 'at');
  out.name = names.join(' ');
  // an inverter alone is the thing itself, not how something is fed
  if (out.name === '' && out.supply === 'inverter' && /\binverter\b/i.test(text)) {
    out.name = 'inverter';
    out.supply = '12v';
  }
  if (out.name === '')
    throw new NotUnderstood('Begin with a name, such as lamp or radio.', text.trim().split(/\s+/)[0]!);
  return out;
}

function addDraw(out: Draft, name: string | undefined, draw: { powerW?: number; currentA?: number }): void {
  out.modes.push({ name: name ?? 'on', ...draw });
}

function share(out: Draft, token: string): void {
  const last = out.modes[out.modes.length - 1];
  if (!last) throw new NotUnderstood(`'${token}' stands before any draw: write the draw first, then its share.`, token);
  const value = quantity(token, 'fraction');
  if (value < 0 || value > 1) throw new NotUnderstood(`'${token}' is not a share between 0 and 100 %.`, token);
  last.dutyFraction = value;
}

const MOST: Record<'current' | 'power' | 'energy' | 'fraction' | 'voltage', number> = {
  current: 200,
  power: 2000,
  energy: 1000,
  fraction: 1,
  voltage: 60
};

function quantity(token: string, kind: keyof typeof MOST): number {
  const parsed = parseQuantity(token, kind, { min: 0, max: MOST[kind] });
  if (!parsed.ok) throw new NotUnderstood(parsed.message, token);
  if (parsed.value === 0 && kind !== 'fraction')
    throw new NotUnderstood(`'${token}' draws nothing: give a figure above 0.`, token);
  return parsed.value;
}

function clock(token: string): number {
  const spaced = /^\d{4}$/.test(token) ? `${token.slice(0, 2)}:${token.slice(2)}` : token;
  const parsed = parseClockH(spaced);
  if (!parsed.ok) throw new NotUnderstood(parsed.message, token);
  return parsed.value;
}

function duration(token: string): number {
  const parsed = parseDurationH(token);
  if (!parsed.ok || parsed.value <= 0) throw new NotUnderstood(`'${token}' is not a time span.`, token);
  return parsed.value;
}

function range(token: string): { startH: number; endH: number } {
  const [, from, to] = RANGE.exec(token)!;
  const startH = clock(from!);
  const endH = clock(to!);
  return { startH, endH: endH <= startH ? endH + 24 : endH };
}

function build(box: Box, catalogue: Catalogue, draft: Draft): TypedLine {
  const there = box.devices.find((d) => d.name.toLowerCase() === draft.name.toLowerCase());
  if (!there) return added(box, fresh(box, catalogue, draft), draft);
  const { device: second } = duplicateDevice(box, there);
  return {
    ok: 'ask',
    message: `${there.name} is there already. Is this a second one, or does the line change that one?`,
    asNew: added(box, second, draft),
    asSame: changed(box, there, draft)
  };
}

/** Volts that USB gives. @source USB Power Delivery, fixed supplies */
const USB_RAILS_V: readonly number[] = [5, 9, 12, 15, 20];

/** Supply and volts as the line says them; a device asked for odd volts has a converter in its lead. */
function fed(device: Device, draft: Draft): Device {
  const { volts } = draft;
  const odd = volts !== undefined && (volts < DIRECT_V.least || volts > DIRECT_V.most);
  const usb = device.supply === 'usb-a' || device.supply === 'usb-c';
  const converted = odd && (device.supply === '12v' || (usb && !USB_RAILS_V.includes(volts)));
  const supply = draft.supply ?? (converted ? 'dc-converter' : device.supply);
  const asks = supply === 'usb-c' ? volts !== undefined && volts !== 5 : odd && supply === 'dc-converter';
  return { ...device, supply, wantsV: asks ? (volts ?? null) : device.supply === supply ? device.wantsV : null };
}

function done(box: Box, from: Device, draft: Draft): { device: Device; bars: Span[] } {
  const device = fed(from, draft);
  const modes = draft.modes.length > 0 ? modesOf(draft, device) : device.modes;
  const bars = barsOf(box, draft, { ...device, modes });
  const said = draft.modes.length > 0 ? { source: 'label' as const, sourceNote: 'typed' } : {};
  return { device: { ...device, modes, ...said }, bars };
}

const labelOf = (box: Box, name: string, bars: readonly Span[]): string => {
  const first = bars[0];
  return first ? `${name} ${stretchText(box.outing, first)}${bars.length > 1 ? `, ${bars.length} bars` : ''}` : name;
};

function added(box: Box, from: Device, draft: Draft): Taken {
  const { device, bars } = done(box, from, draft);
  const value: Device = { ...device, spans: bars.length > 0 ? bars : device.spans };
  return {
    ok: true,
    label: labelOf(box, value.name, bars),
    deviceId: value.id,
    edits: [add('devices', value)]
  };
}

function changed(box: Box, there: Device, draft: Draft): Taken {
  const { device, bars } = done(box, there, draft);
  const value: Device = { ...device, spans: bars.length > 0 ? merged(there.spans, bars) : there.spans };
  const keys = ['supply', 'wantsV', 'modes', 'spans', 'source', 'sourceNote'] as const;
  return {
    ok: true,
    label: labelOf(box, value.name, bars),
    deviceId: there.id,
    edits: keys.filter((key) => value[key] !== there[key]).map((key) => set(`devices/${there.id}/${key}`, value[key]))
  };
}

/** A device of the library by what was typed; else a plain one. */
function fresh(box: Box, catalogue: Catalogue, draft: Draft): Device {
  const part = inLibrary(catalogue, draft.name);
  const name = capital(draft.name);
  if (!part) {
    if (draft.modes.length === 0 && draft.energyWh === undefined)
      throw new NotUnderstood(
        `'${draft.name}' is not in the library: say what it draws, such as ${draft.name} 6W.`,
        draft.name
      );
    // a pump or a winch starts as motors do
    return { ...plainDevice(box, name), hasMotor: soundsLikeMotor(name) };
  }
  return { ...deviceFrom(box, part), name };
}

function modesOf(draft: Draft, device: Device): Device['modes'] {
  const given = draft.modes.reduce((s, m) => s + (m.dutyFraction ?? 0), 0);
  const open = draft.modes.filter((m) => m.dutyFraction === undefined).length;
  if (given > 1 + 1e-9) throw new NotUnderstood('The shares together are more than 100 %.', '%');
  return draft.modes.map((m, i) => {
    const draw: Draw =
      m.currentA !== undefined
        ? { kind: 'current', currentA: m.currentA, atV: draft.volts ?? ampsOf(device) }
        : { kind: 'power', powerW: m.powerW! };
    return { id: `m${i + 1}`, name: m.name, dutyFraction: m.dutyFraction ?? (1 - given) / open, draw };
  });
}

function barsOf(box: Box, draft: Draft, device: Device): Span[] {
  const { startH, durationH } = box.outing;
  const endH = startH + durationH;
  if (draft.whole && draft.bars.length === 0) return [{ startH, endH, dutyFraction: null }];
  const plain = [...draft.bars];
  if (draft.energyWh !== undefined || draft.atH !== undefined) {
    const powerW = draft.energyWh === undefined ? undefined : wattsWhileOn(device, draft.modes.length === 0);
    const lengthH = draft.forH ?? (powerW === undefined ? endH - (draft.atH ?? startH) : draft.energyWh! / powerW);
    const from = draft.atH ?? startH;
    plain.push({ startH: from, endH: from + lengthH });
  } else if (draft.forH !== undefined) plain.push({ startH, endH: startH + draft.forH });
  const placed = plain.map((b) => intoOuting(b, startH));
  for (const b of placed)
    if (b.startH >= endH - 1e-9)
      throw new NotUnderstood(
        `${clockText(b.startH)} is not within the outing, which goes from ${clockText(startH)} to ${clockText(endH)}, ${durationText(durationH)}.`,
        clockText(b.startH)
      );
  const days = draft.daily ? Math.ceil(durationH / 24) + 1 : 1;
  return placed.flatMap((b) =>
    Array.from({ length: days }, (_, day): Span => ({
      startH: b.startH + 24 * day,
      endH: Math.min(draft.daily ? endH : Infinity, b.endH + 24 * day),
      dutyFraction: null
    })).filter((s) => s.startH < endH - 1e-9)
  );
}

const wattsWhileOn = (device: Device, fromLibrary: boolean): number => {
  const w = device.modes.reduce((s, m) => s + drawW(m.draw) * m.dutyFraction, 0);
  return w > 0 && (!fromLibrary || device.source !== 'guess' || w !== 5) ? w : CHARGING_W;
};

/** A clock time before switch-on is taken on the next day. */
function intoOuting(bar: { startH: number; endH: number }, startH: number): { startH: number; endH: number } {
  const later = bar.endH <= startH + 1e-9 ? 24 : 0;
  return { startH: bar.startH + later, endH: bar.endH + later };
}

/** Old bars with the new ones cut in: where both stand, the new one counts. */
function merged(old: readonly Span[], added: readonly Span[]): Span[] {
  const kept = old.flatMap((s) =>
    added.reduce<Span[]>(
      (pieces, a) =>
        pieces.flatMap((p) => {
          if (a.endH <= p.startH || a.startH >= p.endH) return [p];
          return [
            { ...p, endH: a.startH },
            { ...p, startH: a.endH }
          ].filter((x) => x.endH - x.startH > 1e-6);
        }),
      [s]
    )
  );
  return [...kept, ...added].sort((a, b) => a.startH - b.startH);
}
