import { sql } from 'drizzle-orm';
import { expectOneByOne } from './oneByOne.server';
import { openTestDatabase } from './openTestDatabase.server';

describe('statements on one connection', () => {
  // Only a server has connections that can be spoken over; in memory there is nothing to see.
  if (process.env.TEST_DATABASE_URL) {
    it('are noticed when two are under way at once', async () => {
      const open = await openTestDatabase();
      await open.db.transaction(async (tx) => {
        await tx.execute(sql`select 1`);
        await tx.execute(sql`select 2`);
      });
      expect(expectOneByOne).not.toThrow();
      await open.db.transaction(async (tx) => {
        await Promise.all([tx.execute(sql`select 3`), tx.execute(sql`select 4`)]);
      });
      expect(expectOneByOne).toThrow(/select 4/);
      await open.close();
    });
  }

  it('leave nothing to say when there were none', () => {
    expect(expectOneByOne).not.toThrow();
  });
});
