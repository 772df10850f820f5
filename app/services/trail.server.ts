import { dayOf, isDay } from '#core/calendar';
import { CONDITIONS } from '#core/screening';
import { z } from 'zod';
import { stopReason } from '#core/session';
import { findTest } from '#core/measurement';
import { trailOf } from '~/db/trail.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownerOnly } from './practice.server';

const A_PAGE = 50;

const day = z
  .string()
  .trim()
  .refine((text) => text === '' || isDay(text), 'Enter a day like 2026-11-03.')
  .transform((text) => (text === '' ? null : text))
  .default(null);

export const trailSchema = z
  .object({
    q: z.string().trim().max(120, 'Look for at most 120 characters.').default(''),
    from: day,
    until: day,
    before: z.uuid('The address is damaged; begin again.').nullable().default(null),
  })
  .refine(({ from, until }) => from === null || until === null || from <= until, {
    error: 'The first day is after the last.',
    path: ['until'],
  });

type Detail = Record<string, string | number | null>;

const isCondition = (id: string): id is keyof typeof CONDITIONS => id in CONDITIONS;

/** What a line adds to its action, in words. */
function inWords({ number, reason, testId, condition, role, keepYears, rows }: Detail): string {
  const parts = [
    typeof number === 'number' ? `version ${number}` : '',
    typeof reason === 'string' ? stopReason(reason).label.toLowerCase() : '',
    typeof testId === 'string' ? (findTest(testId)?.name ?? '') : '',
    typeof condition === 'string' && isCondition(condition) ? CONDITIONS[condition].name : '',
    typeof role === 'string' ? role : '',
    typeof keepYears === 'number' ? `records kept ${keepYears} years` : '',
    typeof rows === 'number' ? `${rows} rows` : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/**
 * The trail of a practice, a page of it: who did what, to whom, when. For owners.
 *
 * @throws Refusal 403 for anybody else
 */
export async function trail(
  setting: Setting,
  who: Principal,
  { q, from, until, before }: z.output<typeof trailSchema>,
) {
  ownerOnly(who);
  const { practiceId, timeZone } = who;
  const words = q.replaceAll('\u0000', '').split(/\s+/).filter(Boolean).slice(0, 8);
  const rows = await trailOf(setting.db, {
    ...{ practiceId, timeZone, words, from, until, before },
    most: A_PAGE + 1,
  });
  const clock = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
  });
  const lines = rows
    .slice(0, A_PAGE)
    .map(({ at, detail, otherName, clientName, erased, ...row }) => ({
      ...row,
      day: dayOf(at.getTime(), timeZone),
      time: clock.format(at),
      more: inWords(detail),
      about: clientName ?? otherName ?? (erased === null ? null : 'a record that was erased'),
    }));
  return { lines, older: rows.length > A_PAGE ? (lines.at(-1)?.id ?? null) : null };
}
