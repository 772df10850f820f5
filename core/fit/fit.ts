import { findSite } from '#core/anatomy';
import { findTool } from '#core/equipment';
import {
  checkActivity,
  checkItem,
  isAlwaysThere,
  isPress,
  layOut,
  lineTitle,
  setupsForMethod,
  withTurns,
  type CheckContext,
  type Layout,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import { mistaken, type Outcome } from '#core/knowledge';
import { choicesOf } from './choices';
import { has, maskOf, ordersOf } from './orderOf';
import type { Priority } from './priorities';
import type { Puzzle, Solution } from './puzzle';
import { puzzleOf, type FitPuzzle } from './puzzleOf';
import { MOST_PIECES, solve } from './solve';

/** What a routine is fitted to. */
export interface FitWish {
  /** Minutes a day, from 1. */
  minutes: number;
  /** Sessions those are divided into. */
  sessionsADay: 1 | 2;
  /** Lines that come before all others. */
  starred: readonly string[];
  priorities: ReadonlyMap<string, Priority>;
}

/** What became of a line. */
export type FitLine = { item: RoutineItem; priority: Priority; starred: boolean } & (
  | { is: 'kept' | 'trimmed'; as: RoutineItem; isSwapped: boolean }
  /** Why it is not in; with what it would take at least, where it is only for want of time. */
  | { is: 'left out'; why: string; wantsSeconds: number | null }
);

/** A routine fitted to minutes. */
export interface Fit {
  routine: Routine;
  layout: Layout;
  lines: readonly FitLine[];
  /** Lines stand in another order than before. */
  isReordered: boolean;
  budgetSeconds: number;
  movingSeconds: number;
  /** Its worth, and that of everything as it was wanted: priorities times shares. */
  worth: number;
  wantedWorth: number;
}

const UNWEIGHTED: Priority = { weight: 1, reasons: [] };

/** A line with a tool the client has, where there is one for its method; null: there is none. */
function atHand(item: RoutineItem, { tools = null }: CheckContext): RoutineItem | null {
  if (!isPress(item) || tools === null || (item.ownWay?.thing ?? '') !== '') return item;
  const site = findSite(item.siteId);
  // Somebody else’s hands are no own ones: they are among the tools, or not there.
  const isThere = (toolId: string) => isAlwaysThere(toolId) || tools.includes(toolId);
  if (!site || isThere(item.toolId)) return item;
  const other = setupsForMethod(site, item.dose.method, tools).find(({ toolId }) =>
    isThere(toolId),
  );
  if (!other) return null;
  return withTurns({
    ...item,
    toolId: other.toolId,
    positionId: other.positionId,
    surfaceId: null,
    adjustmentId: null,
    ownWay: undefined,
    instructions: other.how,
  });
}

/** Why a line is refused as it stands; null when it is not. */
function refusalOf(item: RoutineItem, { screening = [] }: CheckContext): string | null {
  const site = isPress(item) ? findSite(item.siteId) : undefined;
  if (isPress(item) && !site) return `“${item.siteId}” is not a site this edition knows.`;
  const findings = isPress(item)
    ? site
      ? checkItem(item, site, screening)
      : []
    : checkActivity(item, screening);
  return findings.find(({ verdict }) => verdict === 'refuse')?.reason ?? null;
}

type Prepared =
  /** Whole: all of it is among the choices, as the first. */
  | { item: RoutineItem; choices: readonly RoutineItem[]; isWhole: boolean; isSwapped: boolean }
  | { item: RoutineItem; why: string };

/** The line as it may be done, with its choices; or why it may not be done at all. */
function prepare(item: RoutineItem, context: CheckContext): Prepared {
  const there = atHand(item, context);
  if (!there) {
    const tool = isPress(item) ? (findTool(item.toolId)?.name ?? item.toolId) : '';
    return { item, why: `${tool} is not among their tools, and nothing else they have does this.` };
  }
  const all = choicesOf(there);
  const choices = all.filter((choice) => refusalOf(choice, context) === null);
  if (choices.length === 0) return { item, why: refusalOf(there, context) ?? 'It is refused.' };
  return { item, choices, isWhole: choices[0] === all[0], isSwapped: there !== item };
}

/** What would have to give for a line that is not in: more time, or something that time does not help. */
function whyOut(
  { puzzle, lines }: FitPuzzle,
  solution: Solution,
  piece: number,
): { why: string; wantsSeconds: number | null } {
  const kept = maskOf(solution.done.map((one) => one.piece));
  const least = puzzle.pieces[piece]?.choices.at(-1);
  const item = lines[piece]?.item;
  if (!least || !item) return { why: 'It is not known.', wantsSeconds: null };
  const missing = (puzzle.pieces[piece]?.needs ?? []).find(
    (some) => !some.some((one) => solution.done.some((other) => other.piece === one)),
  );
  if (missing) {
    const other = lines[missing[0] ?? 0]?.item;
    return {
      why: `It goes with ${other ? lineTitle(other).toLowerCase() : 'another line'}, which is not in.`,
      wantsSeconds: null,
    };
  }
  const drawn = puzzle.pools.map((_, pool) =>
    solution.done.reduce(
      (sum, one) => sum + (puzzle.pieces[one.piece]?.choices[one.choice]?.draws[pool] ?? 0),
      least.draws[pool] ?? 0,
    ),
  );
  const full = puzzle.pools.findIndex(
    ({ most, when }, pool) =>
      (drawn[pool] ?? 0) > most &&
      (least.draws[pool] ?? 0) > 0 &&
      (when === null || when.includes(piece) || when.some((one) => has(kept, one))),
  );
  const moving = ordersOf(puzzle)(kept | (1 << piece)).movingSeconds - solution.movingSeconds;
  if (!Number.isFinite(moving)) {
    return { why: 'There is no usual order with it in.', wantsSeconds: null };
  }
  const wantsSeconds = solution.seconds + least.seconds + moving - puzzle.budgetSeconds;
  if (full !== -1 && wantsSeconds <= 0) {
    return {
      why:
        full === 0
          ? 'The hands would tire.'
          : 'This place, or the neck, has all that it takes in a session.',
      wantsSeconds: null,
    };
  }
  const sites = new Set(solution.done.map((one) => puzzle.pieces[one.piece]?.site).filter(Boolean));
  if (
    puzzle.mostSites !== null &&
    sites.size >= puzzle.mostSites &&
    isPress(item) &&
    !sites.has(item.siteId)
  ) {
    return { why: `Screening allows ${puzzle.mostSites} sites in a session.`, wantsSeconds: null };
  }
  if (wantsSeconds <= 0) return { why: 'What is in is worth more.', wantsSeconds: null };
  return { why: 'There is no time left for it.', wantsSeconds };
}

const DAYS = 7;
/** As many days a week as before; twice a day is over seven a week, for fewer than that nobody could tell from once. */
function timesFor(timesPerWeek: number, sessionsADay: 1 | 2): number {
  const days = timesPerWeek > DAYS ? Math.ceil(timesPerWeek / 2) : timesPerWeek;
  return sessionsADay === 1 ? days : Math.max(DAYS + 1, 2 * days);
}

/** The shortest session with anything of it, seconds. */
function shortest(puzzle: Puzzle): number {
  const orderFor = ordersOf(puzzle);
  return Math.min(
    ...puzzle.pieces.flatMap(({ choices, needs }, n) =>
      choices.flatMap((choice) =>
        needs.length > 0 ? [] : [choice.seconds + orderFor(1 << n).movingSeconds],
      ),
    ),
  );
}

const minutesOf = (seconds: number): string => `${Math.ceil(seconds / 60)} min`;

/**
 * Fits a routine to minutes: what is starred first, then what matters most, then with the least moving about; shorter before
 * fewer points before left out, never below what is of use, never one side alone, in the usual order, within caps, what the
 * hands bear and what screening leaves. Exact: nothing that keeps to all this is better.
 *
 * @param onProgress hears the share that is through, 0–1
 * @returns the routine as it would be and what becomes of each line, or in a sentence why there is none
 */
export function fitRoutine(
  routine: Routine,
  wish: FitWish,
  context: CheckContext,
  onProgress?: (share: number) => void,
): Outcome<Fit> {
  const { minutes, sessionsADay } = wish;
  if (!Number.isFinite(minutes) || minutes <= 0 || minutes > 240) {
    return mistaken('out of range', 'minutes', 'The minutes of a day are from 1 to 240.');
  }
  if (routine.items.length === 0) {
    return mistaken('missing', 'routine', 'There are no lines to fit.');
  }
  if (routine.items.length > MOST_PIECES) {
    return mistaken(
      'out of range',
      'routine',
      `At most ${MOST_PIECES} lines are fitted; these are ${routine.items.length}. Take some out first.`,
    );
  }
  const prepared = routine.items.map((item) => prepare(item, context));
  const given = prepared.flatMap((one) => ('choices' in one ? [one] : []));
  if (given.length === 0) {
    return mistaken(
      'does not fit',
      'routine',
      'Every line is refused or lacks its tool: there is nothing to fit.',
    );
  }
  const starred = new Set(wish.starred);
  const budgetSeconds = Math.floor((minutes * 60) / sessionsADay);
  const fitted = puzzleOf(
    routine,
    given.map(({ item, choices }) => ({ item: choices[0] ?? item, choices })),
    { priorities: wish.priorities, starred, context, budgetSeconds, sessionsADay },
  );
  const solution = solve(fitted.puzzle, onProgress);
  if (!solution) {
    const needed = shortest(fitted.puzzle);
    return mistaken(
      'out of range',
      'minutes',
      Number.isFinite(needed) && needed > budgetSeconds
        ? `Nothing of it fits ${minutesOf(budgetSeconds)}: the shortest useful session takes ${minutesOf(needed)}.`
        : 'Nothing of it can be done within what the places and the hands bear.',
    );
  }
  const taken = new Map(
    solution.done.map(({ piece, choice }) => [
      given[piece]?.item.id ?? '',
      fitted.lines[piece]?.choices[choice],
    ]),
  );
  const items = solution.done.flatMap(
    ({ piece, choice }) => fitted.lines[piece]?.choices[choice] ?? [],
  );
  const lines = prepared.map((one): FitLine => {
    const { item } = one;
    const common = {
      item,
      priority: wish.priorities.get(item.id) ?? UNWEIGHTED,
      starred: starred.has(item.id),
    };
    if (!('choices' in one)) return { ...common, is: 'left out', why: one.why, wantsSeconds: null };
    const as = taken.get(item.id);
    if (as) {
      const isKept = one.isWhole && as === one.choices[0];
      return { ...common, is: isKept ? 'kept' : 'trimmed', as, isSwapped: one.isSwapped };
    }
    const piece = given.indexOf(one);
    return { ...common, is: 'left out', ...whyOut(fitted, solution, piece) };
  });
  const stays = routine.items.filter(({ id }) => taken.has(id)).map(({ id }) => id);
  const timesPerWeek = timesFor(routine.timesPerWeek, sessionsADay);
  const whole = { ...routine, items, timesPerWeek };
  return {
    ok: true,
    value: {
      routine: whole,
      layout: layOut(whole),
      lines,
      isReordered: items.some(({ id }, n) => id !== stays[n]),
      budgetSeconds,
      movingSeconds: solution.movingSeconds,
      worth: solution.worth / 1000,
      wantedWorth:
        fitted.puzzle.pieces.reduce((sum, { choices }) => sum + (choices[0]?.worth ?? 0), 0) / 1000,
    },
  };
}
