import type { Box } from '../box/schema.ts';
import { lengthText } from '../quantity/format.ts';
import type { RunList } from '../wiring/run-list.ts';

/** Rested packs nearer than this may be joined, V. @source rule of thumb: the surge stays under the packs' own rating */
const JOIN_WITHIN_V = 0.05;

/** How several packs are put together; undefined for a single one. Lengths are those of the run list. */
export function joinStep(box: Box, runs: RunList): { title: string; detail: string; caution: string } | undefined {
  const { count, arrangement, takeOff } = box.bank;
  if (count < 2) return undefined;
  const leads = runs.runs.filter((r) => /^battery-\d/.test(r.key));
  const unit = box.preferences.lengthUnit;
  const list = leads.map((r) => `${r.id} ${lengthText(r.lengthMm, unit, 0)} ${unit}`).join(', ');
  if (arrangement === 'changeover')
    return {
      title: `Wire the ${count} batteries to the changeover`,
      detail: `Minus posts together first, then each plus, its fuse still out, to its own terminal: ${list}.`,
      caution: 'Cover the plus post that you are not working on.'
    };
  const way =
    takeOff === 'bus'
      ? 'each pack to the common bars with leads of one length'
      : takeOff === 'opposite'
        ? 'from post to post; take plus off the first pack and minus off the last'
        : 'from post to post; plus and minus both come off the first pack, so that the packs work unevenly';
  return {
    title: `Join the ${count} batteries`,
    detail: `Charge each full by itself, rest them an hour and measure: within ${JOIN_WITHIN_V} V of each other. Pack fuses out, link ${way}: ${list}. Minus links first.`,
    caution:
      'Packs joined at different charge drive a hundred amps into each other. Cover every post but the one you work on.'
  };
}
