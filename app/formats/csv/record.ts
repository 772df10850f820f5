import { BODY_PARTS, findSite, type Side } from '#core/anatomy';
import { afterWords } from '#core/response';
import { findQuantity, findTest } from '#core/measurement';
import { isHold, type Step } from '#core/routine';
import { LEAVING_REASONS, SKIP_REASONS, stopReason, type HoldRecord } from '#core/session';
import { csvOf, type Cell, type Column } from './csv';
import type { TableId } from './tables';

/** A session as it is taken out. Instants in ms since 1970 UTC, days in the client’s zone. */
export interface SessionOut {
  id: string;
  day: string;
  startedAt: number;
  endedAt: number | null;
  version: number;
  status: string;
  counts: boolean;
  byHand: boolean;
  takenBack: boolean;
  stopReason: string | null;
  holdsDone: number;
  holdsAsked: number;
  contactSeconds: number;
  response: string | null;
  places: readonly { siteId: string; side: Side }[] | null;
  besides: readonly string[] | null;
  word: string;
}

/** One hold of a session, or one thing in it that is not pressed. */
export interface HoldOut {
  sessionId: string;
  day: string;
  hold: HoldRecord;
  step: Step;
}

/** A tender point as it was found once. */
export interface PointOut {
  id: string;
  thread: string;
  day: string;
  visitId: string | null;
  siteId: string;
  side: Side;
  across: number;
  down: number;
  rating: number;
  tautBand: boolean | null;
  refersTo: readonly string[] | null;
  stopsOnRelease: boolean | null;
  worst: boolean;
  note: string;
}

/** A measure as it was taken once, at a visit or at home. */
export interface MeasureOut {
  id: string;
  day: string;
  visitId: string | null;
  testId: string;
  quantityId: string | null;
  side: Side;
  moment: string;
  tries: readonly number[] | null;
  value: number | null;
  seen: string | null;
  way: string;
}

/** What of a client’s record can be taken out as tables. */
export interface RecordOut {
  sessions: readonly SessionOut[];
  holds: readonly HoldOut[];
  points: readonly PointOut[];
  measures: readonly MeasureOut[];
}

const column = <Row>(name: string, says: string, of: (row: Row) => Cell): Column<Row> => ({
  name,
  says,
  of,
});

const isoOf = (instant: number | null): string | null =>
  instant === null ? null : new Date(instant).toISOString();
const siteName = (siteId: string): string => findSite(siteId)?.plainName ?? siteId;
const partName = (id: string): string =>
  Object.entries(BODY_PARTS).find(([known]) => known === id)?.[1].name ?? id;
const labelOf = (reasons: readonly { id: string; label: string }[], id: string | null): Cell =>
  id === null ? null : (reasons.find((one) => one.id === id)?.label ?? id);

const SESSIONS: readonly Column<SessionOut>[] = [
  column('session', 'id of the session', ({ id }) => id),
  column('day', 'the client’s day, YYYY-MM-DD', ({ day }) => day),
  column('started_at', 'UTC, RFC 3339', ({ startedAt }) => isoOf(startedAt)),
  column('ended_at', 'UTC, RFC 3339; empty: it was not ended', ({ endedAt }) => isoOf(endedAt)),
  column('version', 'number of the version that was followed', ({ version }) => version),
  column('status', 'running, paused, stopped or finished', ({ status }) => status),
  column('counts', 'whether it counts as done', ({ counts }) => counts),
  column('by_hand', 'written down afterwards, without the phone', ({ byHand }) => byHand),
  column('taken_back', 'said afterwards not to have been done', ({ takenBack }) => takenBack),
  column('stopped_for', 'the reason; empty: it was not stopped', ({ stopReason: id }) =>
    id === null ? null : stopReason(id).label,
  ),
  column('holds_done', 'holds that were held', ({ holdsDone }) => holdsDone),
  column('holds_asked', 'holds that were asked for', ({ holdsAsked }) => holdsAsked),
  column('contact_s', 'contact, seconds', ({ contactSeconds }) => Math.round(contactSeconds)),
  column('day_after', 'how it was; empty: not told', ({ response, places, besides }) =>
    response === null ? null : afterWords({ response, places, besides }),
  ),
  column('word', 'what was written', ({ word }) => word),
];

/** Where a line lies: holds at a site, the rest by its title. */
const whereOf = ({ step }: { step: Step }) =>
  isHold(step)
    ? { site: step.siteId, name: siteName(step.siteId), side: step.side }
    : { site: null, name: step.title, side: step.side };

const HELD: readonly Column<HoldOut>[] = [
  column('session', 'id of the session', ({ sessionId }) => sessionId),
  column('day', 'the client’s day', ({ day }) => day),
  column('step', 'its place in the session, from 1', ({ hold }) => hold.step + 1),
  column('site', 'id of the site; empty: nothing is pressed', (row) => whereOf(row).site),
  column('name', 'the site, or what is done instead', (row) => whereOf(row).name),
  column('side', 'left, right, mid or both', (row) => whereOf(row).side),
];

const HOLDS: readonly Column<HoldOut>[] = [
  ...HELD,
  column('outcome', 'how it ended', ({ hold }) => hold.outcome),
  column('contact_s', 'contact, seconds', ({ hold }) => Math.round(hold.contactSeconds)),
  column('other_s', 'seconds of what is not pressed', ({ hold }) =>
    hold.seconds === undefined ? null : Math.round(hold.seconds),
  ),
  column('first_rating', '0–10 on first pressing', ({ hold }) => hold.ratings[0]?.grade ?? null),
  column('last_rating', '0–10, the last', ({ hold }) => hold.ratings.at(-1)?.grade ?? null),
  column('tried_again', 'it did not fade and was tried once more', ({ hold }) =>
    Boolean(hold.again),
  ),
  column('passed_over_for', 'why it was passed over', ({ hold }) =>
    labelOf(SKIP_REASONS, hold.skipReason),
  ),
  column('left_for', 'why it was left early', ({ hold }) =>
    labelOf(LEAVING_REASONS, hold.leftFor ?? null),
  ),
];

type RatingOut = HoldOut & { n: number };
const RATINGS: readonly Column<RatingOut>[] = [
  ...HELD,
  column('rating_no', 'first, second, …', ({ n }) => n + 1),
  column('grade', '0–10', ({ hold, n }) => hold.ratings[n]?.grade ?? null),
  column('when', 'pressing or letting go', ({ hold, n }) => hold.ratings[n]?.when ?? null),
];

const POINTS: readonly Column<PointOut>[] = [
  column('finding', 'id of this finding', ({ id }) => id),
  column('point', 'id of the point, the same at every visit', ({ thread }) => thread),
  column('day', 'the client’s day', ({ day }) => day),
  column('visit', 'id of the visit; empty: the client found it', ({ visitId }) => visitId),
  column('site', 'id of the site', ({ siteId }) => siteId),
  column('name', 'the site', ({ siteId }) => siteName(siteId)),
  column('side', 'left, right or mid', ({ side }) => side),
  column('across_mm', 'from the site’s own spot, outwards', ({ across }) => across),
  column('down_mm', 'from the site’s own spot, downwards', ({ down }) => down),
  column('rating', '0–10', ({ rating }) => rating),
  column('taut_band', 'empty: not looked for', ({ tautBand }) => tautBand),
  column(
    'sends_to',
    'where pressing sends',
    ({ refersTo }) => refersTo && refersTo.map(partName).join('; '),
  ),
  column('stops_on_release', 'empty: not asked', ({ stopsOnRelease }) => stopsOnRelease),
  column('worst', 'the worst of its visit', ({ worst }) => worst),
  column('note', 'what was written', ({ note }) => note),
];

const quantityOf = ({ testId, quantityId }: MeasureOut) =>
  quantityId === null ? null : (findQuantity(testId, quantityId) ?? null);

/** A rating has no unit: UCUM writes what is counted between braces. */
const ucumOf = (unit: string | null): string | null => (unit === 'score' ? '{score}' : unit);

const MEASURES: readonly Column<MeasureOut>[] = [
  column('measure', 'id', ({ id }) => id),
  column('day', 'the client’s day', ({ day }) => day),
  column('visit', 'id of the visit; empty: taken at home', ({ visitId }) => visitId),
  column('test', 'id of the test', ({ testId }) => testId),
  column('name', 'the test', ({ testId }) => findTest(testId)?.name ?? testId),
  column('quantity', 'what of it', (row) => quantityOf(row)?.name ?? row.quantityId),
  column('side', 'left, right or mid', ({ side }) => side),
  column('moment', 'before or after pressing', ({ moment }) => moment),
  column('value', 'the middle of the tries', ({ value }) => value),
  column('unit', 'UCUM', (row) => ucumOf(quantityOf(row)?.unit ?? null)),
  column('tries', 'in order, with a semicolon between', ({ tries }) => tries && tries.join('; ')),
  column('seen', 'what was seen, where nothing is counted', ({ seen }) => seen),
  column('way', 'how it was taken', ({ way }) => way),
];

const ratingsOf = (holds: readonly HoldOut[]): RatingOut[] =>
  holds.flatMap((row) => row.hold.ratings.map((_, n) => ({ ...row, n })));

/** A table as it is written: its columns with what stands in them, and a record as that table. */
export interface WrittenTable {
  columns: readonly Pick<Column<never>, 'name' | 'says'>[];
  write: (record: RecordOut) => string;
}

const table = <Row>(
  columns: readonly Column<Row>[],
  rows: (record: RecordOut) => readonly Row[],
): WrittenTable => ({ columns, write: (record) => csvOf(columns, rows(record)) });

/** How each table of a client’s record is written. */
export const WRITTEN: Readonly<Record<TableId, WrittenTable>> = {
  sessions: table(SESSIONS, ({ sessions }) => sessions),
  holds: table(HOLDS, ({ holds }) => holds),
  ratings: table(RATINGS, ({ holds }) => ratingsOf(holds)),
  points: table(POINTS, ({ points }) => points),
  measures: table(MEASURES, ({ measures }) => measures),
};
