import { findSite, placeOf, type Side } from '#core/anatomy';
import { daysBetween, type Day } from '#core/calendar';
import { isPress, type PressItem } from '#core/routine';
import { pairs } from 'd3-array';
import { adherenceOf, type Known, type Proposal, type Proposals } from '#core/proposals';
import { gravestOf, type DropRow } from '#core/trend';

/** One sentence of a brief; `attention`: somebody should look at it first. */
export interface Sentence {
  says: string;
  attention: boolean;
}

/** A client in three sentences: what changed, how it was done and borne, and what the record supports. */
export interface Brief {
  changed: Sentence;
  borne: Sentence;
  next: Sentence;
}

/** Names of so many places are said; more are counted. */
const NAMED = 2;
/** What happened longer ago is no news; our own choice, days. */
const NEWS_DAYS = 14;
/** So long without a session a client is called quiet; our own choice, days. */
const QUIET_DAYS = 7;

const lowered = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;
const counted = (many: number, one: string, more = `${one}s`) =>
  `${many} ${many === 1 ? one : more}`;
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;
const size = (grades: number | null): string =>
  Math.abs(grades ?? 0)
    .toFixed(1)
    .replace(/\.0$/, '');
const ago = (day: Day, today: Day): string => {
  // Who travels may have logged it on a day that has not begun here.
  const days = Math.max(0, daysBetween(day, today));
  return days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
};

const placeName = (siteId: string, side: Side): string => {
  const site = findSite(siteId);
  return site ? lowered(placeOf(site, side)) : siteId;
};
const rowName = ({ siteId, side, point }: DropRow): string =>
  point ? `${placeName(siteId, side)} (${point.name})` : placeName(siteId, side);

const namesOf = (rows: readonly DropRow[], towards: 'down' | 'up'): string => {
  const named = rows
    .slice(0, NAMED)
    .map((row) => `${rowName(row)}, ${towards} ${size(row.change.grades)}`);
  const more = rows.length - NAMED;
  return more > 0 ? `${named.join('; ')}; and ${counted(more, 'other')}` : listed(named);
};

const spanOf = (rows: readonly DropRow[]): string => {
  const days = Math.max(
    0,
    ...rows.map(({ firstDay, strokes }) => daysBetween(firstDay, strokes.at(-1)?.day ?? firstDay)),
  );
  return counted(Math.max(1, Math.round(days / 7)), 'week');
};

/** So long without a rating in between is said; our own choice, days. */
const GAP_DAYS = 21;

/** The longest time without a rating within what is compared; empty where it is none to speak of. */
function gapWords(rows: readonly DropRow[]): string {
  const days = [...new Set(rows.flatMap(({ strokes }) => strokes.map(({ day }) => day)))].sort();
  const gaps = pairs(days).map(([a, b]) => daysBetween(a, b));
  const longest = Math.max(0, ...gaps);
  return longest < GAP_DAYS
    ? ''
    : `nothing was rated for ${counted(Math.round(longest / 7), 'week')} in between`;
}

/** What a place is pressed with and how, as far as ratings depend on it. */
const wayKey = ({ toolId, positionId, surfaceId, adjustmentId }: PressItem): string =>
  [toolId, positionId, surfaceId ?? '', adjustmentId ?? ''].join('|');

/** Places among these whose ratings were given in more than one way: less comparable than they look. */
function wayWords(rows: readonly DropRow[], sessions: Known['sessions']): string {
  const changedWay = rows.filter(({ siteId, strokes }) => {
    const rated = new Set(strokes.map(({ sessionId }) => sessionId));
    const ways = sessions
      .filter(({ id }) => rated.has(id))
      .flatMap(({ items }) => items.filter(isPress).filter((item) => item.siteId === siteId))
      .map(wayKey);
    return new Set(ways).size > 1;
  });
  const sites = new Set(changedWay.map(({ siteId }) => siteId)).size;
  return sites === 0
    ? ''
    : `${counted(sites, 'place was', 'places were')} pressed in more than one way in that time: compare with care`;
}

/** What changed, place by place, and only where it is more than wavering. */
function changed(rows: readonly DropRow[], sessions: Known['sessions']): Sentence {
  if (rows.length === 0) return { says: 'Nothing has been rated yet.', attention: false };
  const of = (...verdicts: DropRow['change']['verdict'][]) =>
    rows.filter(({ change }) => verdicts.includes(change.verdict));
  const bySize = (a: DropRow, b: DropRow) =>
    Math.abs(b.change.grades ?? 0) - Math.abs(a.change.grades ?? 0);
  const slight = of('slight');
  const less = [...of('less')].sort(bySize);
  const more = [...of('more')].sort(bySize);
  const few = of('too few');
  const level = of('no change');
  if (few.length === rows.length)
    return {
      says: `Too few ratings to tell yet: ${counted(Math.max(...rows.map(({ strokes }) => strokes.length)), 'session')} rated at most.`,
      attention: false,
    };
  const parts = [
    ...(more.length > 0 ? [`more tender: ${namesOf(more, 'up')}`] : []),
    ...(less.length > 0 ? [`less tender: ${namesOf(less, 'down')}`] : []),
    ...(slight.length > 0
      ? [
          `${less.length + more.length > 0 ? '' : 'changed, but '}too little to matter yet at ${counted(slight.length, 'place')}`,
        ]
      : []),
    ...(level.length > 0
      ? [
          less.length + more.length + slight.length === 0
            ? level.length === 1
              ? 'no change beyond wavering at the one place that is worked'
              : `no change beyond wavering at any of ${counted(level.length, 'place')}`
            : `no change at ${counted(level.length, 'other')}`,
        ]
      : []),
    ...[gapWords(rows), wayWords([...less, ...more, ...slight], sessions)].filter(Boolean),
  ];
  return {
    says: `In ${spanOf(rows)}: ${parts.join('; ')}.`,
    attention: more.length > 0,
  };
}

/** The gravest of the last two weeks, in words; empty where all was ordinary. */
function graveWords(recent: Known['sessions'], today: Day): string {
  const told = gravestOf(
    recent.map(({ places, responsePlaces, ...session }) => ({
      ...session,
      tooMuch: places.some((place) => place.tooMuch),
      onlyPain: places.some((place) => place.onlyPain === true),
      places: responsePlaces,
    })),
  );
  if (!told) return '';
  return told.when === 'during'
    ? `stopped ${ago(told.day, today)} for ${lowered(told.label)}`
    : `${lowered(told.label)} after the session ${ago(told.day, today)}`;
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** How much was done, and how it was borne. */
function borne(known: Known, rows: readonly DropRow[]): Sentence {
  const { sessions, today, rests } = known;
  const last = sessions.at(-1);
  if (!last) return { says: 'No session has been done yet.', attention: false };
  const quiet = daysBetween(last.day, today);
  const { done, begun, asked, days } = adherenceOf(known);
  const broken = begun - done > 0 ? `, ${begun - done} more broken off early` : '';
  const share =
    done === 0 && begun > 0
      ? `${begun} of ${counted(asked, 'session')} begun in ${counted(days, 'day')}, none held through`
      : asked > 0
        ? `${done} of ${counted(asked, 'session')} done in ${counted(days, 'day')}${broken}`
        : `last done ${ago(last.day, today)}`;
  const did = quiet > QUIET_DAYS ? `nothing for ${counted(quiet, 'day')}` : share;
  const recent = sessions.filter(({ day }) => daysBetween(day, today) <= NEWS_DAYS);
  const grave = graveWords(recent, today);
  const tooHard = hardWords(sessions.slice(-5));
  const resting = rests.length > 0 ? `${counted(rests.length, 'place rests', 'places rest')}` : '';
  const known14 = recent.filter(({ response }) => response !== null);
  const calm =
    grave === '' && recent.length > 0
      ? known14.length === 0
        ? 'how the days after were is not known'
        : known14.length === 1
          ? 'borne well after the one that was asked about'
          : `borne well after all ${known14.length} that were asked about`
      : '';
  const byHand = recent.filter((one) => one.byHand).length;
  const written = byHand > 0 ? `${byHand} of them written down afterwards` : '';
  const parts = [grave, tooHard, did, written, calm, resting].filter(Boolean);
  return {
    says: `${capital(parts.join('; '))}.`,
    attention:
      grave !== '' || tooHard !== '' || quiet > QUIET_DAYS || (rows.length === 0 && quiet > 2),
  };
}

/** Holds that were ended for the pressure, in the latest sessions. */
function hardWords(latest: Known['sessions']): string {
  const hard = latest.filter(({ places }) => places.some(({ tooMuch }) => tooMuch)).length;
  return hard >= 2 ? `pressed too hard in ${hard} of the last ${latest.length} sessions` : '';
}

const whereOf = ({ siteId }: Proposal): string => {
  const site = siteId === null ? undefined : findSite(siteId);
  return site ? ` at ${site.plainName.toLowerCase()}` : '';
};

/** What the record supports. */
function next({ proposals, keep }: Proposals): Sentence {
  const [first, ...others] = proposals;
  if (!first) {
    const [kept] = keep;
    if (!kept) return { says: 'Nothing is pressed: there is no dose to change.', attention: false };
    const reasons = [...new Set(keep.map(({ why }) => why))];
    return {
      says: `The record supports keeping it as it is. ${reasons.length === 1 ? kept.why : `${kept.why} (${counted(reasons.length, 'reason')}.)`}`,
      attention: false,
    };
  }
  const rest = others.length > 0 ? ` ${counted(others.length, 'more proposal')} below.` : '';
  const what = first.says ? `: ${first.says}` : '';
  return {
    says: `The record supports: ${lowered(first.title)}${whereOf(first)}${what}. ${first.ground.says}${rest}`,
    attention: first.weight === 'safety' || first.weight === 'down',
  };
}

/**
 * A client in three sentences, each read from the record: what changed and whether it is more than wavering, how much was
 * done and how it was borne, the gravest first, and what the record supports. What it cannot know it says.
 *
 * @example brief({ known, rows: [], proposals }).changed.says // => 'Nothing has been rated yet.'
 */
export const brief = ({
  known,
  rows,
  proposals,
}: {
  known: Known;
  rows: readonly DropRow[];
  proposals: Proposals;
}): Brief => ({
  changed: changed(rows, known.sessions),
  borne: borne(known, rows),
  next: next(proposals),
});
