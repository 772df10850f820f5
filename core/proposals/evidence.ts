import { findSite, SENSITIVITY, type Site } from '#core/anatomy';
import { median } from 'd3-array';
import { addDays, askedBetween, daysBetween, type AskPeriod, type Day } from '#core/calendar';
import { responseAt, responseWords, type Rest, type RestingPlace } from '#core/response';
import {
  isPress,
  placeKey,
  sidesInOrder,
  type CheckContext,
  type LadderClient,
} from '#core/routine';
import type { PressItem, Routine } from '#core/routine';
import { stopReason, type PlaceSummary } from '#core/session';
import { changeOf, type Change } from '#core/trend';
import type { SeenTo } from './seenTo';

/** One session as it was practised, with the version it followed. */
export interface Practised {
  id: string;
  day: Day;
  items: Routine['items'];
  /** At least half of it was done. */
  counts: boolean;
  stopReason: string | null;
  /** How the day after was; null while it is not known. */
  response: string | null;
  /** Where, if that was said. */
  responsePlaces: readonly RestingPlace[] | null;
  places: readonly PlaceSummary[];
  /** Done without the device, and written down afterwards. */
  byHand?: boolean;
  /** Where it was stopped, as far as that is known. */
  stoppedAt?: readonly RestingPlace[];
}

/** All that proposals are made from. */
export interface Known {
  today: Day;
  routine: Routine;
  /** When the version in force was issued. */
  issuedOn: Day;
  /** What was asked for, from when. */
  periods: readonly AskPeriod[];
  /** Oldest first. */
  sessions: readonly Practised[];
  /** Places that rest now. */
  rests: readonly Rest[];
  /** What to look at besides, for what brings them. */
  causes: readonly string[];
  /** What somebody has seen to, or left for now. */
  seen: readonly SeenTo[];
  ladder: LadderClient;
  check: CheckContext;
}

/** One session at one line: the worst of its sides. */
export interface Then {
  id: string;
  day: Day;
  before: number | null;
  after: number | null;
  contactSeconds: number;
  tooMuch: boolean;
  onlyPain: boolean;
  capped: boolean;
  /** How the day after was, as far as it is about this place; null: not known. */
  response: string | null;
  stopReason: string | null;
  /** It was stopped, or the day after was, for something of which no place is known. */
  isUnplaced: boolean;
}

/** What the record says of one pressed line, at the dose it has now. */
export interface Line {
  item: PressItem;
  site: Site;
  ceiling: number;
  isNeck: boolean;
  /** Sessions at the present dose in which it was pressed, oldest first. */
  then: readonly Then[];
  /** The last ones of them; what is acute is judged by these. */
  recent: readonly Then[];
  /** Days since it was first pressed at this dose. */
  days: number;
  /** Of ratings before, over those sessions. */
  change: Change;
  /** Median fall within a session, grades; null where none was rated twice. */
  drop: number | null;
  /** Why it rests now, on either side; null: it does not. */
  rests: Rest['why'] | null;
}

/** What is acute is judged by so many of the latest sessions; our own estimate. */
export const RECENT = 3;
/** Older than this says nothing of today; our own estimate, days. */
const FRESH_DAYS = 28;
/** Adherence is judged over so many days. */
export const ADHERENCE_DAYS = 14;

export const middleOf = (values: readonly number[]): number | null => median(values) ?? null;

/** What of a line decides how a session of it was borne: the rest of it is words. */
const doseKey = (item: PressItem): string =>
  JSON.stringify([
    item.siteId,
    item.toolId,
    item.positionId,
    item.surfaceId,
    item.adjustmentId,
    item.grade,
    item.fromGrade ?? null,
    item.dose,
    item.points,
    item.repetitions,
    item.sides,
    item.extraPoints,
    item.together ?? false,
  ]);

const bruiseLast = (a: Rest['why'], b: Rest['why']) =>
  Number(a === 'bruise') - Number(b === 'bruise');

const worst = (grades: (number | null)[]): number | null => {
  const given = grades.filter((grade) => grade !== null);
  return given.length === 0 ? null : Math.max(...given);
};

function thenAt(session: Practised, item: PressItem): Then | null {
  const sides: readonly string[] = sidesInOrder(item);
  const places = session.places.filter(
    (place) =>
      place.siteId === item.siteId && sides.includes(place.side) && place.contactSeconds > 0,
  );
  if (places.length === 0) return null;
  return {
    id: session.id,
    day: session.day,
    before: worst(places.map(({ before }) => before)),
    after: worst(places.map(({ after }) => after)),
    contactSeconds: places.reduce((sum, { contactSeconds }) => sum + contactSeconds, 0),
    tooMuch: places.some(({ tooMuch }) => tooMuch),
    onlyPain: places.some(({ onlyPain }) => onlyPain === true),
    capped: places.some(({ capped = 0 }) => capped > 0),
    response: responseAt(session, { siteId: item.siteId }),
    stopReason: session.stopReason,
    isUnplaced:
      (session.stopReason !== null &&
        stopReason(session.stopReason).rests &&
        (session.stoppedAt ?? []).length === 0) ||
      (session.response === 'numb' && (session.responsePlaces ?? []).length === 0),
  };
}

/** The sessions of a line since it was last changed, oldest first. */
function atPresent(item: PressItem, { sessions, today }: Known): Then[] {
  const key = doseKey(item);
  const found: Then[] = [];
  for (const session of [...sessions].reverse()) {
    if (daysBetween(session.day, today) > FRESH_DAYS) break;
    const line = session.items.filter(isPress).find(({ id }) => id === item.id);
    if (!line) continue;
    if (doseKey(line) !== key) break;
    const then = thenAt(session, item);
    if (then) found.unshift(then);
  }
  return found;
}

/** What the record says of a pressed line; null where its site is not known any more. */
export function lineOf(item: PressItem, known: Known): Line | null {
  const site = findSite(item.siteId);
  if (!site) return null;
  const then = atPresent(item, known);
  const [first] = then;
  const rated = then.flatMap(({ day, before }) =>
    before === null || !first ? [] : [[daysBetween(first.day, day), before] as const],
  );
  const resting = new Map(known.rests.map((rest) => [placeKey(rest), rest.why]));
  return {
    item,
    site,
    ceiling: SENSITIVITY[site.sensitivity].ceilingGrade,
    isNeck: site.region === 'neck',
    then,
    recent: then.slice(-RECENT),
    days: first ? daysBetween(first.day, known.today) : 0,
    change: changeOf(rated),
    drop: middleOf(
      then.flatMap(({ before, after }) =>
        before === null || after === null ? [] : [before - after],
      ),
    ),
    rests:
      sidesInOrder(item)
        .flatMap((side) => resting.get(placeKey({ siteId: site.id, side })) ?? [])
        .sort(bruiseLast)[0] ?? null,
  };
}

/** How much of what was asked for in the last two weeks, or since the first version, was done. */
export interface Adherence {
  done: number;
  /** Begun at all, broken off ones included. */
  begun: number;
  asked: number;
  /** Days that were looked at. */
  days: number;
  /** Done of asked, 0–1; null while hardly anything was asked for. */
  share: number | null;
}

/** With less asked for nothing is said of adherence. */
const FEWEST_ASKED = 4;

export function adherenceOf({ sessions, periods, today }: Known): Adherence {
  const first = periods[0]?.from ?? today;
  const start = addDays(today, -ADHERENCE_DAYS);
  const from = start > first ? start : first;
  const until = addDays(today, -1);
  const asked = until < from ? 0 : askedBetween(periods, from, until);
  const within = sessions.filter(({ day }) => day >= from && day <= until);
  const done = within.filter(({ counts }) => counts).length;
  return {
    done,
    begun: within.length,
    asked,
    days: Math.max(0, daysBetween(from, today)),
    share: asked < FEWEST_ASKED ? null : Math.min(1, done / asked),
  };
}

/** Whether an answer says that it was borne well; null where there is none. */
export const boreWell = (response: string | null): boolean | null =>
  response === null ? null : responseWords(response).bears === 'well';
