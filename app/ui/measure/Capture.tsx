import { useId, useState } from 'react';
import {
  FINGER_WIDTHS,
  type HomeSide,
  type HomeWay,
  type Observation,
  type Quantity,
} from '#core/measurement';
import { ByPhone } from './ByPhone';
import { fingersName } from './homeWords';
import type { HomeFigure, KeptHome } from './useFigures';
import { TriesField } from './TriesField';
import classes from './LedTest.module.css';

const MOST_MARK = 60;

type Kept = Pick<KeptHome, 'quantityId' | 'tries' | 'seen' | 'mark' | 'way'>;

/** How far it goes against what is kept by name: the first time it is only named. */
function ByMark({
  observation,
  side,
  last,
  onKeep,
}: {
  observation: Observation;
  side: HomeSide;
  last: HomeFigure | undefined;
  onKeep: (kept: Kept) => void;
}) {
  const id = useId();
  const [judged, setJudged] = useState<string | null>(null);
  const [name, setName] = useState('');
  const before = last?.mark ?? null;
  const keep = (seen: string, mark: string) =>
    onKeep({ quantityId: observation.id, tries: [], seen, mark, way: 'number' });
  if (before && judged === null) {
    return (
      <div className={classes.asked} role="group" aria-label="How far, beside the last time?">
        <p>
          Last time, {side}: <strong>{before}</strong>. Now:
        </p>
        {observation.options
          .filter((one) => one !== 'first')
          .map((one) => (
            <button
              key={one}
              type="button"
              onClick={() => (one === 'as far' ? keep(one, before) : setJudged(one))}
            >
              {one}
            </button>
          ))}
      </div>
    );
  }
  return (
    <form
      className={classes.named}
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') keep(judged ?? 'first', name.trim());
      }}
    >
      <label htmlFor={id}>{observation.mark?.asks}</label>
      <input
        id={id}
        value={name}
        maxLength={MOST_MARK}
        autoComplete="off"
        placeholder={observation.mark?.example}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <button type="submit" disabled={name.trim() === ''}>
        Keep it
      </button>
    </form>
  );
}

/** Takes the figure of one side in the chosen way. */
export function Capture({
  quantity,
  mark,
  side,
  way,
  last,
  standIn,
  onKeep,
}: {
  quantity: Quantity;
  mark: Observation | null;
  side: HomeSide;
  way: HomeWay;
  /** The last time by a mark, on this side. */
  last: HomeFigure | undefined;
  standIn: string | null;
  onKeep: (kept: Kept) => void;
}) {
  const figure = (tries: number[], by: KeptHome['way']) =>
    onKeep({ quantityId: quantity.id, tries, seen: null, mark: null, way: by });
  switch (way) {
    case 'mark':
      return mark && <ByMark observation={mark} side={side} last={last} onKeep={onKeep} />;
    case 'tilt':
      return (
        <ByPhone
          side={side === 'mid' ? '' : side}
          standIn={standIn}
          onTake={(degrees) => figure([degrees], 'tilt')}
        />
      );
    case 'fingers':
      return (
        <div className={classes.fingers} role="group" aria-label="How many fingers fit?">
          {FINGER_WIDTHS.map(({ fingers, millimetres }) => (
            <button
              key={fingers}
              type="button"
              aria-label={fingersName(fingers)}
              onClick={() => figure([millimetres], 'fingers')}
            >
              {fingersName(fingers).split(' ')[0]}
            </button>
          ))}
        </div>
      );
    case 'number':
      return (
        <TriesField
          label={side === 'mid' ? quantity.name : side}
          quantity={quantity}
          tries={[]}
          way={null}
          onTries={figure}
        />
      );
  }
}
