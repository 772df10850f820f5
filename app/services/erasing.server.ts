import { dayOf, type Day } from '#core/calendar';
import { keptUntil, type KeptUntil } from '#core/retention';
import { rollups } from 'd3-array';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { lockClientInPractice } from '~/db/clients.server';
import { consentOf, contactsIn, eraseClient } from '~/db/erase.server';
import { heldIn } from '~/db/join.server';
import { keepYearsOf } from '~/db/people.server';
import { consentStep } from '~/db/schema.server';
import { nameSchema } from '~/keeping/fields';
import { found, joinedInto, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from './clientFile.server';
import { asideOf } from './record/bundle.server';
import { consentWords } from './consentWords';
import { ownerOnly } from './practice.server';

type Contact = Awaited<ReturnType<typeof contactsIn>>[number];

/** How a record stands: how long it has to be kept, and whether it is to be erased. */
interface Standing {
  lastContact: Day;
  /** Years the practice keeps records; null: it has not said. */
  years: number | null;
  kept: KeptUntil | null;
  /** The day erasure was asked for, while that stands. */
  askedOn: Day | null;
  /** It has to be kept no longer. */
  mayGo: boolean;
}

function standingOf(contact: Contact, years: number | null, today: Day): Standing {
  const kept = years === null ? null : keptUntil(contact, years);
  return {
    lastContact: contact.lastContact,
    years,
    kept,
    askedOn: contact.asked === 'erasure asked' ? contact.askedOn : null,
    // With no years to keep it, the day of the last contact is no hindrance.
    mayGo: kept !== null && (years === 0 ? kept.until <= today : kept.until < today),
  };
}

async function standing({ db, now }: Setting, who: Principal, clientId: string) {
  const [contact] = await contactsIn(db, who.practiceId, clientId);
  const years = await keepYearsOf(db, who.practiceId);
  return standingOf(found(contact, 'client'), years, dayOf(now().getTime(), who.timeZone));
}

/** How many of each kind are kept beside a record, and why. */
const counts = (aside: readonly { type: string; why: string }[]) =>
  rollups(
    aside,
    (all) => all.length,
    ({ type }) => type,
    ({ why }) => why,
  ).flatMap(([type, whys]) => whys.map(([why, many]) => ({ type, why, many })));

/** How the record of a client is kept: for who works here. */
export async function keepingOf(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  return {
    clientId: file.id,
    name: file.name,
    isOwner: who.role === 'owner',
    joined: file.userId !== null,
    ...(await standing(setting, who, clientId)),
    steps: (await consentOf(setting.db, clientId)).toReversed(),
    held: await heldIn(setting.db, clientId),
    words: consentWords(who.practiceName),
    aside: counts(await asideOf(setting.db, clientId)),
    today: dayOf(setting.now().getTime(), file.timeZone),
  };
}

/** The same for the client whose record it is. */
export async function ownKeeping(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  return {
    practiceName: who.practiceName,
    ...(await standing(setting, who, file.id)),
    steps: (await consentOf(setting.db, file.id)).toReversed(),
    words: consentWords(who.practiceName),
    today: dayOf(setting.now().getTime(), file.timeZone),
  };
}

const WHAT = ['given', 'erasure asked', 'erasure taken back'] as const;
type What = (typeof WHAT)[number];

export const saidSchema = z.object({
  what: z.enum(WHAT, { error: 'Choose what was said.' }),
  saidBy: nameSchema,
});

/** Puts down what somebody said about keeping a record; asked for twice is asked for once. */
async function say(
  setting: Setting,
  who: Principal,
  clientId: string,
  { what, saidBy }: { what: What; saidBy: string },
): Promise<void> {
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    const file = found(await lockClientInPractice(tx, who.practiceId, clientId), 'client');
    const words = what === 'given' ? consentWords(who.practiceName) : '';
    // A consent and a wish for erasure stand beside each other.
    const last = (await consentOf(tx, clientId)).findLast(
      (step) => (step.what === 'given') === (what === 'given'),
    );
    if (last?.what === what && last.words === words && last.saidBy === saidBy) return;
    if (what === 'erasure taken back' && last?.what !== 'erasure asked')
      throw new Refusal(409, 'Erasure is not asked for; there is nothing to take back.');
    await tx.insert(consentStep).values({
      ...{ id: uuid(), clientId, what, saidBy, words, by: who.userId, at },
      day: dayOf(at.getTime(), file.timeZone),
    });
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: { given: 'recorded a consent', ...ASKED }[what],
      subject: clientId,
    });
  });
}

const ASKED = {
  'erasure asked': 'asked for erasure of a record',
  'erasure taken back': 'took back that a record be erased',
} as const;

/** What a client or whoever consents for them said to somebody who works here. */
export async function saidToUs(
  setting: Setting,
  who: Principal,
  clientId: string,
  given: z.output<typeof saidSchema>,
): Promise<void> {
  await fileOf(setting, who, clientId);
  await say(setting, who, clientId, given);
}

export const ownWishSchema = z.object({
  what: z.enum(WHAT, { error: 'The form is damaged; reload the page.' }),
});

/** What a client says about their own record. */
export async function sayAlone(
  setting: Setting,
  who: Principal,
  { what }: z.output<typeof ownWishSchema>,
): Promise<void> {
  const { id } = await ownFile(setting, who);
  await say(setting, who, id, { what, saidBy: who.name });
}

export const eraseSchema = z.object({ name: z.string().max(200).default('') });

const same = (a: string, b: string) =>
  a.trim().replace(/\s+/g, ' ').normalize('NFC').toLocaleLowerCase() ===
  b.trim().replace(/\s+/g, ' ').normalize('NFC').toLocaleLowerCase();

/**
 * Erases the record of a client for good; what stays is that there was one, and who did what with it when.
 *
 * @throws Refusal 403 for who is no owner, 409 while it has to be kept or nobody has said how long, 422 for another name
 */
export async function eraseRecord(
  setting: Setting,
  who: Principal,
  clientId: string,
  { name }: z.output<typeof eraseSchema>,
): Promise<void> {
  ownerOnly(who);
  const file = await fileOf(setting, who, clientId);
  if (!same(name, file.name))
    throw new Refusal(422, 'Type the name as it stands on the file: nothing was erased.');
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    // Whoever keeps something for them waits, and finds no file then.
    const locked = found(await lockClientInPractice(tx, who.practiceId, clientId), 'client');
    if (locked.joinedInto !== null) throw joinedInto(locked.joinedInto);
    const { years, kept, askedOn, mayGo } = await standing({ ...setting, db: tx }, who, clientId);
    if (years === null || kept === null)
      throw new Refusal(409, 'Say first, under “The practice”, how long records have to be kept.');
    if (!mayGo)
      throw new Refusal(409, `This record has to be kept to ${kept.until}: nothing was erased.`);
    await eraseClient(tx, {
      ...{ clientId, practiceId: who.practiceId, by: who.userId, at, askedOn },
    });
  });
}

/** Records of the practice that are asked to be erased, and those that have to be kept no longer: for its owners. */
export async function recordsToErase(setting: Setting, who: Principal) {
  ownerOnly(who);
  const years = await keepYearsOf(setting.db, who.practiceId);
  const today = dayOf(setting.now().getTime(), who.timeZone);
  return (await contactsIn(setting.db, who.practiceId))
    .map((contact) => ({
      id: contact.id,
      name: contact.name,
      ...standingOf(contact, years, today),
    }))
    .filter(({ askedOn, mayGo }) => askedOn !== null || (mayGo && years !== 0))
    .toSorted(
      (a, b) =>
        (a.askedOn ?? '9999').localeCompare(b.askedOn ?? '9999') ||
        a.lastContact.localeCompare(b.lastContact),
    );
}
