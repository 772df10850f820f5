import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { HowSeen } from '#core/proposals';
import type { MarkId } from '#core/trend';
import type { DaySheetRow } from '~/services/daySheet.server';
import { useOutbox, useView } from '~/ui/keeping/Keeping';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useKeys } from '~/ui/parts/useKeys';
import classes from './day.module.css';

/** What can be answered by itself, with the session it is answered up to. */
function toAnswer(row: DaySheetRow): { about: MarkId; sessionId: string | null }[] {
  const upTo = row.lastSession;
  return [
    ...(row.told?.sessionId ? [{ about: 'told' as const, sessionId: row.told.sessionId }] : []),
    ...(row.pressedTooHard > 0 ? [{ about: 'hard' as const, sessionId: upTo }] : []),
    ...(row.onlyPain > 0 ? [{ about: 'pain' as const, sessionId: upTo }] : []),
    ...(row.quietDays === null ? [] : [{ about: 'quiet' as const, sessionId: upTo }]),
  ];
}

const ANSWERS = [
  ['l', 'seen', 'Looked at'],
  ['s', 'spoken', 'Spoken with them'],
] as const satisfies readonly (readonly [string, HowSeen, string])[];

/** Answers what a row raises: opened by its button, then one key. */
export function Answer({ row }: { row: DaySheetRow }) {
  const outbox = useOutbox();
  const { entries } = useView();
  const navigate = useNavigate();
  const [isOpen, setIsOpen] = useState(false);
  const open = toAnswer(row);
  const waits = entries.some(
    ({ letter, refused }) => letter.kind === 'seen to' && letter.clientId === row.id && !refused,
  );
  const answer = (how: HowSeen) => {
    for (const { about, sessionId } of open) {
      outbox.add({
        kind: 'seen to',
        clientId: row.id,
        thing: uuid(),
        base: null,
        body: { about, sessionId, how, note: '' },
      });
    }
    setIsOpen(false);
  };
  const write = () => void navigate(`/clients/${row.id}/practise`);
  const byKey: [string, () => void][] = [
    ...(open.length > 0
      ? ANSWERS.map(([key, how]): [string, () => void] => [key, () => answer(how)])
      : []),
    ['w', write],
    ['Escape', () => setIsOpen(false)],
  ];
  useKeys(isOpen ? byKey : []);
  if (open.length === 0 && !row.wrote) return null;
  if (waits) return <span className={classes.plain}>answered</span>;
  return (
    <span className={classes.answer}>
      <LinkButton aria-expanded={isOpen} onClick={() => setIsOpen((now) => !now)}>
        Answer
      </LinkButton>
      {isOpen && (
        <span role="group" aria-label={`Answer for ${row.name}`}>
          {open.length > 0 &&
            ANSWERS.map(([key, how, words]) => (
              <LinkButton key={how} onClick={() => answer(how)} aria-keyshortcuts={key}>
                {words} <kbd>{key}</kbd>
              </LinkButton>
            ))}
          <LinkButton onClick={write} aria-keyshortcuts="w">
            Write to them <kbd>w</kbd>
          </LinkButton>
        </span>
      )}
    </span>
  );
}
