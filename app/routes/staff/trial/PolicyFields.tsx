import { NativeSelect, NumberInput } from '@mantine/core';
import type { Policy } from '#core/simulation';
import classes from './trial.module.css';

const FIGURES = [
  { field: 'grade', label: 'Grade of 10', least: 0, most: 10 },
  { field: 'holdSeconds', label: 'Hold, seconds', least: 0, most: 180 },
  { field: 'points', label: 'Points a side', least: 1, most: 6 },
  { field: 'timesPerWeek', label: 'Times a week', least: 1, most: 7 },
] as const;

const RISES = [
  { value: 'never', label: 'never' },
  { value: 'weekly', label: 'each week, whatever was told' },
  { value: 'as borne', label: 'as it is borne' },
];

/** One way of dosing. What is out of bounds is brought back within them on leaving the field. */
export function PolicyFields({
  name,
  policy,
  onChange,
}: {
  name: string;
  policy: Policy;
  onChange: (policy: Policy) => void;
}) {
  return (
    <fieldset className={classes.policy}>
      <legend>{name}</legend>
      {FIGURES.map(({ field, label, least, most }) => (
        <NumberInput
          key={field}
          label={label}
          value={policy[field]}
          min={least}
          max={most}
          allowDecimal={false}
          hideControls
          onChange={(value) => {
            if (typeof value === 'number' && value >= least && value <= most)
              onChange({ ...policy, [field]: value });
          }}
        />
      ))}
      <NativeSelect
        label="Rises"
        value={policy.rises}
        data={RISES}
        onChange={(event) =>
          onChange({ ...policy, rises: event.currentTarget.value as Policy['rises'] })
        }
      />
    </fieldset>
  );
}
