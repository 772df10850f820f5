import { Button, Checkbox, Textarea } from '@mantine/core';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { OUTCOMES, type Outcome } from '#core/course';
import { COURSE_WORDS } from '~/keeping/bodies';
import { useOutbox } from '~/ui/keeping/Keeping';
import { useJotted } from '~/ui/keeping/useJotted';
import classes from './discharge.module.css';

/** Ends a course: how, what they may go on with, what they read, and what is kept of it. */
export function EndOfCourse({
  clientId,
  name,
  draft,
  hasRoutine,
  busy,
}: {
  clientId: string;
  name: string;
  /** What the record says, to write on from. */
  draft: string;
  hasRoutine: boolean;
  busy: boolean;
}) {
  const outbox = useOutbox();
  const [outcome, setOutcome] = useState<Outcome | ''>('');
  const [goesOn, setGoesOn] = useState(false);
  const { texts, type, forget } = useJotted(`end of course ${clientId}`, {
    word: '',
    summary: draft,
  });
  const { word, summary } = texts;
  const end = () => {
    if (outcome === '') return;
    outbox.add({
      kind: 'course',
      clientId,
      thing: uuid(),
      base: null,
      body: { what: 'ended', outcome, goesOn, word, summary },
    });
    forget();
  };
  return (
    <section aria-labelledby="end-title" className={classes.form}>
      <h2 id="end-title">End the course</h2>
      <p className={classes.soft}>
        Nothing is asked of {name} any more, they are not told of as quiet, and reminders stop. The
        record stays; the course can be taken up again at any time.
      </p>
      <fieldset className={classes.outcomes}>
        <legend>How it ended</legend>
        {OUTCOMES.map(({ id, label }) => (
          <label key={id}>
            <input
              type="radio"
              name="outcome"
              value={id}
              checked={outcome === id}
              onChange={() => setOutcome(id)}
            />
            {label}
          </label>
        ))}
      </fieldset>
      {hasRoutine && (
        <Checkbox
          label="They may go on with the routine by themselves, as they need it"
          description="Otherwise it rests: nothing can be started."
          checked={goesOn}
          onChange={(event) => setGoesOn(event.currentTarget.checked)}
        />
      )}
      <Textarea
        label="A word to them"
        description="They read it where the routine was; what to do when it comes back."
        value={word}
        maxLength={COURSE_WORDS.word}
        autosize
        minRows={2}
        onChange={(event) => type({ word: event.currentTarget.value })}
      />
      <Textarea
        label="Summary, for the record"
        description="Begun from what the record says; yours to change. They do not read it here."
        value={summary}
        maxLength={COURSE_WORDS.summary}
        autosize
        minRows={5}
        onChange={(event) => type({ summary: event.currentTarget.value })}
      />
      <Button disabled={outcome === ''} loading={busy} onClick={end}>
        End the course
      </Button>
    </section>
  );
}
