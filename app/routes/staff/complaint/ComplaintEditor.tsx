import { MultiSelect } from '@mantine/core';
import { useState } from 'react';
import { BODY_PART_IDS } from '#core/anatomy';
import {
  COMPLAINT_LIMITS,
  complaintSchema,
  placesWords,
  readSince,
  sinceWords,
  type Complaint,
  type FeltAt,
} from '#core/complaint';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './complaint.module.css';

const SPOTS: readonly FeltAt[] = BODY_PART_IDS.flatMap((part) =>
  (['left', 'right'] as const).map((side) => ({ part, side })),
);
const valueOf = ({ part, side }: FeltAt) => `${part}:${side}`;
const OPTIONS = SPOTS.map((spot) => ({ value: valueOf(spot), label: placesWords([spot]) }));

/** A field of words that is kept while it can be. */
function Words({
  id,
  label,
  value,
  most,
  trouble,
  placeholder,
  onWords,
}: {
  id: string;
  label: string;
  value: string;
  most: number;
  trouble: (text: string) => string | null;
  placeholder?: string;
  onWords: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const wrong = trouble(text);
  return (
    <div className={classes.field}>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        value={text}
        maxLength={most}
        autoComplete="off"
        placeholder={placeholder}
        aria-invalid={wrong !== null}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => {
          const typed = event.currentTarget.value;
          setText(typed);
          if (trouble(typed) === null) onWords(typed);
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}

const whatTrouble = (text: string): string | null =>
  complaintSchema.shape.what.safeParse(text).error?.issues[0]?.message ?? null;

/** The words of one complaint: what, where, since when, what it stops. */
export function ComplaintEditor({
  complaint: { what, places, since, stops, over },
  today,
  onChange,
  onRemove,
}: {
  complaint: Complaint;
  today: string;
  onChange: (by: Partial<Complaint>) => void;
  onRemove: () => void;
}) {
  const [asking, setAsking] = useState(false);
  const sinceTrouble = (text: string) =>
    text.trim() === '' || readSince(text, today) !== null
      ? null
      : 'Say it like “3 weeks”, “March 2025” or “2019”; not after today.';
  return (
    <section className={classes.editor} aria-label="The complaint">
      <Words
        id="what"
        label="What, in their words"
        value={what}
        most={COMPLAINT_LIMITS.what}
        trouble={whatTrouble}
        onWords={(text) => onChange({ what: text.trim() })}
      />
      <Words
        id="since"
        label="Since when"
        value={since}
        most={40}
        placeholder="3 weeks, March 2025"
        trouble={sinceTrouble}
        onWords={(text) => onChange({ since: readSince(text, today) ?? '' })}
      />
      {since !== '' && <p className={classes.soft}>{sinceWords(since, today)}</p>}
      <Words
        id="stops"
        label="What it stops"
        value={stops}
        most={COMPLAINT_LIMITS.stops}
        placeholder="reversing the van"
        trouble={() => null}
        onWords={(text) => onChange({ stops: text.trim() })}
      />
      <MultiSelect
        label="Where it is felt"
        placeholder={places.length === 0 ? 'or point on the figure' : undefined}
        data={OPTIONS}
        value={places.map(valueOf)}
        searchable
        hidePickedOptions
        maxValues={COMPLAINT_LIMITS.places}
        onChange={(values) =>
          onChange({
            places: [
              // A place on neither side came from elsewhere and stays.
              ...places.filter(({ side }) => side === 'mid'),
              ...SPOTS.filter((spot) => values.includes(valueOf(spot))),
            ],
          })
        }
      />
      <p className={classes.ways}>
        {asking ? (
          <>
            <span>It goes from the file, with what was told of it.</span>
            <LinkButton onClick={onRemove}>Take it back</LinkButton>
            <LinkButton quiet onClick={() => setAsking(false)}>
              Keep it
            </LinkButton>
          </>
        ) : (
          <>
            <LinkButton onClick={() => onChange({ over: !over })}>
              {over ? 'Ask about it again' : 'No longer ask about it'}
            </LinkButton>
            <LinkButton quiet onClick={() => setAsking(true)}>
              Take it back
            </LinkButton>
          </>
        )}
      </p>
    </section>
  );
}
