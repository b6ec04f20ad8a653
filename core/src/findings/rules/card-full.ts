import { say } from '../words/say.ts';
import { cardFullAtH, cardHours } from '../../demand/unplugged.ts';
import { onHours } from '../../demand/bars.ts';
import { durationText } from '../../quantity/format.ts';
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
        say: say('card-full', 'told', {
          name: d.name,
          card: d.card,
          onHours: onHours(d, outing),
          outing,
          fullAtH,
          takesH: hours,
          batteryEndH: battery
        }),
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
        say: say('card-full', 'season', {
          name: d.name,
          cardDays: days,
          sizeGB: d.card.sizeGB,
          takesH: hours,
          perDayH,
          visitEveryDays: season.visitEveryDays,
          dayCount: season.dayCount
        }),
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
