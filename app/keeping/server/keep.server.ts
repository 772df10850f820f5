import { z } from 'zod';
import { CLOCK_TOLERANCE_MS } from '#core/session';
import { recordAudit } from '~/db/audit.server';
import { lockClientInPractice } from '~/db/clients.server';
import { digestOf } from '~/db/digest.server';
import { isFull, isOutage } from '~/db/outage.server';
import { letterById, type LetterRow } from '~/db/letters.server';
import { keptLetter } from '~/db/schema.server';
import { BODIES, type ReadBody } from '../bodies';
import { idSchema, instantSchema } from '../fields';
import { KIND_IDS, kindOf, type KindId } from '../kinds';
import { allStorable, MOST_INTEGER, NOT_STORABLE } from '../storable';
import { MOST_LETTERS, type Answer, type Base } from '../letter';
import { isUniqueBreach } from './isUniqueBreach.server';
import { found, joinedInto, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';

/** A letter as it arrived; its body is parsed by its kind. */
export const letterSchema = z.object({
  id: idSchema,
  kind: z.enum(KIND_IDS as [KindId, ...KindId[]], {
    error: 'That is no kind of thing that is kept here.',
  }),
  clientId: idSchema.nullable(),
  thing: idSchema,
  base: z.union([z.null(), z.number().int().min(0).max(MOST_INTEGER), idSchema], {
    error: 'What was sent is damaged; reload the page.',
  }),
  body: z.unknown(),
  at: instantSchema,
});
export type ReadLetter = z.infer<typeof letterSchema>;

export const postSchema = z.object({
  from: idSchema,
  sentAt: instantSchema,
  letters: z
    .array(letterSchema)
    .min(1, 'There is nothing to keep.')
    .max(MOST_LETTERS, `At most ${MOST_LETTERS} things at once.`),
});
export type ReadPost = z.infer<typeof postSchema>;

/** The file a letter belongs to. */
export type LetterFile = NonNullable<Awaited<ReturnType<typeof lockClientInPractice>>>;

/** What a keeper works in: a transaction of its own, with the client’s row locked. */
export interface Keeping<K extends KindId> {
  /** The data are those of the transaction. */
  setting: Setting;
  who: Principal;
  /** Null only for what belongs to no file yet. */
  file: LetterFile | null;
  id: string;
  thing: string;
  /** The revision the change was begun from; null for a new thing. */
  base: number | null;
  body: ReadBody<K>;
  /** When it was written, set right by the server’s clock. */
  at: Date;
}

/** What a kind does with a letter. Throws a Refusal when it cannot be kept. */
export interface Kept {
  revision: number | null;
  /** What the audit trail says; null when what was stored says it itself. */
  audit: { action: string; detail?: Record<string, string | number | null> } | null;
}
export type Keeper<K extends KindId> = (keeping: Keeping<K>) => Promise<Kept>;

/** A kind whose letters come by the dozen and are told together. They are known by their own rows. */
export interface RunKeeper {
  keepRun: (run: Run) => Promise<void>;
}
export interface Run {
  setting: Setting;
  who: Principal;
  file: LetterFile;
  thing: string;
  letters: readonly { id: string; body: unknown }[];
  /** The device’s clock at sending, ms. */
  sentAt: number;
}

export type Keepers = { [K in Exclude<KindId, RunKind>]: Keeper<K> };
export type RunKind = 'session event';
export type RunKeepers = Record<RunKind, RunKeeper>;

const isRun = (kind: KindId): kind is RunKind => kind === 'session event';

const letterDigest = ({ kind, clientId, thing, base, body }: ReadLetter): string =>
  digestOf({ kind, clientId, thing, base, body });

/** What the parser says by itself of a shape that no page sends. */
const OWN_WORDS = /^(Invalid|Too (big|small)|Unrecognized)/;
const DAMAGED = 'What was sent is damaged; reload the page.';

/** Parses what was sent, or refuses with its sentences. */
function read<S extends z.ZodType>(schema: S, given: unknown): z.output<S> {
  if (!allStorable(given)) throw new Refusal(422, NOT_STORABLE);
  const result = schema.safeParse(given);
  if (result.success) return result.data;
  const fields: Record<string, string> = {};
  for (const { path, message } of result.error.issues) {
    fields[path.join('.')] ??= OWN_WORDS.test(message) ? DAMAGED : message;
  }
  const sentences = [...new Set(Object.values(fields))].slice(0, 3);
  throw new Refusal(422, sentences.join(' ') || 'That cannot be read.', { fields });
}

/**
 * The file a letter belongs to, its row locked, so that what is kept for one client is kept one after
 * the other. What is not this person’s to write is not there.
 */
async function lockedFile(
  { db }: Setting,
  who: Principal,
  clientId: string | null,
): Promise<LetterFile | null> {
  const id = who.role === 'client' ? who.clientId : clientId;
  if (id === null) return null;
  if (who.role === 'client' && clientId !== null && clientId !== id) {
    throw new Refusal(404, 'There is no such client.');
  }
  const file = found(await lockClientInPractice(db, who.practiceId, id), 'client');
  if (file.joinedInto !== null) throw joinedInto(file.joinedInto);
  return file;
}

/** What an earlier letter with the same id was answered; null when there is none. */
function known(row: LetterRow | null, who: Principal, digest: string): Answer | null {
  if (!row) return null;
  if (row.userId !== who.userId || row.digest !== digest) {
    throw new Refusal(409, 'Something else was kept under this id. Nothing was changed.');
  }
  return { id: row.id, is: 'kept', revision: row.revision };
}

/** No thing ever has it: a change of what is there meets that as one that was not seen. */
const NEVER_KEPT = -1;

/**
 * The revision a change was begun from, when it names an earlier letter. One that was never kept, as when
 * another tab wrote over it or its writer let it go, counts as none that stands here.
 */
async function baseOf({ db }: Setting, who: Principal, base: Base): Promise<number | null> {
  if (typeof base !== 'string') return base;
  const row = await letterById(db, base);
  return row?.userId === who.userId ? row.revision : NEVER_KEPT;
}

/** When a letter was written, set right: not after now, and by the device’s own clock otherwise. */
function writtenAt(at: number, sentAt: number, now: Date): Date {
  const off = now.getTime() - sentAt;
  const right = Math.abs(off) <= CLOCK_TOLERANCE_MS ? at : at + off;
  return new Date(Math.min(now.getTime(), Math.max(0, right)));
}

async function keepOne(
  setting: Setting,
  who: Principal,
  keepers: Keepers,
  letter: ReadLetter,
  sentAt: number,
): Promise<Answer> {
  const { id, kind, clientId, thing } = letter;
  if (isRun(kind)) throw new Error('Runs are kept together.');
  const side = who.role === 'client' ? 'client' : 'staff';
  if (!kindOf(kind).from.includes(side)) {
    throw new Refusal(403, 'That is not yours to keep.');
  }
  const digest = letterDigest(letter);
  const body = read(BODIES[kind], letter.body);
  const now = setting.now();
  return setting.db.transaction(async (tx) => {
    const inside = { ...setting, db: tx };
    const file = await lockedFile(inside, who, clientId);
    const before = known(await letterById(tx, id), who, digest);
    if (before) return before;
    // The table holds for each kind a keeper of that kind.
    const keeper = keepers[kind] as Keeper<typeof kind>;
    const { revision, audit } = await keeper({
      setting: inside,
      who,
      file,
      id,
      thing,
      base: await baseOf(inside, who, letter.base),
      body: body as never,
      at: writtenAt(letter.at, sentAt, now),
    });
    await tx.insert(keptLetter).values({
      id,
      userId: who.userId,
      kind,
      clientId: kind === 'client file' ? thing : (file?.id ?? null),
      thing,
      digest,
      revision,
      writtenAt: writtenAt(letter.at, sentAt, now),
      receivedAt: now,
    });
    if (audit) {
      await recordAudit(tx, {
        practiceId: who.practiceId,
        actorId: who.userId,
        at: now,
        subject: file?.id ?? thing,
        ...audit,
      });
    }
    return { id, is: 'kept', revision } as const;
  });
}

async function keepRun(
  setting: Setting,
  who: Principal,
  keepers: RunKeepers,
  letters: readonly ReadLetter[],
  sentAt: number,
): Promise<Answer[]> {
  const [first] = letters;
  if (!first || !isRun(first.kind)) return [];
  const { kind, thing } = first;
  if (who.role !== 'client') throw new Refusal(403, 'That is not yours to keep.');
  const run = letters.map(({ id, body }) => ({ id, body: read(BODIES[kind], body) }));
  await setting.db.transaction(async (tx) => {
    const inside = { ...setting, db: tx };
    const file = found(await lockedFile(inside, who, first.clientId), 'client');
    await keepers[kind].keepRun({ setting: inside, who, file, thing, letters: run, sentAt });
  });
  return letters.map(({ id }) => ({ id, is: 'kept', revision: null }));
}

/** Letters that are kept in one go: each alone, but for events of one session that follow one another. */
function runs(letters: readonly ReadLetter[]): ReadLetter[][] {
  const result: ReadLetter[][] = [];
  for (const letter of letters) {
    const last = result.at(-1);
    const [head] = last ?? [];
    if (last && head && isRun(letter.kind) && isRun(head.kind) && head.thing === letter.thing) {
      last.push(letter);
    } else result.push([letter]);
  }
  return result;
}

const refused = (id: string, error: Refusal): Answer => ({
  id,
  is: 'refused',
  status: error.status,
  says: error.message,
  details: error.details,
});

/** What it says, without what is for this side only. */
const withoutDetails = ({ status, message }: Refusal) => new Refusal(status, message);

const LATER = 'The server is in trouble; it is sent again.';

/** What is told when something broke that nobody foresaw. */
export type Trouble = (error: unknown) => void;

/**
 * Keeps what a person’s device sends: for every letter it sees to it that its writer may, parses it, and
 * stores it once, with what is computed from it, its line of the audit trail and the memory of the letter
 * itself, in one transaction. One that is refused or breaks takes no other along; what follows a thing
 * in trouble waits with it.
 *
 * @returns an answer to each letter, in their order
 * @throws Refusal 403 when somebody else is signed in than the one who wrote
 */
export async function keepLetters(
  setting: Setting,
  who: Principal,
  keepers: { each: Keepers; run: RunKeepers },
  { from, sentAt, letters }: ReadPost,
  trouble: Trouble,
): Promise<Answer[]> {
  if (from !== who.userId) {
    throw new Refusal(403, 'Somebody else is signed in here by now. Nothing was kept as theirs.', {
      otherPerson: true,
    });
  }
  const answers: Answer[] = [];
  const waiting = new Set<string>();
  const settle = async (part: readonly ReadLetter[]): Promise<void> => {
    const [first] = part;
    if (!first) return;
    if (waiting.has(first.thing)) {
      answers.push(...part.map(({ id }): Answer => ({ id, is: 'later', says: LATER })));
      return;
    }
    const attempt = () =>
      isRun(first.kind)
        ? keepRun(setting, who, keepers.run, part, sentAt)
        : keepOne(setting, who, keepers.each, first, sentAt).then((answer) => [answer]);
    try {
      // Lost a race against the same letter, or one for the same place: look again at what is there now.
      answers.push(
        ...(await attempt().catch((error: unknown) => {
          if (isUniqueBreach(error)) return attempt();
          throw error;
        })),
      );
    } catch (error) {
      const kept = error instanceof Refusal ? error.details.ofAllBut : undefined;
      if (error instanceof Refusal && Array.isArray(kept)) {
        const there = new Set<unknown>(kept);
        answers.push(
          ...part.map(({ id }): Answer =>
            there.has(id) ? { id, is: 'kept', revision: null } : refused(id, withoutDetails(error)),
          ),
        );
      } else if (part.length > 1 && !isOutage(error) && !isFull(error)) {
        // One of them is at fault: each is looked at by itself.
        for (const one of part) await settle([one]);
      } else if (isOutage(error) || isFull(error)) {
        // Of no letter in particular: the whole post is answered so, and sent again when that has passed.
        throw error;
      } else if (error instanceof Refusal) answers.push(refused(first.id, error));
      else if (isUniqueBreach(error)) {
        const taken = 'Something else has this place already. Nothing was changed.';
        answers.push(refused(first.id, new Refusal(409, taken)));
      } else {
        trouble(error);
        waiting.add(first.thing);
        answers.push({ id: first.id, is: 'later', says: LATER });
      }
    }
  };
  for (const part of runs(letters)) await settle(part);
  return answers;
}
