import equal from 'fast-deep-equal';
import { useEffect, useReducer, useRef } from 'react';
import { v7 as uuid } from 'uuid';
import {
  answerWith,
  INTERVIEW,
  noneOf,
  type ConditionId,
  type QuestionGroup,
  type Reply,
} from '#core/screening';
import type { Body } from '~/keeping/bodies';
import type { Letter } from '~/keeping/letter';
import { useOutbox, useView } from '~/ui/keeping/Keeping';

type Act =
  | { type: 'answer'; reply: Reply }
  | { type: 'none'; group: QuestionGroup }
  | { type: 'forget'; condition: Reply['condition'] }
  | { type: 'take'; replies: Reply[] };

function turn(replies: Reply[], act: Act): Reply[] {
  switch (act.type) {
    case 'answer':
      return answerWith(replies, act.reply);
    case 'none':
      return noneOf(replies, act.group);
    case 'forget':
      return replies.filter(({ condition }) => condition !== act.condition);
    case 'take':
      return act.replies;
  }
}

/** What differs between two states of an interview: answers that were set, questions that are open again. */
export function changed(before: readonly Reply[], after: readonly Reply[]): Body<'answer'> {
  const was = new Map(before.map((reply) => [reply.condition, reply]));
  const is = new Set(after.map(({ condition }) => condition));
  return {
    set: after.filter((reply) => !equal(reply, was.get(reply.condition))),
    forget: before.map(({ condition }) => condition).filter((id) => !is.has(id)),
  };
}

/** Answers with what was changed since laid over them. */
export function laidOver(replies: readonly Reply[], changes: readonly Body<'answer'>[]): Reply[] {
  return changes.reduce<Reply[]>(
    (before, { set, forget }) => {
      const gone = new Set<ConditionId>([...forget, ...set.map(({ condition }) => condition)]);
      return [...before.filter(({ condition }) => !gone.has(condition)), ...(set as Reply[])];
    },
    [...replies],
  );
}

/** The first page of an interview with a question that is open; past the last when none is. */
export function firstOpenPage(replies: readonly Reply[]): number {
  const open = INTERVIEW.findIndex(({ conditions }) =>
    conditions.some((id) => !replies.some(({ condition }) => condition === id)),
  );
  return open === -1 ? INTERVIEW.length : open;
}

/**
 * An interview under way. Each answer is written on this device at once and sent, so that neither a closed
 * page nor a lost connection loses one; recording it sends it whole.
 *
 * @param clientId whose file; null: one’s own
 * @param fileId the same file, always by its id
 */
export function useInterview(initial: Reply[], clientId: string | null, fileId: string) {
  const outbox = useOutbox();
  const { entries, opened } = useView();
  const [replies, dispatch] = useReducer(turn, initial);
  // The page is that of the answers, those this device had not sent yet among them; then where one goes.
  const begin = firstOpenPage(initial);
  const [at, setAt] = useReducer((_before: number, to: number) => to, begin);
  const written = useRef<readonly Reply[]>(initial);
  const found = useRef(false);

  const of = (kind: Letter['kind']) =>
    entries.filter(({ letter }) => letter.kind === kind && letter.clientId === clientId);
  const recording = of('interview').at(-1);

  // What an earlier page left here unsent is laid over what was read.
  useEffect(() => {
    if (!opened || found.current) return;
    found.current = true;
    const whole = of('interview').at(-1)?.letter as Letter<'interview'> | undefined;
    const left = of('answer').map(({ letter }) => letter.body as Body<'answer'>);
    if (!whole && left.length === 0) return;
    const from = laidOver((whole?.body.replies as Reply[] | undefined) ?? written.current, left);
    written.current = from;
    dispatch({ type: 'take', replies: from });
    if (at === begin) setAt(firstOpenPage(from));
  });

  useEffect(() => {
    const body = changed(written.current, replies);
    if (body.set.length + body.forget.length === 0) return;
    written.current = replies;
    outbox.add({ kind: 'answer', clientId, thing: fileId, base: null, body });
  }, [replies, outbox, clientId, fileId]);

  return {
    at,
    setAt,
    replies,
    /** It is recorded and on its way, or was refused. */
    recording,
    answer: (reply: Reply) => dispatch({ type: 'answer', reply }),
    forget: (condition: Reply['condition']) => dispatch({ type: 'forget', condition }),
    /** Begins from answers that were given before. */
    take: (from: readonly Reply[]) => dispatch({ type: 'take', replies: [...from] }),
    none: (group: QuestionGroup) => dispatch({ type: 'none', group }),
    /**
     * Records the whole of it; one that was refused before gives way.
     *
     * @param after the latest answers the asker has seen
     * @returns the id of its letter
     */
    record: (after: string | null): string => {
      if (recording?.refused) outbox.letGo(recording.letter.id);
      return outbox.add({
        kind: 'interview',
        clientId,
        thing: uuid(),
        base: null,
        body: { replies, after },
      });
    },
  };
}
export type InterviewState = ReturnType<typeof useInterview>;
