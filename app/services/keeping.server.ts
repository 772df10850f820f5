import { randomBytes } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { sealingSecretOf } from '~/db/people.server';
import { user } from '~/db/schema.server';
import type { Answer } from '~/keeping/letter';
import type { KindId } from '~/keeping/kinds';
import { keepLetters, postSchema, type ReadPost } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { KEEPERS } from './keepers/index.server';

/** Keeps what a person’s device sends. */
export const keep = (setting: Setting, who: Principal, post: ReadPost): Promise<Answer[]> =>
  keepLetters(setting, who, KEEPERS, post, setting.report);

/**
 * Keeps what a form posts by itself, as before scripts run: the page gave it the id of its letter, so that
 * posted twice is kept once.
 *
 * @throws Refusal as the letter was refused
 */
export async function keepForm(
  setting: Setting,
  who: Principal,
  given: {
    kind: KindId;
    clientId: string | null;
    thing: string;
    /** The fields as posted, with `letter` and `base`. */
    form: Readonly<Record<string, string>>;
    body: unknown;
  },
): Promise<void> {
  const { kind, clientId, thing, form, body } = given;
  const at = setting.now().getTime();
  const base = /^\d+$/.test(form.base ?? '') ? Number(form.base) : null;
  const id = form.letter ?? uuid();
  const letters = [{ id, kind, clientId, thing, base, body, at }];
  const parsed = postSchema.safeParse({ from: who.userId, sentAt: at, letters });
  if (!parsed.success) throw new Refusal(422, 'The form is damaged; reload the page.');
  const [answer] = await keep(setting, who, parsed.data);
  if (answer?.is === 'kept') return;
  if (answer?.is === 'refused') {
    throw new Refusal(answer.status as Refusal['status'], answer.says, answer.details);
  }
  throw new Error('A form could not be kept.');
}

/**
 * What a person’s devices seal their unsent things with. It is the same at every sign-in, so that what
 * was left sealed on a device opens again for the same person, and for nobody else.
 *
 * @returns 32 random bytes, base64url
 */
export async function sealingSecret({ db }: Setting, who: Principal): Promise<string> {
  const known = await sealingSecretOf(db, who.userId);
  if (known) return known;
  await db
    .update(user)
    .set({ sealingSecret: randomBytes(32).toString('base64url') })
    // Two tabs may ask at once: the first is right for both.
    .where(and(eq(user.id, who.userId), isNull(user.sealingSecret)));
  return found(await sealingSecretOf(db, who.userId), 'person');
}
