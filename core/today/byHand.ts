import { addDays, dayOf, daysBetween, timeOf, type Day } from '#core/calendar';
import { findSite, placeOf } from '#core/anatomy';
import { restsOf } from '#core/response';
import { isHold, placeKey, sidesPressed, type Step } from '#core/routine';
import { screen } from '#core/screening';
import type { Known } from './known';
import { borneFrom, ledSteps } from './practise';

/** So many days back a session may be written down: what lies further back nobody remembers; our choice. */
const DAYS_BACK = 6;

/** A place, or a line that is not pressed, to say of whether it was done. */
export interface ByHandLine {
  /** As `byHand` of the session knows it. */
  key: string;
  name: string;
  isPlace: boolean;
  /** It is done as needed only. */
  asNeeded: boolean;
}

const lineNames = (step: Step): { key: string; name: string }[] =>
  isHold(step)
    ? sidesPressed(step).map((side) => {
        const site = findSite(step.siteId);
        return {
          key: placeKey({ siteId: step.siteId, side }),
          name: site ? placeOf(site, side) : step.siteId,
        };
      })
    : [{ key: step.itemId, name: step.title }];

/** What a routine’s steps are told by, each once, in their order. */
function linesOf(steps: readonly Step[]): ByHandLine[] {
  const lines = new Map<string, ByHandLine>();
  for (const step of steps) {
    if (step.leftOut !== undefined) continue;
    for (const { key, name } of lineNames(step)) {
      if (lines.has(key)) continue;
      lines.set(key, { key, name, isPlace: isHold(step), asNeeded: step.asNeeded === true });
    }
  }
  return [...lines.values()];
}

/**
 * What a session that was done without the device is written down by: the latest version, and the days it may have been on.
 *
 * @param now ms since 1970 UTC
 */
export function byHandOf(known: Known, now: number) {
  const { versions, sessions, timeZone, therapistName } = known;
  const today = dayOf(now, timeZone);
  const version = versions.at(-1) ?? null;
  const findings = screen(known.screening);
  const steps =
    version &&
    ledSteps(
      version.content,
      findings,
      borneFrom(versions, sessions, null),
      restsOf(known, timeZone),
    );
  const back = version ? Math.min(DAYS_BACK, daysBetween(version.issuedOn, today)) : -1;
  const days: Day[] = Array.from({ length: Math.max(0, back + 1) }, (_, ago) =>
    addDays(today, -ago),
  );
  return {
    today,
    timeZone,
    time: timeOf(now, timeZone),
    therapistName,
    findings,
    version: version &&
      steps && {
        id: version.id,
        issuedAt: version.issuedAt,
        lineIds: version.content.items.map(({ id }) => id),
        steps,
        lines: linesOf(steps),
      },
    days: days.map((day) => ({
      day,
      /** Sessions of that day that are known already. */
      known: sessions.filter((one) => one.day === day && !one.summary.takenBack).length,
    })),
  };
}
