import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { itemFor, routineWith } from '#core/examples';
import type { OpenDatabase } from '~/db/open.server';
import { user } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { fileWithAnswers, findClients } from './clientFile.server';
import { daySheet } from './daySheet.server';
import { joinFiles, joinOf } from './joining.server';
import { openSignIn, principalOf } from './signIns.server';
import { planOf } from './planning.server';
import { clientStart } from './practising.server';
import { reviewOf } from './reviewing.server';
import { add, send, sendLog } from './testing/letters.server';
import {
  addClient,
  details,
  issueTo,
  joinedClient,
  NOW,
  screened,
  secondPractice,
  sessionOf,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

const DAY = 86_400_000;
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

const on = (days: number) => setting.moveTo(new Date(NOW.getTime() + days * DAY));
const write = (clientId: string, text: string) =>
  send(setting, owner, add('message', clientId, uuid(), { text }));

/** Two files of one person, each with a routine, a session, an interview and a message. */
async function two() {
  const into = await joinedClient(setting, owner, 'Tove Lark');
  await screened(setting, owner, into.clientId, 'osteoporosis');
  const first = await issueTo(setting, owner, into.clientId);
  await sendLog(setting, into.who, sessionOf(first));
  await write(into.clientId, 'Into.');
  on(2);
  const from = await joinedClient(setting, owner, 'Tove Larke');
  await screened(setting, owner, from.clientId, 'mobile-joints');
  const second = await issueTo(setting, owner, from.clientId);
  await sendLog(setting, from.who, sessionOf(second, NOW.getTime() + 2 * DAY));
  await write(from.clientId, 'From.');
  on(4);
  return { into, from, first, second };
}
const rowsOf = async (clientId: string) =>
  (await daySheet(setting, owner)).rows.filter(({ id }) => id === clientId);

describe('two files of one person', () => {
  it('become one: everything of both is read in the one that stays, and nothing is lost', async () => {
    const { into, from } = await two();
    const before = await joinOf(setting, owner, into.clientId, from.clientId);
    expect(before.from?.held).toMatchObject({
      versions: 1,
      sessions: 1,
      interviews: 1,
      messages: 1,
    });
    expect(before.others[0]?.id).toBe(from.clientId);
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });

    const review = await reviewOf(setting, owner, into.clientId);
    expect(review.sessions).toHaveLength(2);
    expect(review.rows[0]?.strokes).toHaveLength(2);
    expect(review.versions).toHaveLength(2);
    const { into: held } = await joinOf(setting, owner, into.clientId, null);
    expect(held.held).toMatchObject({ sessions: 2, messages: 2, interviews: 3 });
    expect(await rowsOf(into.clientId)).toMatchObject([{ lastPractised: '2026-03-12' }]);
    expect(await rowsOf(from.clientId)).toEqual([]);
    expect(await findClients(setting, owner, 'Larke')).toEqual([]);
  });

  it('counts every yes of either file until a therapist has asked again', async () => {
    const { into, from } = await two();
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });
    const { file, known } = await fileWithAnswers(setting, owner, into.clientId);
    const found = new Set(file.screening.map(({ condition }) => condition));
    expect([found.has('osteoporosis'), found.has('mobile-joints')]).toEqual([true, true]);
    expect(known.interviews.at(-1)?.confirmed).toBe(false);
    // Confirmed, it is as it was answered then.
    await screened(setting, owner, into.clientId, 'osteoporosis');
    const again = await fileWithAnswers(setting, owner, into.clientId);
    expect(again.file.screening.map(({ condition }) => condition)).toEqual(['osteoporosis']);
  });

  it('are led by the version issued last, whichever file it was in, and the next has a number of its own', async () => {
    const { into, from, second } = await two();
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });
    await screened(setting, owner, into.clientId);
    expect((await clientStart(setting, into.who)).version?.id).toBe(second);
    const plan = await planOf(setting, owner, into.clientId);
    expect(plan.versions.at(-1)?.id).toBe(second);
    await issueTo(setting, owner, into.clientId, routineWith(itemFor('calf')), 1);
    const { versions } = await reviewOf(setting, owner, into.clientId);
    expect(versions.map(({ number }) => number)).toEqual([1, 1, 2]);
  });

  it('keep the account that was used last; the other ends with its sign-ins', async () => {
    const { into, from } = await two();
    on(5);
    const token = await openSignIn(setting, { id: from.who.userId, role: 'client' }, 'phone');
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });
    expect(await principalOf(setting, token)).toMatchObject({
      userId: from.who.userId,
      clientId: into.clientId,
    });
    expect((await clientStart(setting, { ...from.who, clientId: into.clientId })).name).toBe(
      'Tove Lark',
    );
    const ended = await open.db.select().from(user).where(eq(user.id, into.who.userId));
    expect(ended[0]?.endedAt).not.toBeNull();
  });

  it('lead from the old address to the new, take nothing more, and are joined once', async () => {
    const { into, from } = await two();
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });
    const gone = { status: 410, details: { into: into.clientId } };
    await expect(reviewOf(setting, owner, from.clientId)).rejects.toMatchObject(gone);
    await expect(write(from.clientId, 'Late.')).rejects.toMatchObject({ status: 410 });
    await expect(
      joinFiles(setting, owner, { into: into.clientId, from: from.clientId }),
    ).rejects.toMatchObject({ status: 410 });
    // A file that took one in may go into a third: all of it goes along.
    const third = await addClient(setting, owner, details({ name: 'Tove L.' }));
    await joinFiles(setting, owner, { into: third, from: into.clientId });
    expect((await reviewOf(setting, owner, third)).versions).toHaveLength(2);
    await expect(reviewOf(setting, owner, from.clientId)).rejects.toMatchObject({
      details: { into: third },
    });
  });

  it('two who join them at once, in either direction, join them once', async () => {
    const { into, from } = await two();
    const ways = [
      { into: into.clientId, from: from.clientId },
      { into: from.clientId, from: into.clientId },
      { into: into.clientId, from: from.clientId },
    ];
    const done = await Promise.allSettled(ways.map((way) => joinFiles(setting, owner, way)));
    expect(done.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
  });

  it('are refused where they are one, of another practice, or both with a visit open; nothing is changed', async () => {
    const { into, from } = await two();
    const far = await addClient(setting, stranger, details({ name: 'Tove Lark' }));
    await expect(
      joinFiles(setting, owner, { into: into.clientId, from: into.clientId }),
    ).rejects.toMatchObject({ status: 422 });
    for (const way of [
      { into: into.clientId, from: far },
      { into: far, from: into.clientId },
    ])
      await expect(joinFiles(setting, owner, way)).rejects.toMatchObject({ status: 404 });
    const { startVisit } = await import('./visits.server');
    await startVisit(setting, owner, into.clientId);
    await startVisit(setting, owner, from.clientId);
    await expect(
      joinFiles(setting, owner, { into: into.clientId, from: from.clientId }),
    ).rejects.toMatchObject({ status: 409, message: expect.stringContaining('visit open') });
    expect((await reviewOf(setting, owner, from.clientId)).sessions).toHaveLength(1);
  });

  it('are not joined past unissued work in the one that goes in: nobody would find it again', async () => {
    const { into, from } = await two();
    const { draftRevision } = await planOf(setting, owner, from.clientId);
    const draft = { baseNumber: 1, content: routineWith(itemFor('calf')) };
    await send(setting, owner, add('draft', from.clientId, from.clientId, draft, draftRevision));
    const way = { into: into.clientId, from: from.clientId };
    await expect(joinFiles(setting, owner, way)).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('unissued work'),
    });
    expect((await planOf(setting, owner, from.clientId)).draft).not.toBeNull();
  });

  it('the record is still only ever added to: nothing else can be changed, in that way or any other', async () => {
    const { into, from } = await two();
    await joinFiles(setting, owner, { into: into.clientId, from: from.clientId });
    await expect(
      open.db.execute(sql`update message set client_id = ${from.clientId}`),
    ).rejects.toThrow();
    await expect(
      open.db.transaction(async (tx) => {
        await tx.execute(sql`select set_config('entspann.joining', 'on', true)`);
        await tx.execute(sql`update message set text = 'other'`);
      }),
    ).rejects.toThrow();
    await expect(
      open.db.transaction(async (tx) => {
        await tx.execute(sql`select set_config('entspann.joining', 'on', true)`);
        await tx.execute(sql`delete from message`);
      }),
    ).rejects.toThrow();
  });
});
