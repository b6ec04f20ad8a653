// What a phone-class processor makes of a box: the first answer, and how long an edit keeps the screen from answering.
import { chromium } from '@playwright/test';
import { ensureBrowser } from './ensure-browser.mjs';

/** Four times slower than this machine. @source the usual stand-in for a phone of the middle class */
const SLOWER = 4;
const LOADS = 5;
const EDITS = 24;

const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)];

/** Notes when the first of the five answers was painted, as kept or as worked out, and when the box could be worked with. */
function noteFirstAnswer() {
  const when = (selector, name) => {
    const look = () => {
      if (!document.querySelector(selector)) return requestAnimationFrame(look);
      requestAnimationFrame(() => setTimeout(() => (window[name] = performance.now()), 0));
    };
    requestAnimationFrame(look);
  };
  when('[data-kept-answer=lasts], [data-verdict=lasts]', 'firstAnswer');
  when('[data-verdict=lasts]', 'workable');
}

/** Notes how long each press or key took until the screen showed it, as the browser counts it for INP. */
function noteInteractions() {
  window.took = [];
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) if (e.interactionId) window.took.push({ id: e.interactionId, ms: e.duration });
  }).observe({ type: 'event', durationThreshold: 16, buffered: true });
}

/** The worst event of each interaction, slowest last. */
async function interactions(page) {
  await page.waitForTimeout(400);
  const took = await page.evaluate(() => window.took.splice(0));
  const byId = new Map();
  for (const { id, ms } of took) byId.set(id, Math.max(ms, byId.get(id) ?? 0));
  return [...byId.values()].sort((a, b) => a - b);
}

/** A box opened cold, again and again. */
async function firstAnswers(browser, base, id) {
  const firsts = [];
  const workables = [];
  // the shelf was looked at before: what it says of a box is kept
  while ((await (await fetch(`${base}/api/boxes`)).json()).boxes.some((b) => b.pending))
    await new Promise((done) => setTimeout(done, 200));
  for (let i = 0; i < LOADS; i++) {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      isMobile: true,
      hasTouch: true,
      serviceWorkers: 'block'
    });
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    await page.addInitScript(noteFirstAnswer);
    await page.goto(`${base}/box/${id}/outing`);
    await page.waitForFunction(() => window.workable !== undefined);
    firsts.push(await page.evaluate(() => window.firstAnswer));
    workables.push(await page.evaluate(() => window.workable));
    await context.close();
  }
  console.log(
    `first answer on a phone (${SLOWER} x slowed), cold    ${(median(firsts) / 1000).toFixed(2)} s   (under 2.5 s; slowest of ${LOADS}: ${(Math.max(...firsts) / 1000).toFixed(2)} s)`
  );
  console.log(
    `the same box ready to be worked with              ${(median(workables) / 1000).toFixed(2)} s   (slowest ${(Math.max(...workables) / 1000).toFixed(2)} s)`
  );
}

/** What the page takes to answer a change, and undo and redo. */
async function editsAnswered(browser, base, id) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.addInitScript(noteInteractions);
  const session = await context.newCDPSession(page);
  await page.goto(`${base}/box/${id}/battery`);
  await page.waitForSelector('html[data-ready=true]');
  await page.waitForTimeout(4000);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.goto(`${base}/box/${id}/wiring?view=paths`);
  await page.waitForSelector('html[data-ready=true]');
  await page.getByRole('region', { name: 'Path by path' }).getByRole('button').first().waitFor();
  await page.getByRole('region', { name: 'Path by path' }).getByRole('button', { name: 'P1' }).first().click();
  const details = page.getByRole('complementary', { name: 'Details' });
  const size = details.getByLabel('Size', { exact: true });
  await size.waitFor();
  await page.waitForTimeout(6000);
  await interactions(page);
  // a choice by the keyboard is one interaction, and one edit of the box
  await size.focus();
  for (let i = 0; i < EDITS; i++) {
    await page.keyboard.press(i % 2 === 0 ? 'ArrowDown' : 'ArrowUp');
    await page.waitForTimeout(700);
  }
  const edits = await interactions(page);
  await page.keyboard.press('Escape');
  for (let i = 0; i < EDITS / 2; i++) {
    await page.keyboard.press(i % 2 === 0 ? 'Control+z' : 'Control+Shift+Z');
    await page.waitForTimeout(700);
  }
  const undos = await interactions(page);
  for (const [what, list] of [
    ['an edit of a wire', edits],
    ['undo and redo', undos]
  ])
    console.log(
      `${`INP of ${what} (${SLOWER} x slowed)`.padEnd(44)} ${list.length ? `${median(list).toFixed(0)} ms  (under 100 ms; slowest of ${list.length}: ${list.at(-1).toFixed(0)} ms)` : 'none seen'}`
    );
}

/** @param name of a demo box */
export async function reportPhone(base, name) {
  const { boxes } = await (await fetch(`${base}/api/boxes`)).json();
  const { id } = boxes.find((b) => b.name === name);
  const browser = await chromium.launch({ executablePath: ensureBrowser(), args: ['--no-sandbox', '--disable-gpu'] });
  try {
    await firstAnswers(browser, base, id);
    await editsAnswered(browser, base, id);
  } finally {
    await browser.close();
  }
}

if (process.argv[2]) await reportPhone(process.argv[2], process.argv[3] ?? 'Saltmarsh hide box');
