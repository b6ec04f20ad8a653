import { expect, test, type Page } from './test.ts';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';

type Doc = Record<string, unknown> & {
  name: string;
  feeds: Record<string, unknown>[];
  circuits: Record<string, unknown>[];
  bank: Record<string, unknown>;
  charging: Record<string, unknown>;
  bodies: unknown[];
};
const AUTO = { is: 'auto' };

/** A demo box with its ports and devices in place and nothing said of its circuit yet: that is entered on the screens. */
async function bareCopy(page: Page, name: string, as: string): Promise<string> {
  const { document } = (await (await page.request.get(`/api/boxes/${await boxId(page, name)}`)).json()) as {
    document: Doc;
  };
  document.name = as;
  const [main] = document.feeds;
  document.feeds = [
    {
      ...main,
      throughPortId: AUTO,
      wayIn: AUTO,
      lead: null,
      wire: AUTO,
      wireCount: 1,
      switches: AUTO,
      ends: 'fuse-block',
      blockPartId: null,
      holderPartId: null
    }
  ];
  document.circuits = document.circuits.map((c) => ({ ...c, from: AUTO, fuse: AUTO, fuseFamily: AUTO }));
  document.bank = { ...document.bank, stands: 'inside', disconnect: { is: 'none' }, disconnectIn: AUTO };
  document.charging = { ...document.charging, solar: null };
  const made = await page.request.post('/api/boxes', { data: { document } });
  expect(made.ok(), await made.text()).toBe(true);
  return ((await made.json()) as { id: string }).id;
}

const documentOf = async (page: Page, id: string): Promise<Doc> =>
  ((await (await page.request.get(`/api/boxes/${id}`)).json()) as { document: Doc }).document;
const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });

/** Opens a circuit from the table of paths. */
async function choose(page: Page, id: string, tag: string): Promise<void> {
  await open(page, `/box/${id}/wiring?view=paths`);
  await page
    .getByRole('region', { name: 'Path by path' })
    .getByRole('button', { name: tag, exact: true })
    .first()
    .click();
}

async function mainFeed(page: Page, id: string): Promise<void> {
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Main path' }).click();
}

/** A set size in a field that is automatic, set or unknown. */
async function wire(page: Page, label: string, size: string): Promise<void> {
  await details(page).getByLabel(label, { exact: true }).selectOption('set');
  await details(page).getByLabel(`${label}, size`, { exact: true }).selectOption(size);
}

async function length(page: Page, label: string, text: string): Promise<void> {
  await details(page)
    .locator('select')
    .and(details(page).getByLabel(label, { exact: true }))
    .selectOption('set');
  const field = details(page)
    .locator('input')
    .and(details(page).getByLabel(label, { exact: true }));
  await field.fill(text);
  await field.press('Enter');
}

async function addFeed(page: Page, id: string, name: string): Promise<void> {
  await mainFeed(page, id);
  await details(page).getByRole('button', { name: 'Add a feed' }).click();
  await details(page).getByLabel('Name', { exact: true }).fill(name);
  await details(page).getByLabel('Name', { exact: true }).press('Enter');
}

test('a distribution box on an outside battery, with a second box forward, is entered on the screens', async ({
  page
}) => {
  const id = await bareCopy(page, 'Slipway distribution box', 'Slipway as found');
  await open(page, `/box/${id}/battery?view=join`);
  await page.getByRole('combobox', { name: 'They stand' }).selectOption('outside');
  await page.getByLabel('Lead of the outside battery').fill('2.4 m');
  await page.getByLabel('Lead of the outside battery').press('Enter');

  await mainFeed(page, id);
  const d = details(page);
  await d.getByLabel('Holder', { exact: true }).selectOption({ label: 'Post fuse holder for M6 or M8 stud' });
  await d.getByLabel('Comes in by', { exact: true }).selectOption({ label: 'a connector' });
  await d.getByLabel('Through the port', { exact: true }).selectOption({ label: 'P1 Battery cable' });
  await wire(page, 'Its size', '6 AWG');
  await wire(page, 'Size', '10 AWG');
  await d.getByLabel('Side by side', { exact: true }).selectOption('2');
  await d.getByLabel('Fuse block', { exact: true }).selectOption({ label: 'Blade fuse block, 6 ways, negative bus' });

  await addFeed(page, id, 'Box forward');
  await wire(page, 'Size', '12 AWG');
  await length(page, 'Length, one way', '2600');
  await d.getByLabel('Ends in', { exact: true }).selectOption({ label: 'fuse block, a way for each' });
  await d.getByLabel('Fuse block', { exact: true }).selectOption('block-mini-6');
  await d.getByLabel(/second box/).check();
  for (const tag of ['P4', 'P5']) {
    await choose(page, id, tag);
    await details(page).getByLabel('Taken from', { exact: true }).selectOption({ label: 'A Box forward, its end' });
  }
  await saved(page);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');

  const [mine, demo] = [
    await documentOf(page, id),
    await documentOf(page, await boxId(page, 'Slipway distribution box'))
  ];
  expect(mine.bank.stands).toBe('outside');
  for (const key of ['lead', 'wire', 'wireCount', 'throughPortId', 'wayIn', 'holderPartId', 'blockPartId', 'ends'])
    expect(mine.feeds[0]![key], key).toEqual(demo.feeds[0]![key]);
  for (const key of ['name', 'lengthMm', 'wire', 'secondBox', 'ends', 'from', 'fuse'])
    expect(mine.feeds[1]![key], key).toEqual(demo.feeds[1]![key]);
  expect(mine.circuits.map((c) => c.from)).toEqual(demo.circuits.map((c) => c.from));
  await open(page, `/box/${id}/wiring`);
  await expect(page.locator('[data-view=circuit], svg').filter({ hasText: 'Box forward' }).first()).toBeVisible();
});

test('breakers by role, sun on its breaker, load terminals and a direct plug are entered on the screens', async ({
  page
}) => {
  const id = await bareCopy(page, 'Camp table box', 'Camp as found');
  const d = details(page);
  await mainFeed(page, id);
  await d.getByLabel('Holder', { exact: true }).selectOption({ label: 'Post fuse holder for M6 or M8 stud' });
  await d.getByLabel('Master switch', { exact: true }).selectOption('none');
  await d.getByLabel('Ends in', { exact: true }).selectOption({ label: 'bus bar' });
  for (const name of ['Appliances', 'Sun']) {
    await addFeed(page, id, name);
    await d.getByLabel('Holder', { exact: true }).selectOption({ label: 'Surface-mount breaker with lever' });
    await d.getByLabel('Fitted', { exact: true }).selectOption('set');
    await d.getByLabel('Fuse rating', { exact: true }).selectOption('10');
    await d.getByLabel('Its lever is used as a switch').check();
    await d.getByLabel('Ends in', { exact: true }).selectOption({ label: 'bus bar' });
  }
  for (const tag of ['P1', 'P2', 'P3']) {
    await choose(page, id, tag);
    await d.getByLabel('Taken from', { exact: true }).selectOption({ label: 'A Appliances, its end' });
  }
  await choose(page, id, 'P2');
  await d.getByLabel('Fitted', { exact: true }).selectOption('set');
  await d.getByLabel('Fuse rating', { exact: true }).selectOption('3');

  await open(page, `/box/${id}/battery?view=charge`);
  const solar = page.getByRole('region', { name: 'Solar' });
  await solar.getByRole('button', { name: 'Add a panel' }).click();
  const inside = solar.locator('select', { has: page.locator('option[value=inside]') });
  await inside.selectOption('inside');
  await solar
    .locator('select', { has: page.locator('option', { hasText: 'I1' }) })
    .first()
    .selectOption({ label: 'I1 Solar panel' });
  await solar.getByLabel('Joined to', { exact: true }).selectOption({ label: 'B Sun, its end' });
  await solar.getByLabel('It has load terminals').check();

  await choose(page, id, 'P4');
  await d.getByLabel('Taken from', { exact: true }).selectOption({ label: 'load terminals of the controller' });
  await choose(page, id, 'P5');
  await d.getByLabel('Taken from', { exact: true }).selectOption({ label: 'battery post' });
  await expect(d).toContainText('could burst on a short');
  await d.getByLabel('Kind of fuse', { exact: true }).selectOption({ label: 'on the post' });
  await expect(d).not.toContainText('could burst on a short');

  await open(page, `/box/${id}/battery`);
  await page.getByLabel('Low-voltage disconnect').selectOption('set');
  await page.getByLabel('What the disconnect switches off').selectOption({ label: 'the controller’s load terminals' });
  await saved(page);
  const mine = await documentOf(page, id);
  expect(mine.feeds.slice(1).map((f) => [f.name, f.fuse, f.leverSwitches, f.ends])).toEqual(
    ['Appliances', 'Sun'].map((name) => [name, { is: 'set', value: 10 }, true, 'bus-bar'])
  );
  expect(mine.bank.disconnectIn).toEqual({ is: 'set', value: 'load-terminal' });
  expect((mine.charging.solar as Record<string, unknown>).from).toMatchObject({ value: { at: 'feed', ahead: false } });
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
  await open(page, `/box/${id}/battery`);
  await expect(details(page)).toContainText('round the cut-off');
});

test('three circuits behind one switch become one fused feed; tied as found they are a stop', async ({ page }) => {
  const id = await bareCopy(page, 'Saltmarsh hide box', 'Three on one lever');
  const d = details(page);
  await mainFeed(page, id);
  await d.getByLabel('Holder', { exact: true }).selectOption({ label: 'Post fuse holder for M6 or M8 stud' });
  await d.getByLabel('Fuse block', { exact: true }).selectOption({ index: 1 });
  const lever = /^S1 /;
  const pick = async (tag: string, label: RegExp) => {
    await choose(page, id, tag);
    const select = d.getByLabel('Own switch', { exact: true });
    const text = (await select.locator('option').allInnerTexts()).find((t) => label.test(t))!;
    await select.selectOption({ label: text });
  };
  await pick('P1', lever);
  await pick('P2', /^S1 .*one feed for all/);
  await expect(d.getByLabel('Taken from', { exact: true })).toHaveValue(/^feed:f\d+:end$/);
  await pick('P3', /^S1 .*one feed for all/);
  await saved(page);
  const doc = await documentOf(page, id);
  expect(doc.feeds).toHaveLength(2);
  await expect(d).not.toContainText('are tied together');

  // the same as somebody built it: each way with its own fuse, joined at the lever
  await choose(page, id, 'P4');
  await d.getByLabel('Taken from', { exact: true }).selectOption({ label: 'automatic' });
  await saved(page);
  await pick('P4', /^S2 .*tied as found/);
  await saved(page);
  await open(page, `/box/${id}/wiring`);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  const card = details(page).locator('article').filter({ hasText: 'are tied together' });
  await expect(card.first()).toBeVisible();
  await card
    .first()
    .getByRole('button', { name: /Do this/ })
    .first()
    .click();
  await expect(details(page)).not.toContainText('are tied together');
});

test('a cord through a gland is wired inside, and the bench threads it before its terminals', async ({ page }) => {
  const { document } = (await (
    await page.request.get(`/api/boxes/${await boxId(page, 'Canal night bank box')}`)
  ).json()) as { document: Doc };
  document.name = 'Corded lamp';
  const ports = document.ports as { id: string; name: string; partId: string }[];
  const lamp = ports.find((p) => p.name === 'Lamp')!;
  const gland = STARTER_CATALOGUE.find((p) => p.id === 'gland-m12')!;
  lamp.partId = gland.id;
  (document.parts as Record<string, unknown>)[gland.id] = gland;
  document.circuits = document.circuits.filter((c) => c.portId !== lamp.id);
  const made = await page.request.post('/api/boxes', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  await open(page, `/box/${id}/ports`);
  await page.locator(`[data-port=${lamp.id}]`).focus();
  await page.keyboard.press('Enter');
  await details(page).getByRole('button', { name: 'A cord goes through it, wired inside' }).click();
  await saved(page);
  const doc = await documentOf(page, id);
  expect(doc.circuits.filter((c) => c.portId === lamp.id)).toHaveLength(1);
  await open(page, `/box/${id}/bench`);
  await expect(page.locator('main, body').first()).toContainText('Thread the cords, terminals after');
  await open(page, `/box/${id}/wiring`);
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
});

test('the main feed’s own return is set on the screens, found too thin, cured; a joint in the same box has none', async ({
  page
}) => {
  const id = await copyOf(page, 'Canal night bank box', 'Thin return');
  await mainFeed(page, id);
  const d = details(page);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await wire(page, 'Return wire', '20 AWG');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Main path' }).click();
  await expect(d.getByLabel('Return wire, size', { exact: true })).toHaveValue('20 AWG');
  const card = d.locator('article[data-of=safe]').filter({ hasText: 'is too big for the return' });
  await card
    .getByRole('button', { name: /^Do this: Let Haversack choose/ })
    .first()
    .click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await expect(d.getByLabel('Return wire', { exact: true })).toHaveValue('auto');

  await d.getByLabel('Return wire', { exact: true }).selectOption('unknown');
  await expect(d).toContainText('F0: return wire is unknown');
  await d.getByLabel('Insulation', { exact: true }).selectOption('unknown');
  await expect(d).toContainText('F0: insulation is unknown');
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');

  await addFeed(page, id, 'Group');
  await expect(d.getByLabel('Insulation', { exact: true })).toBeVisible();
  await expect(d.getByLabel('Return wire', { exact: true })).toHaveCount(0);
  await d.getByLabel(/second box/).check();
  await expect(d.getByLabel('Return wire', { exact: true })).toBeVisible();
});
