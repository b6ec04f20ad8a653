import type { Box } from '../box/schema.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import type { Kit } from './kit.ts';

/** What one box costs: every packet to buy, over the boxes they are for. */
export const priceWorking = (box: Box, kit: Kit): Working => ({
  id: 'price',
  title: 'What one box costs',
  formula: 'price = sum of packets × their price ÷ boxes',
  lines: [
    ...kit.lines
      .filter((l) => l.packs > 0)
      .map((l) =>
        l.packPrice === null
          ? line(`${l.packs} × ${l.name}`, 'unknown', '', 'part', 'no price known: not in the sum')
          : line(
              `${l.packs} × ${l.name}`,
              fixed(l.cost, 2),
              box.preferences.currency,
              'part',
              `${l.packText}, ${fixed(l.packPrice, 2)}`,
              '+'
            )
      ),
    line('Boxes', String(box.kit.boxCount), '', 'entered', 'built from this kit', '÷')
  ],
  result: { value: fixed(kit.costPerBox, 2), unit: box.preferences.currency }
});
