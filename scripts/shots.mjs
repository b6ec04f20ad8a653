// Takes the pictures of docs/screenshots from the demo data. Needs a running demo: npm run shots -- [address]
import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBrowser } from './ensure-browser.mjs';
import { root } from './ensure.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4173';
const out = join(root, 'docs/screenshots');
mkdirSync(out, { recursive: true });
const browser = await chromium.launch({
  executablePath: ensureBrowser(), // software rendering, for the view that is turned about
  args: ['--no-sandbox', '--use-gl=angle', '--use-angle=swiftshader', '--enable-unsafe-swiftshader']
});
const { boxes } = await (await fetch(`${base}/api/boxes`)).json();
const idOf = (name) => boxes.find((b) => b.name.startsWith(name)).id;
const hide = idOf('Saltmarsh');
const canal = idOf('Canal');
const moor = idOf('Moor');

async function shot(name, path, { night = false, width = 1280, height = 800, wait = 900, scroll = 0, before } = {}) {
  const page = await (await browser.newContext({ viewport: { width, height } })).newPage();
  if (night) await page.addInitScript(() => localStorage.setItem('haversack-theme', 'night'));
  await page.goto(base + path);
  await page.waitForSelector('html[data-ready=true]');
  await page.waitForTimeout(wait);
  if (scroll) await page.locator('#main').evaluate((main, y) => (main.scrollTop = y), scroll);
  if (before) await before(page);
  // what is tried on copies is shown with its outcome
  await page.getByText('Trying remedies on a copy').first().waitFor({ state: 'hidden', timeout: 60_000 });
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.context().close();
}

await shot('shelf', '/', {
  before: async (page) => {
    await page.getByText('being worked out').first().waitFor({ state: 'hidden', timeout: 30_000 });
    // what the logbooks say comes after the boxes
    await page
      .getByText(/out last on/)
      .first()
      .waitFor({ timeout: 30_000 });
  }
});
for (const stage of ['outing', 'battery', 'case', 'ports', 'wiring', 'kit', 'bench', 'logbook']) {
  const at = { kit: `${canal}/kit?view=orders`, bench: `${canal}/bench?view=build` }[stage] ?? `${hide}/${stage}`;
  await shot(stage, `/box/${at}`, {
    before: async (page) => {
      if (stage === 'outing') await page.getByRole('button', { name: /^Lens heater band,/ }).press('Enter');
      if (stage === 'ports')
        await page
          .locator('[data-port=p2]')
          .focus()
          .then(() => page.keyboard.press('Enter'));
      if (stage === 'wiring')
        await page
          .getByRole('button', { name: /^C5/ })
          .focus()
          .then(() => page.keyboard.press('Enter'));
      await page.waitForTimeout(400);
    }
  });
}
await shot('outing-sure', `/box/${hide}/outing`, { wait: 3500, scroll: 585 });
await shot('season', `/box/${hide}/outing?view=season`, { wait: 2500 });
await shot('battery-compare', `/box/${hide}/battery?view=compare`, { wait: 5000 });
await shot('case-3d', `/box/${hide}/case`, {
  before: async (page) => {
    await page.getByRole('button', { name: 'Turn it about' }).click();
    await page.waitForTimeout(2500);
  }
});
await shot('learnt', `/box/${hide}/logbook?view=learnt`, { height: 1100, wait: 2500 });
await shot('live', `/box/${moor}/wiring?view=live`, {
  before: async (page) => {
    await page.getByRole('button', { name: 'S1 on' }).click();
    await page.waitForTimeout(400);
  }
});
await shot('design', `/box/${canal}/design`, {
  before: async (page) => {
    await page.getByRole('button', { name: 'Find boxes' }).first().click();
    await page.getByRole('button', { name: 'Look again' }).and(page.locator(':enabled')).waitFor({ timeout: 90_000 });
  }
});
await shot('variants', `/box/${hide}/variants`, { wait: 1500 });
await shot('outing-night', `/box/${hide}/outing`, { night: true });
await shot('lookup-phone', `/box/${idOf('Jetty')}/bench?view=lookup`, { width: 390, height: 844 });
await browser.close();
