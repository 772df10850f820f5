import { descending, group, sort } from 'd3-array';
import { useMemo } from 'react';
import type { Day } from '#core/calendar';
import { UNIT_WORDS, type Ordinary, type Quantity, type Read } from '#core/measurement';
import type { Figure } from '~/ui/measure/useFigures';
import { nearDay, shortDay } from '~/ui/parts/words';
import type { Route } from './+types/measure';

/** What the page has read, with what is on its way laid over it. */
export type Data = Omit<Route.ComponentProps['loaderData'], 'figures' | 'openId'> & {
  figures: readonly Figure[];
  openId: string | null;
};
export type Row = Figure;
export type Side = Row['side'];
/** At a visit there is no middle. */
export type Moment = Exclude<Row['moment'], 'between'>;

export const SIDES = ['left', 'right'] as const;
/** The sides a figure is taken on. */
export const sidesOf = (sided: boolean): readonly Side[] => (sided ? SIDES : ['mid']);
const rounded = (value: number) => Math.round(value * 10) / 10;
/** A figure with its unit, as it is read. */
export const withUnit = (value: number, { unit }: Quantity) =>
  unit === 'deg' ? `${rounded(value)}°` : `${rounded(value)} ${UNIT_WORDS[unit]}`;

/** What is asked about one figure on one side. */
export interface Place {
  quantityId: string;
  side: Side;
}

/** What is ordinary, in words. */
export function ordinaryWords(quantity: Quantity, { from, to }: Ordinary): string {
  if (from === null) return `up to ${withUnit(to ?? 0, quantity)}`;
  if (to === null) return `${withUnit(from, quantity)} and over`;
  return from === to
    ? `about ${withUnit(from, quantity)}`
    : `${withUnit(from, quantity)} to ${withUnit(to, quantity)}`;
}

/** The readings of one test, sorted for drawing. */
export function useReadings({ figures, visits, openId, today }: Data, testId: string) {
  return useMemo(() => {
    const own = figures.filter((row) => row.testId === testId);
    const day = new Map(visits.map((visit) => [visit.id, visit.day]));
    const at = ({ quantityId, side }: Place, moment: Moment, visitId: string | null) =>
      own.findLast(
        (row) =>
          row.quantityId === quantityId &&
          row.side === side &&
          row.moment === moment &&
          row.visitId === visitId,
      );
    return {
      now: (place: Place, moment: Moment) => (openId ? at(place, moment, openId) : undefined),
      /** Before-readings of earlier visits and those at home, newest first. */
      earlier: ({ quantityId, side }: Place): Row[] =>
        own
          .filter(
            (row) =>
              row.quantityId === quantityId &&
              row.side === side &&
              row.moment === 'before' &&
              (row.visitId === null || row.visitId !== openId),
          )
          .reverse(),
      /** What a session at home moved, newest first: the figure before it, and the last one in it or after it. */
      aroundSessions: ({ quantityId, side }: Place): { day: Day; before: Row; after: Row }[] => {
        const rows = own.filter(
          (row) => row.visitId === null && row.quantityId === quantityId && row.side === side,
        );
        const days = group(rows, (row) => row.day);
        const told = [...days].flatMap(([of, figures]) => {
          const before = figures.findLast((row) => row.moment === 'before');
          const after =
            figures.findLast((row) => row.moment === 'after') ??
            figures.findLast((row) => row.moment === 'between');
          return before && after ? [{ day: of, before, after }] : [];
        });
        return sort(told, (one, other) => descending(one.day, other.day));
      },
      day: (of: Day) => nearDay(of, today),
      when: (row: Row) =>
        `${shortDay(day.get(row.visitId ?? '') ?? row.day, today)}${row.visitId === null ? ', at home' : ''}`,
    };
  }, [figures, visits, openId, today, testId]);
}

/** A row as the core compares it; null when it holds no figure. */
export const asRead = (row: Row | undefined): Read | null =>
  row?.value === null || row === undefined
    ? null
    : { value: row.value, way: row.way, atHome: row.visitId === null, by: row.by };

export type Readings = ReturnType<typeof useReadings>;
