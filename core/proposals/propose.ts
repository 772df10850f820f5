import { daysBetween } from '#core/calendar';
import {
  checkRoutine,
  isPress,
  pressesOf,
  totalsOf,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import type { SecondsBand } from '#core/dosage';
import { ownEstimate, type Source } from '#core/knowledge';
import { adherenceOf, lineOf, type Adherence, type Known, type Line } from './evidence';
import type { LineChange, Variable } from './changes';
import type { SeenTo } from './seenTo';
import type { Around, Ground } from './grounds';
import { hardlyDone } from './hardlyDone';
import { RULES, type Rule, type Weight } from './rules';
import { waitsFor } from './waits';

/** What a change does to a routine. */
export interface Effect {
  /** Seconds of a session, before and after. */
  session: { before: SecondsBand; after: SecondsBand };
  /** Contact at this site on the side that gets most of it, a session, seconds at most; and its cap. */
  contact: { before: number; after: number; capSeconds: number };
  /** Mean pressure relative to today’s; null where it stays or is not known. */
  pressureRatio: number | null;
}

/** One thing the record supports, or asks to be looked at. */
export interface Proposal {
  /** The rule and the line it is about. */
  key: string;
  rule: string;
  weight: Weight;
  /** The line it is about; null: the whole routine. */
  itemId: string | null;
  siteId: string | null;
  title: string;
  /** Which one thing it changes; null: it changes none. */
  variable: Variable | null;
  /** “press to 4 → 3 of 10”; empty where nothing is changed. */
  says: string;
  ground: Ground;
  /** The rule in a sentence. */
  because: string;
  source: Source;
  /** The line after it, with what is added; null: no change. */
  becomes: readonly RoutineItem[] | null;
  /** Times a week after it, of the whole routine; null: as it is. */
  timesPerWeek: number | null;
  effect: Effect | null;
}

/** What of a proposal changes a routine. */
type Taken = Pick<Proposal, 'itemId' | 'becomes'> & { timesPerWeek?: number | null };

/** A line of which nothing is proposed, and why. */
export interface Kept {
  itemId: string;
  siteId: string;
  why: string;
}

/** What the record supports. */
export interface Proposals {
  /** Gravest first. All that go down can be taken together; of those that rise there is one at most. */
  proposals: readonly Proposal[];
  keep: readonly Kept[];
  adherence: Adherence;
}

/** A routine with some proposals taken. */
export function withTaken(routine: Routine, taken: readonly Taken[]): Routine {
  const becomes = new Map(
    taken.flatMap(({ itemId, becomes: lines }) =>
      itemId !== null && lines ? [[itemId, lines] as const] : [],
    ),
  );
  const times = taken.flatMap(({ timesPerWeek }) => timesPerWeek ?? []);
  return {
    ...routine,
    timesPerWeek: Math.min(routine.timesPerWeek, ...times),
    items: routine.items.flatMap((item) => becomes.get(item.id) ?? [item]),
  };
}

const mostContact = (items: readonly RoutineItem[], siteId: string): number => {
  const own = items.filter(isPress).filter((item) => item.siteId === siteId);
  if (own.length === 0) return 0;
  const { contact } = totalsOf({ items: own, timesPerWeek: 1, message: '' });
  return Math.max(contact.left.most, contact.right.most, contact.mid.most);
};

function effectOf(routine: Routine, { site }: Line, change: LineChange): Effect {
  const after = withTaken(routine, [change]);
  return {
    session: { before: totalsOf(routine).session, after: totalsOf(after).session },
    contact: {
      before: mostContact(routine.items, site.id),
      after: mostContact(after.items, site.id),
      capSeconds: site.capSeconds,
    },
    pressureRatio: change.pressureRatio,
  };
}

const severeOf = (routine: Routine, { check }: Known, isUp: boolean): Set<string> =>
  new Set(
    checkRoutine(routine, check)
      .filter(({ verdict }) => verdict === 'refuse' || (isUp && verdict === 'caution'))
      .map(({ rule, itemId }) => `${rule}:${itemId ?? ''}`),
  );

/** What the checks say of the routine as it stands: refused, and spoken against. */
interface Standing {
  down: ReadonlySet<string>;
  up: ReadonlySet<string>;
}

/** Whether a change brings nothing that the checks speak against and that was not there before. */
function isSound(change: LineChange, known: Known, standing: Standing, isUp: boolean): boolean {
  const { items } = withTaken(known.routine, [change]);
  // A version has at least one line, and each but once: what was added before is not added again.
  if (items.length === 0 || new Set(items.map(({ id }) => id)).size < items.length) return false;
  const before = isUp ? standing.up : standing.down;
  return [...severeOf({ ...known.routine, items }, known, isUp)].every((one) => before.has(one));
}

function proposalOf(rule: Rule, line: Line, around: Around, standing: Standing): Proposal | null {
  const ground = rule.ground(line, around);
  if (!ground) return null;
  const { known } = around;
  const isUp = rule.weight === 'up';
  const ways = rule.ways(line, around);
  const change = ways.find((one) => one !== null && isSound(one, known, standing, isUp)) ?? null;
  // More is proposed only where there is a way; what goes down or asks for a look is said in any case.
  if (isUp && !change) return null;
  return {
    key: `${rule.id}:${line.item.id}`,
    rule: rule.id,
    weight: rule.weight,
    itemId: line.item.id,
    siteId: line.site.id,
    title: rule.title,
    variable: change?.variable ?? null,
    says: change?.says ?? '',
    ground,
    because: rule.rule,
    source: rule.source,
    becomes: change?.becomes ?? null,
    timesPerWeek: null,
    effect: change && effectOf(known.routine, line, change),
  };
}

/** What is proposed of the whole routine. */
function ofRoutine(around: Around): Proposal[] {
  const change = hardlyDone(around);
  if (!change) return [];
  const { routine } = around.known;
  const { ground, timesPerWeek } = change;
  return [
    {
      key: 'hardly-done',
      rule: 'hardly-done',
      weight: timesPerWeek === null ? 'look' : 'down',
      itemId: null,
      siteId: null,
      title: timesPerWeek === null ? 'Ask what stops them' : 'Ask for it less often',
      variable: timesPerWeek === null ? null : 'how often',
      says: timesPerWeek === null ? '' : `${routine.timesPerWeek} → ${timesPerWeek} times a week`,
      ground,
      because:
        'Regularity beats length: what is asked for is what fits the day. Tie it to something they do anyway.',
      source: ownEstimate('half of what was asked for, over two weeks'),
      becomes: null,
      timesPerWeek,
      effect: null,
    },
  ];
}

/** What made somebody dizzy is not known by place: it is said once, and at the neck each line is taken out. */
function saidOnce(proposals: readonly Proposal[]): Proposal[] {
  const isBare = ({ weight, becomes }: Proposal) => weight === 'safety' && becomes === null;
  return proposals.filter(
    (one, at) =>
      !isBare(one) ||
      !proposals.some(
        (other, where) =>
          other.rule === one.rule && other !== one && (!isBare(other) || where < at),
      ),
  );
}

const GRAVITY: Record<Weight, number> = { safety: 0, down: 2, look: 3, taper: 4, up: 5 };
/** Where nothing is done at all, that comes before what was too much when it was. */
const NOT_DONE = 1;
const gravityOf = ({ weight, itemId }: Proposal): number =>
  weight === 'look' && itemId === null ? NOT_DONE : GRAVITY[weight];

/** What was left for now is asked again after so long, whether or not anything new is known; our own choice, days. */
const LEFT_FOR_DAYS = 7;

/**
 * Whether somebody has seen to it, or left it, on all the evidence there is by now: a later session there is fresh
 * evidence, and it is judged again.
 */
export function isSeenTo(
  about: string,
  siteId: string | null,
  {
    seen,
    sessions,
    today,
  }: {
    seen: readonly Omit<SeenTo, 'how'>[];
    sessions: readonly { id: string; places: readonly { siteId: string }[] }[];
    today: Known['today'];
  },
): boolean {
  const last = seen.findLast((one) => one.about === about);
  if (!last || daysBetween(last.day, today) >= LEFT_FOR_DAYS) return false;
  const at = sessions.findIndex(({ id }) => id === last.sessionId);
  const fresh = sessions
    .slice(at + 1)
    .some(({ places }) => siteId === null || places.some((place) => place.siteId === siteId));
  return !fresh;
}

/** The first that applies to a line. */
function firstAt(line: Line, around: Around, standing: Standing): Proposal | null {
  for (const rule of RULES) {
    const proposal = proposalOf(rule, line, around, standing);
    if (proposal) return proposal;
  }
  return null;
}

/**
 * What the record of a client supports, line by line: less, a look, more of one thing, or to keep it. At each line one
 * thing at most; nothing rises beside something that goes down, and of what may rise one line a version. Pure: asked
 * again with fresh evidence it judges anew, so that nothing piles up.
 *
 * @example A line whose day after was “bruised”: one proposal, weight down, press to 4 → 3 of 10.
 */
export function propose(known: Known): Proposals {
  const adherence = adherenceOf(known);
  const around: Around = { known, adherence };
  const lines = pressesOf(known.routine).flatMap((item) => lineOf(item, known) ?? []);
  const standing = {
    down: severeOf(known.routine, known, false),
    up: severeOf(known.routine, known, true),
  };
  const found = saidOnce(lines.flatMap((line) => firstAt(line, around, standing) ?? []));
  const isOpen = ({ key, siteId }: Proposal) => !isSeenTo(key, siteId, known);
  const lower = [...found.filter(({ weight }) => weight !== 'up'), ...ofRoutine(around)];
  const holdsBack = lower.some(({ weight }) => weight === 'safety' || weight === 'down');
  const rising = holdsBack ? [] : found.filter(({ weight }) => weight === 'up').slice(0, 1);
  // What was left for now is not shown, and still holds back what would rise.
  const proposals = [...lower, ...rising]
    .filter(isOpen)
    .sort((a, b) => gravityOf(a) - gravityOf(b));
  const named = new Set(proposals.map(({ itemId }) => itemId));
  return {
    proposals,
    keep: lines
      .filter(({ item }) => !named.has(item.id))
      .map((line) => ({
        itemId: line.item.id,
        siteId: line.site.id,
        why: [...lower, ...rising].some(({ itemId }) => itemId === line.item.id)
          ? 'Somebody has seen to it, or left it for now; a new session there is judged anew.'
          : whyKept(line, around, { holdsBack, rising: rising.length > 0 }),
      })),
    adherence,
  };
}

function whyKept(
  line: Line,
  around: Around,
  { holdsBack, rising }: { holdsBack: boolean; rising: boolean },
): string {
  const waits = waitsFor(line, around);
  if (waits) return waits;
  if (holdsBack) return 'Something else has to go down first.';
  if (rising) return 'Going well; another line rises first.';
  return 'Going well, and as far as it goes by the rules of its site.';
}
