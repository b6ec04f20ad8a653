// What the logbook takes with 10,000 records and a series of a million rows, in the browser against a running server.
import { writeFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBrowser } from './ensure-browser.mjs';

const say = (name, text) => console.log(`${name.padEnd(44)} ${text}`);

/** Resident memory of a process now and at its highest, MB. */
function memoryMB(pid) {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const of = (name) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1] ?? 0) / 1024;
  return { now: of('VmRSS'), most: of('VmHWM') };
}

/** A meter's file of so many rows, one each five seconds. */
function meterFile(folder, rows) {
  const file = join(folder, 'million.csv');
  const from = Date.UTC(2026, 0, 1);
  const parts = ['Timestamp;Volts;Amps;Ah;Temp\n'];
  for (let i = 0; i < rows; i++)
    parts.push(
      `${new Date(from + 5000 * i).toISOString().slice(0, 19).replace('T', ' ')};${(12.5 + 0.8 * Math.sin(i / 5000)).toFixed(3)};${(-1 - (i % 100) / 200).toFixed(3)};${(-i / 1000).toFixed(3)};${(5 + (i % 50) / 10).toFixed(1)}\n`
    );
  writeFileSync(file, parts.join(''));
  return file;
}

/** How long the long history takes to open. */
async function historyOpened(page) {
  const times = [];
  for (let i = 0; i < 5; i++) {
    const began = performance.now();
    await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'History' }).click();
    await page.getByText('10000 records').waitFor();
    await page.getByRole('row').nth(60).waitFor();
    times.push(performance.now() - began);
    await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'Record' }).click();
    await page.waitForTimeout(500);
  }
  say('history of 10,000 records opened', `${times.sort((a, b) => a - b)[2].toFixed(0)} ms  (under 300 ms)`);
}

/** A meter's file of a million rows: taken in, and drawn. */
async function seriesTakenIn(page, address, folder) {
  const ROWS = 1_000_000;
  const file = meterFile(folder, ROWS);
  await page.goto(`${address}?view=history&part=series`);
  await page.waitForSelector('html[data-ready=true]');
  await page.getByRole('button', { name: 'Import a meter’s file' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('CSV or text file').setInputFiles(file);
  await dialog.getByRole('button', { name: 'Take it in' }).waitFor();
  const began = performance.now();
  await dialog.getByRole('button', { name: 'Take it in' }).click();
  await dialog.getByText(/rows are in/).waitFor({ timeout: 120_000 });
  say('import of 1,000,000 rows', `${((performance.now() - began) / 1000).toFixed(1)} s  (under 10 s)`);
  await page.keyboard.press('Escape');
  await page
    .getByRole('img', { name: /million/ })
    .locator('svg')
    .waitFor();
  const drawn = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(address);
    await page.waitForSelector('html[data-ready=true]');
    await page.waitForTimeout(800);
    await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'History' }).click();
    await page.getByText('10000 records').waitFor();
    const start = performance.now();
    await page.getByRole('button', { name: 'Meter’s series' }).click();
    await page
      .getByRole('img', { name: /million/ })
      .locator('svg path')
      .first()
      .waitFor({ state: 'attached' });
    drawn.push(performance.now() - start);
  }
  say('chart of 1,000,000 rows drawn', `${drawn.sort((a, b) => a - b)[2].toFixed(0)} ms  (under 500 ms)`);
}

/** @param server its process; url where it answers; folder for the file */
export async function reportLogbook(server, url, folder) {
  const { boxes } = await (await fetch(`${url}/api/boxes`)).json();
  const id = boxes.find((b) => b.name.startsWith('Canal')).id;
  const entry = { kind: 'wish', day: '2026-01-01', time: null, batteryIds: [], notes: 'bench' };
  for (let i = 0; i < 10_000; i++)
    await fetch(`${url}/api/boxes/${id}/logbook`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...entry, wish: `wish ${i}` })
    });
  const browser = await chromium.launch({
    executablePath: ensureBrowser(),
    args: ['--no-sandbox', '--disable-gpu']
  });
  const page = await browser.newPage();
  await page.goto(`${url}/box/${id}/logbook`);
  await page.waitForSelector('html[data-ready=true]');
  await page.waitForTimeout(1000);
  await historyOpened(page);
  await seriesTakenIn(page, `${url}/box/${id}/logbook`, folder);
  const memory = memoryMB(server.pid);
  say('memory of the server', `${memory.now.toFixed(0)} MB, at most ${memory.most.toFixed(0)} MB  (under 300 MB)`);
  await browser.close();
}
