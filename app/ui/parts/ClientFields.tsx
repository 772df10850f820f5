import { SegmentedControl, Textarea, TextInput } from '@mantine/core';
import classes from './ClientFields.module.css';
import { TimeZoneSelect } from './TimeZoneSelect';

/** Values of a client's details as a form holds them. */
export interface ClientValues {
  name: string;
  occupation: string;
  timeZone: string;
  minutesPerDay: string;
  affectedSide: string;
  nextVisit: string;
  bornOn: string;
  consentBy: string;
  consentOn: string;
  notes: string;
}

/** The fields of a client's details, with their sentences. */
export function ClientFields({
  values,
  errors,
}: {
  values: ClientValues;
  errors: Record<string, string>;
}) {
  return (
    <div className={classes.fields}>
      <TextInput name="name" label="Name" defaultValue={values.name} error={errors.name} />
      <TextInput
        name="occupation"
        label="Occupation"
        defaultValue={values.occupation}
        error={errors.occupation}
      />
      <TextInput
        name="minutesPerDay"
        label="Minutes a day"
        description="What this client says they have; the plan is checked against it."
        inputMode="numeric"
        defaultValue={values.minutesPerDay}
        error={errors.minutesPerDay}
      />
      <TextInput
        name="nextVisit"
        label="Next visit"
        description="Leave empty if none is set."
        type="date"
        defaultValue={values.nextVisit}
        error={errors.nextVisit}
      />
      <div>
        <span className={classes.label} id="affected-side">
          Affected side
        </span>
        <SegmentedControl
          name="affectedSide"
          aria-labelledby="affected-side"
          defaultValue={values.affectedSide}
          classNames={{
            root: classes.segments,
            indicator: classes.indicator,
            label: classes.segment,
          }}
          data={[
            { value: '', label: 'Neither' },
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
          ]}
        />
        {errors.affectedSide && <p className={classes.error}>{errors.affectedSide}</p>}
      </div>
      <TimeZoneSelect
        value={values.timeZone}
        error={errors.timeZone}
        description="A client’s day begins and ends in their own zone."
      />
      <TextInput
        name="bornOn"
        label="Born on"
        description="Needed only for somebody under age."
        type="date"
        defaultValue={values.bornOn}
        error={errors.bornOn}
      />
      <TextInput
        name="consentBy"
        label="Who consents for them"
        description="Name and relation; who may, your local code says."
        defaultValue={values.consentBy}
        error={errors.consentBy}
      />
      <TextInput
        name="consentOn"
        label="Consent given on"
        type="date"
        defaultValue={values.consentOn}
        error={errors.consentOn}
      />
      <Textarea
        name="notes"
        label="Notes"
        description="For the practice only; the client does not see them."
        className={classes.wide}
        autosize
        minRows={3}
        defaultValue={values.notes}
        error={errors.notes}
      />
    </div>
  );
}
