import { Select, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import {
  ACTIVITY_LIMITS,
  DRILLS,
  findDrill,
  findStretch,
  HOME_TESTS,
  STRETCHES,
  TEST_MOMENTS,
  WARM_UPS,
  type Activity,
} from '#core/activities';
import { Choice } from '~/ui/parts/Choice';
import classes from './ItemEditor.module.css';

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

const MOMENTS = Object.entries(TEST_MOMENTS).map(([value, { name }]) => ({
  value: value as keyof typeof TEST_MOMENTS,
  label: name,
}));

/** Sides that a chosen entry has: those chosen before where they fit. */
const sidesFor = <S extends string>(sided: boolean, before: S): S | 'both' | 'mid' =>
  sided ? (before === 'mid' ? 'both' : before) : 'mid';

/** Which one of its kind it is, and on which sides. */
export function WhichActivity({
  activity,
  onChange,
}: {
  activity: Activity;
  onChange: (activity: Activity, field: string) => void;
}): ReactNode {
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
    case 'test':
      return (
        <>
          <Select
            label="Which test"
            allowDeselect={false}
            value={activity.testId}
            data={HOME_TESTS.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(testId) => testId && onChange({ ...activity, testId }, 'which')}
          />
          <Choice
            inLine
            legend="when"
            value={activity.when}
            options={MOMENTS}
            onChoose={(when) => onChange({ ...activity, when }, 'when')}
          />
        </>
      );
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
