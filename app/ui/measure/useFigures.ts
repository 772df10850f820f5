import { findQuantity, readingOf } from '#core/measurement';
import type { Body } from '~/keeping/bodies';
import type { Letter } from '~/keeping/letter';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';

/** As much of a home measure as it is told by. */
export interface HomeFigure {
  testId: string;
  quantityId: string;
  side: 'left' | 'right' | 'mid';
  moment: 'before' | 'between' | 'after';
  tries: number[];
  value: number | null;
  seen: string | null;
  /** The name of what it was judged by. */
  mark: string | null;
  way: 'number' | 'fingers' | 'tilt' | 'picture';
}

/** What is kept of one side. */
export type KeptHome = Pick<HomeFigure, 'quantityId' | 'side' | 'tries' | 'seen' | 'mark' | 'way'>;

/** As much of a reading as the measures are drawn with. */
export interface Figure extends HomeFigure {
  id: string;
  visitId: string | null;
  pictureId: string | null;
  /** Who took it; null while it is on its way. */
  by: string | null;
  day: string;
  revision: number;
}

type Reading = Body<'home measure'>['reading'];
type VisitReading = Body<'reading'>['reading'];

/** What was measured, as it will be read. */
export function figureOf(given: Reading): HomeFigure {
  const quantity = findQuantity(given.testId, given.quantityId);
  const read = quantity ? readingOf(quantity, given.tries) : null;
  return {
    testId: given.testId,
    quantityId: given.quantityId,
    side: given.side,
    moment: given.moment,
    tries: given.tries,
    value: read?.ok ? read.value.value : null,
    seen: given.seen ?? null,
    mark: given.mark ?? null,
    way: given.way,
  };
}

/** A reading on its way, laid over those that were read. */
const onItsWay = (
  id: string,
  given: Reading,
  rest: Pick<Figure, 'visitId' | 'day' | 'revision'>,
): Figure => ({ id, ...figureOf(given), pictureId: given.pictureId ?? null, by: null, ...rest });

/** The bodies of letters of one kind. */
const bodies = <K extends 'reading' | 'home measure'>(letters: readonly Letter[]) =>
  letters as readonly Letter<K>[];

/**
 * The readings of a file: those that were read, with what is on its way laid over them.
 *
 * @param openId the visit under way; null when the first reading begins one
 * @param nowId what new readings bear until the visit is known
 */
export function useFigures(
  kept: readonly Figure[],
  clientId: string,
  { openId, nowId, today }: { openId: string | null; nowId: string; today: string },
) {
  const outbox = useOutbox();
  const letters = bodies<'reading'>(useLetters('reading', clientId));
  const shown = new Map(kept.map((figure) => [figure.id, figure]));
  for (const { thing, body } of letters) {
    const before = shown.get(thing);
    if (body.reading === null) shown.delete(thing);
    else {
      const rest = {
        visitId: before ? before.visitId : (openId ?? nowId),
        day: before?.day ?? today,
        revision: before?.revision ?? 0,
      };
      shown.set(thing, onItsWay(thing, body.reading, rest));
    }
  }
  return {
    figures: [...shown.values()],
    write: (id: string, reading: VisitReading) => {
      const known = kept.find((one) => one.id === id);
      outbox.add({
        kind: 'reading',
        clientId,
        thing: id,
        base: outbox.baseFor('reading', id, known?.revision ?? null),
        body: { visitId: known?.visitId ?? openId, reading },
      });
    },
  };
}

/** The client’s own measures at home, with those on their way. */
export function useHomeFigures(kept: readonly Figure[], today: string) {
  const outbox = useOutbox();
  const letters = bodies<'home measure'>(useLetters('home measure', null));
  const known = new Set(kept.map(({ id }) => id));
  return {
    figures: [
      ...kept,
      ...letters
        .filter(({ thing }) => !known.has(thing))
        .map(({ thing, body }) =>
          onItsWay(thing, body.reading, { visitId: null, day: today, revision: 0 }),
        ),
    ],
    write: (id: string, reading: Reading) => {
      outbox.add({
        kind: 'home measure',
        clientId: null,
        thing: id,
        base: null,
        body: { reading },
      });
    },
  };
}
