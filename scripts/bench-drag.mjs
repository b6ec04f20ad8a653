// How many frames a second a dragged port gets on a face with 20 ports, measured in the browser.
import { chromium } from '@playwright/test';
import { ensureBrowser } from './ensure-browser.mjs';

const STEPS = 120;

/** Drags one port to and fro while the page notes when each frame came; prints the figures, judges nothing. */
export async function reportDrag(base, box) {
  const made = await (
    await fetch(`${base}/api/boxes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: base },
      body: JSON.stringify({ document: box })
    })
  ).json();
  const browser = await chromium.launch({ executablePath: ensureBrowser(), args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.goto(`${base}/box/${made.id}/ports`);
    await page.waitForSelector('html[data-ready=true]');
    await page.waitForTimeout(2500);
    const port = page.locator('[data-port=p4]');
    await port.scrollIntoViewIfNeeded();
    const at = await port.boundingBox();
    const [x, y] = [at.x + at.width / 2, at.y + 8];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 4, y);
    await page.evaluate(() => {
      window.frames60 = [];
      const note = (t) => {
        window.frames60.push(t);
        window.noting = requestAnimationFrame(note);
      };
      requestAnimationFrame(note);
    });
    for (let i = 0; i < STEPS; i++) await page.mouse.move(x + 60 * Math.sin(i / 9), y + 20 * Math.sin(i / 7));
    const times = await page.evaluate(() => {
      cancelAnimationFrame(window.noting);
      return window.frames60;
    });
    await page.mouse.up();
    const gaps = times
      .slice(1)
      .map((t, i) => t - times[i])
      .sort((a, b) => a - b);
    const share = gaps.filter((g) => g < 17.5).length / gaps.length;
    console.log(
      `dragging a port among 20, browser            ${(1000 / gaps[Math.floor(gaps.length / 2)]).toFixed(0)} frames/s  (60 wanted; ${(100 * share).toFixed(0)} % of ${gaps.length} frames in time, slowest ${gaps.at(-1).toFixed(0)} ms)`
    );
  } finally {
    await browser.close();
  }
}
