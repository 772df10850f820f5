import { z } from 'zod';
import { findSurface, findTool } from '#core/equipment';
import { Notice } from './Notice';
import classes from './Overtaken.module.css';

const detailsSchema = z.object({ changed: z.array(z.string()), seen: z.string() });
const seenSchema = z.record(z.string(), z.unknown());

const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  occupation: 'Occupation',
  timeZone: 'Time zone',
  minutesPerDay: 'Minutes a day',
  affectedSide: 'Affected side',
  nextVisit: 'Next visit',
  notes: 'Notes',
  massKilograms: 'Body mass, kg',
  statureMetres: 'Stature, m',
  tools: 'Tools at home',
  places: 'Places at home',
  timesOfDay: 'When in the day',
  helperAtHome: 'Somebody at home who can press',
};

const wordOf = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (Array.isArray(value)) return value.map(wordOf).join(', ') || 'none';
  const text = String(value as string | number);
  return findTool(text)?.name ?? findSurface(text)?.name ?? text;
};

/** What a form was overtaken by: the fields that differ, as the file holds them now. */
export function theirChanges(details: unknown): { label: string; value: string }[] {
  const parsed = detailsSchema.safeParse(details);
  if (!parsed.success) return [];
  const now = seenSchema.parse(JSON.parse(parsed.data.seen));
  return parsed.data.changed.map((field) => ({
    label: LABELS[field] ?? field,
    value: wordOf(now[field]),
  }));
}

/** What to name as seen after a refusal: it showed what the file holds now. */
export function seenAfter(details: unknown, before: string): string {
  const parsed = detailsSchema.safeParse(details);
  return parsed.success ? parsed.data.seen : before;
}

/** Says that a form was refused, and what somebody else put into the file meanwhile. */
export function Overtaken({ message, details }: { message: string; details: unknown }) {
  const changes = theirChanges(details);
  return (
    <Notice>
      {message}
      {changes.length > 0 && (
        <dl className={classes.theirs}>
          {changes.map(({ label, value }) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      )}
    </Notice>
  );
}
