import type { Level, ScreenFinding } from '#core/screening';
import { longDay } from '../parts/words';

/** What the note holds, as the service makes it. */
export interface NoteData {
  name: string;
  occupation: string;
  therapistName: string;
  practiceName: string;
  today: string;
  answeredOn: string | null;
  stop: { level: Extract<Level, 'emergency' | 'refer'> } | null;
  findings: readonly ScreenFinding[];
  groups: readonly {
    title: string;
    answers: readonly { asks: string; says: 'yes' | 'no' | null; more: string }[];
  }[];
}

export const EMERGENCY =
  'Answers that point to an emergency. If help has not been called yet: call emergency services now.';
export const NOTHING_ASKED = 'Nothing in the answers asks for a referral.';
export const SIGN = 'Examined, findings, date, signature:';
export const LIMITS =
  'Answers to a screening interview, not an examination. Common practice; local codes and the judgement of whoever examines come first.';

const ASKS = {
  ask: 'medical clearance for gentle self-release with balls, rollers and hand tools.',
  emergency: 'to be seen at once.',
  refer: 'to be examined in person before any self-release goes on.',
} as const;

const isAsked = (level: Level): level is keyof typeof ASKS => level in ASKS;

/** What is asked of whoever reads the note, each rule once. */
export function askedFor(findings: readonly ScreenFinding[]): { rule: string; says: string }[] {
  const by = new Map<string, string>();
  for (const { rule, level, clearedBy } of findings)
    if (!clearedBy && isAsked(level)) by.set(rule, ASKS[level]);
  return [...by].map(([rule, says]) => ({ rule, says }));
}

/** The note for a file of pages: the same words. */
export function notePages(data: NoteData) {
  const asked = askedFor(data.findings);
  const text = (says: string, care = false) => ({ kind: 'text' as const, says, care });
  return {
    title: 'Referral note',
    under: [
      [data.name, data.occupation].filter(Boolean).join(', '),
      `${data.practiceName}, ${data.therapistName} · ${longDay(data.today)} ${data.today.slice(0, 4)}`,
    ],
    sections: [
      {
        title: 'What is asked for',
        level: 2 as const,
        items: [
          ...(data.stop?.level === 'emergency' ? [text(EMERGENCY, true)] : []),
          ...(asked.length === 0
            ? [text(NOTHING_ASKED)]
            : asked.map(({ rule, says }) => text(`${rule}: ${says}`, true))),
        ],
      },
      ...data.groups.map(({ title, answers }, n) => ({
        title:
          n === 0 && data.answeredOn ? `${title} · answered on ${longDay(data.answeredOn)}` : title,
        level: n === 0 ? (2 as const) : (3 as const),
        items: answers.map(({ asks, says, more }) => ({
          kind: 'answer' as const,
          asks: more ? `${asks} (${more})` : asks,
          says: says ?? 'not asked',
          care: says === 'yes',
        })),
      })),
    ],
    sign: SIGN,
    limits: LIMITS,
  };
}
