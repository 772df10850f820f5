import { Button, Textarea } from '@mantine/core';
import { findSite, placeOf } from '#core/anatomy';
import type { Placed } from '#core/map';
import { RatingKeys } from '~/ui/map/RatingKeys';
import { Toggle } from '~/ui/parts/Toggle';
import classes from './map.module.css';

/** A point that is being put down or changed. */
export interface Draft {
  /** An own point that is changed; null: a new one. */
  id: string | null;
  /** What may have been meant, the nearest first. */
  places: readonly Placed[];
  placed: Placed | null;
  rating: number | null;
  note: string;
  /** What lies under the finger and is never pressed. */
  keepOff: string | null;
}

const nameOf = ({ siteId, side }: Placed): string => {
  const site = findSite(siteId);
  return site ? placeOf(site, side) : siteId;
};

/** Which place is meant, by name, how tender it is, and a word to it. */
export function PointForm({
  draft: { id, places, placed, rating, note, keepOff },
  onChange,
  onNone,
  onKeep,
  onLeave,
}: {
  draft: Draft;
  onChange: (by: Partial<Draft>) => void;
  /** It is none of these places. */
  onNone: () => void;
  onKeep: () => void;
  onLeave: () => void;
}) {
  const isKnown = placed !== null && places.some((one) => one.siteId === placed.siteId);
  const choices = placed && !isKnown ? [placed, ...places] : places;
  return (
    <section className={classes.say} aria-label="The point">
      {keepOff && <p className={classes.keepOff}>{keepOff}</p>}
      <h2>
        {choices.length > 0 ? 'Which place is it?' : 'No place that can be pressed lies there.'}
      </h2>
      <ul className={classes.choices}>
        {choices.map((one) => (
          <li key={one.siteId}>
            <button
              type="button"
              aria-pressed={placed?.siteId === one.siteId}
              onClick={() => onChange({ placed: one })}
            >
              <strong>{nameOf(one)}</strong>
              <span>{findSite(one.siteId)?.find[0]}</span>
            </button>
          </li>
        ))}
        <li>
          <button type="button" onClick={onNone}>
            <strong>None of these</strong>
            <span>Say it in your own words.</span>
          </button>
        </li>
      </ul>
      {placed && (
        <>
          {placed.side !== 'mid' && (
            <Toggle
              label="Side"
              look="wide boxes"
              value={placed.side}
              options={[
                { value: 'left', label: 'left' },
                { value: 'right', label: 'right' },
              ]}
              onChoose={(side) => onChange({ placed: { ...placed, side } })}
            />
          )}
          <p>How tender, 0 nothing, 10 the worst?</p>
          <RatingKeys
            value={rating}
            label="How tender"
            onValue={(grade) => onChange({ rating: grade })}
          />
          <Textarea
            label="A word to it"
            value={note}
            maxLength={400}
            autosize
            minRows={1}
            onChange={(event) => onChange({ note: event.currentTarget.value })}
          />
          <Button size="lg" fullWidth disabled={rating === null} onClick={onKeep}>
            {rating === null
              ? 'Say how tender it is'
              : `${id === null ? 'Keep' : 'Change to'}: ${nameOf(placed)}, ${rating}`}
          </Button>
        </>
      )}
      <button type="button" className={classes.leave} onClick={onLeave}>
        {id === null ? 'Leave it' : 'Leave it as it was'}
      </button>
    </section>
  );
}
