import { Button, Textarea } from '@mantine/core';
import { v7 as uuid } from 'uuid';
import { outcomeWords, type CourseOver } from '#core/course';
import { COURSE_WORDS } from '~/keeping/bodies';
import { useOutbox } from '~/ui/keeping/Keeping';
import { useJotted } from '~/ui/keeping/useJotted';
import { nearDay } from '~/ui/parts/words';
import classes from './discharge.module.css';

/** They come back: the course goes on where it was, with what was found then asked anew. */
export function TakeUpAgain({
  clientId,
  name,
  over,
  today,
  busy,
}: {
  clientId: string;
  name: string;
  over: CourseOver;
  today: string;
  busy: boolean;
}) {
  const outbox = useOutbox();
  const { texts, type, forget } = useJotted(`course again ${clientId}`, { word: '' });
  const { word } = texts;
  const resume = () => {
    outbox.add({
      kind: 'course',
      clientId,
      thing: uuid(),
      base: null,
      body: { what: 'resumed', word },
    });
    forget();
  };
  return (
    <section aria-labelledby="again-title" className={classes.form}>
      <h2 id="again-title">
        The course ended {nearDay(over.day, today)}: {outcomeWords(over.outcome)}
      </h2>
      <p className={classes.soft}>
        {over.goesOn
          ? `${name} may go on with the routine; nothing is asked.`
          : `The routine rests: ${name} can start nothing.`}{' '}
        Taken up again, the version that was in force is asked for again from today. Hold the
        interview anew first, and look whether what was right then is right now.
      </p>
      <Textarea
        label="Why it is taken up again"
        description="Kept in the record."
        value={word}
        maxLength={COURSE_WORDS.word}
        autosize
        minRows={2}
        onChange={(event) => type({ word: event.currentTarget.value })}
      />
      <Button loading={busy} onClick={resume}>
        Take it up again
      </Button>
    </section>
  );
}
