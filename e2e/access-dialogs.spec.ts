import { expect, test, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';
import { expectPartAccessible } from './axe.ts';

let demoId = '';
/** Goes to a view of the demo box on the page that goes on from test to test. */
async function at(page: Page, path: string): Promise<void> {
  demoId ||= await boxId(page, 'Saltmarsh hide box');
  await open(page, `/box/${demoId}/${path}`);
}
const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });

/** What is chosen, by how it is chosen: each has details of its own. */
const CHOSEN: [string, string, (page: Page) => Promise<void>][] = [
  ['a device', 'outing', (p) => p.getByRole('button', { name: /^Camera A,/ }).press('Enter')],
  ['a port', 'ports', (p) => p.locator('[data-port=p1]').press('Enter')],
  ['a switch', 'ports', (p) => p.locator('[data-port=p8]').press('Enter')],
  ['a meter', 'ports', (p) => p.locator('[data-port=p5]').press('Enter')],
  ['a body', 'case', (p) => p.locator('[data-body=b1]').first().press('Enter')],
  ['the battery inside', 'case', (p) => p.locator('[data-body=battery-1]').first().press('Enter')],
  ['a circuit', 'wiring', (p) => p.getByRole('button', { name: /^C5 / }).press('Enter')],
  ['the main path', 'wiring', (p) => p.getByRole('button', { name: 'Main path' }).click()],
  ['a working', 'battery', (p) => p.locator('#main').getByTitle('Show how this is worked out').first().click()]
];

test.describe('axe finds nothing in the details of', () => {
  for (const [what, path, choose] of CHOSEN)
    test(what, async ({ lasting }) => {
      await at(lasting, path);
      await choose(lasting);
      await expect(details(lasting)).not.toContainText('nothing chosen');
      await lasting.waitForTimeout(400);
      await expectPartAccessible(details(lasting));
      await lasting.keyboard.press('Escape');
    });
});

/** Every dialog, by what opens it. */
const DIALOGS: [string, string, (page: Page) => Promise<void>][] = [
  ['Find', 'outing', (p) => p.keyboard.press('/')],
  ['Shortcuts', 'outing', (p) => p.keyboard.press('?')],
  ['Add a device', 'outing', (p) => p.getByRole('button', { name: 'Add device' }).click()],
  ['This box', 'outing', (p) => p.getByTitle('Name, units, export').click()],
  ['Arrange', 'ports', (p) => p.getByRole('button', { name: 'Arrange for me' }).click()],
  ['My bits', 'ports?view=holes', (p) => p.getByRole('button', { name: /My bits/ }).click()],
  ['Make it sound', 'wiring', (p) => p.getByRole('button', { name: /^Make it sound/ }).click()],
  [
    'Instead of a part',
    'kit',
    (p) =>
      p
        .getByRole('button', { name: /cannot be had$/ })
        .first()
        .click()
  ],
  ['My shops', 'kit?view=orders', (p) => p.getByRole('button', { name: 'My shops and packets …' }).click()],
  [
    'A meter’s file',
    'logbook?view=history&part=series',
    (p) => p.getByRole('button', { name: 'Import a meter’s file' }).click()
  ]
];

test.describe('axe finds nothing in the dialog', () => {
  for (const [what, path, show] of DIALOGS)
    test(what, async ({ lasting }) => {
      await at(lasting, path);
      await show(lasting);
      await expect(lasting.getByRole('dialog')).toBeVisible();
      await lasting.waitForTimeout(600);
      await expectPartAccessible(lasting.getByRole('dialog'));
      await lasting.keyboard.press('Escape');
      await expect(lasting.getByRole('dialog')).toHaveCount(0);
    });

  test('New box', async ({ lasting }) => {
    await open(lasting, '/');
    await lasting.getByRole('button', { name: 'New box', exact: true }).click();
    await expect(lasting.getByRole('dialog')).toBeVisible();
    await expectPartAccessible(lasting.getByRole('dialog'));
    await lasting.keyboard.press('Escape');
  });

  test('a part of one’s own', async ({ lasting }) => {
    await open(lasting, '/parts');
    await lasting.getByRole('button', { name: 'Make my own' }).first().click();
    await expect(lasting.getByRole('dialog')).toBeVisible();
    await expectPartAccessible(lasting.getByRole('dialog'));
    await lasting.keyboard.press('Escape');
  });
});
