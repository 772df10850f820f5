import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite, placeOf } from '#core/anatomy';
import type { HowSeen } from '#core/proposals';
import { laidAbout, type RestingPlace } from '#core/response';
import type { MarkId } from '#core/trend';
import type { DaySheetRow } from '~/services/daySheet.server';
import { useOutbox, useView } from '~/ui/keeping/Keeping';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useKeys } from '~/ui/parts/useKeys';
import classes from './day.module.css';
import { Write } from './Write';

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
  ['s', 'spoken', 'Called or spoken'],
] as const satisfies readonly (readonly [string, HowSeen, string])[];

const namesOf = (places: readonly RestingPlace[]): string =>
  places
    .flatMap(({ siteId, side }) => {
      const site = findSite(siteId);
      return site ? [placeOf(site, side).toLowerCase()] : [];
    })
    .join('; ');

/** Answers what a row raises: opened by its button, then one key. */
export function Answer({ row }: { row: DaySheetRow }) {
  const outbox = useOutbox();
  const { entries } = useView();
  const [isOpen, setIsOpen] = useState<boolean | 'writing'>(false);
  const open = toAnswer(row);
  const waits = entries.some(
    ({ letter, refused }) =>
      (letter.kind === 'seen to' || letter.kind === 'message') &&
      letter.clientId === row.id &&
      !refused,
  );
  const see = (about: string, sessionId: string | null, how: HowSeen) =>
    outbox.add({
      kind: 'seen to',
      clientId: row.id,
      thing: uuid(),
      base: null,
      body: { about, sessionId, how, note: '' },
    });
  const answer = (how: HowSeen) => {
    for (const { about, sessionId } of open) see(about, sessionId, how);
    setIsOpen(false);
  };
  const places = row.told?.places ?? [];
  const rest = () => {
    for (const place of places) see(laidAbout(place), row.lastSession, 'seen');
    answer('seen');
  };
  const send = (text: string) => {
    const wish = { kind: 'message', clientId: row.id, thing: uuid(), base: null } as const;
    outbox.add({ ...wish, body: { text } });
    answer('written');
  };
  const offered: { key: string; words: string; act: () => void }[] = [
    ...(open.length > 0
      ? ANSWERS.map(([key, how, words]) => ({ key, words, act: () => answer(how) }))
      : []),
    ...(places.length > 0 ? [{ key: 'r', words: `Let rest: ${namesOf(places)}`, act: rest }] : []),
    { key: 'w', words: 'Write to them', act: () => setIsOpen('writing') },
  ];
  useKeys(
    isOpen === true
      ? [
          ...offered.map(({ key, act }): [string, () => void] => [key, act]),
          ['Escape', () => setIsOpen(false)],
        ]
      : [],
  );
  if (open.length === 0 && !row.wrote) return null;
  if (waits) return <span className={classes.plain}>answered</span>;
  if (isOpen === 'writing')
    return <Write row={row} onSend={send} onBack={() => setIsOpen(false)} />;
  return (
    <span className={classes.answer}>
      <LinkButton aria-expanded={isOpen} onClick={() => setIsOpen((now) => !now)}>
        Answer
      </LinkButton>
      {isOpen && (
        <span role="group" aria-label={`Answer for ${row.name}`}>
          {offered.map(({ key, words, act }) => (
            <LinkButton key={key} onClick={act} aria-keyshortcuts={key}>
              {words} <kbd>{key}</kbd>
            </LinkButton>
          ))}
        </span>
      )}
    </span>
  );
}
