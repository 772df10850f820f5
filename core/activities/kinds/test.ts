import type { TestId } from '#core/anatomy';
import { COMMON_PRACTICE } from '#core/knowledge';
import { findTest, TEST_SECONDS, TESTS, type MovementTest } from '#core/measurement';
import { z } from 'zod';
import { NOTHING_ASKED, type Demands } from '../demands';
import { common, entryId } from '../fields';
import { unknownEntry, type Kind } from './kind';

/** When of a session a test is taken. */
export const TEST_MOMENTS = {
  before: { name: 'before', says: 'before anything is pressed' },
  between: { name: 'in between', says: 'in the middle' },
  after: { name: 'after', says: 'after pressing and stretching' },
} as const;
export type TestMoment = keyof typeof TEST_MOMENTS;
const MOMENTS = Object.keys(TEST_MOMENTS) as TestMoment[];

export const testSchema = z.object({
  kind: z.literal('test'),
  ...common,
  testId: entryId('test'),
  when: z.enum(MOMENTS, { error: 'A test is taken before, in between or after.' }),
});
type TestItem = z.infer<typeof testSchema>;

/** Tests a client can take alone. */
export const HOME_TESTS: readonly MovementTest[] = TESTS.filter(({ atHome }) => atHome !== null);

const moves = (regions: Demands['regions'], more: Partial<Demands> = {}): Demands => ({
  ...NOTHING_ASKED,
  regions,
  ...more,
});

/** What taking each of them at home moves and asks. Our own reading of how they are done. */
const ASKS: Partial<Record<TestId, Demands>> = {
  'neck-turn': moves(['neck']),
  'neck-side-bend': moves(['neck']),
  'jaw-opening': moves(['head and jaw']),
  'shoulder-overhead': moves(['shoulder and upper back'], {
    needs: ['arm overhead'],
    standing: true,
  }),
  'hand-behind-back': moves(['shoulder and upper back']),
  'trunk-side-bend': moves(['low back, hip and buttock'], { needs: ['bend'], standing: true }),
  'heel-to-buttock': moves(['thigh and leg'], { needs: ['lie face down'] }),
  'straight-leg': moves(['thigh and leg']),
  'knee-to-wall': moves(['thigh and leg', 'foot'], { standing: true }),
};

const NOT_FURTHER = 'Only as far as it goes easily, never into sharp pain.';

export const test: Kind<TestItem> = {
  name: 'test',
  goodFor:
    'A figure before, in the middle and after: whether it moved further is seen the same day.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({
    kind: 'test',
    id,
    testId: 'neck-turn',
    when: 'before',
    instructions: '',
  }),
  title: ({ testId }) => findTest(testId)?.name ?? testId,
  doseWords: ({ when }) => `measured ${TEST_MOMENTS[when].says}`,
  parts: ({ testId, when }) => {
    const entry = findTest(testId);
    // A client alone takes the first figure of a test: the others want two hands or an eye from outside.
    const quantity = entry?.quantities[0];
    return [
      {
        side: 'mid',
        positionId: null,
        seconds: 0,
        takesSeconds: TEST_SECONDS * (quantity?.sided ? 2 : 1),
        says: [...(entry?.atHome ?? []), NOT_FURTHER],
        count: null,
        ...(quantity ? { measures: { testId, when, quantity } } : {}),
      },
    ];
  },
  picture: ({ testId }) => (findTest(testId) ? { of: 'test', id: testId } : null),
  demands: ({ testId }) => ASKS[testId as TestId] ?? NOTHING_ASKED,
  judge: ({ testId }) => {
    const entry = findTest(testId);
    if (!entry) return [unknownEntry('test', testId)];
    if (entry.atHome !== null) return [];
    return [
      {
        rule: 'safe at home',
        verdict: 'refuse',
        reason: `${entry.name} is not marked as safe at home; take it at the visit.`,
        inputs: { test: testId },
      },
    ];
  },
};
