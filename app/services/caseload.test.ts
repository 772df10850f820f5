import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { addDays, weekOf, type Day } from '#core/calendar';
import { weeksSinceFirst } from '~/db/caseload.server';
import type { OpenDatabase } from '~/db/open.server';
import { practisedSession } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { CASELOAD_WEEKS, caseloadOf } from './caseload.server';
import { usualHere } from './expected.server';
import {
  addClient,
  details,
  issueTo,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let stranger: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  stranger = await secondPractice(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const today = NOW.toISOString().slice(0, 10);

/** A session with these first ratings. */
async function practised(
  clientId: string,
  versionId: string,
  day: string,
  before: (number | null)[],
) {
  const startedAt = new Date(`${day}T18:00:00Z`);
  await open.db.insert(practisedSession).values({
    id: uuid(),
    clientId,
    versionId,
    startedAt,
    endedAt: startedAt,
    day,
    status: 'finished',
    counts: true,
    stopReason: null,
    word: '',
    summary: {
      places: before.map((grade, n) => ({
        siteId: n === 0 ? 'calf' : 'chest',
        side: 'left' as const,
        before: grade,
        after: null,
        contactSeconds: 30,
        holdsDone: 1,
        holdsAsked: 1,
        tooMuch: false,
      })),
      holdsDone: before.length,
      holdsAsked: before.length,
      contactSeconds: 30,
      counts: true,
    },
  });
}

describe('the caseload', () => {
  it('has every client of the practice, with what was rated week by week and what was done', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Ada Quill' }));
    const versionId = await issueTo(setting, owner, clientId);
    const thisMonday = weekOf(today);
    await practised(clientId, versionId, addDays(thisMonday, -7), [6, 4]);
    await practised(clientId, versionId, addDays(thisMonday, -8), [8, null]);
    // Older than the weeks that are drawn.
    await practised(clientId, versionId, addDays(thisMonday, -7 * CASELOAD_WEEKS - 1), [10]);
    const quiet = await addClient(setting, owner, details({ name: 'Bo Quill' }));
    const { rows, mondays } = await caseloadOf(setting, owner);
    expect(mondays).toHaveLength(CASELOAD_WEEKS);
    const ada = rows.find(({ id }) => id === clientId);
    expect(ada?.grades.slice(-3)).toEqual([8, 5, null]);
    expect(ada).toMatchObject({ grade: 5, change: -3, done: 2 });
    expect(rows.find(({ id }) => id === quiet)).toMatchObject({
      grade: null,
      change: null,
      done: 0,
      share: null,
      brought: null,
    });
  });

  it('counts what a summary says, whoever wrote it and whatever else they claim', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Fay Quill' }));
    const versionId = await issueTo(setting, owner, clientId);
    await practised(clientId, versionId, today, [7, 0, null]);
    const mine = eq(practisedSession.clientId, clientId);
    const figures = async () => {
      const [row] = await open.db.select().from(practisedSession).where(mine);
      return [row?.ratings, row?.ratingsSum, row?.tooMuch, row?.onlyPain];
    };
    expect(await figures()).toEqual([2, 7, false, false]);
    await open.db.update(practisedSession).set({ ratings: 9, onlyPain: true }).where(mine);
    expect(await figures()).toEqual([2, 7, false, false]);
    const [row] = await open.db.select().from(practisedSession).where(mine);
    if (!row) throw new Error('There is no session.');
    const [first, ...others] = row.summary.places;
    if (!first) throw new Error('Nothing was rated.');
    const places = [{ ...first, before: 3, tooMuch: true, onlyPain: true as const }, ...others];
    await open.db
      .update(practisedSession)
      .set({ summary: { ...row.summary, places } })
      .where(mine);
    expect(await figures()).toEqual([2, 3, true, true]);
    // As an older edition may have kept it.
    await open.db
      .update(practisedSession)
      .set({ summary: sql`'{}'::jsonb` })
      .where(mine);
    expect(await figures()).toEqual([0, 0, false, false]);
  });

  it('shows nobody of another practice', async () => {
    await addClient(setting, owner, details({ name: 'Cy Quill' }));
    expect((await caseloadOf(setting, stranger)).rows).toEqual([]);
  });
});

describe('what is usual in the practice', () => {
  it('compares with the others of this practice after as many weeks, and names nobody', async () => {
    const begun = addDays(today, -40);
    const course = async (name: string, grades: [number, number], therapist = owner) => {
      const clientId = await addClient(setting, therapist, details({ name }));
      const versionId = await issueTo(setting, therapist, clientId);
      await practised(clientId, versionId, begun, [null, grades[0]]);
      // Of one week, the mean.
      await practised(clientId, versionId, addDays(begun, 28), [null, grades[1] - 1]);
      await practised(clientId, versionId, addDays(begun, 30), [null, grades[1] + 1]);
      return clientId;
    };
    const [me] = [await course('Dee Quill', [6, 5])];
    for (const [n, then] of [5, 4, 4, 3, 2].entries()) await course(`Other ${n}`, [6, then]);
    // What another practice sees is not counted.
    await course('Far Quill', [6, 10], stranger);
    const usual = await usualHere(setting, owner, me);
    expect(usual).toEqual([{ siteId: 'chest', week: 4, others: 5, usual: [-3, -2, -2], here: -1 }]);
    expect(JSON.stringify(usual)).not.toMatch(/Other|Quill/);
    await expect(usualHere(setting, stranger, me)).rejects.toMatchObject({ status: 404 });
    const fresh = await addClient(setting, owner, details({ name: 'Eve Quill' }));
    expect(await usualHere(setting, owner, fresh)).toEqual([]);
  });

  it('leaves out whose first week lies before what is looked at: their first there is not their first', async () => {
    const begun = addDays(today, -20);
    const course = async (name: string, first: Day) => {
      const clientId = await addClient(setting, stranger, details({ name }));
      const versionId = await issueTo(setting, stranger, clientId);
      await practised(clientId, versionId, first, [null, 8]);
      await practised(clientId, versionId, addDays(begun, 14), [null, 4]);
      return clientId;
    };
    const [long, lately, me] = [
      await course('Long Quill', addDays(begun, -200)),
      await course('Late Quill', begun),
      await course('My Quill', addDays(begun, -210)),
    ];
    const seen = async (most?: number) => {
      const of = { practiceId: stranger.practiceId, clientId: me };
      const rows = await weeksSinceFirst(open.db, of, ['chest'], most);
      return new Set(rows.map(({ clientId }) => clientId));
    };
    expect(await seen()).toContain(long);
    // Five of the others’ sessions, two of somebody else’s among them, reach back to the last one’s first, not to the other’s.
    const few = await seen(5);
    expect(few).toContain(lately);
    expect(few).not.toContain(long);
    // Of the client who is asked about all is read.
    expect(few).toContain(me);
  });
});
