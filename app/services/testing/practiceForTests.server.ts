import type { Database } from '~/db/database.server';
import { eq } from 'drizzle-orm';
import { practice, user } from '~/db/schema.server';
import { expand, type Routine } from '#core/routine';
import { chanceFrom, practiseOnce } from '#core/simulation';
import { itemFor, routineWith, timed } from '#core/examples';
import { INTERVIEW, noneOf, reply, type ConditionId, type Reply } from '#core/screening';
import { v7 as uuid } from 'uuid';
import { detailsSchema } from '~/keeping/bodies';
import { setUpPractice } from '../accounts.server';
import { openSignIn, principalOf, type LetIn, type SignedIn } from '../signIns.server';
import { invite, join } from '../invitations.server';
import { seedDemo } from '../demo/seed.server';
import { planOf } from '../planning.server';
import { screeningOf } from '../screening.server';
import { add, send, type Log } from './letters.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

export const NOW = new Date('2026-03-10T17:00:00Z');
export const PASS_PHRASE = 'lantern on the quay';

/** A setting whose clock stands until it is moved. */
export function settingFor(db: Database): Setting & { moveTo: (at: Date) => void } {
  let at = NOW;
  return {
    db,
    now: () => at,
    demo: false,
    setUpCode: 'open-sesame',
    hasRoom: () => true,
    outward: { mail: null, address: 'https://practice.example', allowsPush: () => false },
    report: (error) => {
      throw error;
    },
    moveTo: (next) => {
      at = next;
    },
  };
}

/** Those who were let in by their pass phrase alone. */
export function signedIn(letIn: LetIn): SignedIn {
  if ('begun' in letIn) throw new Error('A code is wanted.');
  return letIn;
}

async function principal(setting: Setting, token: string): Promise<Principal> {
  const who = await principalOf(setting, token);
  if (!who) throw new Error('The sign-in is not known.');
  return who;
}

export const FROM = { address: '192.0.2.1', device: 'test' };

/** The demo, seeded at this moment, and its owner signed in. */
export async function demoPractice(setting: Setting): Promise<Principal> {
  await seedDemo(setting.db, setting.now());
  const [owner] = await setting.db.select().from(user).where(eq(user.role, 'owner')).limit(1);
  if (!owner) throw new Error('The demo has an owner.');
  return principal(setting, await openSignIn(setting, { id: owner.id, role: 'owner' }, 'test'));
}

/** A therapist who joined a practice by an invitation. */
export async function joinedTherapist(
  setting: Setting,
  owner: Principal,
  given: { name: string; email: string },
): Promise<Principal> {
  const { token } = await invite(setting, owner, { role: 'therapist', clientId: null });
  const account = { ...given, passPhrase: PASS_PHRASE, timeZone: 'UTC' };
  return principal(setting, (await join(setting, token, account, FROM)).token);
}

/** The first practice of an installation, with its owner signed in. */
export async function setUp(setting: Setting): Promise<Principal> {
  const { token } = await setUpPractice(
    setting,
    {
      code: setting.setUpCode,
      practiceName: 'Lamp Street Rooms',
      timeZone: 'Europe/Copenhagen',
      name: 'Runa Dahl',
      email: 'runa@lampstreet.example',
      passPhrase: PASS_PHRASE,
    },
    FROM,
  );
  return principal(setting, token);
}

/** Another practice in the same database, as an operator of several would have. */
export async function secondPractice(setting: Setting): Promise<Principal> {
  const practiceId = uuid();
  const owner = { id: uuid(), role: 'owner' as const };
  await setting.db
    .insert(practice)
    .values({ id: practiceId, name: 'Other Rooms', timeZone: 'UTC', createdAt: NOW });
  await setting.db.insert(user).values({
    ...owner,
    practiceId,
    name: 'Ossian Reed',
    email: `ossian-${practiceId}@other.example`,
    passwordHash: 'x',
    createdAt: NOW,
  });
  return principal(setting, await openSignIn(setting, owner, 'test'));
}

export const details = (change: Record<string, unknown> = {}) =>
  detailsSchema.parse({
    name: 'Tove Lark',
    occupation: 'stage painter',
    timeZone: 'Europe/Copenhagen',
    minutesPerDay: '12',
    affectedSide: 'left',
    nextVisit: '',
    notes: '',
    ...change,
  });

/** Opens a file for a new client. */
export async function addClient(
  setting: Setting,
  therapist: Principal,
  given: ReturnType<typeof details>,
): Promise<string> {
  const clientId = uuid();
  await send(setting, therapist, add('client file', null, clientId, given));
  return clientId;
}

/** A client of a therapist, joined and signed in. */
export async function joinedClient(setting: Setting, therapist: Principal, name = 'Tove Lark') {
  const clientId = await addClient(setting, therapist, details({ name }));
  const { token } = await invite(setting, therapist, { role: 'client', clientId });
  const joined = await join(
    setting,
    token,
    {
      name,
      email: `${clientId}@client.example`,
      passPhrase: PASS_PHRASE,
      timeZone: 'Europe/Copenhagen',
      agrees: 'yes',
    },
    FROM,
  );
  return { clientId, who: await principal(setting, joined.token) };
}

/** As a therapist issues it who knows the client: without an interview, and with the reason why. */
export const withoutInterview = (content: Routine): Routine => ({
  ...content,
  reasons: { interview: 'For the test.', ...content.reasons },
});

export const shortRoutine = (): Routine =>
  withoutInterview(routineWith(itemFor('breastbone', { id: 'one', dose: timed(20), grade: 2 })));

/** Issues a routine and returns the version's id. */
export async function issueTo(
  setting: Setting,
  therapist: Principal,
  clientId: string,
  content: Routine = shortRoutine(),
  baseNumber = 0,
): Promise<string> {
  const versionId = uuid();
  const { draftRevision } = await planOf(setting, therapist, clientId);
  const body = { baseNumber, reason: 'For the test.', content: withoutInterview(content) };
  await send(setting, therapist, add('issue', clientId, versionId, body, draftRevision));
  return versionId;
}

/** Screens a client: yes to these, no to all the rest. */
export async function screened(
  setting: Setting,
  who: Principal,
  clientId: string,
  ...conditions: ConditionId[]
): Promise<void> {
  const yes = conditions.map((id) => ({
    ...reply(id, 'yes'),
    sides: ['left' as const],
    regions: ['arm' as const],
  }));
  const replies = INTERVIEW.reduce<Reply[]>((before, group) => noneOf(before, group), yes);
  const { lastId } = await screeningOf(setting, who, clientId);
  await send(setting, who, add('interview', clientId, uuid(), { after: lastId, replies }));
}

let seed = 0;

/** A whole session of the short routine, as a device would log it. */
export function sessionOf(versionId: string, startedAt = NOW.getTime() - 600_000): Log {
  const { events } = practiseOnce(
    expand(shortRoutine()),
    startedAt,
    { tenderness: () => 3, fadeSeconds: 40, easesOff: true, stopsAtStep: null, word: 'fine' },
    chanceFrom((seed += 1)),
  );
  return { id: uuid(), versionId, ledId: null, startedAt, events };
}
