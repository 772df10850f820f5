import { scheduleReminders } from './reminders';

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe('looking for reminders', () => {
  it('is one look at a time, and an error ends one look only', async () => {
    let under = 0;
    let most = 0;
    let looks = 0;
    const failed: unknown[] = [];
    const stop = scheduleReminders(
      async () => {
        looks += 1;
        under += 1;
        most = Math.max(most, under);
        await wait(15);
        under -= 1;
        if (looks === 1) throw new Error('the database is away');
      },
      (error) => failed.push(error),
      4,
    );
    await wait(120);
    await stop();
    expect(most).toBe(1);
    expect(looks).toBeGreaterThan(2);
    expect(failed).toHaveLength(1);
  });

  it('waits for the look under way when it ends, and begins none after', async () => {
    let done = 0;
    const stop = scheduleReminders(
      () => wait(30).then(() => (done += 1)),
      () => undefined,
      2,
    );
    await wait(10);
    await stop();
    expect(done).toBe(1);
    await wait(40);
    expect(done).toBe(1);
  });
});
