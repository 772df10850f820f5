import { findSite, placeOf, SIDES } from '#core/anatomy';
import type { Day } from '#core/calendar';
import { courseOf, standingWords, type Told } from '#core/complaint';
import { compareMaps, countByRegion, countChanges, type TenderPoint } from '#core/map';
import {
  change,
  findQuantity,
  findTest,
  TESTS,
  UNIT_WORDS,
  type ChangeVerdict,
  type Way,
} from '#core/measurement';
import { z } from 'zod';

/** A measured figure as a visit keeps it. */
export interface VisitFigure {
  testId: string;
  quantityId: string;
  side: 'left' | 'right' | 'mid';
  moment: 'before' | 'between' | 'after';
  value: number;
  way: Way;
  /** Who took it; null when that is not known. */
  by?: string | null;
}

export interface VisitRecord {
  on: Day;
  points: readonly TenderPoint[];
  figures: readonly VisitFigure[];
  /** What brings them, with all that was told of it. */
  complaints?: readonly { what: string; told: readonly Told[] }[];
  /** Names of what screening found and nobody has cleared. */
  found: readonly string[];
  /** The interview was held or confirmed at this visit. */
  screened: boolean;
}

export const summarySchema = z.object({
  on: z.string(),
  /** The visit it is compared with; null for the first. */
  since: z.string().nullable(),
  tender: z.number().int(),
  tenderBefore: z.number().int().nullable(),
  worst: z.string().nullable(),
  changes: z.record(z.string(), z.number().int()),
  regions: z.array(z.object({ region: z.string(), count: z.number().int() })),
  measures: z.array(
    z.object({
      name: z.string(),
      unit: z.string(),
      before: z.number().nullable(),
      after: z.number(),
      verdict: z.string(),
    }),
  ),
  /** What was noted, in sentences. */
  sentences: z.array(z.string()),
});
/** What a finished visit says of itself; the next one opens with it. */
export type VisitSummary = z.infer<typeof summarySchema>;

const keyOf = ({ testId, quantityId, side }: VisitFigure) => `${testId}:${quantityId}:${side}`;
const shown = (value: number) => Math.round(value * 10) / 10;
const plural = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** The last figure of each measure at a moment. */
const lastOf = (figures: readonly VisitFigure[], moment: VisitFigure['moment']) =>
  new Map(figures.filter((one) => one.moment === moment).map((one) => [keyOf(one), one]));

/** The name of a measure: test, quantity and side. */
export function measureName({
  testId,
  quantityId,
  side,
}: Omit<VisitFigure, 'value' | 'way' | 'moment'>) {
  const test = findTest(testId);
  const quantity = findQuantity(testId, quantityId);
  const sided = side === 'mid' ? '' : `, ${side}`;
  return `${test?.name ?? testId}: ${quantity?.name ?? quantityId}${sided}`;
}

function measuresOf(now: VisitRecord, last: VisitRecord | null): VisitSummary['measures'] {
  // Between visits like is compared with like: what was measured before anything was pressed.
  const present = lastOf(now.figures, 'before');
  const then = last ? lastOf(last.figures, 'before') : new Map<string, VisitFigure>();
  const place = ({ testId, side }: VisitFigure) =>
    TESTS.findIndex(({ id }) => id === testId) * SIDES.length + SIDES.indexOf(side);
  const inOrder = [...present].sort(([, one], [, other]) => place(one) - place(other));
  return inOrder.flatMap(([key, figure]) => {
    const quantity = findQuantity(figure.testId, figure.quantityId);
    if (!quantity) return [];
    const earlier = then.get(key) ?? null;
    return [
      {
        name: measureName(figure),
        unit: UNIT_WORDS[quantity.unit],
        before: earlier?.value ?? null,
        after: figure.value,
        verdict: change(quantity, earlier, figure).verdict,
      },
    ];
  });
}

function mapSentences(summary: Omit<VisitSummary, 'sentences'>): string[] {
  const { tender, tenderBefore, changes, worst } = summary;
  const counts = [
    ['new', 'new'],
    ['gone', 'gone'],
    ['less', 'less tender'],
    ['more', 'more tender'],
    ['not looked at', 'not looked at'],
  ]
    .map(([key, words]) => [changes[key ?? ''] ?? 0, words] as const)
    .filter(([count]) => count > 0)
    .map(([count, words]) => `${count} ${words}`);
  const was = tenderBefore === null ? '' : `, ${tenderBefore} at the visit before`;
  return [
    `${plural(tender, 'tender point')}${was}${tenderBefore !== null && counts.length > 0 ? `: ${counts.join(', ')}` : ''}.`,
    ...(worst ? [`The worst: ${worst}.`] : []),
  ];
}

/** How what brings them stands: what was told since the visit before, against the first time. */
function complaintSentences({ complaints = [], on }: VisitRecord, since: Day | null): string[] {
  return complaints.flatMap(({ what, told }) => {
    const course = courseOf(told.filter(({ day }) => day <= on));
    const last = course.told.at(-1);
    if (!last || (since !== null && last.day <= since)) return [];
    const moved = course.each.length > 0 ? ` ${course.says}` : '';
    return [`“${what}”: ${standingWords(last)}.${moved}`];
  });
}

const SAYS: Record<ChangeVerdict, (name: string, from: string, to: string) => string> = {
  changed: (name, from, to) => `${name} changed from ${from} to ${to}.`,
  'within measurement error': (name, from, to) =>
    `${name}: ${from}, now ${to}, within measurement error.`,
  'too few readings': (name, _from, to) => `${name}: ${to}.`,
};

const figureWords = (value: number | null, unit: string) =>
  value === null ? '' : unit === '°' ? `${shown(value)}°` : `${shown(value)} ${unit}`;

/**
 * Sums a visit up against the one before. It says only what was recorded: a point that was not pressed
 * is not gone, a measure taken once has not changed.
 */
export function summariseVisit(now: VisitRecord, last: VisitRecord | null): VisitSummary {
  const compared = compareMaps(last?.points ?? [], now.points);
  const tenderNow = now.points.filter(({ rating }) => rating > 0);
  const worst = tenderNow.find((point) => point.worst) ?? null;
  const site = worst && findSite(worst.siteId);
  const base = {
    on: now.on,
    since: last?.on ?? null,
    tender: tenderNow.length,
    tenderBefore: last ? last.points.filter(({ rating }) => rating > 0).length : null,
    worst: worst && site ? `${placeOf(site, worst.side)}, ${worst.rating} of 10` : null,
    changes: countChanges(compared),
    regions: countByRegion(now.points),
    measures: measuresOf(now, last),
  };
  const measured = base.measures.map(({ name, unit, before, after, verdict }) =>
    SAYS[verdict as ChangeVerdict](name, figureWords(before, unit), figureWords(after, unit)),
  );
  const found =
    now.found.length > 0
      ? `Screening found: ${now.found.join('; ')}.`
      : now.screened
        ? 'Screening found nothing that speaks against it.'
        : '';
  return {
    ...base,
    sentences: [
      ...complaintSentences(now, last?.on ?? null),
      ...(found ? [found] : []),
      ...mapSentences(base),
      ...measured,
    ],
  };
}
