import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { report, reportText } from '../src/exchange/report.ts';
import { DEMO_BOXES } from './boxes.ts';
import { sheetsText } from './golden-text.ts';

/**
 * What each demo box prints, word for word. `npx vitest run --project core golden -u` writes it anew after a wanted
 * change; read the difference before it is committed. golden-figures.test.ts works the figures out another way.
 */
describe.each(DEMO_BOXES)('%s', (name, box) => {
  const file = (kind: string) => `golden/${name.toLowerCase().replace(/[^a-z]+/g, '-')}.${kind}`;

  test('prints the same build sheet, lid card, run list, test sheet and kit', async () => {
    await expect(sheetsText(box, evaluate(box, STARTER_CATALOGUE))).toMatchFileSnapshot(file('txt'));
  });

  test('gives the same report, as text and as data', async () => {
    const plan = evaluate(box, STARTER_CATALOGUE);
    await expect(reportText(box, plan)).toMatchFileSnapshot(file('report.txt'));
    await expect(`${JSON.stringify(report(box, plan), null, 1)}\n`).toMatchFileSnapshot(file('report.json'));
  });
});
