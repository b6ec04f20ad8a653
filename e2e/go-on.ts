import type { Page } from '@playwright/test';

/** Goes on within the program, as a press of a link does. @returns false where the program does not stand in the page */
export async function goOn(page: Page, path: string): Promise<boolean> {
  if (page.url().startsWith('http')) await page.keyboard.press('Escape');
  const there = await page.evaluate((to) => {
    if (document.documentElement.dataset.ready !== 'true') return false;
    const link = document.createElement('a');
    link.href = to;
    document.body.append(link);
    link.click();
    link.remove();
    return true;
  }, path);
  if (!there) return false;
  await page.waitForURL((url) => url.pathname + url.search === path);
  // the address is told just before the view is drawn
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  return true;
}
