import { useCallback, useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
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

interface Answer {
  ok: boolean;
  message?: string;
  revision?: number;
}

async function post(address: string, body: unknown): Promise<Answer> {
  try {
    const answer = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      // A page that is left still sends what it had begun to send.
      keepalive: true,
    });
    return (await answer.json()) as Answer;
  } catch {
    return {
      ok: false,
      message: 'No connection: nothing was kept. It is shown again when it works.',
    };
  }
}

/**
 * The points of the map under way. A change shows at once, is sent one after the other, and is taken back
 * with a sentence when the server refuses it. `undo` turns the last one round.
 */
export function usePoints(kept: readonly KeptPoint[], address: string, newVisitId: string | null) {
  const { revalidate } = useRevalidator();
  const [overlay, setOverlay] = useState<ReadonlyMap<string, KeptPoint | null>>(new Map());
  const [message, setMessage] = useState('');
  const [past, setPast] = useState<readonly Sent[]>([]);
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

  useAskBeforeLeaving(() => [...underWay.current.values()].some((count) => count > 0));

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
      queue.current = queue.current.then(async () => {
        const revision = revisions.current.get(id) ?? known?.revision ?? 1;
        const answer = await post(address, sent.intent === 'add' ? sent : { ...sent, revision });
        if (answer.ok) {
          if (answer.revision) revisions.current.set(id, answer.revision);
          setMessage('');
        } else {
          revisions.current.delete(id);
          setMessage(answer.message ?? 'That could not be kept.');
        }
        await revalidate();
        // The server's word is in. What was laid over it goes, unless a later change lies there.
        const left = (underWay.current.get(id) ?? 1) - 1;
        underWay.current.set(id, left);
        if (left === 0) lay(id, undefined);
        if (sent.intent !== 'change') revisions.current.delete(id);
      });
    },
    [address, newVisitId, revalidate],
  );

  const remember = (inverse: Sent) => setPast((before) => [...before.slice(-40), inverse]);
  const find = (id: string) => shown.find((point) => point.id === id);

  return {
    points: shown,
    message,
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
