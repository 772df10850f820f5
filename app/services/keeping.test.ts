import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { OpenDatabase } from '~/db/open.server';
import { audit, keptLetter, mapPoint } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { pointsOf } from '~/db/visits.server';
import { keepLetters, postSchema } from '~/keeping/server/keep.server';
import type { Principal } from '~/keeping/server/setting.server';
import { keepForm, sealingSecret } from './keeping.server';
import { KEEPERS } from './keepers/index.server';
import { add, post, send } from './testing/letters.server';
import {
  addClient,
  details,
  joinedClient,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { finishVisit, reopenVisit, startVisit, visitPage } from './visits.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const point = (rating = 5) => ({
  visitId: null,
  point: {
    thread: uuid(),
    siteId: 'calf',
    side: 'left' as const,
    across: 0,
    down: 0,
    rating,
  },
});

describe('keeping a letter', () => {
  it('stores the thing, the memory of the letter and its line in the audit trail', async () => {
    const clientId = await addClient(setting, owner, details());
    const letter = add('point', clientId, uuid(), point());
    expect(await send(setting, owner, letter)).toBe(1);
    expect(await pointsOf(open.db, clientId)).toHaveLength(1);
    expect(
      await open.db.select().from(keptLetter).where(eq(keptLetter.id, letter.id)),
    ).toMatchObject([{ kind: 'point', userId: owner.userId, clientId, revision: 1 }]);
    const lines = await open.db.select().from(audit).where(eq(audit.subject, clientId));
    expect(lines.map(({ action }) => action)).toContain('kept a tender point');
    await expect(open.db.delete(keptLetter)).rejects.toThrow();
  });

  it('answers the same again from memory, and refuses another body under the same id', async () => {
    const clientId = await addClient(setting, owner, details());
    const letter = add('point', clientId, uuid(), point());
    expect(await post(setting, owner, [letter, letter])).toEqual([
      { id: letter.id, is: 'kept', revision: 1 },
      { id: letter.id, is: 'kept', revision: 1 },
    ]);
    const [answer] = await post(setting, owner, [{ ...letter, body: point(9) }]);
    expect(answer).toMatchObject({ is: 'refused', status: 409 });
    expect(await pointsOf(open.db, clientId)).toHaveLength(1);
  });

  it('sent at the same moment twice is kept once', async () => {
    const clientId = await addClient(setting, owner, details());
    const letter = add('point', clientId, uuid(), point());
    await Promise.all(Array.from({ length: 5 }, () => send(setting, owner, letter)));
    expect(await pointsOf(open.db, clientId)).toHaveLength(1);
    const file = add('client file', null, uuid(), details());
    await Promise.all(Array.from({ length: 3 }, () => send(setting, owner, file)));
  });

  it('goes by the letter before it, whose revision its writer did not know yet', async () => {
    const clientId = await addClient(setting, owner, details());
    const first = add('point', clientId, uuid(), point());
    const body = { ...point(7), visitId: null };
    const second = add('point', clientId, first.thing, body, first.id);
    const third = add('point', clientId, first.thing, { ...body, point: null }, second.id);
    expect((await post(setting, owner, [first, second, third])).map(({ is }) => is)).toEqual([
      'kept',
      'kept',
      'kept',
    ]);
    const orphan = add('point', clientId, first.thing, body, uuid());
    expect((await post(setting, owner, [orphan]))[0]).toMatchObject({ is: 'refused', status: 409 });
  });

  it('that is refused takes no other along', async () => {
    const clientId = await addClient(setting, owner, details());
    const answers = await post(setting, owner, [
      add('point', clientId, uuid(), point()),
      add('point', clientId, uuid(), point(44)),
      add('point', uuid(), uuid(), point()),
      add('point', clientId, uuid(), point()),
    ]);
    expect(answers.map(({ is }) => is)).toEqual(['kept', 'refused', 'refused', 'kept']);
  });

  it('for a thing in trouble waits with what follows it, and the others go on', async () => {
    const clientId = await addClient(setting, owner, details());
    const broken = add('point', clientId, uuid(), point());
    const follows = add('point', clientId, broken.thing, point(), broken.id);
    const other = add('clearance', clientId, uuid(), {
      condition: 'clot',
      kind: 'cleared',
      by: 'Dr Amsel',
      on: '2026-03-01',
      note: '',
    });
    const heard: unknown[] = [];
    const at = NOW.getTime();
    const letters = [broken, follows, other].map((letter) => ({ ...letter, at }));
    const answers = await keepLetters(
      setting,
      owner,
      {
        ...KEEPERS,
        each: { ...KEEPERS.each, point: () => Promise.reject(new TypeError('broken')) },
      },
      postSchema.parse({ from: owner.userId, sentAt: at, letters }),
      (error) => heard.push(error),
    );
    expect(answers.map(({ is }) => is)).toEqual(['later', 'later', 'refused']);
    expect(heard).toHaveLength(1);
  });

  it('is turned down whole when somebody else is signed in than the one who wrote', async () => {
    const stranger = await secondPractice(setting);
    const clientId = await addClient(setting, owner, details());
    const at = NOW.getTime();
    const letters = [{ ...add('point', clientId, uuid(), point()), at }];
    const asOwner = postSchema.parse({ from: owner.userId, sentAt: at, letters });
    await expect(
      keepLetters(setting, stranger, KEEPERS, asOwner, () => undefined),
    ).rejects.toMatchObject({ status: 403, details: { otherPerson: true } });
    expect((await post(setting, stranger, letters))[0]).toMatchObject({ status: 404 });
  });

  it('lets a client write in no file but their own, and no kind that is the therapist’s', async () => {
    const mine = await joinedClient(setting, owner);
    const other = await joinedClient(setting, owner, 'Jory Vane');
    const answers = await post(setting, mine.who, [
      add('point', other.clientId, uuid(), point()),
      add('details', null, mine.clientId, details()),
      add('point', null, uuid(), point()),
    ]);
    expect(answers.map((answer) => (answer.is === 'refused' ? answer.status : answer.is))).toEqual([
      404,
      403,
      'kept',
    ]);
  });

  it('takes the time of writing from the device, set right, and never from the time to come', async () => {
    const clientId = await addClient(setting, owner, details());
    const at = NOW.getTime();
    const write = async (writtenAt: number, sentAt: number) => {
      const letter = { ...add('point', clientId, uuid(), point()), at: writtenAt };
      await post(setting, owner, [letter], sentAt);
      const [row] = await open.db.select().from(mapPoint).where(eq(mapPoint.id, letter.thing));
      return (row?.at.getTime() ?? 0) - at;
    };
    expect(await write(at - 60_000, at)).toBe(-60_000);
    // Three days ahead, and three days behind: an hour before it was sent all the same.
    const days = 3 * 86_400_000;
    expect(await write(at + days - 3_600_000, at + days)).toBe(-3_600_000);
    expect(await write(at - days - 3_600_000, at - days)).toBe(-3_600_000);
    expect(await write(at + days, at)).toBe(0);
  });
});

it('a point that a colleague pressed under another id is named, and changed when one insists', async () => {
  const clientId = await addClient(setting, owner, details());
  const theirs = add('point', clientId, uuid(), point(5));
  await send(setting, owner, theirs);
  const body = { ...theirs.body, point: theirs.body.point && { ...theirs.body.point, rating: 8 } };
  const [refused] = await post(setting, owner, [add('point', clientId, uuid(), body)]);
  expect(refused).toMatchObject({
    is: 'refused',
    details: { thing: theirs.thing, revision: 1 },
  });
  expect(await send(setting, owner, add('point', clientId, theirs.thing, body, 1))).toBe(2);
});

it('a thing whose id is taken for good is refused, and not sent for ever', async () => {
  const clientId = await addClient(setting, owner, details());
  const [answer] = await post(setting, owner, [add('client file', null, clientId, details())]);
  expect(answer).toMatchObject({ is: 'refused', status: 409 });
});

describe('a visit that is finished while things come in', () => {
  it('has in its summary all that was kept before, and is opened again for what came too late', async () => {
    const clientId = await addClient(setting, owner, details());
    const { id: visitId } = await startVisit(setting, owner, clientId);
    const letters = Array.from({ length: 6 }, () =>
      add('point', clientId, uuid(), { ...point(), visitId }),
    );
    const [summary, ...answers] = await Promise.all([
      finishVisit(setting, owner, clientId),
      ...letters.map((letter) => post(setting, owner, [letter])),
    ]);
    const kept = answers.flat().filter(({ is }) => is === 'kept').length;
    // What the summary counts is what was kept: no point is in the visit and missing in its summary.
    expect(summary.tender).toBe(kept);
    const late = add('point', clientId, uuid(), { ...point(), visitId });
    const [refused] = await post(setting, owner, [late]);
    expect(refused).toMatchObject({ is: 'refused', details: { finished: true, visitId } });
    await reopenVisit(setting, owner, clientId, visitId);
    expect(await send(setting, owner, late)).toBe(1);
    expect((await finishVisit(setting, owner, clientId)).tender).toBe(kept + 1);
  });

  it('is not opened again on another day, nor when another followed', async () => {
    const clientId = await addClient(setting, owner, details());
    const { id } = await startVisit(setting, owner, clientId);
    await finishVisit(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 86_400_000));
    await expect(reopenVisit(setting, owner, clientId, id)).rejects.toMatchObject({ status: 409 });
    await startVisit(setting, owner, clientId);
    await expect(reopenVisit(setting, owner, clientId, id)).rejects.toMatchObject({ status: 409 });
    expect((await visitPage(setting, owner, clientId)).past).toHaveLength(1);
  });
});

describe('a form that posts by itself', () => {
  it('is kept once by the id its page gave it, and refused with its fields', async () => {
    const clientId = uuid();
    const form = { letter: uuid(), name: 'Marrow', timeZone: 'UTC' };
    const given = { kind: 'client file' as const, clientId: null, thing: clientId, form };
    const body = { ...form, minutesPerDay: '', affectedSide: '', nextVisit: '' };
    await keepForm(setting, owner, { ...given, body });
    await keepForm(setting, owner, { ...given, body });
    const wrong = { ...given, thing: uuid(), form: { letter: uuid() } };
    await expect(
      keepForm(setting, owner, { ...wrong, body: { ...body, name: '' } }),
    ).rejects.toMatchObject({
      status: 422,
      details: { fields: { name: 'Enter a name.' } },
    });
    await expect(
      keepForm(setting, owner, { ...given, form: { letter: 'x' }, body }),
    ).rejects.toMatchObject({ status: 422 });
  });
});

it('a person’s devices seal with the same secret at every sign-in, and each person has their own', async () => {
  const [one, two] = await Promise.all([
    sealingSecret(setting, owner),
    sealingSecret(setting, owner),
  ]);
  expect(one).toBe(two);
  expect(Buffer.from(one, 'base64url')).toHaveLength(32);
  const { who } = await joinedClient(setting, owner, 'Ilka Storm');
  expect(await sealingSecret(setting, who)).not.toBe(one);
});
