import { asc, eq, sql } from 'drizzle-orm';
import { checkRoutine, expand } from '#core/routine';
import { begin, replay, summarise } from '#core/session';
import { answersOf, screen } from '#core/screening';
import { COURSES } from '#core/simulation';
import type { OpenDatabase } from '~/db/open.server';
import { eventsOf } from '~/db/sessions.server';
import {
  client,
  practisedSession,
  routine,
  routineVersion,
  sessionEvent,
  user,
} from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { answersInForce } from '../inForce.server';
import { verifyPassword } from '../secret.server';
import { CLIENTS } from './people';
import { DEMO_PASS_PHRASE, demoPeopleToPrint, seedDemo } from './seed.server';

const NOW = new Date('2026-03-11T09:00:00Z');
let open: OpenDatabase;

// The demo lives in a folder, never on a server.
const elsewhere = process.env.TEST_DATABASE_URL !== undefined;

beforeAll(async () => {
  if (elsewhere) return;
  open = await openTestDatabase();
  await seedDemo(open.db, NOW);
});
afterAll(async () => {
  if (!elsewhere) await open.close();
});

/** What a seeding must reproduce: everything but the salted pass phrases. */
async function contents({ db }: OpenDatabase) {
  const [sessions, versions, clients, events] = await Promise.all([
    db.select().from(practisedSession).orderBy(asc(practisedSession.id)),
    db.select().from(routineVersion).orderBy(asc(routineVersion.id)),
    db.select().from(client).orderBy(asc(client.id)),
    db
      .select({ n: sql<number>`count(*)::integer`, last: sql<string>`max(id::text)` })
      .from(sessionEvent),
  ]);
  return { sessions, versions, clients, events };
}

(elsewhere ? describe.skip : describe)('the demo data', () => {
  it('are the same for the same day', async () => {
    const again = await openTestDatabase();
    await seedDemo(again.db, new Date(NOW.getTime() + 3_600_000));
    expect(await contents(again)).toEqual(await contents(open));
    await again.close();
  });

  it('hold ten clients over eight weeks, every course among them, and leave today free', async () => {
    const { sessions, clients } = await contents(open);
    expect(clients).toHaveLength(10);
    expect(new Set(CLIENTS.map(({ course }) => course))).toEqual(new Set(Object.keys(COURSES)));
    const days = sessions.map(({ day }) => day).sort();
    expect(days[0]?.slice(0, 7)).toBe('2026-01');
    expect(days.at(-1)).toBe('2026-03-10');
    expect(sessions.length).toBeGreaterThan(200);
  });

  it('hold only routines that could have been issued, by what each client’s screening found too', async () => {
    const versions = await open.db
      .select({
        content: routineVersion.content,
        number: routineVersion.number,
        clientId: client.id,
        name: client.name,
      })
      .from(routineVersion)
      .innerJoin(routine, eq(routine.id, routineVersion.routineId))
      .innerJoin(client, eq(client.id, routine.clientId));
    expect(versions.length).toBeGreaterThan(10);
    for (const { content, number, clientId, name } of versions) {
      const { interviews } = await answersInForce(open.db, clientId);
      // What a client has answered alone since was not known when it was issued.
      const answers = answersOf(interviews.find(({ confirmed }) => confirmed)?.replies ?? []);
      const refused = checkRoutine(content, {
        minutesPerDay: null,
        firstVersion: number === 1,
        screening: screen(answers),
      }).filter(({ verdict }) => verdict === 'refuse');
      expect([name, refused]).toEqual([name, []]);
    }
  });

  it('hold sessions whose summaries are what their logs say', async () => {
    const { sessions, versions } = await contents(open);
    const content = new Map(versions.map((version) => [version.id, version.content]));
    for (const session of sessions.filter((_, index) => index % 25 === 0)) {
      const routine = content.get(session.versionId);
      if (!routine) throw new Error('a session without a version');
      const state = replay(begin(expand(routine)), await eventsOf(open.db, session.id));
      expect(summarise(state)).toEqual(session.summary);
      expect(state.status).toBe(session.status);
    }
  });

  it('let everybody sign in with the phrase that is printed', async () => {
    const people = await demoPeopleToPrint(open.db);
    expect(people.slice(0, 2).map(({ role }) => role)).toEqual(['owner', 'therapist']);
    expect(people).toHaveLength(12);
    const [first] = await open.db.select().from(user);
    expect(await verifyPassword(first?.passwordHash ?? '', DEMO_PASS_PHRASE)).toBe(true);
    for (const { email } of people) expect(email).toMatch(/\.example$/);
  });

  it('are not poured over a practice that is there', async () => {
    await expect(seedDemo(open.db, NOW)).rejects.toThrow(/already holds a practice/);
  });
});
