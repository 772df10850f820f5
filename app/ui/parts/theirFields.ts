import { addDays } from '#core/calendar';
import { findSurface, findTool } from '#core/equipment';
import { weekdayName } from './words';

const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  occupation: 'Occupation',
  timeZone: 'Time zone',
  minutesPerDay: 'Minutes a day',
  affectedSide: 'Affected side',
  nextVisit: 'Next visit',
  bornOn: 'Born on',
  consentBy: 'Who consents for them',
  consentOn: 'Consent given on',
  notes: 'Notes',
  massKilograms: 'Body mass, kg',
  statureMetres: 'Stature, m',
  tools: 'Tools at home',
  places: 'Places at home',
  things: 'Things at home',
  timesOfDay: 'When in the day',
  weekdays: 'On which days',
  habits: 'What they do anyway',
  helperAtHome: 'Somebody at home who can press',
};

const wordOf = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (Array.isArray(value)) return value.map(wordOf).join(', ') || 'none';
  if (typeof value === 'object') {
    const told = Object.entries(value).map(([when, what]) => `${when}: ${wordOf(what)}`);
    return told.join(', ') || 'nothing';
  }
  const text = String(value as string | number);
  return findTool(text)?.name ?? findSurface(text)?.name ?? text;
};

const SOME_SUNDAY = '2026-01-04';
const daysOf = (value: unknown): string =>
  Array.isArray(value) && value.length > 0
    ? value.map((day) => weekdayName(addDays(SOME_SUNDAY, Number(day)))).join(', ')
    : 'any';

/** What a form was overtaken by: the fields that differ, as the file holds them now. */
export function theirFields(theirs: unknown): { label: string; value: string }[] {
  if (typeof theirs !== 'object' || theirs === null) return [];
  return Object.entries(theirs).map(([field, value]) => ({
    label: LABELS[field] ?? field,
    value: field === 'weekdays' ? daysOf(value) : wordOf(value),
  }));
}
