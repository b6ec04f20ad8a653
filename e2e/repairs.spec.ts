import { expect, test, type Page } from './test.ts';
import { boxId, copyOf, newBox, open, reopen, saved, verdict } from './helpers.ts';

const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true });
/** No script error may go unnoticed. */
function errorsOf(page: Page): string[] {
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  return errors;
}
const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });

test.describe('taking things out', () => {
  test('the button of a device, a port, a circuit and a body takes it out; undo brings it back', async ({ page }) => {
    const errors = errorsOf(page);
    const id = await copyOf(page, 'Saltmarsh hide box', 'Taking out');
    await open(page, `/box/${id}/outing`);
    await page.getByRole('button', { name: /^Red work lamp,/ }).press('Enter');
    await page.getByRole('button', { name: 'Remove device' }).click();
    await expect(page.getByRole('button', { name: /^Red work lamp,/ })).toHaveCount(0);
    await undo(page).click();
    await expect(page.getByRole('button', { name: /^Red work lamp,/ })).toHaveCount(1);

    await open(page, `/box/${id}/ports`);
    await page.locator('[data-port=p7]').focus();
    await page.keyboard.press('Enter');
    await details(page).getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(page.locator('[data-port=p7]')).toHaveCount(0);
    await undo(page).click();
    await expect(page.locator('[data-port=p7]')).toHaveCount(1);

    await open(page, `/box/${id}/wiring`);
    await page.getByRole('button', { name: /^C5/ }).press('Enter');
    await page.getByRole('button', { name: 'Remove circuit' }).click();
    await expect(page.locator('.last')).toHaveText('Removed C5');
    await undo(page).click();

    await open(page, `/box/${id}/case`);
    const block = page.locator('[data-body=fuse-block]').first();
    await block.focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Take it out' }).click();
    await expect(page.locator('[data-body=fuse-block]')).toHaveCount(0);
    await undo(page).click();
    await expect(page.locator('[data-body=fuse-block]').first()).toBeVisible();
    expect(errors).toEqual([]);
  });

  test('Delete takes out what is chosen on each stage, several ports together, and never while typing', async ({
    page
  }) => {
    const id = await copyOf(page, 'Saltmarsh hide box', 'Delete key');
    await open(page, `/box/${id}/outing`);
    await page.getByRole('button', { name: /^Red work lamp,/ }).press('Enter');
    await details(page).getByLabel('Name', { exact: true }).focus();
    await page.keyboard.press('End');
    await page.keyboard.press('Delete');
    await expect(page.getByRole('button', { name: /^Red work lamp,/ })).toHaveCount(1);
    await page.getByRole('button', { name: /^Red work lamp,/ }).focus();
    await page.keyboard.press('Delete');
    await expect(page.getByRole('button', { name: /^Red work lamp,/ })).toHaveCount(0);

    await open(page, `/box/${id}/ports`);
    await page.locator('[data-port=p8]').press('Enter');
    await page.locator('[data-port=p9]').press('Shift+Enter');
    await page.keyboard.press('Delete');
    await expect(page.locator('[data-port=p8], [data-port=p9]')).toHaveCount(0);
    await expect(page.locator('.last')).toHaveText('Removed 2 ports');

    await open(page, `/box/${id}/wiring`);
    await page.getByRole('button', { name: /^C1\b/ }).press('Enter');
    await page.keyboard.press('Delete');
    await expect(page.locator('.last')).toHaveText('Removed C1');

    await open(page, `/box/${id}/case`);
    await page.locator('[data-body=shunt]').first().focus();
    await page.keyboard.press('Delete');
    await expect(page.locator('[data-body=shunt]')).toHaveCount(0);
  });
});

test('the printed sheet is the same after a reload, whatever was shown before', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Same sheet');
  await open(page, `/box/${id}/case`);
  const padding = page.getByLabel('Padding', { exact: false }).first();
  await padding.fill('8');
  await padding.press('Enter');
  await page.waitForTimeout(300);
  await padding.fill('3');
  await padding.press('Enter');
  await page.keyboard.press('Escape');
  await page.locator('h1').first().click();
  await page.keyboard.press('4');
  const port = page.locator('[data-port=p6]');
  await port.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('7');
  await saved(page);
  await page.getByRole('button', { name: 'Papers', exact: true }).click();
  const sheet = page.locator('article.paper');
  await expect(sheet.getByRole('heading', { name: 'Leads' })).toBeVisible();
  const before = await sheet.innerText();
  await reopen(page, `/box/${id}/bench?view=papers`);
  await expect(sheet.getByRole('heading', { name: 'Leads' })).toBeVisible();
  await page.waitForTimeout(500);
  expect(await sheet.innerText()).toBe(before);
});

test.describe('own parts', () => {
  test('a part of each awkward kind is kept as it stands, and an own battery of a known name does no harm', async ({
    page
  }) => {
    const errors = errorsOf(page);
    await open(page, '/parts');
    for (const kind of ['Cases', 'Panel parts', 'Fuses', 'Batteries', 'Small things']) {
      await page.getByRole('button', { name: kind, exact: true }).click();
      await page.getByRole('button', { name: 'Make my own' }).first().click();
      const dialog = page.getByRole('dialog');
      await expect(dialog.locator('input').first()).toBeFocused();
      if (kind === 'Batteries') await dialog.locator('input').first().fill('LiFePO4 12.8 V 22 Ah');
      await dialog.locator('input').first().press('Enter');
      await expect(dialog).toHaveCount(0);
      await expect(page.getByText('own', { exact: true }).first()).toBeVisible();
    }
    await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/outing`);
    await page.waitForTimeout(3000);
    await expect(page.getByRole('heading', { name: 'Outing', level: 1 })).toBeVisible();
    expect(errors).toEqual([]);
    // tidy up: other tests look at the library
    const { parts } = (await (await page.request.get('/api/parts')).json()) as { parts: { id: string }[] };
    for (const p of parts) await page.request.delete(`/api/parts/${p.id}`);
  });
});

test('a stage that cannot be shown says so, the rest goes on, and undo mends it', async ({ page }) => {
  // a fault in the program, made to measure: one certain number cannot be written, save in the name of the edit
  await page.addInitScript(() => {
    const write = Number.prototype.toFixed;
    let times = 0;
    Number.prototype.toFixed = function (digits) {
      if (Math.abs(this.valueOf() - 13.37) < 1e-9 && digits === 1 && ++times > 1) throw new Error('made to measure');
      return write.call(this, digits);
    };
  });
  const id = await copyOf(page, 'Canal night bank box', 'Broken once');
  await open(page, `/box/${id}/outing`);
  await page.getByRole('button', { name: /^Shelter lamp,/ }).press('Enter');
  const watts = page.getByLabel(/^Rated watts/).first();
  await watts.fill('13.37');
  await watts.press('Enter');
  const broken = page.getByRole('alert', { name: /cannot be shown/ });
  await expect(broken.first()).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Undo “/ })
    .first()
    .click();
  await expect(broken).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Shelter lamp,/ })).toBeVisible();
});

test('a shelf that cannot be shown says so and can be tried again', async ({ page }) => {
  // made to measure: the days on the shelf cannot be written
  await page.addInitScript(() => {
    const write = Date.prototype.toLocaleDateString;
    let broken = true;
    window.addEventListener('mended', () => (broken = false));
    Date.prototype.toLocaleDateString = function () {
      if (broken) throw new Error('made to measure');
      return write.call(this);
    };
  });
  await page.goto('/');
  const broken = page.getByRole('alert', { name: 'This page cannot be shown' });
  await expect(broken).toContainText('made to measure');
  await page.evaluate(() => window.dispatchEvent(new Event('mended')));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('Saltmarsh hide box').first()).toBeVisible();
});

test.describe('dialogs start on their first field, and Enter does what they are for', () => {
  test('Find, Add a device, This box', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Dialog box');
    await open(page, `/box/${id}/outing`);
    await page.keyboard.press('/');
    await expect(page.getByPlaceholder('Command, field, port, part, device, finding')).toBeFocused();
    await page.keyboard.type('shelter');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(details(page).getByRole('heading', { level: 2 })).toHaveText('Shelter lamp');

    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Add device' }).click();
    await expect(page.getByLabel('Search devices')).toBeFocused();
    await page.keyboard.type('cool box');
    await page.keyboard.press('Enter');
    await expect(details(page).getByRole('heading', { level: 2 })).toHaveText('Compressor cool box');
    await page.getByRole('button', { name: 'Add device' }).click();
    await page.keyboard.type('Grandpa’s gizmo');
    await page.keyboard.press('Enter');
    await expect(details(page).getByRole('heading', { level: 2 })).toHaveText('Grandpa’s gizmo');
    await page.getByRole('button', { name: 'Add device' }).click();
    await page.keyboard.type('lamp');
    await page.keyboard.press('ArrowDown');
    const second = await page.getByRole('dialog').locator('li button.chosen > span').first().innerText();
    await page.keyboard.press('Enter');
    await expect(details(page).getByRole('heading', { level: 2 })).toHaveText(second);

    await page.getByTitle('Name, units, export').click();
    await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused();
    await page.keyboard.type('Renamed by Enter');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(page.getByTitle('Name, units, export')).toHaveText('Renamed by Enter');
  });

  test('Shortcuts, Arrange, My bits', async ({ page }) => {
    const id = await copyOf(page, 'Saltmarsh hide box', 'More dialogs');
    await open(page, `/box/${id}/ports`);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.getByRole('button', { name: 'Arrange for me' }).click();
    await expect(page.getByRole('button', { name: 'Take it', exact: true })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.locator('.last')).toHaveText('Ports arranged');
    await page.getByRole('button', { name: 'Holes', exact: true }).click();
    await page.getByRole('button', { name: /My bits/ }).click();
    await expect(page.getByRole('dialog').getByRole('checkbox').first()).toBeFocused();
  });
});

test.describe('what is typed', () => {
  test('a line names its supply; a name that is there is asked about; a fix says what it takes', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Typed lines');
    await open(page, `/box/${id}/outing`);
    const line = page.getByLabel('Type a line');
    await line.fill('laptop usb-c 45W');
    await line.press('Enter');
    await expect(details(page).getByLabel('Supply')).toHaveValue('usb-c');
    await line.fill('laptop 60W');
    await line.press('Enter');
    await expect(page.getByRole('alert')).toContainText('is there already');
    await page.getByRole('button', { name: 'A second one' }).click();
    await expect(details(page).getByRole('heading', { level: 2 })).toHaveText('Laptop 2');

    const amps = page.getByLabel(/^Rated amps/).first();
    await amps.fill('5 W');
    await amps.press('Enter');
    await expect(page.getByRole('alert')).toContainText('At 20 V that is 0.25 A.');
    await page.getByRole('button', { name: 'Take 0.25 A' }).click();
    await expect(page.getByLabel(/^Rated watts/).first()).toHaveValue('5.00');
  });

  test('batteries come whole, half a percent is questioned, the real minus is read', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Typed figures');
    await open(page, `/box/${id}/battery`);
    const many = page.getByLabel('How many batteries');
    await many.fill('2.5');
    await many.press('Enter');
    await expect(page.getByRole('alert')).toContainText('no whole number: type 2 or 3');
    await many.press('Escape');
    await expect(many).toHaveValue('1');
    await open(page, `/box/${id}/outing`);
    const air = page.getByLabel('Air', { exact: true });
    await air.fill('−4');
    await air.press('Enter');
    await expect(air).toHaveValue('-4');
    const keep = page.getByLabel('Kept back in the battery');
    await keep.fill('0.3');
    await keep.press('Enter');
    await page.getByRole('button', { name: 'Take 30 %' }).click();
    await expect(keep).toHaveValue('30');
  });

  test('text that was refused is still there after another stage', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Refused text');
    await open(page, `/box/${id}/battery`);
    const age = page.getByLabel('Age in years');
    await age.fill('sixty');
    await age.press('Enter');
    await expect(page.getByRole('alert')).toContainText('not understood');
    await page.getByRole('link', { name: /Case/ }).click();
    await expect(page.getByRole('heading', { name: 'Case', level: 1 })).toBeVisible();
    await page.getByRole('link', { name: /Battery/ }).click();
    await expect(page.getByLabel('Age in years')).toHaveValue('sixty');
    await expect(page.getByRole('alert')).toContainText('not understood');
  });
});

test.describe('“Saved” is true', () => {
  test('text in a field that was not left is counted, outlives a reload, and Ctrl+S takes it', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Kept text');
    await open(page, `/box/${id}/battery`);
    await page.getByLabel('Age in years').fill('3');
    await expect(page.locator('[data-save=pending]')).toContainText('one field not taken');
    await page.reload();
    await page.waitForSelector('html[data-ready=true]');
    await expect(page.getByLabel('Age in years')).toHaveValue('3');
    await expect(page.locator('[data-save=pending]')).toBeVisible();
    await page.getByLabel('Age in years').focus();
    await page.keyboard.press('Control+s');
    await saved(page);
    const { document } = await (await page.request.get(`/api/boxes/${id}`)).json();
    expect(document.bank.ageYears).toBe(3);
  });

  test('six kinds of fields keep what was typed', async ({ page }) => {
    const id = await copyOf(page, 'Saltmarsh hide box', 'Six fields');
    const reload = async () => {
      await page.reload();
      await page.waitForSelector('html[data-ready=true]');
    };
    await open(page, `/box/${id}/outing`);
    await page.getByLabel('Type a line').fill('lamp 6W 20:');
    await page.getByLabel('Wanted').fill('17');
    await reload();
    await expect(page.getByLabel('Type a line')).toHaveValue('lamp 6W 20:');
    await expect(page.getByLabel('Wanted')).toHaveValue('17');
    await page.getByRole('button', { name: /^Camera A,/ }).press('Enter');
    await details(page).getByLabel('Name', { exact: true }).fill('Camera at the sluice');
    await details(page).getByLabel('Name of the mode').fill('video');
    await reload();
    await page.getByRole('button', { name: /^Camera at the sluice,/ }).press('Enter');
    await expect(details(page).getByLabel('Name', { exact: true })).toHaveValue('Camera at the sluice');
    await expect(details(page).getByLabel('Name of the mode')).toHaveValue('video');
    await page.getByTitle('Name, units, export').click();
    await page.getByRole('dialog').getByLabel('Notes').fill('half a sentence');
    await reload();
    await page.getByTitle('Name, units, export').click();
    await expect(page.getByRole('dialog').getByLabel('Notes')).toHaveValue('half a sentence');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await open(page, `/box/${id}/kit`);
    await page.getByLabel('Blade fuse, 3 A set aside').fill('2');
    await reload();
    await expect(page.getByLabel('Blade fuse, 3 A set aside')).toHaveValue('2');
  });

  test('two windows keep their drafts apart', async ({ page, context }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Two windows');
    const other = await context.newPage();
    await open(page, `/box/${id}/battery`);
    await open(other, `/box/${id}/battery`);
    await page.getByLabel('Age in years').fill('4');
    await other.getByLabel('Age in years').fill('7');
    await page.reload();
    await other.reload();
    await page.waitForSelector('html[data-ready=true]');
    await other.waitForSelector('html[data-ready=true]');
    await expect(page.getByLabel('Age in years')).toHaveValue('4');
    await expect(other.getByLabel('Age in years')).toHaveValue('7');
    // a closed window's text is taken up by the next one
    await other.close();
    const third = await context.newPage();
    await open(third, `/box/${id}/battery`);
    await expect(third.getByLabel('Age in years')).toHaveValue('7');
  });

  test('Ctrl+Z in a field just taken undoes the box and never commits the old number again', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Undo in a field');
    await open(page, `/box/${id}/battery`);
    const age = page.getByLabel('Age in years');
    const was = await age.inputValue();
    await age.fill('6');
    await age.press('Enter');
    await expect(page.locator('.last')).toHaveText('Battery 6 years old');
    await page.keyboard.press('Control+z');
    await expect(age).toHaveValue(was);
    await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
    await page.keyboard.press('Tab');
    await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
    await page.keyboard.press('Control+Shift+z');
    await expect(age).toHaveValue('6');
  });
});

test('the logbook: a half-filled form waits, undo takes the record out and puts it back', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Log undo');
  await open(page, `/box/${id}/logbook`);
  await page.getByRole('button', { name: 'It was out' }).click();
  await page.getByLabel('Hours it ran').fill('9h30');
  await page.getByLabel('Notes').fill('drizzle');
  await page.getByRole('link', { name: /Kit/ }).click();
  await expect(page.getByRole('heading', { name: 'Kit', level: 1 })).toBeVisible();
  await page.getByRole('link', { name: /Logbook/ }).click();
  await expect(page.getByLabel('Hours it ran')).toHaveValue('9h30');
  await expect(page.getByLabel('Notes')).toHaveValue('drizzle');
  await page.getByRole('button', { name: 'Record it' }).click();
  const records = page.getByRole('region', { name: 'Last records' });
  await expect(records).toContainText('9 h 30 min');
  await expect(page.getByLabel('Notes')).toHaveCount(0);
  await page.getByRole('heading', { name: 'Logbook', level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(records).not.toContainText('9 h 30 min');
  await page.keyboard.press('Control+Shift+z');
  await expect(records).toContainText('9 h 30 min');
});

test.describe('ports', () => {
  test('the shelf never puts a part where it collides; a full face names the others', async ({ page }) => {
    const id = await copyOf(page, 'Canal night bank box', 'Full face');
    await open(page, `/box/${id}/ports`);
    const clashes = () => page.locator('[data-finding^=port-], [data-finding^=flange], [data-finding^=plug]').count();
    for (let i = 0; i < 12; i++) {
      await page.getByRole('button', { name: /^12 V socket, 29 mm, capped/ }).click();
      if (await page.getByRole('alert').filter({ hasText: 'finds no place' }).isVisible()) break;
    }
    await expect(page.getByRole('alert').filter({ hasText: 'finds no place on the front' })).toBeVisible();
    await page.keyboard.press('Escape');
    expect(await clashes()).toBe(0);
  });

  test('a port’s part can be changed, a device more than once added', async ({ page }) => {
    const id = await copyOf(page, 'Saltmarsh hide box', 'Changed part');
    await open(page, `/box/${id}/ports`);
    await page.locator('[data-port=p6]').focus();
    await page.keyboard.press('Enter');
    await details(page)
      .getByLabel(/^It is/)
      .selectOption({ label: 'Circular screw connector, 12 mm, 2 pole' });
    await expect(page.locator('.last')).toContainText('Circular screw connector, 12 mm');
    await open(page, `/box/${id}/outing`);
    await page.getByRole('button', { name: /^Red work lamp,/ }).press('Enter');
    await details(page).getByLabel('How many more like it').selectOption('2');
    await page.getByRole('button', { name: 'more like it', exact: true }).click();
    await expect(page.getByRole('button', { name: /^Red work lamp( [23])?,/ })).toHaveCount(3);
  });
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  test('Find has a name; what is next and the findings are there with nothing chosen', async ({ page }) => {
    await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/outing`);
    await expect(page.getByRole('button', { name: 'Find', exact: true })).toBeVisible();
    const next = page.getByRole('region', { name: 'Next on this box' });
    await expect(next).toContainText('Clear the stops first');
    await expect(next.locator('[data-lead]')).toBeVisible();
    await next.getByRole('button', { name: /finding|Details/ }).click();
    await expect(details(page)).toBeVisible();
    await page.getByRole('button', { name: 'Close details' }).click();
    await expect(details(page)).toBeHidden();
  });
});

test('an open working follows the box', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Follows');
  await open(page, `/box/${id}/battery`);
  await details(page)
    .getByRole('button', { name: /Ah|[\d.]+/ })
    .first()
    .click();
  const sheet = details(page);
  await expect(sheet).toContainText('How it is worked out');
  const before = await sheet.innerText();
  await page.getByLabel('Age in years').fill('5');
  await page.getByLabel('Age in years').press('Enter');
  await expect(sheet).toContainText('How it is worked out');
  await expect(sheet).toContainText('5.0 years');
  expect(await sheet.innerText()).not.toBe(before);
});

test('a large need is met by a suggestion that holds, and Next does not say that all stands', async ({ page }) => {
  await newBox(page);
  await page.getByLabel('Type a line').fill('radio 60W all');
  await page.getByLabel('Type a line').press('Enter');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Battery/ }).click();
  await page.locator('.head [data-lead]').click();
  await expect(verdict(page, 'lasts')).toHaveAttribute('data-state', 'holds');
  await expect(page.getByRole('region', { name: 'Next', exact: true })).not.toContainText('stands');
});

test('the bench does not hold because one step is ticked', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Marks');
  await open(page, `/box/${id}/bench?view=build`);
  await page.getByRole('button', { name: 'Done, next' }).click();
  const rail = page.getByRole('navigation', { name: 'Stages' });
  await expect(rail.getByRole('img', { name: /^1 of \d+ steps done$/ })).toBeVisible();
  await expect(rail.getByRole('img', { name: /things to buy$/ })).toBeVisible();
});
