import { findSite, type Side, type Site } from '#core/anatomy';
import { contactPerPoint } from '#core/dosage';
import { COMMON_PRACTICE, type Finding } from '#core/knowledge';
import { mayUse, type ScreenFinding } from '#core/screening';
import type { CheckContext } from './checkContext';
import { finding, surfaceOf } from './checkItem';
import { lineTitle } from './led';
import { layOut } from './layOut';
import { pressesOf, type PressItem, type Routine } from './routine';
import { pointsOn, sidesInOrder } from './sidesInOrder';

/** Sessions on a day that has most of them: those of a week, spread evenly. */
const sessionsADay = ({ timesPerWeek }: Pick<Routine, 'timesPerWeek'>): number =>
  Math.ceil(timesPerWeek / 7);

/** What a routine asks of one site and side in a session, and the line that asks last. */
interface Place {
  item: PressItem;
  site: Site;
  side: Side;
  /** Seconds, at least and at most. */
  least: number;
  most: number;
  points: number;
}

function placesOf(routine: Routine): Place[] {
  const places = new Map<string, Place>();
  for (const item of pressesOf(routine)) {
    const site = findSite(item.siteId);
    if (!site) continue;
    for (const side of sidesInOrder(item)) {
      const key = `${site.id}:${side}`;
      const before = places.get(key);
      const times = pointsOn(item, side) * item.repetitions;
      const { least, most } = contactPerPoint(item.dose);
      places.set(key, {
        item,
        site,
        side,
        least: (before?.least ?? 0) + least * times,
        most: (before?.most ?? 0) + most * times,
        points: (before?.points ?? 0) + times,
      });
    }
  }
  return [...places.values()];
}

export function perPlace(routine: Routine, screening: readonly ScreenFinding[]): Finding[] {
  const sessions = sessionsADay(routine);
  const found = placesOf(routine).flatMap(({ item, site, side, least, most, points }) => {
    const { timeShare } = mayUse(
      { ...item, side, method: item.dose.method, surfaceId: surfaceOf(item) },
      screening,
    );
    const where = side === 'mid' ? '' : ` on the ${side}`;
    const limited = timeShare < 1 ? ', as screening limits it' : '';
    const capSeconds = Math.round(site.capSeconds * timeShare);
    const daySeconds = capSeconds * site.sessionsPerDay;
    const inputs = { askedSeconds: least, capSeconds, timeShare, side };
    if (least > capSeconds) {
      return [
        finding(item, {
          rule: 'site cap',
          verdict: 'refuse',
          reason: `${site.plainName} takes at most ${capSeconds} s a session${where}${limited}; this asks for at least ${least} s.`,
          inputs,
        }),
      ];
    }
    if (least * sessions > daySeconds) {
      return [
        finding(item, {
          rule: 'site cap of a day',
          verdict: 'refuse',
          reason: `${site.plainName} takes at most ${daySeconds} s a day${where}${limited}; ${sessions} sessions ask for at least ${least * sessions} s.`,
          inputs: { ...inputs, daySeconds, sessions },
        }),
      ];
    }
    if (points > 1 && most > capSeconds) {
      return [
        finding(item, {
          rule: 'cap cuts a later point short',
          verdict: 'caution',
          reason: `${site.plainName} takes at most ${capSeconds} s a session${where}${limited}: held to the end, ${points} holds take up to ${most} s and the last are cut short. Fewer points, or alternate days.`,
          inputs: { ...inputs, mostSeconds: most, points },
        }),
      ];
    }
    return [];
  });
  return oncePerSite(found);
}

/** What holds on both sides is said once, for the side that is asked for more. */
function oncePerSite(found: readonly Finding[]): Finding[] {
  const said = new Map<string, Finding>();
  const asked = ({ inputs }: Finding) => Number(inputs.mostSeconds ?? inputs.askedSeconds);
  for (const one of found) {
    const key = `${one.rule}:${one.itemId ?? ''}`;
    const before = said.get(key);
    if (!before || asked(one) > asked(before)) said.set(key, one);
  }
  return [...said.values()];
}

export const NECK_START_SECONDS = 60;
const WAY_UP =
  'The way up: one new neck site at a time, after a quiet week. Overdoing it can bring dizziness or nausea for days; some teach more at once, our default is the careful one.';

/**
 * Neck work begins with a minute of contact a side and day, over all neck sites and sessions together, whenever a
 * neck site is new. More asks for the therapist’s reason.
 */
export function neckStart(
  routine: Routine,
  { firstVersion, settledSites }: CheckContext,
): Finding[] {
  const settled = new Set(
    settledSites ?? (firstVersion ? [] : pressesOf(routine).map((one) => one.siteId)),
  );
  const neck = placesOf(routine).filter(({ site }) => site.region === 'neck');
  const fresh = neck.filter(({ site }) => !settled.has(site.id));
  const [first] = fresh;
  if (!first) return [];
  const sessions = sessionsADay(routine);
  const on = (side: Side) =>
    neck
      .filter((one) => one.side === side || one.side === 'mid')
      .reduce((sum, { most, site }) => sum + Math.min(most, site.capSeconds) * sessions, 0);
  const seconds = Math.max(on('left'), on('right'));
  const why = (routine.reasons?.neck ?? '').trim();
  const findings: Finding[] = [];
  if (seconds > NECK_START_SECONDS) {
    findings.push(
      finding(first.item, {
        rule: 'neck starts with one minute',
        verdict: why === '' ? 'refuse' : 'caution',
        reason: `Neck work starts with 1 minute a side and day, over all neck sites and sessions; this allows ${seconds} s.${why === '' ? '' : ` Reason recorded: “${why}”.`} ${WAY_UP}`,
        inputs: { mostSeconds: seconds, startSeconds: NECK_START_SECONDS, sessions },
        answeredBy: 'neck',
      }),
    );
  }
  const sites = new Set(fresh.map(({ site }) => site.id)).size;
  if (sites > 1) {
    findings.push(
      finding(first.item, {
        rule: 'one new neck site at a time',
        verdict: 'caution',
        reason: `${sites} neck sites are new at once: nobody will know which one was too much. One at a time, after a quiet week.`,
        inputs: { newSites: sites },
      }),
    );
  }
  return findings;
}

/** Fewer sessions a week than this are said to do little. Common practice, no published source. */
const LEAST_A_WEEK = 3;

export function oftenEnough({ timesPerWeek }: Routine): Finding[] {
  if (timesPerWeek >= LEAST_A_WEEK) return [];
  return [
    {
      rule: 'too seldom',
      verdict: 'caution',
      reason: `${timesPerWeek === 1 ? 'Once' : 'Twice'} a week is said to do little: regularity beats length.`,
      source: COMMON_PRACTICE,
      inputs: { timesPerWeek, least: LEAST_A_WEEK },
    },
  ];
}

/** Lines asked for on more days than there are sessions, and those that end before they begin. */
export function oftenFits(routine: Routine): Finding[] {
  return routine.items.flatMap((item): Finding[] => {
    const { often } = item;
    if (often?.kind !== 'weekly') return [];
    if (often.taperTo !== null && often.taperTo >= often.days) {
      return [
        {
          rule: 'tapers to less',
          verdict: 'refuse',
          reason: `${lineTitle(item)}: once it is better it must be less often than ${often.days} days a week.`,
          source: COMMON_PRACTICE,
          inputs: { days: often.days, then: often.taperTo },
          itemId: item.id,
        },
      ];
    }
    if (often.days <= routine.timesPerWeek) return [];
    return [
      {
        rule: 'more often than the sessions',
        verdict: 'caution',
        reason: `${lineTitle(item)} is asked for on ${often.days} days a week, the session on ${routine.timesPerWeek}.`,
        source: COMMON_PRACTICE,
        inputs: { days: often.days, sessions: routine.timesPerWeek },
        itemId: item.id,
      },
    ];
  });
}

export function fitsTheDay(routine: Routine, context: CheckContext): Finding[] {
  if (context.minutesPerDay === null) return [];
  const sessions = sessionsADay(routine);
  const most = layOut(routine).totalSeconds.most * sessions;
  const over = most - context.minutesPerDay * 60;
  if (over <= 0) return [];
  return [
    {
      rule: 'minutes of the day',
      verdict: 'caution',
      reason: `${sessions > 1 ? `${sessions} sessions a day take up` : 'Up'} to ${over} s over the ${context.minutesPerDay} minutes this client has. A routine that does not fit is not done.`,
      source: COMMON_PRACTICE,
      inputs: { longestSeconds: most, sessions, minutesPerDay: context.minutesPerDay },
    },
  ];
}
