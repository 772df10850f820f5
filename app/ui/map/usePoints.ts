import { useCallback, useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { sendUntilHeard, type Heard } from '~/ui/parts/sendUntilHeard';
import { useAskBeforeLeaving } from '~/ui/parts/useAskBeforeLeaving';
import type { DrawnPoint } from './BodyMap';

/** A point with the revision it was read at. */
export interface KeptPoint extends DrawnPoint {
  revision: number;
  visitId: string | null;
  day: string;
}

type Sent =
  | { intent: 'add'; id: string; point: DrawnPoint }
  | { intent: 'change'; id: string; point: DrawnPoint }
  | { intent: 'remove'; id: string };

interface Answer extends Heard {
  revision?: number | null;
}

/**
 * The points of the map under way. A change shows at once, is sent one after the other until it is
 * heard, and is taken back with a sentence when the server refuses it. `undo` turns the last one round.
 */
export function usePoints(kept: readonly KeptPoint[], address: string, newVisitId: string | null) {
  const { revalidate } = useRevalidator();
  const [overlay, setOverlay] = useState<ReadonlyMap<string, KeptPoint | null>>(new Map());
  const [message, setMessage] = useState('');
  const [past, setPast] = useState<readonly Sent[]>([]);
  /** Changes whose answer is still to come. */
  const [busy, setBusy] = useState(0);
  const queue = useRef(Promise.resolve());
  const revisions = useRef(new Map<string, number>());
  /** How many changes of a point are still on their way. */
  const underWay = useRef(new Map<string, number>());

  const shown: KeptPoint[] = [
    ...kept.flatMap((point) => {
      const over = overlay.get(point.id);
      return over === undefined ? [point] : over === null ? [] : [over];
    }),
    ...[...overlay].flatMap(([id, point]) =>
      point && !kept.some((one) => one.id === id) ? [point] : [],
    ),
  ];

  useAskBeforeLeaving(() => underWay.current.size > 0);

  const lay = (id: string, point: KeptPoint | null | undefined) =>
    setOverlay((before) => {
      const next = new Map(before);
      if (point === undefined) next.delete(id);
      else next.set(id, point);
      return next;
    });

  const send = useCallback(
    (sent: Sent, known: KeptPoint | undefined) => {
      const { id } = sent;
      setMessage('');
      if (sent.intent === 'remove') lay(id, null);
      else {
        lay(id, {
          ...sent.point,
          revision: known?.revision ?? 1,
          visitId: known?.visitId ?? newVisitId,
          day: known?.day ?? '',
        });
      }
      underWay.current.set(id, (underWay.current.get(id) ?? 0) + 1);
      setBusy((count) => count + 1);
      queue.current = queue.current.then(async () => {
        const revision = revisions.current.get(id) ?? known?.revision ?? 1;
        let waited = false;
        const answer = await sendUntilHeard<Answer>(
          address,
          sent.intent === 'add' ? sent : { ...sent, revision },
          (says) => {
            waited = true;
            setMessage(says);
          },
        );
        if (!answer.ok) setMessage(answer.message ?? 'That could not be kept.');
        else if (waited) setMessage('');
        if (answer.ok && answer.revision) revisions.current.set(id, answer.revision);
        else revisions.current.delete(id);
        const left = (underWay.current.get(id) ?? 1) - 1;
        if (left > 0) underWay.current.set(id, left);
        else underWay.current.delete(id);
        // Read anew once all is through; until then what was laid over stands for it.
        if (underWay.current.size === 0) {
          await revalidate();
          setOverlay(
            (before) => new Map([...before].filter(([each]) => underWay.current.has(each))),
          );
        } else if (!answer.ok && left === 0) lay(id, undefined);
        setBusy((count) => count - 1);
      });
    },
    [address, newVisitId, revalidate],
  );

  const remember = (inverse: Sent) => setPast((before) => [...before.slice(-40), inverse]);
  const find = (id: string) => shown.find((point) => point.id === id);

  return {
    points: shown,
    message,
    busy: busy > 0,
    say: setMessage,
    canUndo: past.length > 0,
    add: (point: DrawnPoint) => {
      remember({ intent: 'remove', id: point.id });
      send({ intent: 'add', id: point.id, point }, undefined);
    },
    change: (id: string, by: Partial<DrawnPoint>) => {
      const known = find(id);
      if (!known) return;
      remember({ intent: 'change', id, point: known });
      send({ intent: 'change', id, point: { ...known, ...by } }, known);
    },
    remove: (id: string) => {
      const known = find(id);
      if (!known) return;
      remember({ intent: 'add', id, point: known });
      send({ intent: 'remove', id }, known);
    },
    undo: () => {
      const last = past.at(-1);
      if (!last) return;
      setPast(past.slice(0, -1));
      send(last, find(last.id));
    },
  };
}
