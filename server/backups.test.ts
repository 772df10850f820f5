import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backupName, isDue, keepNewest, scheduleBackups } from './backups';

// Where modules are native, Jest’s own object is reached by way of the module.
const timers = import.meta.jest;
/** Disks take what they take: looked at again until it holds. */
async function until(holds: () => boolean): Promise<void> {
  for (let turn = 0; !holds() && turn < 100_000; turn += 1) {
    await new Promise((next) => setImmediate(next));
  }
  expect(holds()).toBe(true);
}

const HOUR = 3_600_000;
const NOW = new Date('2026-03-10T18:00:00Z');
let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'entspann-backups-'));
});
afterEach(() => {
  timers.useRealTimers();
  rmSync(folder, { recursive: true, force: true });
});

const put = (...hoursAgo: number[]) => {
  for (const hours of hoursAgo) {
    writeFileSync(join(folder, backupName(new Date(NOW.getTime() - hours * HOUR))), 'x');
  }
};

describe('backups that are taken by themselves', () => {
  it('are due when there is none, or the newest is as old as that', async () => {
    expect(await isDue(folder, 24 * HOUR, NOW)).toBe(true);
    put(30, 25);
    expect(await isDue(folder, 24 * HOUR, NOW)).toBe(true);
    put(23);
    expect(await isDue(folder, 24 * HOUR, NOW)).toBe(false);
    expect(await isDue(folder, 23 * HOUR, NOW)).toBe(true);
  });

  it('keep the newest, and leave alone what is nobody’s here', async () => {
    put(1, 2, 3, 4, 5);
    writeFileSync(join(folder, 'letter.txt'), 'x');
    writeFileSync(join(folder, 'entspann-half.backup.making'), 'x');
    expect(await keepNewest(folder, 3)).toEqual(
      [5, 4].map((hours) => backupName(new Date(NOW.getTime() - hours * HOUR))),
    );
    expect(readdirSync(folder)).toHaveLength(5);
    expect(await keepNewest(folder, 3)).toEqual([]);
  });

  it('are taken at the start when one was missed, one at a time, and a failure is told', async () => {
    timers.useFakeTimers({ doNotFake: ['Date', 'setImmediate', 'nextTick', 'queueMicrotask'] });
    const taken: string[] = [];
    const failed: unknown[] = [];
    const tell = {
      taken: (name: string) => taken.push(name),
      failed: (error: unknown) => failed.push(error),
    };
    let begun = 0;
    let finish = (): void => undefined;
    const take = (file: string) => {
      begun += 1;
      writeFileSync(file, 'x');
      return new Promise<void>((done) => {
        finish = done;
      });
    };
    const stop = scheduleBackups({ folder, everyMs: 1, keep: 2 }, take, tell);
    await until(() => begun === 1);
    // The first is not done yet: at the next looks no second is begun.
    timers.advanceTimersByTime(50);
    expect(begun).toBe(1);
    finish();
    await until(() => taken.length === 1);
    timers.advanceTimersByTime(1);
    await until(() => begun === 2);
    expect(readdirSync(folder)).toHaveLength(2);
    stop();
    // A file in the place of the folder.
    const stopFailing = scheduleBackups(
      { folder: join(folder, taken[0] ?? ''), everyMs: HOUR, keep: 1 },
      take,
      tell,
    );
    await until(() => failed.length === 1);
    stopFailing();
    expect(begun).toBe(2);
  });
});
