import { dayOf } from '#core/calendar';
import { inForce, type Reply } from '#core/screening';
import { v7 as uuid } from 'uuid';
import { recordAudit } from '~/db/audit.server';
import { lockClientInPractice, othersLike } from '~/db/clients.server';
import { heldIn, lastUsed, moveRecord, type Held } from '~/db/join.server';
import { lookAnew } from '~/db/reminders.server';
import { routineOf } from '~/db/routines.server';
import { screening } from '~/db/schema.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { openVisitOf } from './visitOpen.server';

type File = Awaited<ReturnType<typeof fileOf>>;

/** One of two files of a person, as they are compared before they are joined. */
interface Side {
  id: string;
  name: string;
  occupation: string;
  bornOn: string | null;
  therapistName: string;
  openedOn: string;
  hasSignIn: boolean;
  held: Held;
}

const sideOf = (file: File, held: Held): Side => ({
  id: file.id,
  name: file.name,
  occupation: file.occupation,
  bornOn: file.bornOn,
  therapistName: file.therapistName,
  openedOn: dayOf(file.createdAt.getTime(), file.timeZone),
  hasSignIn: file.userId !== null,
  held,
});

/** Files that may be of the same person, those whose names are alike first. */
export async function joinOf(
  setting: Setting,
  who: Principal,
  clientId: string,
  otherId: string | null,
) {
  const file = await fileOf(setting, who, clientId);
  const other =
    otherId === null || otherId === clientId ? null : await fileOf(setting, who, otherId);
  const { db } = setting;
  return {
    into: sideOf(file, await heldIn(db, file.id)),
    from: other && sideOf(other, await heldIn(db, other.id)),
    others: await othersLike(db, who.practiceId, file),
  };
}

/** Whose account stays: the only one, or the one that was used last. */
async function accounts(db: Setting['db'], into: Pick<File, 'userId'>, from: Pick<File, 'userId'>) {
  if (into.userId === null || from.userId === null)
    return { keepsUserId: into.userId ?? from.userId, endsUserId: null };
  const [own, other] = [await lastUsed(db, into.userId), await lastUsed(db, from.userId)];
  return (other ?? 0) > (own ?? 0)
    ? { keepsUserId: from.userId, endsUserId: into.userId }
    : { keepsUserId: into.userId, endsUserId: from.userId };
}

/**
 * What both files say of the screening questions: every yes of either. Where both were asked it is put down as an interview
 * that a therapist has yet to confirm: until then each yes counts.
 */
const everyYes = (own: readonly Reply[], other: readonly Reply[], at: number): Reply[] =>
  inForce([
    { confirmed: false, at, replies: [...own] },
    { confirmed: false, at, replies: [...other] },
  ]).map(({ saidAt: _, ...reply }) => reply);

/**
 * Joins two files of one person: the record of one goes into the other, whose details stay. Refused while both have a visit
 * open, while unissued work lies in the one that goes in, and where one of them has been joined already; else all of it happens or nothing.
 */
export async function joinFiles(
  setting: Setting,
  who: Principal,
  { into, from }: { into: string; from: string },
): Promise<void> {
  if (into === from) throw new Refusal(422, 'That is the same file.');
  // Both are there, and of this practice.
  await fileOf(setting, who, into);
  await fileOf(setting, who, from);
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    // Always in the same order: two who join the same two at once wait for each other.
    const locked = new Map<string, NonNullable<Awaited<ReturnType<typeof lockClientInPractice>>>>();
    for (const id of [into, from].sort())
      locked.set(id, found(await lockClientInPractice(tx, who.practiceId, id), 'client'));
    const [own, other] = [found(locked.get(into), 'client'), found(locked.get(from), 'client')];
    if (own.joinedInto !== null || other.joinedInto !== null)
      throw new Refusal(409, 'One of the two was joined with another file meanwhile.');
    if ((await openVisitOf(tx, into)) && (await openVisitOf(tx, from)))
      throw new Refusal(409, 'Both have a visit open: finish one of them first.');
    // Whoever wrote it would never find it again.
    if ((await routineOf(tx, from))?.draft)
      throw new Refusal(
        409,
        'There is unissued work on the plan of the file that goes in: issue it there, or drop it, first.',
      );
    const [mine, theirs] = [await answersInForce(tx, into), await answersInForce(tx, from)];
    const all =
      mine.interviews.length > 0 && theirs.interviews.length > 0
        ? everyYes(mine.replies, theirs.replies, at.getTime())
        : [];
    await moveRecord(tx, { into, from, ...(await accounts(tx, own, other)) }, at);
    if (all.length > 0) {
      await tx.insert(screening).values({
        id: uuid(),
        clientId: into,
        replies: all,
        confirmed: false,
        answeredBy: who.userId,
        at,
        day: dayOf(at.getTime(), own.timeZone),
      });
    }
    await lookAnew(tx, into, at);
    for (const [subject, other] of [
      [into, from],
      [from, into],
    ] as const) {
      await recordAudit(tx, {
        practiceId: who.practiceId,
        actorId: who.userId,
        at,
        action: 'joined two files',
        subject,
        detail: { other },
      });
    }
  });
}
