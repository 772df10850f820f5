import { TextInput } from '@mantine/core';
import { OFTEN_LIMITS, type Often } from '#core/dosage';
import { Choice } from '~/ui/parts/Choice';
import { parseCount } from './parseNumber';
import { TypedNumber } from './TypedNumber';
import classes from './ItemEditor.module.css';

const KINDS = [
  { value: 'every', label: 'every session' },
  { value: 'weekly', label: 'some days' },
  { value: 'as-needed', label: 'as needed' },
] as const;

const USUAL: Record<Often['kind'], Often> = {
  weekly: { kind: 'weekly', days: 3, taperTo: null, until: null },
  'as-needed': { kind: 'as-needed', days: 3, when: '' },
};

/** How often a line belongs to the session of a day, less once it is better, and to when. */
export function OftenFields({
  often,
  onChange,
  onTrouble,
}: {
  often: Often | undefined;
  onChange: (often: Often | undefined) => void;
  onTrouble: (field: string, says: string | null) => void;
}) {
  return (
    <div className={classes.often}>
      <Choice
        inLine
        legend="how often"
        value={often?.kind ?? 'every'}
        options={KINDS}
        onChoose={(kind) => onChange(kind === 'every' ? undefined : USUAL[kind])}
      />
      {often && (
        <div className={classes.figures}>
          <TypedNumber
            label={often.kind === 'weekly' ? 'days a week' : 'at most'}
            value={often.days}
            beside={often.kind === 'weekly' ? 'spread evenly' : 'days in seven'}
            parse={(text) => parseCount(text, { name: 'Days a week', ...OFTEN_LIMITS.days })}
            onValue={(days) => onChange({ ...often, days })}
            onTrouble={(says) => onTrouble('days', says)}
          />
          {often.kind === 'weekly' && often.days > 1 && (
            <TypedNumber
              label="once it is better"
              value={often.taperTo ?? often.days}
              beside="days a week"
              parse={(text) =>
                parseCount(text, { name: 'Days a week', least: 1, most: often.days })
              }
              onValue={(days) => onChange({ ...often, taperTo: days < often.days ? days : null })}
              onTrouble={(says) => onTrouble('taper', says)}
            />
          )}
          {often.kind === 'weekly' && (
            <TextInput
              type="date"
              label="until"
              className={classes.until}
              value={often.until ?? ''}
              onChange={(event) => onChange({ ...often, until: event.currentTarget.value || null })}
            />
          )}
        </div>
      )}
      {often?.kind === 'as-needed' && (
        <TextInput
          label="When it is needed, as the client reads it"
          value={often.when}
          maxLength={OFTEN_LIMITS.whenLength}
          onChange={(event) => onChange({ ...often, when: event.currentTarget.value })}
        />
      )}
    </div>
  );
}
