import { spawn, type ChildProcess } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import ICAL from 'ical.js';
import { expect, test, type Page } from './test.ts';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';

const recorded = (page: Page) => page.getByRole('region', { name: 'Last records' });
const line = (page: Page) => page.getByLabel('Type or speak a line');

test('recorded on a phone, by a line and by buttons, each in a few presses; what it changed is said', async ({
  page
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await copyOf(page, 'Canal night bank box', 'Phone log');
  await open(page, `/box/${id}/logbook`);
  await expect(recorded(page)).toContainText('Nothing recorded yet');

  // a line: what is understood stands below while it is typed, what is not is refused and stays
  await line(page).fill('out 9h -3Ah');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('without a sign');
  await expect(line(page)).toHaveValue('out 9h -3Ah');
  await line(page).fill('out 9h 30Ah 3C rain');
  await expect(page.locator('#log-line-read')).toContainText('9 h, 30.0 Ah, 3 °C, rain');
  await page.keyboard.press('Enter');
  await expect(recorded(page)).toContainText('9 h, 30.0 Ah, 3 °C, rain');
  await expect(line(page)).toHaveValue('');
  const changed = page.getByRole('region', { name: 'What it changed' });
  await expect(changed).toContainText('more than expected');

  // buttons: three presses and a number
  await page.getByRole('button', { name: 'Charged', exact: true }).click();
  const form = page.getByRole('form', { name: 'Record' });
  await form.getByLabel('Charged', { exact: true }).selectOption('yes');
  await form.getByLabel('Hours on the charger').fill('soon');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(form.getByRole('alert').first()).toContainText('time span');
  await form.getByLabel('Hours on the charger').fill('5h');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(recorded(page)).toContainText('full');
  await expect(form).toHaveCount(0);

  // a doubtful figure is asked for once and then taken
  await page.getByRole('button', { name: 'Read the meter' }).click();
  await form.getByLabel('Volts', { exact: true }).fill('1.2');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(form.getByRole('alert').first()).toContainText('if it is so');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(recorded(page)).toContainText('1.20 V');
  await page.getByRole('button', { name: 'Undo that' }).click();
  await expect(recorded(page)).not.toContainText('1.20 V');

  for (const [name, field, text, said] of [
    ['Stored', 'How full it is stored', '60 %', '60 %'],
    ['A fault', 'What went wrong', 'lamp dark', 'lamp dark'],
    ['Renewed', 'Which, and how', 'dried', 'desiccant, dried'],
    ['Capacity test', 'Amp-hours that came out', '48', '48.0 Ah'],
    ['Damp', 'Where', 'in the lid', 'damp inside, in the lid'],
    ['A wish', 'For the next version', 'a longer lead', 'a longer lead']
  ] as const) {
    await page.getByRole('button', { name, exact: true }).click();
    await form.getByLabel(field, { exact: true }).fill(text);
    await form.getByRole('button', { name: 'Record it' }).click();
    await expect(recorded(page)).toContainText(said);
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('what did not run as planned is told device by device, and counts', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Did not run');
  await open(page, `/box/${id}/logbook`);
  await page.getByRole('button', { name: 'It was out' }).click();
  const form = page.getByRole('form', { name: 'Record' });
  await form.getByLabel('Hours it ran').fill('14h');
  await form.getByLabel('Amp-hours drawn').fill('6 Ah');
  await form.getByRole('button', { name: /^More:/ }).click();
  await form.getByLabel('Where', { exact: true }).fill('creek');
  await form.getByRole('button', { name: 'stayed off' }).first().click();
  await form.getByLabel('Hours Camera B ran').fill('two');
  await form.getByLabel('Hours Camera B ran').press('Tab');
  await expect(form.getByRole('alert').first()).toContainText('time span');
  await form.getByLabel('Hours Camera B ran').fill('2');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(recorded(page)).toContainText('creek');
  const { records } = (await (await page.request.get(`/api/boxes/${id}/logbook`)).json()) as {
    records: { ran: { name: string; onH: number }[] }[];
  };
  expect(records[0]!.ran.map((r) => [r.name, r.onH])).toEqual([
    ['Camera A', 0],
    ['Camera B', 2]
  ]);
});

test('a long history: only what is seen is there, the oldest is reached, mended in its place, and all is printed', async ({
  page
}) => {
  const id = await copyOf(page, 'Canal night bank box', 'Long history');
  const count = 640;
  for (let i = 0; i < count; i++)
    await page.request.post(`/api/boxes/${id}/logbook`, {
      data: {
        kind: 'wish',
        day: new Date(Date.UTC(2020, 0, 1 + i)).toISOString().slice(0, 10),
        time: null,
        batteryIds: [],
        notes: '',
        // rows of different heights
        wish: `wish ${i} ${'of many words '.repeat(i % 20)}`
      }
    });
  await open(page, `/box/${id}/logbook?view=history`);
  await expect(page.getByText('640 records')).toBeVisible();
  const table = page.getByRole('table', { name: 'Records of this box, newest first' });
  const rows = table.getByRole('row');
  await expect(table).toHaveAttribute('aria-rowcount', '641');
  await expect(rows.nth(1)).toContainText('wish 639');
  expect(await rows.count()).toBeLessThan(80);
  const main = page.locator('#main');
  const oldest = table.getByText('wish 0', { exact: true });
  await expect(async () => {
    await main.evaluate((e) => e.scrollTo(0, e.scrollHeight));
    await expect(oldest).toBeInViewport({ timeout: 500 });
  }).toPass();
  expect(await rows.count()).toBeLessThan(80);
  // every row that is seen stands where the one before ends
  const tops = await table.locator('tbody tr[data-index]').evaluateAll((all) =>
    all.map((r) => {
      const { top, bottom } = r.getBoundingClientRect();
      return [Number((r as HTMLElement).dataset.index), top, bottom] as const;
    })
  );
  for (const [n, [index, top]] of tops.entries())
    if (n > 0) expect([index, Math.abs(top - tops[n - 1]![2]) < 1.5]).toEqual([tops[n - 1]![0] + 1, true]);

  await page.getByRole('button', { name: 'Mend wish, 1/1/2020' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('For the next version').fill('a lamp at last');
  await dialog.getByRole('button', { name: 'Keep the change' }).click();
  await expect(table.getByText('a lamp at last')).toBeInViewport();
  await page.emulateMedia({ media: 'print' });
  await expect(rows).toHaveCount(641);
  await page.emulateMedia({ media: null });
  await expect(async () => expect(await rows.count()).toBeLessThan(80)).toPass();
});

test('history: filtered, mended, taken out, put back', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'History');
  for (let i = 0; i < 63; i++)
    await page.request.post(`/api/boxes/${id}/logbook`, {
      data: { kind: 'wish', day: '2026-03-01', time: null, batteryIds: [], notes: '', wish: `wish ${i}` }
    });
  await open(page, `/box/${id}/logbook`);
  await line(page).fill('out 2026-04-02 9h 12.4Ah rain');
  await page.keyboard.press('Enter');
  await expect(recorded(page)).toContainText('12.4 Ah');
  await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'History' }).click();
  await expect(page.getByText('64 records')).toBeVisible();
  const rows = page.getByRole('row');
  await expect(rows).toHaveCount(65);
  await page.getByLabel('Kind').selectOption('outing');
  await expect(rows).toHaveCount(2);
  await page.getByLabel('Kind').selectOption('');
  await page.getByLabel('Look for words').fill('RAIN');
  await expect(rows).toHaveCount(2);

  await page.getByRole('button', { name: 'Mend outing, 4/2/2026' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Amp-hours drawn')).toHaveValue('12.4 Ah');
  await dialog.getByLabel('Amp-hours drawn').fill('13.1 Ah');
  await dialog.getByRole('button', { name: 'Keep the change' }).click();
  await expect(rows.nth(1)).toContainText('13.1 Ah');
  await page.getByRole('button', { name: 'Undo that' }).click();
  await expect(rows.nth(1)).toContainText('12.4 Ah');
  await page.getByRole('button', { name: 'Take out outing, 4/2/2026' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing of that sort' })).toBeVisible();
  await page.getByRole('heading', { name: 'Logbook', level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(rows.nth(1)).toContainText('12.4 Ah');
});

test('what was learnt is taken over, the plan changes, and undo brings it back', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Learn from it');
  await open(page, `/box/${id}/logbook?view=learnt`);
  await expect(page.getByRole('heading', { name: 'Nothing learnt yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  for (const day of ['2026-03-01', '2026-03-08', '2026-03-15']) {
    await line(page).fill(`out ${day} 14h 26Ah`);
    await page.keyboard.press('Enter');
    await expect(recorded(page)).toContainText(day);
  }
  await page.getByRole('button', { name: 'Learnt' }).click();
  const part = page.getByRole('region', { name: 'What the records say' });
  await expect(part.getByRole('row', { name: /Camera B/ })).toContainText('3');
  await expect(page.getByRole('region', { name: 'Surprising records' })).toContainText('more than expected');
  await expect(page.getByRole('img', { name: /of 3 outings against their plan/ }).locator('svg')).toBeVisible();
  const lasts = await verdict(page, 'lasts').innerText();
  await part.getByRole('button', { name: 'Take over: Camera B' }).click();
  await expect(verdict(page, 'lasts')).not.toHaveText(lasts);
  await saved(page);
  // it says where it comes from, and is not offered a second time
  await expect(part.getByRole('button', { name: 'Take over: Camera B' })).toHaveCount(0);
  await open(page, `/box/${id}/outing`);
  await page.getByRole('button', { name: /^Camera B,/ }).press('Enter');
  await expect(page.getByRole('complementary').getByLabel('How', { exact: true })).toHaveValue('learnt from 3 records');
  await open(page, `/box/${id}/logbook?view=learnt`);
  await part.getByRole('button', { name: /^Take all/ }).click();
  await page.keyboard.press('Control+z');
  await expect(part.getByRole('button', { name: /^Take all/ })).toBeVisible();
});

test('an ugly file of a meter is mapped, looked at and taken in; another thing is refused whole', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Ugly file');
  await open(page, `/box/${id}/logbook?view=history&part=series`);
  const button = page.getByRole('button', { name: 'Import a meter’s file' });
  const dialog = page.getByRole('dialog');
  const give = (name: string, text: string) =>
    dialog.getByLabel('CSV or text file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await button.click();
  await give('letter.txt', 'Dear reader,\nthis is no meter.\nYours');
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Take it in' })).toBeDisabled();
  await give('empty.csv', '');
  await expect(dialog.getByRole('alert')).toContainText('is empty');
  await give('picture.csv', 'PNG\u0000\u0001');
  await expect(dialog.getByRole('alert')).toContainText('is no text');

  const rows = Array.from({ length: 400 }, (_, i) => {
    const clock = new Date(Date.UTC(2026, 9, 24, 17, 0, 0) + i * 10_000 + (i > 300 ? 3_600_000 : 0));
    const p = (n: number) => String(n).padStart(2, '0');
    const at = `${p(clock.getUTCDate())}.${p(clock.getUTCMonth() + 1)}.2026;${p(clock.getUTCHours())}:${p(clock.getUTCMinutes())}:${p(clock.getUTCSeconds())}`;
    const temp = i === 50 ? '200,0' : '4,5';
    return `${at};${temp};${(1.2 + (i % 7) / 100).toFixed(2).replace('.', ',')};${(12.9 - i / 2000).toFixed(3).replace('.', ',')};x`;
  });
  const ugly = [
    'Logger 3',
    'exported by hand',
    'Datum;Zeit;Temperatur;Strom A;Spannung V;Bemerkung',
    ...rows,
    'Total;;;;;'
  ];
  await give('night.csv', ugly.join('\r\n'));
  const kept = dialog.getByRole('table', { name: /So it is kept/ });
  await expect(kept.getByRole('row').nth(1)).toContainText('12.90');
  // the guess is wrong about nothing; made wrong on purpose it says so and is mended
  await dialog.getByLabel('Column 5, Spannung V').selectOption('ignore');
  await dialog.getByLabel('Column 4, Strom A').selectOption('ignore');
  await expect(dialog.getByRole('alert').first()).toContainText('Neither volts');
  await dialog.getByLabel('Column 5, Spannung V').selectOption('volts');
  await dialog.getByLabel('Column 4, Strom A').selectOption('amps');
  await dialog.getByLabel('Clock of').fill('Middle/Earth');
  await expect(dialog.getByRole('alert').first()).toContainText('no time zone');
  await dialog.getByLabel('Clock of').fill('Europe/Vienna');
  await dialog.getByRole('button', { name: 'Take it in' }).click();
  await expect(dialog.getByRole('status')).toContainText('400 rows are in');
  await dialog.getByRole('button', { name: 'Close' }).first().click();
  const series = page.getByRole('region', { name: 'Series of a meter' });
  await expect(series.getByLabel('Name of the series')).toHaveValue('night');
  await expect(series).toContainText('400 rows, every 10 s');
  await expect(series.getByRole('img', { name: /night: Volts, Amps out, Temperature/ }).locator('svg')).toBeVisible();
  await series.locator('summary').click();
  await expect(series).toContainText('Nothing for 60 min.');
  await expect(series).toContainText('200 °C cannot be');
  for (const name of ['Closer', 'Earlier', 'Later', 'Wider', 'All']) await series.getByRole('button', { name }).click();
  // its own CSV says the same moments in UTC
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    series.getByRole('link', { name: 'CSV' }).click()
  ]);
  const csv = (await readFile(await download.path(), 'utf8')).split('\r\n');
  expect(csv.length).toBe(402);
  expect(csv[1]).toBe('2026-10-24T15:00:00.000Z,12.9,1.2,,4.5');
  // the same sort of file again: read as the last one
  await button.click();
  await give('second.csv', ugly.join('\r\n'));
  await expect(dialog).toContainText('Read as the last file with this head');
  await expect(dialog.getByLabel('Clock of')).toHaveValue('Europe/Vienna');
  await page.keyboard.press('Escape');
  await series.getByLabel('Name of the series').fill('Night at the creek');
  await page.keyboard.press('Enter');
  await expect(series.getByRole('button', { name: 'Night at the creek' })).toBeVisible();
  await series.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await series.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(series).toContainText('A meter that writes down');
});

test.describe('the meter', () => {
  let meter: ChildProcess | undefined;
  test.afterEach(() => void meter?.kill());
  const freePort = (): Promise<number> =>
    new Promise((done) => {
      const probe = createServer().listen(0, '127.0.0.1', () => {
        const { port } = probe.address() as { port: number };
        probe.close(() => done(port));
      });
    });
  const start = (port: number, server: string): void => {
    meter = spawn(
      process.execPath,
      ['--import', 'tsx', 'scripts/meter.ts', '--port', String(port), '--server', server, '--box', 'Saltmarsh'],
      { stdio: 'ignore' }
    );
  };

  test('live, with a cut cable: it comes back by itself, and what was recorded stays', async ({ page, server }) => {
    const id = await copyOf(page, 'Saltmarsh hide box', 'Live meter');
    const port = await freePort();
    await open(page, `/box/${id}/logbook?view=meter`);
    await page.getByLabel('Port of this computer').fill('99999');
    await page.getByRole('button', { name: 'Join' }).click();
    await expect(page.getByRole('alert')).toContainText('1 to 65535');
    await page.getByLabel('Port of this computer').fill(String(port));
    await page.getByRole('button', { name: 'Join' }).click();
    const part = page.getByRole('region', { name: 'The meter' });
    await expect(part).toContainText('Nothing answers');
    start(port, server);
    await expect(part).toContainText('Live', { timeout: 40_000 });
    await expect(part).toContainText(/1[0-9]\.\d\d/);
    const left = page.getByRole('region', { name: 'Out now' });
    await expect(left).toContainText('it draws now');
    await part.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(part).toContainText(/[3-9] rows/);
    meter!.kill();
    await expect(part).toContainText('Broken off');
    // the server was never kept waiting: another page opens meanwhile
    expect((await page.request.get('/api/boxes')).ok()).toBe(true);
    start(port, server);
    await expect(part).toContainText('Live', { timeout: 40_000 });
    await page.reload();
    await expect(part).toContainText('Live');
    await part.getByRole('button', { name: 'Stop recording' }).click();
    await expect(part).toContainText('rows kept');
    await part.getByRole('button', { name: /^Record it as an outing/ }).click();
    await expect(page.getByRole('row', { name: /Outing/ })).toBeVisible();
    await page.getByRole('button', { name: 'Meter', exact: true }).click();
    await part.getByRole('button', { name: 'Let it go' }).click();
    await expect(page.getByRole('form', { name: 'Join a meter' })).toBeVisible();
  });
});

test('out now, by what is typed: how full, how long, may one stay, what to switch off', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Out now');
  await open(page, `/box/${id}/logbook?view=meter`);
  const part = page.getByRole('region', { name: 'Out now' });
  await part.getByRole('button', { name: 'Take the end of the last series' }).click();
  await expect(part.getByRole('status').first()).toContainText('no series of this box yet');
  await part.getByLabel('Ah out since full').fill('a lot');
  await part.getByLabel('Ah out since full').press('Tab');
  await expect(part.getByRole('alert')).toContainText('not understood');
  await part.getByLabel('Ah out since full').fill('12 Ah');
  await expect(part).toContainText(/About\s+3\d %/);
  await part.getByLabel('Can I stay for').fill('6 h');
  await expect(part).toContainText(/chance of 6 h more/);
  await expect(part).toContainText(/off: (9\d|100) %/);
  await part.getByLabel('Can I stay for').fill('90 h');
  await expect(part).toContainText('Not even with everything off');
  await part.getByLabel('Can I stay for').fill('6 h');
  const before = await part.locator('dd').nth(0).innerText();
  await part.getByRole('button', { name: /^Phone top-up/ }).click();
  await expect(part.locator('dd').nth(0)).not.toHaveText(before);
  // a voltage that contradicts the count is said
  await part.getByLabel('Volts', { exact: true }).fill('13.6');
  await expect(part.getByRole('alert')).toContainText('was the meter set to full');
});

test('what is due: done, put off, in the calendar of another program', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Due box');
  await page.request.post(`/api/boxes/${id}/logbook`, {
    data: { kind: 'moisture', day: '2026-04-01', time: null, batteryIds: [], notes: '', seen: 'water', where: 'lid' }
  });
  await open(page, '/');
  const row = page.getByRole('listitem').filter({ hasText: 'Due box' });
  await row.getByRole('link', { name: /due, first: Open it, dry it/ }).click();
  const list = page.getByRole('list', { name: 'What is due' });
  const wet = list.getByRole('listitem').filter({ hasText: 'Open it, dry it' });
  await expect(wet).toContainText('Water was seen on 4/1/2026');
  await wet.getByRole('button', { name: 'In a week' }).click();
  await expect(wet).toContainText('put off from 4/1/2026');
  await wet.getByRole('button', { name: 'Due again' }).click();
  await expect(wet).not.toContainText('put off');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Calendar file' }).click()
  ]);
  const calendar = new ICAL.Component(ICAL.parse(await readFile(await download.path(), 'utf8')) as never);
  const titles = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e).summary);
  expect(titles.length).toBe(await list.getByRole('listitem').count());
  expect(titles).toContain('Due box: Open it, dry it, find where it came in');
  await wet.getByRole('button', { name: 'Done' }).click();
  await expect(wet).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo that' }).click();
  await expect(wet).toHaveCount(1);
});

test('a battery is a thing of its own: kept, moved, renamed, retired, and undone', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Own battery');
  await open(page, `/box/${id}/logbook`);
  await page.getByRole('button', { name: /^Keep LiFePO4/ }).click();
  await expect(page.getByRole('button', { name: /^Keep LiFePO4/ })).toHaveCount(0);
  await line(page).fill('out 9h 10Ah');
  await page.keyboard.press('Enter');
  await expect(recorded(page)).toContainText('10.0 Ah');
  await open(page, '/batteries');
  const mine = page.getByRole('region').filter({ has: page.locator('option:checked', { hasText: 'Own battery' }) });
  await expect(mine.getByText('Outings').locator('..')).toContainText('1');
  await mine.getByLabel('Name').fill('Blue one');
  await page.keyboard.press('Enter');
  const blue = page.getByRole('region', { name: 'Blue one' });
  await blue.getByLabel('Price', { exact: true }).fill('much');
  await page.keyboard.press('Enter');
  await expect(blue.getByRole('alert')).toBeVisible();
  await blue.getByLabel('Price', { exact: true }).fill('92');
  await page.keyboard.press('Enter');
  await expect(blue.getByText('Price of an outing').locator('..')).toContainText('92.00');
  await blue.getByLabel('Stands in').selectOption('');
  await expect(blue).toContainText('Stood before in Own battery');
  // one with a history is not thrown away
  await blue.getByRole('button', { name: 'Take Blue one out' }).click();
  await expect(page.getByRole('alert')).toContainText('retired');
  await blue.getByRole('button', { name: 'Retire' }).click();
  await expect(blue).toContainText('retired');
  await page.getByRole('button', { name: 'Undo that' }).click();
  await expect(blue.getByRole('button', { name: 'Retire' })).toBeVisible();
  await page.getByRole('button', { name: 'Battery', exact: true }).click();
  const fresh = page.getByRole('region', { name: 'New battery' });
  await expect(fresh).toBeVisible();
  await fresh.getByRole('button', { name: 'Take New battery out' }).click();
  await expect(fresh).toHaveCount(0);
});

test('over all boxes: a learnt draw is used in new boxes, faults are found again', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Known draws');
  await open(page, `/box/${id}/logbook`);
  await line(page).fill('fault lamp dark: fuse loose, contacts bent');
  await page.keyboard.press('Enter');
  await expect(recorded(page)).toContainText('lamp dark');
  await open(page, '/known');
  await expect(page.getByRole('region', { name: 'What failed' })).toContainText('lamp dark');
  await page.getByRole('button', { name: 'Use Camera A of Known draws in new boxes' }).click();
  await expect(page.getByRole('status')).toContainText('every new box offers it');
  await expect(page.getByRole('button', { name: 'Use Camera A of Known draws in new boxes' })).toBeDisabled();
  const { parts } = (await (await page.request.get('/api/parts')).json()) as {
    parts: { name: string; kind: string }[];
  };
  expect(parts.filter((p) => p.kind === 'device').map((p) => p.name)).toContain('Camera A');
});

test('the fault finder writes what it found into the logbook', async ({ page }) => {
  const id = await boxId(page, 'Canal night bank box');
  await open(page, `/box/${id}/wiring?view=finder`);
  const finder = page.getByRole('region', { name: 'Fault finder' });
  await finder.getByRole('combobox').first().selectOption('none');
  const write = finder.getByRole('button', { name: /write it into the logbook/ });
  for (let i = 0; i < 12 && !(await write.isVisible()); i++) {
    const step = finder.getByRole('status', { name: 'Next measurement' });
    const answer = step.getByRole('button').filter({ hasNotText: 'not expected' }).last();
    if (!(await answer.isVisible())) break;
    await answer.click();
  }
  await write.click();
  await finder.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByRole('row', { name: /Fault/ }).first()).toContainText('dead');
});
