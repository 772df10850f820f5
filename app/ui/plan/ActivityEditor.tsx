import { Select, Textarea, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import {
  ACTIVITY_LIMITS,
  DRILLS,
  findDrill,
  findStretch,
  kindOf,
  STRETCHES,
  WARM_UPS,
  type Activity,
} from '#core/activities';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { SECOND_STEP } from './DoseFields';
import { parseCount } from './parseNumber';
import { TypedNumber } from './TypedNumber';
import classes from './ItemEditor.module.css';

type OnTrouble = (field: string, says: string | null) => void;
type Set = (activity: Activity, field: string) => void;

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

const BOTH_SIDES = [
  { value: 'both', label: 'both' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
] as const;
const AFFECTED = [
  { value: '', label: 'neither' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
] as const;

/** Sides that a chosen entry has: those chosen before where they fit. */
const sidesFor = <S extends string>(sided: boolean, before: S): S | 'both' | 'mid' =>
  sided ? (before === 'mid' ? 'both' : before) : 'mid';

/** The figures and choices of an activity, by its kind. */
function Fields({
  activity,
  onChange,
  onTrouble,
}: {
  activity: Activity;
  onChange: Set;
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
      return null;
  }
}

/** Which one of its kind it is, and on which sides. */
function Which({ activity, onChange }: { activity: Activity; onChange: Set }): ReactNode {
  switch (activity.kind) {
    case 'stretch':
    case 'contract-relax': {
      const entries = STRETCHES.filter(({ push }) => activity.kind === 'stretch' || push !== null);
      const entry = findStretch(activity.stretchId);
      return (
        <>
          <Select
            label="Which stretch"
            allowDeselect={false}
            value={activity.stretchId}
            data={entries.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => {
              const next = findStretch(id ?? '');
              if (!next) return;
              const sides = sidesFor(next.sided, activity.sides);
              onChange({ ...activity, stretchId: next.id, sides }, 'which');
            }}
          />
          {entry?.sided && (
            <div className={classes.sides}>
              <Choice
                inLine
                legend="sides"
                value={activity.sides}
                options={BOTH_SIDES}
                onChoose={(sides) => onChange({ ...activity, sides }, 'sides')}
              />
              {activity.kind === 'contract-relax' && (
                <Choice
                  inLine
                  legend="affected side"
                  value={activity.affectedSide ?? ''}
                  options={AFFECTED}
                  onChoose={(side) =>
                    onChange(
                      side === ''
                        ? { ...activity, affectedSide: null, extraRounds: 0 }
                        : { ...activity, affectedSide: side },
                      'affected',
                    )
                  }
                />
              )}
            </div>
          )}
        </>
      );
    }
    case 'drill': {
      const entry = findDrill(activity.drillId);
      return (
        <>
          <Select
            label="Which drill"
            allowDeselect={false}
            value={activity.drillId}
            data={DRILLS.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => {
              const next = findDrill(id ?? '');
              if (!next) return;
              const sides = sidesFor(next.sided, activity.sides);
              onChange({ ...activity, drillId: next.id, sides }, 'which');
            }}
          />
          {entry?.sided && (
            <Choice
              inLine
              legend="sides"
              value={activity.sides}
              options={BOTH_SIDES}
              onChoose={(sides) => onChange({ ...activity, sides }, 'sides')}
            />
          )}
        </>
      );
    }
    case 'warm-up':
      return (
        <Choice
          inLine
          legend="how"
          value={activity.way}
          options={Object.entries(WARM_UPS).map(([value, { name }]) => ({
            value: value as typeof activity.way,
            label: name,
          }))}
          onChoose={(way) => onChange({ ...activity, way }, 'way')}
        />
      );
    case 'note':
    case 'and-then':
      return (
        <TextInput
          label="Its name, as the client reads it"
          value={activity.title}
          maxLength={ACTIVITY_LIMITS.titleLength}
          onChange={(event) => onChange({ ...activity, title: event.currentTarget.value }, 'title')}
        />
      );
    case 'breathing':
    case 'cold':
      return null;
  }
}

/** A line that is not pressed: which it is, its dose, and what the client is told. */
export function ActivityEditor({
  activity,
  onChange,
  onTrouble,
  onRemove,
}: {
  activity: Activity;
  onChange: Set;
  onTrouble: OnTrouble;
  onRemove: () => void;
}) {
  const kind = kindOf(activity);
  const says = kind.parts(activity)[0]?.says ?? [];
  const title = kind.title(activity) || kind.name;
  return (
    <section className={classes.editor} aria-label={`${title}: dose`}>
      <header className={classes.head}>
        <h2>{title}</h2>
        <span className={classes.anatomical}>{kind.name}</span>
        <LinkButton quiet onClick={onRemove}>
          Remove
        </LinkButton>
      </header>
      <Which activity={activity} onChange={onChange} />
      <div className={classes.figures}>
        <Fields activity={activity} onChange={onChange} onTrouble={onTrouble} />
      </div>
      {says.length > 0 && (
        <ol className={classes.says} aria-label="What the client reads">
          {says.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      )}
      <Textarea
        label={says.length > 0 ? 'Beside it, in your own words' : 'In words, for the client'}
        autosize
        minRows={2}
        maxRows={6}
        maxLength={ACTIVITY_LIMITS.instructionsLength}
        value={activity.instructions}
        onChange={(event) =>
          onChange({ ...activity, instructions: event.currentTarget.value }, 'instructions')
        }
      />
      <p className={classes.keepOff}>{kind.goodFor}</p>
    </section>
  );
}
