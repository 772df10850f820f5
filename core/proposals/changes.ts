import { PRESSURE_CEILING_LIMIT } from '#core/anatomy';
import { METHODS, type Dose } from '#core/dosage';
import { findTool } from '#core/equipment';
import type { Rung } from '#core/pressure';
import {
  ladderFor,
  LIMITS,
  setupsForMethod,
  usualDose,
  wayWords,
  type LadderClient,
  type PressItem,
  type RoutineItem,
} from '#core/routine';
import type { Line } from './evidence';

/** What of a line is changed: one at a time. */
export type Variable = 'time' | 'points' | 'load' | 'tool' | 'method' | 'how often' | 'line';

/** One change of one line. `becomes`: the line after it, with what is added beside it; empty: it is taken out. */
export interface LineChange {
  itemId: string;
  variable: Variable;
  becomes: readonly RoutineItem[];
  /** “Hold 30 s → 45 s”. */
  says: string;
  /** Mean pressure after it, relative to today’s; null where it stays or is not known. */
  pressureRatio: number | null;
}

const FIVE = 5;
const toFive = (seconds: number): number => Math.max(FIVE, Math.round(seconds / FIVE) * FIVE);
/** Time goes up by so much, and down to two thirds; our own estimates, seconds. */
const LONGER_SECONDS = { hold: 15, fade: 30 } as const;
const SHORTER = 2 / 3;

const change = (
  { item }: Line,
  variable: Variable,
  becomes: PressItem,
  says: string,
  pressureRatio: number | null = null,
): LineChange => ({ itemId: item.id, variable, becomes: [becomes], says, pressureRatio });

/** The one figure of a dose that says how long, with its bounds by the method. */
function lengthOf(dose: Dose): { now: number; unit: string; as: (value: number) => Dose } {
  switch (dose.method) {
    case 'fade':
      return {
        now: dose.capSeconds,
        unit: ' s at most',
        as: (capSeconds) => ({
          ...dose,
          capSeconds,
          minSeconds: Math.min(dose.minSeconds, capSeconds),
        }),
      };
    case 'sweep':
      return {
        now: dose.sweepSeconds,
        unit: ' s',
        as: (sweepSeconds) => ({ ...dose, sweepSeconds }),
      };
    case 'build-up':
      return {
        now: dose.toSeconds,
        unit: ' s at most',
        as: (toSeconds) => ({
          ...dose,
          toSeconds,
          fromSeconds: Math.min(dose.fromSeconds, toSeconds),
        }),
      };
    case 'pin-and-glide':
      return { now: dose.bends, unit: ' bends', as: (bends) => ({ ...dose, bends }) };
    case 'glide':
      return { now: dose.strokes, unit: ' strokes', as: (strokes) => ({ ...dose, strokes }) };
    case 'knead':
      return { now: dose.squeezes, unit: ' squeezes', as: (squeezes) => ({ ...dose, squeezes }) };
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return { now: dose.holdSeconds, unit: ' s', as: (holdSeconds) => ({ ...dose, holdSeconds }) };
  }
}

const isCounted = ({ method }: Dose): boolean =>
  METHODS[method].counts !== null && method !== 'search';

function withLength(line: Line, value: number): LineChange | null {
  const { now, unit, as } = lengthOf(line.item.dose);
  if (value === now || value < 1) return null;
  return change(line, 'time', { ...line.item, dose: as(value) }, `${now} → ${value}${unit}`);
}

/** A third less time, within what the method is taught with. */
export function shorter(line: Line): LineChange | null {
  const { dose } = line.item;
  const { now } = lengthOf(dose);
  if (isCounted(dose)) {
    const least = METHODS[dose.method].counts?.least ?? 1;
    const value = Math.max(least, Math.floor(now * SHORTER));
    return value < now ? withLength(line, value) : null;
  }
  const { least } = METHODS[dose.method].seconds;
  const value = Math.max(least, toFive(now * SHORTER));
  return value < now ? withLength(line, value) : null;
}

/** One step more time, never beyond what is usual at the site, nor what the method is taught with. */
export function longer(line: Line): LineChange | null {
  const { item, site } = line;
  const { dose } = item;
  const { now } = lengthOf(dose);
  if (isCounted(dose)) {
    const most = METHODS[dose.method].counts?.most ?? now;
    return now < most
      ? withLength(line, Math.min(most, now + Math.max(1, Math.round(now / 4))))
      : null;
  }
  const most = Math.min(
    METHODS[dose.method].seconds.most,
    site.capSeconds,
    dose.method === 'sweep' ? site.capSeconds : site.usualHoldSeconds.to,
  );
  const value = Math.min(most, now + LONGER_SECONDS[dose.method === 'fade' ? 'fade' : 'hold']);
  return value > now ? withLength(line, value) : null;
}

/** The extra points first, then one point. Spots that are named are all gone through. */
export function fewerPoints(line: Line): LineChange | null {
  const { item } = line;
  if (item.extraPoints > 0) {
    return change(
      line,
      'points',
      { ...item, extraPoints: 0 },
      `no extra ${item.extraPoints === 1 ? 'point' : 'points'} on the affected side`,
    );
  }
  if (item.points < 2 || line.site.spots) return null;
  return change(
    line,
    'points',
    { ...item, points: item.points - 1 },
    `${item.points} → ${item.points - 1} ${item.points - 1 === 1 ? 'point' : 'points'} a side`,
  );
}

/** One point more, within what is usual at the site. */
export function morePoints(line: Line): LineChange | null {
  const { item, site } = line;
  const most = Math.min(LIMITS.points, site.points.to);
  if (item.points >= most || site.spots || item.dose.method === 'sweep') return null;
  return change(
    line,
    'points',
    { ...item, points: item.points + 1 },
    `${item.points} → ${item.points + 1} points a side`,
  );
}

/** One grade less. */
export function softer(line: Line): LineChange | null {
  const { item } = line;
  if (item.grade < 2) return null;
  const grade = item.grade - 1;
  const { fromGrade } = item;
  return change(
    line,
    'load',
    {
      ...item,
      grade,
      ...(fromGrade === undefined ? {} : { fromGrade: Math.min(fromGrade, grade) }),
    },
    `press to ${item.grade} → ${grade} of 10`,
  );
}

/** One grade more, under the ceiling of the site. */
export function moreLoad(line: Line): LineChange | null {
  const { item, ceiling } = line;
  const grade = item.grade + 1;
  // At the ceiling there is no room for a worse day.
  if (grade >= Math.min(ceiling, PRESSURE_CEILING_LIMIT)) return null;
  return change(line, 'load', { ...item, grade }, `press to ${item.grade} → ${grade} of 10`);
}

/** Steeper than this is no one step; our own estimate, ratio of mean pressures. */
const STEP_UP_MOST = 1.6;
/** Nearer than this is the same; our own estimate. */
const STEP_LEAST = 1.08;

const HARDNESS: readonly string[] = ['soft', 'medium', 'firm', 'hard'];

/** Another way of reaching the site, as the line would have it; what stays as it is is not spelled out. */
function toRung(line: Line, { setup, ratio }: Rung, today: Rung | undefined): LineChange {
  const { item, site } = line;
  const { tool, posture, surface, adjustment } = setup;
  const isSamePosture = posture.id === item.positionId;
  const how = site.setups.find(
    ({ toolId, positionId }) => toolId === tool.id && positionId === posture.id,
  )?.how;
  const becomes: PressItem = {
    ...item,
    toolId: tool.id,
    positionId: posture.id,
    surfaceId:
      isSamePosture && surface.id === today?.setup.surface.id ? item.surfaceId : surface.id,
    adjustmentId: adjustment.id,
    instructions: tool.id === item.toolId && isSamePosture ? item.instructions : (how ?? ''),
  };
  const [before, after] = [wayWords(item), wayWords(becomes)];
  const news = after.filter((words) => !before.includes(words));
  return change(
    line,
    'tool',
    { ...becomes, instructions: becomes.instructions || item.instructions },
    (news.length > 0 ? news : after).join(', ').toLowerCase(),
    ratio,
  );
}

/**
 * Whether a way differs from today’s in one thing: the tool, or the posture and how it is taken up. Softer is never
 * with something harder, firmer at most one kind harder, and no massage gun comes in by itself.
 */
function isOneStep({ item }: Line, { setup: { tool, posture } }: Rung, towards: 1 | -1): boolean {
  const now = findTool(item.toolId);
  if (!now) return false;
  const isSameTool = tool.id === now.id;
  if (!isSameTool && posture.id !== item.positionId) return false;
  if (isSameTool) return true;
  const harder = HARDNESS.indexOf(tool.hardness) - HARDNESS.indexOf(now.hardness);
  return tool.form !== 'head' && harder <= (towards === 1 ? 1 : 0);
}

/** How much is other than today: weight and surface, the tool, or the posture. */
const differs = ({ item }: Line, { setup: { tool, posture } }: Rung): number =>
  posture.id !== item.positionId ? 2 : tool.id === item.toolId ? 0 : 1;

/** The nearest way of pressing at hand that is softer (−1) or firmer (1) than today’s, one thing changed. */
export function nextRung(line: Line, client: LadderClient, towards: 1 | -1): LineChange | null {
  const view = ladderFor(line.item, client);
  if (!view || line.item.ownWay) return null;
  const fits = view.rungs.filter((rung) => {
    if (rung.key === view.todayKey || !isOneStep(line, rung, towards)) return false;
    return towards === -1
      ? rung.ratio <= 1 / STEP_LEAST
      : // What would be felt at the ceiling leaves no room for a worse day.
        rung.ratio >= STEP_LEAST && rung.ratio <= STEP_UP_MOST && rung.grade.value < line.ceiling;
  });
  // How weight is taken on or off comes before another tool, and that before another posture.
  const [next] = fits.sort(
    (a, b) => differs(line, a) - differs(line, b) || towards * (a.ratio - b.ratio),
  );
  const today = view.rungs.find(({ key }) => key === view.todayKey);
  return next ? toRung(line, next, today) : null;
}

/** Methods that move, in the order they are taught after a point has calmed. */
const ACTIVE = ['press-and-move', 'pin-and-glide'] as const;

/** The active method, added after the hold: what has calmed is moved under the pressure. */
export function active(line: Line, client: LadderClient): LineChange | null {
  const { item, site } = line;
  if (METHODS[item.dose.method].phase !== 'static' || item.ownWay) return null;
  const method = ACTIVE.find((one) => (site.methods as readonly string[]).includes(one));
  if (!method) return null;
  const [setup] = setupsForMethod(site, method, client.tools);
  if (!setup) return null;
  const { mapped: _points, fromGrade: _from, ...rest } = item;
  const added: PressItem = {
    ...rest,
    id: `${item.id.slice(0, 56)}-active`,
    toolId: setup.toolId,
    positionId: setup.positionId,
    surfaceId: null,
    adjustmentId: null,
    instructions: setup.how,
    dose: usualDose(site, method),
    points: 1,
    repetitions: 1,
    extraPoints: 0,
  };
  return {
    itemId: item.id,
    variable: 'method',
    becomes: [item, added],
    says: `${METHODS[method].name} added after it`,
    pressureRatio: null,
  };
}

const EVERY_DAY = 7;

/** Half as often; on one day a week it is taken out. */
export function rarer(line: Line, timesPerWeek: number): LineChange {
  const { item } = line;
  const days = item.often?.kind === 'weekly' ? item.often.days : Math.min(EVERY_DAY, timesPerWeek);
  if (days <= 1 || item.often?.kind === 'as-needed') return out(line);
  const fewer = Math.max(1, Math.floor(days / 2));
  return change(
    line,
    'how often',
    { ...item, often: { kind: 'weekly', days: fewer, taperTo: null, until: null } },
    `${days} → ${fewer} ${fewer === 1 ? 'day' : 'days'} a week`,
  );
}

/** Taken out of the routine. */
export const out = ({ item }: Line): LineChange => ({
  itemId: item.id,
  variable: 'line',
  becomes: [],
  says: 'taken out of the routine',
  pressureRatio: null,
});
