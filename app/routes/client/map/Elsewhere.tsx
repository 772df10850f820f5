import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { VIEWS, type ViewId } from '#core/anatomy';
import { useOutbox } from '~/ui/keeping/Keeping';
import { RatingKeys } from '~/ui/map/RatingKeys';
import classes from './map.module.css';

const MOST_WORDS = 400;

/** A place that is none of those that are known: told to the therapist in words. */
export function Elsewhere({
  view,
  therapistName,
  onTold,
  onLeave,
}: {
  view: ViewId;
  therapistName: string;
  onTold: () => void;
  onLeave: () => void;
}) {
  const outbox = useOutbox();
  const [words, setWords] = useState('');
  const [rating, setRating] = useState<number | null>(null);
  const tell = () => {
    const grade = rating === null ? '' : `, ${rating} of 10`;
    outbox.add({
      kind: 'message',
      clientId: null,
      thing: uuid(),
      base: null,
      body: {
        text: `Tender${grade}, at none of the places on the drawing (${VIEWS[view].name.toLowerCase()}): ${words.trim()}`,
      },
    });
    onTold();
  };
  return (
    <section className={classes.say} aria-label="Somewhere else">
      <h2>Where is it, in your own words?</h2>
      <Textarea
        label="Which side, near what, how large"
        value={words}
        maxLength={MOST_WORDS}
        autosize
        minRows={2}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <p>How tender, 0 nothing, 10 the worst?</p>
      <RatingKeys value={rating} label="How tender" onValue={setRating} />
      <Button size="lg" fullWidth disabled={words.trim() === ''} onClick={tell}>
        Tell {therapistName}
      </Button>
      <p className={classes.soft}>
        It goes as a message and waits there until it is read. Do not press it meanwhile.
      </p>
      <button type="button" className={classes.leave} onClick={onLeave}>
        Back to the drawing
      </button>
    </section>
  );
}
