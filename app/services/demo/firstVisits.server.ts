import { findSite, type Side } from '#core/anatomy';
import { addDays, type Day } from '#core/calendar';
import { judgePlace, relatedSites, type TenderPoint } from '#core/map';
import { findQuantity, findTest, TESTS, testsFor, type Quantity } from '#core/measurement';
import {
  answerWith,
  CONDITIONS,
  INTERVIEW,
  noneOf,
  reply,
  type Condition,
  type Reply,
} from '#core/screening';
import type { Chance } from '#core/simulation';
import { summariseVisit, type VisitFigure, type VisitRecord } from '#core/visit';
import type { Database } from '~/db/database.server';
import { mapPoint, measurement, screening, visit } from '~/db/schema.server';
import type { DemoClient } from './people';

/** Days after the first visit on which this client came again. */
const LATER_VISITS = [28, 49];
/** How far ratings fall from visit to visit, by the course a client takes. */
const FALLS: Record<DemoClient['course'], number> = {
  improving: 2.2,
  steady: 1.1,
  stuck: 0.1,
  'over-pressing': 0.3,
  quiet: 0.6,
};
const MOST_POINTS = 8;

const noon = (day: Day) => Date.parse(`${day}T12:00:00Z`);

interface Seeding {
  tx: Database;
  person: DemoClient;
  clientId: string;
  userId: string;
  therapistId: string;
  newId: (msecs: number) => string;
  chance: Chance;
  from: Day;
}

/** The whole interview of a client: none of these, but for what the demo says. */
export function repliesOf(conditions: readonly Reply['condition'][]): Reply[] {
  const yes = conditions.reduce<Reply[]>((replies, id) => {
    const { details }: Condition = CONDITIONS[id];
    return answerWith(replies, {
      ...reply(id, 'yes'),
      sides: details.includes('side') ? ['left', 'right'] : [],
    });
  }, []);
  return INTERVIEW.reduce((replies, group) => noneOf(replies, group), yes);
}

/** The points found first: on the sites the routine works, more on the affected side, and near them. */
function firstPoints({ person, newId, chance, from }: Seeding): TenderPoint[] {
  const sides = (siteId: string): Side[] =>
    findSite(siteId)?.midline
      ? ['mid']
      : person.affectedSide === null
        ? ['left', 'right']
        : chance.happens(0.6)
          ? [person.affectedSide, person.affectedSide === 'left' ? 'right' : 'left']
          : [person.affectedSide];
  const own = [...new Set(person.sites.map(({ siteId }) => siteId))];
  const points: TenderPoint[] = [];
  const add = (siteId: string, side: Side, rating: number) => {
    const site = findSite(siteId);
    if (!site || points.length >= MOST_POINTS) return;
    const wish = {
      siteId,
      side,
      across: Math.round(chance.normal() * 5),
      down: Math.round(chance.normal() * 8),
    };
    const placed = judgePlace(wish, person.body?.statureMetres ?? null).ok
      ? wish
      : { ...wish, across: 0, down: 0 };
    const sends = rating >= 5 && site.refersTo.length > 0;
    points.push({
      ...placed,
      thread: newId(noon(from)),
      rating,
      tautBand: chance.happens(0.7),
      refersTo: sends ? site.refersTo.slice(0, 2) : [],
      stopsOnRelease: sends ? true : null,
      worseOnBreath: null,
      worst: false,
      bruised: null,
      note: '',
    });
  };
  for (const siteId of own) {
    sides(siteId).forEach((side, index) => add(siteId, side, 6 - index * 2 + chance.below(2)));
  }
  for (const { site } of relatedSites(points, 2)) {
    add(site.id, site.midline ? 'mid' : (person.affectedSide ?? 'left'), 3 + chance.below(2));
  }
  const highest = Math.max(...points.map(({ rating }) => rating));
  const worst = points.findIndex(({ rating }) => rating === highest);
  return points.map((point, index) => ({ ...point, worst: index === worst }));
}

/** The same points at a later visit; one or another is not pressed again. */
function laterPoints(before: readonly TenderPoint[], fall: number, chance: Chance): TenderPoint[] {
  return before
    .filter(({ worst }) => worst || chance.happens(0.92))
    .map((point) => {
      const rating = Math.max(
        0,
        Math.min(7, Math.round(point.rating - fall + chance.normal() * 0.6)),
      );
      // What is less tender sends less far, and in the end nowhere.
      const sends = rating >= 4 ? 2 : rating >= 2 ? 1 : 0;
      return { ...point, rating, refersTo: point.refersTo?.slice(0, sends) ?? null, note: '' };
    });
}

/** What a stiff and a free body of the demo show. */
function figureFor(quantity: Quantity, ease: number, chance: Chance): number {
  const { ordinary, least, most, better } = quantity;
  const usual = ordinary?.from ?? ordinary?.to ?? (least + most) / 2.4;
  const stiff = better === 'less' ? usual * 1.35 + 2 : usual * 0.72;
  const value = stiff + (usual - stiff) * ease + chance.normal() * quantity.sem * 0.5;
  return Math.round(Math.max(least, Math.min(most, value)));
}

const TESTS_A_VISIT = 3;

function figuresAt(
  { person, chance }: Seeding,
  points: readonly TenderPoint[],
  ease: number,
): (VisitFigure & { tries: number[] })[] {
  const belonging = testsFor(points.map(({ siteId }) => siteId));
  // Everybody can look over a shoulder.
  const usual = TESTS.filter(
    ({ id }) => id === 'neck-turn' && !belonging.some((one) => one.id === id),
  );
  const tests = [...belonging, ...usual]
    .filter(({ quantities }) => quantities.length > 0)
    .slice(0, TESTS_A_VISIT);
  return tests.flatMap(({ id: testId, quantities }) => {
    const [quantity] = quantities;
    if (!quantity) return [];
    const sides = quantity.sided ? (['left', 'right'] as const) : (['mid'] as const);
    return sides.flatMap((side) => {
      const own = side === person.affectedSide ? ease : Math.min(1, ease + 0.35);
      const first = figureFor(quantity, own, chance);
      const keep = (value: number) => Math.max(quantity.least, Math.min(quantity.most, value));
      const tries = [keep(first - 1), keep(first + 2), first];
      const base = { testId, quantityId: quantity.id, side, way: 'number' as const };
      return [
        {
          ...base,
          moment: 'before' as const,
          value: [...tries].sort((a, b) => a - b)[1] ?? first,
          tries,
        },
      ];
    });
  });
}

/** Screening, maps and measures of a client's visits, and what the client answered alone. */
export async function seedVisits(seeding: Seeding): Promise<void> {
  const { tx, person, clientId, userId, therapistId, newId, chance, from } = seeding;
  const replies = repliesOf(person.screening);
  const fall = FALLS[person.course];
  let points = firstPoints(seeding);
  let last: VisitRecord | null = null;
  const days = [from, ...LATER_VISITS.map((after) => addDays(from, after))];
  for (const [index, on] of days.entries()) {
    const at = new Date(noon(on));
    if (index > 0) points = laterPoints(points, fall, chance);
    const figures = figuresAt(seeding, points, Math.min(1, (index * fall) / 5));
    const record: VisitRecord = {
      on,
      points,
      figures,
      found: person.screening.map((id) => CONDITIONS[id].name),
      screened: index === 0,
    };
    const visitId = newId(noon(on));
    await tx.insert(visit).values({
      id: visitId,
      clientId,
      startedBy: therapistId,
      startedAt: at,
      day: on,
      finishedAt: new Date(noon(on) + 1_500_000),
      notes: {
        type: 'doc',
        content: [
          { type: 'paragraph', content: [{ type: 'text', text: person.visitNotes[index] ?? '' }] },
        ].filter(() => (person.visitNotes[index] ?? '') !== ''),
      },
      notesBy: therapistId,
      summary: summariseVisit(record, last),
    });
    if (index === 0) {
      await tx.insert(screening).values({
        id: newId(noon(on)),
        clientId,
        replies,
        confirmed: true,
        answeredBy: therapistId,
        at,
        day: on,
        visitId,
      });
    }
    await tx.insert(mapPoint).values(
      points.map((point, place) => ({
        ...point,
        refersTo: point.refersTo,
        id: newId(noon(on) + place * 1000),
        clientId,
        visitId,
        by: therapistId,
        at: new Date(noon(on) + 240_000 + place * 70_000),
        day: on,
      })),
    );
    await tx.insert(measurement).values(
      figures.map((figure, place) => ({
        ...figure,
        id: newId(noon(on) + 600_000 + place * 1000),
        clientId,
        visitId,
        by: therapistId,
        at: new Date(noon(on) + 840_000 + place * 40_000),
        day: on,
      })),
    );
    last = record;
  }
  if (person.answersAlone) {
    const on = addDays(from, 52);
    await tx.insert(screening).values({
      id: newId(noon(on)),
      clientId,
      replies: repliesOf([...person.screening, ...person.answersAlone]),
      confirmed: false,
      answeredBy: userId,
      at: new Date(noon(on)),
      day: on,
    });
  }
  if (person.asksHome) {
    const { testId } = person.asksHome;
    const quantity = findQuantity(testId, findTest(testId)?.quantities[0]?.id ?? '');
    if (quantity) {
      const weeks = [7, 14, 21, 28, 35, 42, 49];
      await tx.insert(measurement).values(
        weeks.flatMap((after, week) =>
          (quantity.sided ? (['left', 'right'] as const) : (['mid'] as const)).map((side) => {
            const value = figureFor(quantity, Math.min(1, week / 7), chance);
            const on = addDays(from, after);
            return {
              id: newId(noon(on)),
              clientId,
              visitId: null,
              testId,
              quantityId: quantity.id,
              side,
              moment: 'before' as const,
              tries: [value],
              value,
              way: 'number' as const,
              by: userId,
              at: new Date(noon(on)),
              day: on,
            };
          }),
        ),
      );
    }
  }
}
