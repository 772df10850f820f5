import { expect, type Page } from '@playwright/test';

/** Waits until the application’s files and the person’s pages are on the device. */
export async function packed(page: Page): Promise<void> {
  let before = 0;
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect(async () => {
    const names = await page.evaluate(
      () =>
        new Promise<string[]>((done, fail) => {
          const asked = indexedDB.open('entspann-aside');
          asked.onerror = () => fail(new Error('There is nothing aside.'));
          asked.onsuccess = () => {
            const db = asked.result;
            if (!db.objectStoreNames.contains('sealed')) return done([]);
            const all = db.transaction('sealed').objectStore('sealed').getAllKeys();
            all.onsuccess = () => done(all.result.map(String));
          };
        }),
    );
    expect(names.filter((one) => one.endsWith('/pack'))).toHaveLength(1);
    // They come one after the other: all are there when no more comes.
    const drawings = names.filter((one) => one.includes('/drawing ')).length;
    const isMore = drawings > before;
    before = drawings;
    expect([drawings > 0, isMore]).toEqual([true, false]);
    expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  }).toPass({ timeout: 30_000, intervals: [1_000] });
}
