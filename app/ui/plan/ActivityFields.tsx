import type { ReactNode } from 'react';
import { ACTIVITY_LIMITS, type Activity } from '#core/activities';
import { SECOND_STEP } from './DoseFields';
import { parseCount } from './parseNumber';
import { TypedNumber } from './TypedNumber';

export type OnActivity = (activity: Activity, field: string) => void;
export type OnTrouble = (field: string, says: string | null) => void;

/** A whole number within bounds. */
function Figure({
  label,
  name,
  value,
  beside = '',
  prefix,
  step,
  bounds,
  field,
  onValue,
  onTrouble,
}: {
  label: string;
  name: string;
  value: number;
  beside?: string;
  prefix?: string;
  step?: number;
  bounds: { least: number; most: number };
  field: string;
  onValue: (value: number) => void;
  onTrouble: OnTrouble;
}) {
  return (
    <TypedNumber
      label={label}
      value={value}
      beside={beside}
      prefix={prefix}
      step={step}
      parse={(text) => parseCount(text, { name, ...bounds })}
      onValue={onValue}
      onTrouble={(says) => onTrouble(field, says)}
    />
  );
}

/** The figures and choices of an activity, by its kind. */
export function ActivityFields({
  activity,
  onChange,
  onTrouble,
}: {
  activity: Activity;
  onChange: OnActivity;
  onTrouble: OnTrouble;
}): ReactNode {
  const aDay = (value: number, put: (timesPerDay: number) => Activity) => (
    <Figure
      label="times a day"
      name="Times a day"
      value={value}
      beside="the session is one"
      bounds={ACTIVITY_LIMITS.timesPerDay}
      field="aDay"
      onValue={(timesPerDay) => onChange(put(timesPerDay), 'aDay')}
      onTrouble={onTrouble}
    />
  );
  switch (activity.kind) {
    case 'stretch':
      return (
        <>
          <Figure
            label="stretch"
            name="The stretch"
            value={activity.holdSeconds}
            beside="s"
            step={SECOND_STEP}
            bounds={ACTIVITY_LIMITS.holdSeconds}
            field="hold"
            onValue={(holdSeconds) => onChange({ ...activity, holdSeconds }, 'hold')}
            onTrouble={onTrouble}
          />
          <Figure
            label="repetitions"
            name="Repetitions"
            value={activity.repetitions}
            beside={activity.sides === 'mid' ? '' : 'a side'}
            bounds={{ least: 1, most: 5 }}
            field="repetitions"
            onValue={(repetitions) => onChange({ ...activity, repetitions }, 'repetitions')}
            onTrouble={onTrouble}
          />
          {aDay(activity.timesPerDay, (timesPerDay) => ({ ...activity, timesPerDay }))}
        </>
      );
    case 'contract-relax':
      return (
        <>
          <Figure
            label="push"
            name="The push"
            value={activity.pushSeconds}
            beside="s, a tenth of strength"
            bounds={ACTIVITY_LIMITS.pushSeconds}
            field="push"
            onValue={(pushSeconds) => onChange({ ...activity, pushSeconds }, 'push')}
            onTrouble={onTrouble}
          />
          <Figure
            label="rounds"
            name="Rounds"
            value={activity.rounds}
            beside={activity.sides === 'mid' ? '' : 'a side'}
            bounds={ACTIVITY_LIMITS.rounds}
            field="rounds"
            onValue={(rounds) => onChange({ ...activity, rounds }, 'rounds')}
            onTrouble={onTrouble}
          />
          {activity.affectedSide && activity.sides === 'both' && (
            <Figure
              label={`more on the ${activity.affectedSide}`}
              name="Extra rounds"
              prefix="+"
              value={activity.extraRounds}
              beside="rounds"
              bounds={ACTIVITY_LIMITS.extraRounds}
              field="extra"
              onValue={(extraRounds) => onChange({ ...activity, extraRounds }, 'extra')}
              onTrouble={onTrouble}
            />
          )}
          {aDay(activity.timesPerDay, (timesPerDay) => ({ ...activity, timesPerDay }))}
        </>
      );
    case 'drill':
      return (
        <>
          <Figure
            label="in a row"
            name="Repetitions"
            value={activity.repetitions}
            beside="times"
            bounds={ACTIVITY_LIMITS.repetitions}
            field="repetitions"
            onValue={(repetitions) => onChange({ ...activity, repetitions }, 'repetitions')}
            onTrouble={onTrouble}
          />
          <Figure
            label="one takes"
            name="The pace"
            value={activity.paceSeconds}
            beside="s"
            bounds={ACTIVITY_LIMITS.paceSeconds}
            field="pace"
            onValue={(paceSeconds) => onChange({ ...activity, paceSeconds }, 'pace')}
            onTrouble={onTrouble}
          />
          {aDay(activity.timesPerDay, (timesPerDay) => ({ ...activity, timesPerDay }))}
        </>
      );
    case 'breathing':
      return (
        <>
          <Figure
            label="breaths"
            name="Breaths"
            value={activity.breaths}
            bounds={ACTIVITY_LIMITS.breaths}
            field="breaths"
            onValue={(breaths) => onChange({ ...activity, breaths }, 'breaths')}
            onTrouble={onTrouble}
          />
          <Figure
            label="one takes"
            name="A breath"
            value={activity.breathSeconds}
            beside="s, in and out"
            bounds={ACTIVITY_LIMITS.breathSeconds}
            field="pace"
            onValue={(breathSeconds) => onChange({ ...activity, breathSeconds }, 'pace')}
            onTrouble={onTrouble}
          />
          {aDay(activity.timesPerDay, (timesPerDay) => ({ ...activity, timesPerDay }))}
        </>
      );
    case 'warm-up':
    case 'cold':
      return (
        <Figure
          label="for"
          name="The minutes"
          value={activity.minutes}
          beside="minutes"
          bounds={ACTIVITY_LIMITS.minutes}
          field="minutes"
          onValue={(minutes) => onChange({ ...activity, minutes }, 'minutes')}
          onTrouble={onTrouble}
        />
      );
    case 'and-then':
      return (
        <Figure
          label="not within"
          name="The wait"
          value={activity.earliestMinutes}
          beside="minutes of the session"
          step={SECOND_STEP}
          bounds={ACTIVITY_LIMITS.earliestMinutes}
          field="wait"
          onValue={(earliestMinutes) => onChange({ ...activity, earliestMinutes }, 'wait')}
          onTrouble={onTrouble}
        />
      );
    case 'note':
    case 'test':
      return null;
  }
}
