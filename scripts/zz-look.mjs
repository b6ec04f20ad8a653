import { chromium } from '@playwright/test';
import { ensureBrowser } from './ensure-browser.mjs';
const base='http://127.0.0.1:4173';
const browser = await chromium.launch({ executablePath: ensureBrowser(), args: ['--no-sandbox','--use-gl=angle','--use-angle=swiftshader','--enable-unsafe-swiftshader'] });
const { boxes } = await (await fetch(`${base}/api/boxes`)).json();
const id = (n) => boxes.find((b) => b.name.startsWith(n)).id;
export async function shot(name, path, o={}) {
  const page = await (await browser.newContext({ viewport: { width: o.width??1280, height: o.height??800 } })).newPage();
  page.on('pageerror', e => console.log('ERR', e.message)); page.on('console', m => m.type()==='error' && console.log('CON', m.text()));
  if (o.night) await page.addInitScript(() => localStorage.setItem('haversack-theme','night'));
  await page.goto(base+path); await page.waitForSelector('html[data-ready=true]'); await page.waitForTimeout(o.wait??900);
  if (o.before) await o.before(page);
  if (o.scroll) await page.locator('#main').evaluate((m,y)=>(m.scrollTop=y),o.scroll);
  await page.waitForTimeout(300);
  await page.screenshot({ path: `/tmp/${name}.png` }); await page.context().close();
}
const jobs = await import('/tmp/jobs.mjs');
await jobs.default(shot, id);
await browser.close();
