import { kindOf } from '#core/activities';
import { BODY_PARTS, findSite, type Region } from '#core/anatomy';
import { METHODS, type SecondsBand } from '#core/dosage';
import { findTool } from '#core/equipment';
import { findPosture, isOnFloor } from '#core/loading';
import { haveReady, type HaveReady } from './haveReady';
import { activitiesOf, isPress, pressesOf, type Routine, type RoutineItem } from './routine';
import type { Step } from './step';
import { wayWords } from './wayWords';

/** What a client is told of a site while they work it. */
export interface SiteWords {
  plainName: string;
  find: readonly string[];
  keepOff: string;
  /** Where it may be felt while pressing, by name; it must stop on release. */
  felt?: readonly string[];
  /** What to look out for there. */
  watch?: string;
  /** What to heed besides where it is worked on the floor. */
  watchOnFloor?: string;
  afterCare?: string;
  region?: Region;
}

/** How a posture is got into and out of. */
export interface PostureWords {
  getIn: string;
  getOut: string;
  onFloor: boolean;
  /** How to take weight away. */
  unload?: string;
  /** How to get to the next point without coming out of it. */
  shift?: string;
}

/** A routine as a device leads through it: nothing of it has to be looked up any more. */
export interface LedRoutine {
  /** Of the version. */
  id: string;
  number: number;
  /** What was handed out; a session names it. */
  ledId: string;
  steps: readonly Step[];
  /** The lines of the version that are in it, by their ids. */
  lineIds?: readonly string[];
  siteIds: readonly string[];
  /** What its lines are called, in order. */
  lines: readonly string[];
  tools: readonly string[];
  /** Besides tools: what to have within reach, and what to do first. */
  ready?: HaveReady;
  session: SecondsBand;
  /** Lines the client may pick for today, with when they are needed. */
  asNeeded?: readonly { itemId: string; name: string; when: string }[];
  sites: Readonly<Record<string, SiteWords | undefined>>;
  /** Tool, posture and what differs from the usual, by the line of the routine. */
  ways: Readonly<Record<string, readonly string[] | undefined>>;
  postures: Readonly<Record<string, PostureWords | undefined>>;
}

/** What a client calls a line: its site, or what is done. */
export const lineTitle = (item: RoutineItem): string =>
  isPress(item) ? (findSite(item.siteId)?.plainName ?? item.siteId) : kindOf(item).title(item);

/** The same for several: a site that is worked in two ways says which. */
function lineTitles(items: readonly RoutineItem[]): string[] {
  const titles = items.map(lineTitle);
  return items.map((item, index) => {
    const title = titles[index] ?? '';
    const isTwice = titles.filter((one) => one === title).length > 1;
    return isTwice && isPress(item) ? `${title}: ${METHODS[item.dose.method].name}` : title;
  });
}

/**
 * The words a routine is led by: for every site, posture and line of it. What this edition does not know
 * any more is left out.
 */
export function ledWords(
  routine: Pick<Routine, 'items'>,
): Pick<
  LedRoutine,
  'siteIds' | 'lines' | 'asNeeded' | 'ready' | 'tools' | 'sites' | 'ways' | 'postures'
> {
  const items = pressesOf(routine);
  const places = [
    ...items.map(({ positionId }) => positionId),
    ...activitiesOf(routine).flatMap((one) =>
      kindOf(one)
        .parts(one)
        .flatMap(({ positionId }) => positionId ?? []),
    ),
  ];
  // Nobody has to be told to have their hands ready.
  const names = items.flatMap(({ toolId }) => {
    const tool = findTool(toolId);
    return tool && tool.form !== 'hand' ? [tool.name] : [];
  });
  return {
    siteIds: items.map(({ siteId }) => siteId),
    lines: lineTitles(routine.items.filter(({ often }) => often?.kind !== 'as-needed')),
    asNeeded: routine.items.flatMap((item) =>
      item.often?.kind === 'as-needed'
        ? [{ itemId: item.id, name: lineTitle(item), when: item.often.when }]
        : [],
    ),
    tools: [...new Set(names)],
    ready: haveReady(routine),
    ways: Object.fromEntries(items.map((item) => [item.id, wayWords(item)])),
    postures: Object.fromEntries(
      places.flatMap((positionId) => {
        const posture = findPosture(positionId);
        if (!posture) return [];
        const { getIn, getOut, unload, shift } = posture;
        return [
          [positionId, { getIn, getOut, unload, shift, onFloor: isOnFloor(posture) }] as const,
        ];
      }),
    ),
    sites: Object.fromEntries(
      items.flatMap(({ siteId }) => {
        const site = findSite(siteId);
        if (!site) return [];
        const { plainName, find, keepOff, watch, watchOnFloor, afterCare, region } = site;
        const felt = site.refersTo.map((id) => BODY_PARTS[id].name);
        const onFloor = watchOnFloor === undefined ? {} : { watchOnFloor };
        return [
          [
            siteId,
            { plainName, find, keepOff, felt, watch, ...onFloor, afterCare, region },
          ] as const,
        ];
      }),
    ),
  };
}
