import { useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { answerWith, noneOf, repliesSchema, type QuestionGroup, type Reply } from '#core/screening';
import type { Heard } from '~/ui/parts/sendUntilHeard';

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

const WAIT_MS = 700;

/** What this device kept, when it is readable and not empty. */
function keptHere(key: string): Reply[] | null {
  try {
    const text = window.localStorage.getItem(key);
    const parsed = repliesSchema.safeParse(JSON.parse(text ?? 'null'));
    return parsed.success && parsed.data.length > 0 ? parsed.data : null;
  } catch {
    return null;
  }
}

/** Sends the answers so far; settles with whether they arrived. */
export type Keep = (replies: Reply[]) => Promise<boolean>;

/**
 * An interview under way. Each answer is kept on this device at once and with the server a moment
 * later, so that neither a closed page nor a lost connection loses one.
 */
export function useInterview(initial: Reply[], key: string, keep: Keep) {
  const [replies, dispatch] = useReducer(turn, initial);
  const [kept, setKept] = useState<'yes' | 'here' | 'under way'>('yes');
  const first = useRef(true);
  /** It is being recorded: nothing is kept any more. */
  const closed = useRef(false);
  const sending = useRef(Promise.resolve());
  /** One interview is recorded once, however often it is sent. */
  const id = useRef(uuid());
  const latest = useRef(keep);
  useEffect(() => {
    latest.current = keep;
  });

  // What a lost connection left on this device goes first.
  useEffect(() => {
    const here = keptHere(key);
    if (here) dispatch({ type: 'take', replies: here });
  }, [key]);

  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    try {
      window.localStorage.setItem(key, JSON.stringify(replies));
    } catch {
      // A device that keeps nothing still sends.
    }
    if (closed.current) return;
    let gone = false;
    const send = () => {
      if (closed.current) return;
      setKept('under way');
      sending.current = latest.current(replies).then((arrived) => {
        if (gone) return;
        setKept(arrived ? 'yes' : 'here');
        if (arrived) window.localStorage.removeItem(key);
      });
    };
    const timer = setTimeout(send, WAIT_MS);
    window.addEventListener('online', send);
    return () => {
      gone = true;
      clearTimeout(timer);
      window.removeEventListener('online', send);
    };
  }, [replies, key]);

  return {
    replies,
    kept,
    answer: (reply: Reply) => dispatch({ type: 'answer', reply }),
    forget: (condition: Reply['condition']) => dispatch({ type: 'forget', condition }),
    /** Begins from answers that were given before. */
    take: (from: readonly Reply[]) => dispatch({ type: 'take', replies: [...from] }),
    none: (group: QuestionGroup) => dispatch({ type: 'none', group }),
    /**
     * Records it by an id of its own: what is being kept arrives first, and nothing is kept after it.
     * Only what was recorded is forgotten on this device.
     */
    record: async (send: (id: string) => Promise<Heard>) => {
      closed.current = true;
      await sending.current;
      const { ok } = await send(id.current);
      if (!ok) {
        closed.current = false;
        return;
      }
      id.current = uuid();
      try {
        window.localStorage.removeItem(key);
      } catch {
        // Nothing was kept.
      }
    },
  };
}
export type InterviewState = ReturnType<typeof useInterview>;
