import { REGIONS, SIDES } from '#core/anatomy';
import { isDay } from '#core/calendar';
import { z } from 'zod';
import type { Condition } from './condition';
import { CONDITION_IDS, CONDITIONS, type ConditionId } from './conditions';
import type { ScreenAnswer } from './screen';

/** A question of the interview as it was answered. A question without a reply has not been asked. */
export const replySchema = z.object({
  condition: z.enum(CONDITION_IDS as [ConditionId, ...ConditionId[]], {
    error: 'That is not one of the screening questions.',
  }),
  says: z.enum(['yes', 'no'], { error: 'An answer is yes or no.' }),
  sides: z.array(z.enum(SIDES)).default([]),
  regions: z.array(z.enum(REGIONS)).default([]),
  siteIds: z.array(z.string().max(64)).max(60).default([]),
  /** The day it began, when it was told; empty when not. */
  since: z
    .string()
    .refine((text) => text === '' || isDay(text), {
      error: '“Since” must be a date like 2026-03-31, or empty.',
    })
    .default(''),
});
export type Reply = z.infer<typeof replySchema>;

export const repliesSchema = z
  .array(replySchema)
  .max(100, 'There are at most 100 answers.')
  .refine((replies) => new Set(replies.map((one) => one.condition)).size === replies.length, {
    error: 'Each question is answered once.',
  });

/** A page of the interview: questions that are asked together and can be answered with one “none”. */
export interface QuestionGroup {
  id: string;
  title: string;
  lead: string;
  conditions: readonly ConditionId[];
}

/** The interview in the order it is held: what cannot wait first. */
export const INTERVIEW: readonly QuestionGroup[] = [
  {
    id: 'now',
    title: 'Right now, or in the last days',
    lead: 'Any one of these needs help at once.',
    conditions: ['saddle', 'chest-pain', 'worst-headache', 'sudden-dizziness'],
  },
  {
    id: 'soon',
    title: 'Lately',
    lead: 'Any one of these is looked at in person before anything else.',
    conditions: [
      'hot-calf',
      'growing-weakness',
      'serious-fall',
      'fever-spine',
      'night-pain',
      'weight-loss',
      'cancer-bone',
      'new-headache',
    ],
  },
  {
    id: 'nerves',
    title: 'Feelings that travel',
    lead: 'A feeling that travels only while you press, and stops when you let go, is ordinary.',
    conditions: ['leg-symptoms', 'arm-symptoms', 'lasting-referral', 'numb', 'numb-hands'],
  },
  {
    id: 'health',
    title: 'Blood, bones and pregnancy',
    lead: 'These change how hard and with what.',
    conditions: [
      'blood-thinners',
      'clot',
      'aneurysm',
      'osteoporosis',
      'pregnancy',
      'skin',
      'varicose',
      'recent',
      'diabetes',
    ],
  },
  {
    id: 'neck',
    title: 'Neck, chest and joints',
    lead: 'These rule out some places.',
    conditions: [
      'neck-unstable',
      'dizzy-or-pressure',
      'implant',
      'jaw',
      'joint-trouble',
      'falls',
      'mobile-joints',
      'widespread-pain',
    ],
  },
  {
    id: 'abilities',
    title: 'What your body does not like',
    lead: 'These rule out positions and tools, not places.',
    conditions: ['no-overhead', 'no-bending', 'no-floor', 'balance', 'tired-hands', 'latex'],
  },
];

/** What is still open: questions never asked, in the order of the interview. */
export const unanswered = (replies: readonly Reply[]): ConditionId[] => {
  const asked = new Set(replies.map(({ condition }) => condition));
  return INTERVIEW.flatMap(({ conditions }) => conditions).filter((id) => !asked.has(id));
};

/** A reply without anything added. */
export const reply = (condition: ConditionId, says: Reply['says']): Reply => ({
  condition,
  says,
  sides: [],
  regions: [],
  siteIds: [],
  since: '',
});

/** Answers a question anew; what was added to a yes is dropped when it becomes a no. */
export const answerWith = (replies: readonly Reply[], next: Reply): Reply[] => [
  ...replies.filter(({ condition }) => condition !== next.condition),
  next.says === 'no' ? reply(next.condition, 'no') : next,
];

/** Answers every question of a group that is still open with no. */
export const noneOf = (replies: readonly Reply[], group: QuestionGroup): Reply[] => {
  const asked = new Set(replies.map(({ condition }) => condition));
  return [
    ...replies,
    ...group.conditions.filter((id) => !asked.has(id)).map((id) => reply(id, 'no')),
  ];
};

/** A yes that still lacks what it must add, in the interview's own words. */
export function missing({ condition: id, says, sides, regions }: Reply): string | null {
  if (says === 'no') return null;
  const { details }: Condition = CONDITIONS[id];
  if (details.includes('regions') && regions.length === 0) return 'Where?';
  if (details.includes('side') && sides.length === 0) return 'Which side?';
  return null;
}

/** Two answers that cannot both be right, or an answer and what was said elsewhere. */
export interface Contradiction {
  conditions: readonly ConditionId[];
  says: string;
}

/** What the client brings, as far as an answer can speak against it. */
export interface Brought {
  /** Surfaces at hand; null when not asked. */
  places: readonly string[] | null;
  toolIds: readonly string[] | null;
}

const PAIRS: readonly (Contradiction & { conditions: readonly [ConditionId, ConditionId] })[] = [
  {
    conditions: ['numb', 'diabetes'],
    says: 'Less feeling in the feet, and diabetes with ordinary feeling: both cannot be so. Which is it?',
  },
];

/** Says which answers speak against each other; nothing is stored or changed by it. */
export function contradictions(
  replies: readonly Reply[],
  { places, toolIds }: Brought = { places: null, toolIds: null },
): Contradiction[] {
  const yes = new Set(replies.filter(({ says }) => says === 'yes').map((one) => one.condition));
  const found: Contradiction[] = PAIRS.filter(({ conditions }) =>
    conditions.every((id) => yes.has(id)),
  );
  const floor = places?.some((id) => id === 'hard-floor' || id === 'mat') ?? false;
  if (yes.has('no-floor') && floor) {
    found.push({
      conditions: ['no-floor'],
      says: 'The floor is named as a place to practise, and getting down to it as not possible. Which is it?',
    });
  }
  if (yes.has('latex') && (toolIds?.length ?? 0) > 0 && toolIds?.includes('tennis-ball')) {
    found.push({
      conditions: ['latex'],
      says: 'A rubber allergy, and a rubber ball among the tools at home. Is the ball used without trouble?',
    });
  }
  for (const { condition, says, siteIds, regions } of replies) {
    if (says === 'no' && (siteIds.length > 0 || regions.length > 0)) {
      found.push({
        conditions: [condition],
        says: `“${CONDITIONS[condition].asks}” is answered with no, yet a place is named.`,
      });
    }
  }
  return found;
}

/** The replies that are yes, as answers to screen; clearances are laid over them elsewhere. */
export const answersOf = (replies: readonly Reply[]): ScreenAnswer[] =>
  replies
    .filter(({ says }) => says === 'yes')
    .map(({ condition, sides, regions, siteIds }) => ({
      condition,
      sides,
      regions,
      siteIds,
      clearedBy: '',
    }));
