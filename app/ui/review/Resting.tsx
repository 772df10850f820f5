import { Button, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { findSite, placeOf } from '#core/anatomy';
import { lookedAbout, type Rest } from '#core/response';
import { placeKey } from '#core/routine';
import { useJotted } from '~/ui/keeping/useJotted';
import { LinkButton } from '~/ui/parts/LinkButton';
import { nearDay } from '~/ui/parts/words';
import classes from './Resting.module.css';

const BECAUSE: Record<Rest['why'], string> = {
  bruise: 'bruised; until they say, or you see, that it has gone',
  numb: 'went numb, tingled or shot; until you have looked at it in person',
  travelling: 'a feeling stayed after letting go; until you have looked at it',
  laid: 'let rest from the day sheet; until you say that it may be pressed again',
};

const NOTE_LENGTH = 300;

function Lift({
  about,
  name,
  onLooked,
  onBack,
}: {
  /** What is kept half typed under it. */
  about: string;
  name: string;
  onLooked: (note: string) => void;
  onBack: () => void;
}) {
  const { texts, type, forget } = useJotted(`looked at ${about}`, { note: '' });
  const { note } = texts;
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const look = () => {
    forget();
    onLooked(note.trim());
  };
  return (
    <div className={classes.lift}>
      <TextInput
        label={`What you found at ${name}`}
        value={note}
        maxLength={NOTE_LENGTH}
        ref={input}
        onChange={(event) => type({ note: event.currentTarget.value })}
      />
      <Button disabled={note.trim() === ''} onClick={look}>
        It may be pressed again
      </Button>
      <LinkButton onClick={onBack}>It stays at rest</LinkButton>
    </div>
  );
}

/** The places that rest now, whatever is prescribed there, and the word that ends what waits for the therapist. */
export function Resting({
  clientId,
  rests,
  today,
  answered,
  onLooked,
}: {
  clientId: string;
  rests: readonly Rest[];
  today: string;
  /** What was answered and has not come back yet. */
  answered: readonly string[];
  onLooked: (about: string, note: string) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = rests.filter((rest) => !answered.includes(lookedAbout(rest)));
  if (shown.length === 0) return null;
  return (
    <section aria-labelledby="resting-title" className={classes.resting}>
      <h2 id="resting-title">
        Rests now <span>left out of what they are led by, whatever is issued</span>
      </h2>
      <ul>
        {shown.map((rest) => {
          const site = findSite(rest.siteId);
          const name = site ? placeOf(site, rest.side) : rest.siteId;
          const key = placeKey(rest);
          return (
            <li key={key}>
              <p>
                <strong>{name}</strong>{' '}
                <span>
                  since {nearDay(rest.since, today)}: {BECAUSE[rest.why]}
                </span>
                {rest.why !== 'bruise' && open !== key && (
                  <LinkButton onClick={() => setOpen(key)}>Looked at it</LinkButton>
                )}
              </p>
              {open === key && (
                <Lift
                  about={`${clientId} ${key}`}
                  name={name}
                  onBack={() => setOpen(null)}
                  onLooked={(note) => {
                    setOpen(null);
                    onLooked(lookedAbout(rest), note);
                  }}
                />
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
