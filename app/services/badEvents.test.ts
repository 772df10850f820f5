import { v7 as uuid } from 'uuid';
import { chanceFrom, practiseOnce } from '#core/simulation';
import type { SessionEvent } from '#core/session';
import { eventsOf } from '~/db/sessions.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { MOST_LETTERS, type Letter } from '~/keeping/letter';
import { postSchema } from '~/keeping/server/keep.server';
import type { Principal } from '~/keeping/server/setting.server';
import { ownSessionLog } from './ownLog.server';
import { routineToPractise } from './practising.server';
import { lettersOf, post } from './testing/letters.server';
import {
  issueTo,
  joinedClient,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

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

const MINUTE = 60_000;

/** A client with a whole good log that is ready to be sent. */
async function logged(name: string, startedAt = NOW.getTime() - 30 * MINUTE) {
  const { clientId, who } = await joinedClient(setting, owner, name);
  setting.moveTo(new Date(NOW.getTime() - 86_400_000));
  const versionId = await issueTo(setting, owner, clientId);
  setting.moveTo(NOW);
  const { version } = await routineToPractise(setting, who);
  if (!version) throw new Error('no version');
  const calm = {
    tenderness: () => 4,
    fadeSeconds: 20,
    easesOff: true,
    stopsAtStep: null,
    word: '',
  };
  const { events } = practiseOnce(version.steps, startedAt, calm, chanceFrom(7));
  const log = { id: uuid(), versionId, ledId: version.ledId, startedAt, events };
  return { clientId, who, log, steps: version.steps };
}
const answersTo = async (who: Principal, letters: readonly Letter[]) =>
  (await post(setting, who, letters)).map((answer) =>
    answer.is === 'kept' ? 'kept' : answer.is === 'refused' ? answer.says : answer.is,
  );
const keptOf = async (id: string) => (await eventsOf(open.db, id)).map((event) => event.id);

describe('events that are not as they should be', () => {
  it('are refused one by one with a sentence, and none of the good ones beside them is lost', async () => {
    const { who, log } = await logged('Mixed Bag');
    const good = lettersOf(log);
    const [first] = good;
    if (!first) throw new Error('no event');
    const wrong = (event: Record<string, unknown>): Letter => ({
      ...first,
      id: uuid(),
      body: { ...first.body, event: { ...first.body.event, ...event } } as Letter['body'],
    });
    const bad = [
      wrong({ type: 'rated', step: 0, grade: 11, seq: 900 }),
      wrong({ type: 'no such thing', seq: 901 }),
      wrong({ type: 'rated', step: -1, grade: 3, seq: 902 }),
      wrong({ type: 'stopped', reason: 'bored', seq: 903 }),
    ];
    const said = await answersTo(who, [...bad.slice(0, 2), ...good, ...bad.slice(2)]);
    expect(said.slice(2, -2).every((one) => one === 'kept')).toBe(true);
    for (const one of [...said.slice(0, 2), ...said.slice(-2)]) expect(one).toMatch(/^[A-Z].*\.$/);
    expect(await keptOf(log.id)).toEqual(log.events.map(({ id }) => id));
  });

  it('of somebody else’s routine, or somebody else’s session, are not there for them', async () => {
    const { log } = await logged('Own Routine');
    const { who: other } = await logged('Other Person');
    const foreign = await answersTo(other, lettersOf({ ...log, id: uuid() }).slice(0, 3));
    for (const one of foreign) expect(one).toBe('There is no such routine.');
    const far = await secondPractice(setting);
    const { who: stranger } = await joinedClient(setting, far, 'Far Away');
    const { who, log: second } = await logged('Second Own');
    await answersTo(who, lettersOf(second));
    const stolen = await answersTo(stranger, lettersOf(second).slice(0, 2));
    for (const one of stolen) expect(one).toMatch(/^There is no such/);
    await expect(ownSessionLog(setting, stranger, second.id)).rejects.toThrow('no such session');
    expect(await keptOf(second.id)).toHaveLength(second.events.length);
  });

  it('from the time to come are put where they can have been, and noted', async () => {
    const { who, log, clientId } = await logged('Wrong Clock', NOW.getTime() + 40 * 86_400_000);
    const sentAt = log.events.at(-1)?.at ?? 0;
    await post(setting, who, lettersOf(log), sentAt + 1_000);
    const { sessionLogOf } = await import('./reviewing.server');
    const [line] = (await sessionLogOf(setting, owner, clientId)).sessions;
    expect(line).toMatchObject({ clock: 'corrected', counts: true });
    expect(line?.startedAt).toBeLessThanOrEqual(NOW.getTime());
  });

  it('in any order, in pieces, and again and again, are each there once and tell the same', async () => {
    const { who, log } = await logged('Shuffled');
    const letters = lettersOf(log);
    const chance = chanceFrom(11);
    const shuffled = letters
      .map((letter) => ({ letter, at: chance.next() }))
      .sort((one, other) => one.at - other.at)
      .map(({ letter }) => letter);
    for (let from = 0; from < shuffled.length; from += 7) {
      const piece = shuffled.slice(from, from + 7);
      expect(await answersTo(who, piece)).toEqual(piece.map(() => 'kept'));
      expect(await answersTo(who, piece)).toEqual(piece.map(() => 'kept'));
    }
    expect(await keptOf(log.id)).toEqual(log.events.map(({ id }) => id));
    const { state } = await ownSessionLog(setting, who, log.id);
    expect(state.status).toBe('finished');
  });

  it('under an id that is known for something else are refused, and what is there stays', async () => {
    const { who, log } = await logged('Same Id');
    const letters = lettersOf(log);
    await answersTo(who, letters);
    const [first] = letters;
    if (!first) throw new Error('no event');
    const other = { ...first, body: { ...first.body, event: { ...first.body.event, seq: 77 } } };
    const [said] = await answersTo(who, [other]);
    expect(said).toMatch(/^Something else was logged under this id/);
    expect(await keptOf(log.id)).toHaveLength(log.events.length);
  });

  it('ten thousand at once: the post is refused with a sentence, a log that never ends likewise, and the good one stays', async () => {
    const { who, log } = await logged('Ten Thousand');
    const many = Array.from({ length: 10_000 }, (_, index): SessionEvent => ({
      type: index % 2 === 0 ? 'paused' : 'resumed',
      id: uuid(),
      seq: 1_000 + index,
      at: log.startedAt + 1_000,
    }));
    const letters = lettersOf({ ...log, events: many });
    const whole = postSchema.safeParse({ from: who.userId, sentAt: NOW.getTime(), letters });
    expect(whole.error?.issues[0]?.message).toBe(`At most ${MOST_LETTERS} things at once.`);
    await answersTo(who, lettersOf(log));
    const before = await keptOf(log.id);
    let refused = 0;
    for (let from = 0; from < letters.length; from += MOST_LETTERS) {
      const said = await answersTo(who, letters.slice(from, from + MOST_LETTERS));
      refused += said.filter((one) => one !== 'kept').length;
      for (const one of said) if (one !== 'kept') expect(one).toMatch(/at most 5000 events/);
    }
    expect(refused).toBeGreaterThanOrEqual(5_000);
    const after = await keptOf(log.id);
    expect(after.slice(0, before.length)).toEqual(before);
    expect(after.length).toBeLessThanOrEqual(5_000);
    // Nothing that was noted after the end changes what the session came to.
    expect((await ownSessionLog(setting, who, log.id)).state.status).toBe('finished');
  }, 120_000);

  it('that name a hold the routine does not have are refused', async () => {
    const { who, log } = await logged('No Such Hold');
    const [started] = lettersOf(log);
    if (!started) throw new Error('no event');
    const event = {
      type: 'skipped' as const,
      step: 400,
      reason: 'no-time' as const,
      seq: 1,
      at: log.startedAt,
    };
    const beyond = { ...started, id: uuid(), body: { ...started.body, event } };
    const said = await answersTo(who, [started, beyond]);
    expect(said.at(-1)).toContain('does not have');
  });
});
