import { expect, test } from './test.ts';
import { readFileSync } from 'node:fs';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';

test('a seeded fault is found by halving: one port dead, two measurements, the fuse named', async ({ page }) => {
  const id = await boxId(page, 'Canal night bank box');
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Find a fault', exact: true }).click();
  const finder = page.getByRole('region', { name: 'Fault finder' });
  const ports = finder.getByRole('combobox');
  await ports.first().selectOption({ label: 'dead' });
  await ports.nth(1).selectOption({ label: 'works' });
  const next = finder.getByRole('status', { name: 'Next measurement' });
  await expect(next.getByRole('heading')).toContainText('Measure: Red on');
  // F1 is blown: nothing behind it, everything before it
  for (let i = 0; i < 6 && (await next.getByRole('heading').innerText()).startsWith('Measure'); i++) {
    const words = await next.getByRole('heading').innerText();
    const behind = /F1 out|P1/.test(words) && !/battery’s \+/.test(words);
    await next.getByRole('button', { name: behind ? /^under/ : /^over/ }).click();
  }
  await expect(next.getByRole('heading')).toHaveText('Fuse F1 is blown');
  await finder.getByRole('button', { name: 'take back' }).first().click();
  await expect(next.getByRole('heading')).toContainText('Measure');

  await finder.getByRole('button', { name: 'A fuse blows' }).click();
  const question = finder.getByRole('status', { name: 'Next question' });
  for (let i = 0; i < 6 && (await question.getByRole('button', { name: 'No', exact: true }).count()) > 0; i++) {
    // the device itself is shorted: without it nothing blows, and it blows at once
    await question.getByRole('button', { name: 'No', exact: true }).click();
  }
  await expect(question.getByRole('heading')).toContainText('The device on it');
});

test('shorts are surveyed, one is tried, paths and runs are taken away', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Survey box');
  await open(page, `/box/${id}/wiring?view=survey`);
  const survey = page.getByRole('region', { name: 'Survey of shorts' });
  await expect(survey.getByRole('status')).toContainText(
    'No single short behind a fuse leaves a wire beyond its limit',
    {
      timeout: 20_000
    }
  );
  await page.getByRole('button', { name: 'What if', exact: true }).click();
  await page.getByLabel('What goes wrong').selectOption('blown');
  const outcome = page.getByRole('region', { name: 'Trials' }).getByRole('status');
  await expect(outcome).toContainText('Fuse F0 blown');
  await page.getByLabel('Where', { exact: true }).selectOption('F2');
  await expect(outcome).toContainText('Dark: P2.');
  await page.getByRole('button', { name: 'Paths', exact: true }).click();
  await expect(page.getByRole('row', { name: /^P1 .*F0 \d+ A, F1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Runs', exact: true }).click();
  await saved(page).catch(() => undefined);
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  const text = readFileSync((await csv.path())!, 'utf8');
  expect(text.split('\n')[0]).toContain('run,from,to,wire,colour,cut_mm');
  expect(text).toContain('R1,F0 out,S0 in');
  expect(text).not.toContain('battery +,F0 in');
});

test('a box as somebody built it, with unknowns and no main fuse, is made sound by remedies alone', async ({
  page
}) => {
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, 'Canal night bank box')}`)).json();
  document.name = 'As built box';
  document.feeds[0].holderPartId = null;
  document.circuits[0].fuse = { is: 'unknown' };
  document.circuits[1].fuse = { is: 'set', value: 30 };
  const made = await page.request.post('/api/boxes', { data: { document } });
  await open(page, `/box/${((await made.json()) as { id: string }).id}/wiring`);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.getByRole('button', { name: 'Paths', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Path by path' })).toContainText('No fuse at the battery');
  await page.getByRole('button', { name: 'Circuit', exact: true }).click();
  const details = page.getByRole('complementary', { name: 'Details' });
  for (let i = 0; i < 12 && (await verdict(page, 'safe').getAttribute('data-state')) === 'stop'; i++)
    await details
      .getByRole('button', { name: /Do this/ })
      .first()
      .click();
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
});

test('a box as found: what is wrong with it, tabs by meter, and sound by remedies alone; then its papers', async ({
  page
}) => {
  const id = await copyOf(page, 'Jetty net box, as found', 'Found box');
  await open(page, `/box/${id}/wiring`);
  const details = page.getByRole('complementary', { name: 'Details' });
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await expect(details).toContainText('The main fuse sits 320 mm from the battery');
  await expect(details).toContainText('main fuse is unknown');
  await page.getByRole('button', { name: 'Paths', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Path by path' })).toContainText(
    'The main fuse sits 320 mm from the battery'
  );
  await page.getByRole('button', { name: 'Plugs', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Plugs and polarity' })).toContainText('measure its adapter');
  await page.getByRole('button', { name: 'Circuit', exact: true }).click();

  // which tab of the rocker is supply: two readings
  await open(page, `/box/${id}/ports`);
  await page.locator('[data-port=p4]').focus();
  await page.keyboard.press('Enter');
  await details.getByRole('button', { name: 'Find out with a meter' }).click();
  await details.getByLabel('Join when on').selectOption('1-2');
  await details.getByLabel('Reads the lamp, off').selectOption('2');
  await details.getByRole('button', { name: 'Take this order' }).click();
  await expect(details.getByLabel('Order of the tabs')).toHaveValue('supply-load-lamp');

  // the search finds what leads out; what is still open is looked up, not changed
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Make it sound …' }).first().click();
  await page.getByRole('button', { name: 'Make these changes' }).click({ timeout: 30_000 });
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');

  // the papers: the table of paths is checked and printed, the runs with their labels
  await open(page, `/box/${id}/wiring?view=paths`);
  const paths = page.getByRole('region', { name: 'Path by path' });
  await page.getByLabel('Checked by').fill('A. Person');
  await paths.getByLabel('P1 checked on the real box').check();
  await expect(paths.getByRole('row', { name: /^P1/ })).toContainText('A. Person');
  await page.emulateMedia({ media: 'print' });
  await expect(paths.getByRole('table')).toBeVisible();
  await expect(paths.getByRole('button', { name: 'Print to sign' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Runs', exact: true }).click();
  const runs = page.getByRole('region', { name: 'Run list' });
  await runs.getByRole('textbox', { name: 'R1 as cut' }).fill('170');
  await page.keyboard.press('Enter');
  await expect(runs).toContainText('as cut');
  await runs.getByRole('button', { name: 'Labels for the ends' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(runs.getByLabel('Labels of the runs')).toContainText('R1 battery +');
});

test('a changed wire opens the check of its path again', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Checked box');
  await open(page, `/box/${id}/wiring?view=paths`);
  const paths = page.getByRole('region', { name: 'Path by path' });
  await paths.getByLabel('P2 checked on the real box').check();
  await paths.getByRole('button', { name: 'P2' }).click();
  const details = page.getByRole('complementary', { name: 'Details' });
  await details.getByRole('combobox', { name: 'Size', exact: true }).selectOption('set');
  await details.getByLabel('Size, size').selectOption('14 AWG');
  await expect(details).toContainText('C2 is not what somebody checked');
  await expect(paths.getByRole('row', { name: /^P2/ })).toContainText('changed since');
});

test('a fuse that sits out along its wire is typed in, said, and moved back', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Fuse out along the wire');
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: /^C2/ }).press('Enter');
  const details = page.getByRole('complementary', { name: 'Details' });
  const distance = details.getByRole('combobox', { name: 'Fuse from its start' });
  await expect(details).toContainText('at its start');
  await details.getByRole('combobox', { name: 'Size', exact: true }).selectOption('set');
  await details.getByLabel('Size, size').selectOption('22 AWG');
  await expect(details).not.toContainText('F0 is too big for the wire of C2');
  await distance.selectOption('set');
  const typed = details.getByRole('textbox', { name: 'Fuse from its start' });
  await typed.fill('90 cm');
  await typed.press('Enter');
  await expect(typed).toHaveValue('900');
  await expect(details).toContainText('F0 is too big for the wire of C2');
  await details.getByRole('button', { name: 'Do this: F2 where its wire begins' }).click();
  await expect(details).not.toContainText('F0 is too big for the wire of C2');
  await expect(distance).toHaveValue('auto');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(typed).toHaveValue('900');
  // what is no length is said, and nothing that stood there is lost
  await typed.fill('far');
  await typed.press('Enter');
  await expect(details.getByRole('alert')).toContainText('not understood as a length');
  await expect(page.locator('[data-save=pending]')).toContainText('one field not taken');
});

test('the drawn circuit: rows by keyboard, a way followed with its volts, zoom, a lead pressed, SVG', async ({
  page
}) => {
  const id = await boxId(page, 'Moor camera post');
  await open(page, `/box/${id}/wiring`);
  const row = page.getByRole('button', { name: /^C1 Moor camera/ });
  await row.focus();
  await page.keyboard.press('Enter');
  await expect(row).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Follow the way to P1' }).click();
  const way = page.getByRole('list', { name: 'The way out and back, with voltages' });
  await expect(way).toContainText('K1 87');
  await expect(way).toContainText(/FP1 out\s*13\.\d\d V/);
  await page.getByRole('button', { name: 'Show everything' }).click();
  // a lead is a thin straight line: pressed where it is drawn
  const at = await page
    .locator('[data-lead="main/block"] path')
    .first()
    .evaluate((path) => {
      const r = path.getBoundingClientRect();
      return { x: r.x + r.width / 2, y: r.y + r.height / 2 };
    });
  await page.mouse.click(at.x, at.y);
  const pressed = page.getByRole('status', { name: 'What is pressed' });
  await expect(pressed).toContainText('S0 out → block +');
  await expect(pressed).toContainText('F0 30 A');
  await page.locator('[data-part=K1] text').first().click();
  await expect(pressed).toContainText('K1, Main relay');
  await expect(pressed).toContainText('86 ohm, pulled in');
  const drawing = page.getByRole('group', { name: /^The circuit from the battery/ });
  await drawing.focus();
  await page.keyboard.press('+');
  await expect(drawing.locator('g.zoomed')).toHaveAttribute('transform', /scale\(1\.3\)/);
  await page.keyboard.press('0');
  await expect(drawing.locator('g.zoomed')).toHaveAttribute('transform', /scale\(1\)/);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Circuit as SVG' }).click()
  ]);
  expect(readFileSync((await file.path())!, 'utf8')).toContain('<title>Moor camera post</title>');
});

test('live or dead: the kill switch, a pulled fuse, the changeover', async ({ page }) => {
  const id = await boxId(page, 'Moor camera post');
  await open(page, `/box/${id}/wiring?view=live`);
  const now = page.getByRole('status').filter({ hasText: 'Drains with nothing plugged in' });
  await expect(now).toContainText('A full battery is flat after');
  await page.getByRole('button', { name: 'S1 on' }).click();
  await expect(now).toContainText('K1 is open');
  await expect(now).toContainText('Nothing drains in this position');
  await page.getByRole('button', { name: 'All on' }).click();
  // the same by the mouse, in the drawing: lever, fuse, battery
  await page.locator('[data-part=S0] text').first().click();
  await expect(now).toContainText('S0 is off');
  await page.locator('[data-part=S0] text').first().click();
  await page.locator('[data-part=F1] text').first().click();
  await expect(now).toContainText('F1 is out');
  await page.getByRole('button', { name: 'All on' }).click();
  await page.getByLabel('Pull or put a fuse').selectOption('F0');
  await expect(now).toContainText('F0 is out');
  await page.getByLabel('Changeover').selectOption('off');
  await expect(now).toContainText('the changeover is off');
});

for (const name of ['Moor camera post', 'Slipway distribution box', 'Jetty net box, as found'])
  test(`every kind of trial and every place of it says something: ${name}`, async ({ page }) => {
    await open(page, `/box/${await boxId(page, name)}/wiring?view=trials`);
    const trials = page.getByRole('region', { name: 'Trials' });
    const kind = page.getByLabel('What goes wrong');
    const kinds = await kind.locator('option').evaluateAll((all) => all.map((o) => (o as HTMLOptionElement).value));
    expect(kinds.length).toBeGreaterThan(8);
    let tried = 0;
    for (const k of kinds) {
      await kind.selectOption(k);
      const where = page.getByLabel('Where', { exact: true });
      const places = (await where.count())
        ? await where.locator('option').evaluateAll((all) => all.map((o) => (o as HTMLOptionElement).value))
        : [undefined];
      for (const place of [...new Set([places[0], places.at(-1)])]) {
        if (place !== undefined) await where.selectOption(place);
        tried++;
        const said = await trials.innerText();
        expect(said, `${k} ${place}`).not.toMatch(/NaN|undefined|Infinity/);
        if ((await trials.getByRole('status').count()) > 0)
          await expect(trials.getByRole('status').getByRole('heading')).not.toBeEmpty();
        else await expect(trials).toContainText(/only one battery|nothing of the kind|Nothing that charges/i);
      }
    }
    expect(tried).toBeGreaterThan(10);
  });

test('a charger that lives in the box pushes what it is said to when all that charges is there', async ({ page }) => {
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, 'Moor camera post')}`)).json();
  document.name = 'Two chargers';
  const auto = { is: 'auto' };
  document.charging.builtIn = [
    {
      id: 'b1',
      name: 'Maintainer',
      currentA: { is: 'set', value: 3 },
      voltageV: auto,
      fuse: auto,
      from: auto,
      input: 'dc',
      lidShut: 'yes'
    }
  ];
  const made = await page.request.post('/api/boxes', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  await open(page, `/box/${id}/wiring?view=trials`);
  const outcome = page.getByRole('region', { name: 'Trials' }).getByRole('status');
  const intoA = async (): Promise<number> =>
    Number(/([\d.]+) A go into the battery/.exec(await outcome.innerText())![1]);
  await page.getByLabel('What goes wrong').selectOption('charging');
  const withIt = await intoA();
  await open(page, `/box/${await boxId(page, 'Moor camera post')}/wiring?view=trials`);
  await page.getByLabel('What goes wrong').selectOption('charging');
  expect(withIt - (await intoA())).toBeGreaterThan(2.5);
});
