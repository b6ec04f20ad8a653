import { cardFullAtH, cardHours } from '../../demand/unplugged.ts';
import { onHours } from '../../demand/bars.ts';
import { durationText } from '../../quantity/format.ts';
import { momentText } from '../../timeline/bars.ts';
import { devicePlace, rule, set, type Draft } from '../rule.ts';

const HOURS_PER_DAY = 24;

/** A device's card is full before it is switched off, or before somebody comes to change it: card or battery, whichever ends first. */
export const cardFull = rule('card-full', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d): Draft[] => {
    if (!d.card) return [];
    const { outing, season } = x.box;
    const hours = cardHours(d.card);
    const at = devicePlace(d.id, d.name);
    const battery = x.outing?.endsAtH;
    const fullAtH = cardFullAtH(d, outing);
    const out: Draft[] = [];
    if (fullAtH !== undefined && (battery === undefined || fullAtH < battery))
      out.push({
        at,
        severity: 'caution',
        short: `${d.name}: card full ${momentText(outing, fullAtH)}`,
        title: `The card of ${d.name} is full at ${momentText(outing, fullAtH)}`,
        why: `${d.card.sizeGB} GB at ${d.card.gbPerHour} GB an hour take ${durationText(hours)}; it is on for ${durationText(onHours(d, outing))}. ${battery === undefined ? 'The battery lasts longer.' : `The battery would last until ${momentText(outing, battery)}.`} A larger card, a smaller picture, or a change on the way.`,
        figures: { cardH: hours, onH: onHours(d, outing) },
        remedies: [largerCard(d.id, d.card, onHours(d, outing))]
      });
    const perDayH = Math.min(
      HOURS_PER_DAY,
      (onHours(d, outing) * HOURS_PER_DAY) / Math.max(outing.durationH, HOURS_PER_DAY)
    );
    const days = perDayH > 0 ? hours / perDayH : Infinity;
    const betweenDays = season ? (season.visitEveryDays ?? season.dayCount) : 0;
    if (season && d.inSeason && days < betweenDays)
      out.push({
        at,
        also: 'season',
        severity: 'caution',
        short: `${d.name}: card full on day ${Math.floor(days) + 1}`,
        title: `Left alone, the card of ${d.name} is full on day ${Math.floor(days) + 1}`,
        why: `${d.card.sizeGB} GB hold ${durationText(hours)} of its on-time, ${durationText(perDayH)} a day; ${season.visitEveryDays === null ? `nobody comes for ${season.dayCount} days` : `somebody comes every ${season.visitEveryDays} days`}. A larger card, or a visit before then.`,
        figures: { cardDays: days, betweenDays },
        remedies: [largerCard(d.id, d.card, betweenDays * perDayH)]
      });
    return out;
  })
);

/** Sizes cards are sold in, GB. @source powers of two */
const SOLD_GB = [16, 32, 64, 128, 256, 512, 1024, 2048];

function largerCard(id: string, card: { sizeGB: number; gbPerHour: number }, forH: number) {
  const wantedGB = card.gbPerHour * forH;
  const sizeGB = SOLD_GB.find((s) => s >= wantedGB) ?? Math.ceil(wantedGB);
  return {
    label: `Put in a card of ${sizeGB} GB`,
    effect: `holds ${durationText(sizeGB / card.gbPerHour)}`,
    edits: [set(`devices/${id}/card/sizeGB`, sizeGB)]
  };
}
