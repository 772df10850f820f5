import { COMMON_PRACTICE, ownEstimate, type Source } from '#core/knowledge';
import { daysBetween } from '#core/calendar';
import { MEANINGFUL_GRADES, steady, steadyWords } from '#core/trend';
import { ASKED, ASKED_IDS, type Asked, type Told } from './standing';

/** What became of one answer since it was first asked. */
export interface AskedCourse {
  asked: Asked;
  first: number;
  last: number;
  /** `slight`: it moved, and not enough to matter. */
  verdict: 'less' | 'more' | 'slight' | 'the same';
}

/** What became of a complaint. */
export interface Course {
  /** One a day, the earliest first: of several answers of a day the last holds. */
  told: readonly Told[];
  /** Empty while it was asked once only. */
  each: readonly AskedCourse[];
  says: string;
  /** Where its strongest is going, over all answers; empty: nowhere beyond wavering, or too few. */
  trend: string;
  sources: readonly Source[];
}

/** Days a week by which it has to differ to count. Our own choice: fewer is what one week differs from another. */
export const MEANINGFUL_DAYS = 2;

const LEAST: Record<Asked, number> = {
  days: MEANINGFUL_DAYS,
  strongest: MEANINGFUL_GRADES,
  hinders: MEANINGFUL_GRADES,
};

/** Of the answers of one day the last holds; days in order. */
export function byDay<T extends Pick<Told, 'day'>>(told: readonly T[]): T[] {
  const last = new Map(told.map((one) => [one.day, one]));
  return [...last.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
}

function courseOfOne(asked: Asked, first: Told, last: Told): AskedCourse {
  const by = last[asked] - first[asked];
  const verdict =
    by === 0 ? 'the same' : Math.abs(by) < LEAST[asked] ? 'slight' : by < 0 ? 'less' : 'more';
  return { asked, first: first[asked], last: last[asked], verdict };
}

const movedWords = ({ asked, first, last }: AskedCourse): string =>
  `${ASKED[asked].name} ${first} → ${last}`;

function saysOf(each: readonly AskedCourse[], last: Told): string {
  if (last.days === 0) return 'Not there in the last seven days.';
  const of = (verdict: AskedCourse['verdict']) => each.filter((one) => one.verdict === verdict);
  const less = of('less');
  const more = of('more');
  const said = (all: readonly AskedCourse[]) => all.map(movedWords).join(', ');
  if (less.length > 0 && more.length > 0) return `Less: ${said(less)}. More: ${said(more)}.`;
  if (less.length > 0) return `Less: ${said(less)}.`;
  if (more.length > 0) return `More: ${said(more)}.`;
  const slight = of('slight');
  return slight.length > 0 ? `Much as it was: ${said(slight)}.` : 'As it was.';
}

/** Of its strongest: the answer that people give most alike. */
function trendOf(told: readonly Told[]): string {
  const [first] = told;
  if (!first) return '';
  const points = told.map(
    ({ day, strongest }) => [daysBetween(first.day, day), strongest] as const,
  );
  const found = steady(points);
  return found ? `Over ${told.length} answers, at its strongest ${steadyWords(found)}.` : '';
}

const SOURCES: readonly Source[] = [
  { kind: 'citation', work: 'Sen 1968, JASA 63:1379' },
  { kind: 'citation', work: 'Farrar et al. 2001, Pain 94:149' },
  ownEstimate('Two days a week count as change; what it stops is held to the same two points.'),
  COMMON_PRACTICE,
];

/**
 * What became of a complaint since it was first asked about: each answer against the first, a change of two points of
 * ten being the usual meaningful one (Farrar et al. 2001, from memory), of two days a week by our own choice.
 *
 * @param told answers in the order in which they were given
 * @example courseOf([
 *   { day: '2026-03-02', from: 'visit', days: 6, strongest: 7, hinders: 5 },
 *   { day: '2026-03-30', from: 'home', days: 3, strongest: 4, hinders: 4 },
 * ]).says // Less: days a week 6 → 3, at its strongest 7 → 4.
 */
export function courseOf(told: readonly Told[]): Course {
  const inOrder = byDay(told);
  const [first, last] = [inOrder[0], inOrder.at(-1)];
  if (!first || !last) {
    return { told: [], each: [], says: 'Not asked yet.', trend: '', sources: SOURCES };
  }
  if (inOrder.length === 1) {
    return { told: inOrder, each: [], says: 'Asked once so far.', trend: '', sources: SOURCES };
  }
  const each = ASKED_IDS.map((asked) => courseOfOne(asked, first, last));
  return {
    told: inOrder,
    each,
    says: saysOf(each, last),
    trend: trendOf(inOrder),
    sources: SOURCES,
  };
}

/**
 * How it stands, in a few words.
 *
 * @example standingWords({ days: 4, strongest: 6, hinders: 3 }) // 4 days of 7, 6 at its strongest, stops 3 of 10
 */
export const standingWords = ({ days, strongest, hinders }: Pick<Told, Asked>): string =>
  days === 0
    ? 'not there in the last seven days'
    : `${days} ${days === 1 ? 'day' : 'days'} of 7, ${strongest} at its strongest, stops ${hinders} of 10`;
