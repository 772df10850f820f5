import type { Database } from './database.server';
import { once, oneReading } from './reading.server';

/** A database that nobody asks: what is tested is who is asked, and how often. */
const db = { name: 'data' } as unknown as Database;

describe('a page that reads', () => {
  it('asks the same question once, however many of its parts ask, and all get the same answer', async () => {
    let asked = 0;
    const fileOf = once(async (_db: Database, id: string) => {
      await Promise.resolve();
      asked += 1;
      return { id };
    });
    const reading = oneReading(db);
    const answers = await Promise.all([
      fileOf(reading, 'a'),
      fileOf(reading, 'a'),
      fileOf(reading, 'b'),
    ]);
    expect(asked).toBe(2);
    expect(answers[0]).toBe(answers[1]);
    expect(answers[2]).toEqual({ id: 'b' });
    expect(await fileOf(reading, 'a')).toBe(answers[0]);
  });

  it('does not mix questions that take the same words', async () => {
    const first = once((_db: Database, id: string) => Promise.resolve(`first ${id}`));
    const second = once((_db: Database, id: string, most: number) =>
      Promise.resolve(`second ${id} ${most}`),
    );
    const reading = oneReading(db);
    expect(await first(reading, 'a')).toBe('first a');
    expect(await second(reading, 'a', 1)).toBe('second a 1');
    expect(await second(reading, 'a', 2)).toBe('second a 2');
  });

  it('knows nothing of another page’s answers, nor of what is asked outside of a reading', async () => {
    let asked = 0;
    const count = once(() => Promise.resolve((asked += 1)));
    const [one, other] = [oneReading(db), oneReading(db)];
    expect([await count(one), await count(one), await count(other)]).toEqual([1, 1, 2]);
    expect([await count(db), await count(db)]).toEqual([3, 4]);
  });

  it('tells everybody of one failure, and is the data otherwise', async () => {
    const broken = once(() => Promise.reject<string>(new Error('away')));
    const reading = oneReading(db);
    await expect(broken(reading)).rejects.toThrow('away');
    await expect(broken(reading)).rejects.toThrow('away');
    expect((reading as unknown as { name: string }).name).toBe('data');
  });
});
