import { useState } from 'react';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import type { DrawnPoint } from './points';

/** A point with the revision it was read at. */
export interface KeptPoint extends DrawnPoint {
  revision: number;
  visitId: string | null;
  day: string;
}

/** What undoing a change does: the point as it was, or none. */
interface Undo {
  id: string;
  point: DrawnPoint | null;
}

/** As much of a point as is kept with it. */
function bodyOf({
  thread,
  siteId,
  side,
  across,
  down,
  rating,
  tautBand,
  refersTo,
  stopsOnRelease,
  worseOnBreath,
  worst,
  bruised,
  note,
}: DrawnPoint) {
  return {
    thread,
    siteId,
    side,
    across,
    down,
    rating,
    tautBand,
    refersTo: refersTo === null ? null : [...refersTo],
    stopsOnRelease,
    worseOnBreath,
    worst,
    bruised,
    note,
  };
}

const UNDO_DEPTH = 40;

/**
 * The points of a map: those that were read, with what is on its way to the practice laid over them. A
 * change shows at once, in every tab; one that is refused shows what the practice has instead.
 *
 * @param clientId whose file; null: one’s own
 * @param openId the visit under way; null when the first point begins one
 * @param nowId what new points bear until the visit is known
 */
export function usePoints(
  kept: readonly KeptPoint[],
  clientId: string | null,
  { openId, nowId }: { openId: string | null; nowId: string | null },
) {
  const outbox = useOutbox();
  const letters = useLetters('point', clientId);
  const [past, setPast] = useState<readonly Undo[]>([]);

  const shown = new Map(kept.map((point) => [point.id, point]));
  for (const letter of letters) {
    // A letter of this kind carries a point, or that it was taken back.
    const { point } = letter.body as { point: DrawnPoint | null };
    const before = shown.get(letter.thing);
    if (point === null) shown.delete(letter.thing);
    else {
      shown.set(letter.thing, {
        ...point,
        id: letter.thing,
        revision: before?.revision ?? 0,
        visitId: before ? before.visitId : nowId,
        day: before?.day ?? '',
      });
    }
  }
  const points = [...shown.values()];

  const write = (id: string, point: DrawnPoint | null) => {
    const read = kept.find((one) => one.id === id)?.revision ?? null;
    outbox.add({
      kind: 'point',
      clientId,
      thing: id,
      base: outbox.baseFor('point', id, read),
      body: {
        visitId: kept.find((one) => one.id === id)?.visitId ?? openId,
        point: point && bodyOf(point),
      },
    });
  };
  const remember = (undo: Undo) => setPast((before) => [...before.slice(1 - UNDO_DEPTH), undo]);

  return {
    points,
    canUndo: past.length > 0,
    add: (point: DrawnPoint) => {
      remember({ id: point.id, point: null });
      write(point.id, point);
    },
    change: (id: string, by: Partial<DrawnPoint>) => {
      const known = shown.get(id);
      if (!known) return;
      remember({ id, point: known });
      write(id, { ...known, ...by });
    },
    remove: (id: string) => {
      const known = shown.get(id);
      if (!known) return;
      remember({ id, point: known });
      write(id, null);
    },
    undo: () => {
      const last = past.at(-1);
      if (!last) return;
      setPast(past.slice(0, -1));
      write(last.id, last.point);
    },
  };
}
