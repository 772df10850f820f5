import { useMemo, useReducer, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite, type Site } from '#core/anatomy';
import { whereToLook } from '#core/complaint';
import { withHelper } from '#core/equipment';
import type { Matters } from '#core/fit';
import { relatedSites } from '#core/map';
import {
  checkRoutine,
  foundSites,
  itemFromMap,
  withMapped,
  isPress,
  layOut,
  pressesOf,
  totalsOf,
  type CheckContext,
  type FoundSite,
  type LadderClient,
} from '#core/routine';
import { screen } from '#core/screening';
import { offSites } from '~/ui/plan/offSites';
import { EMPTY_ROUTINE, plan, startOf } from '~/ui/plan/planState';
import { useDraft } from './useDraft';
import { useIssue } from './useIssue';
import { useMends } from './useMends';
import type { Route } from './+types/plan';

export type PlanData = Route.ComponentProps['loaderData'];

/** So many of the places to look at for a complaint count as the first ones; our own choice. */
const LOOKED_AT_FIRST = 3;
/** So many sites that belong with what was found are offered. */
const MOST_RELATED = 4;

/** The client as the ladder and the ways of a line know them. */
function useLadderClient({ file, ratings }: PlanData): LadderClient {
  return useMemo(() => {
    const { massKilograms, statureMetres, places } = file;
    const tools = withHelper(file.tools, file.helperAtHome);
    const screening = screen(file.screening);
    return { massKilograms, statureMetres, tools, places, ratings, screening };
  }, [file, ratings]);
}

/** The routine on the bench: its lines, what they add up to, what is said of them, and what may be done. */
export function usePlanBench(data: PlanData) {
  const { file, latest } = data;
  const [state, dispatch] = useReducer(
    plan,
    data.draft ?? latest?.content ?? EMPTY_ROUTINE,
    startOf,
  );
  const { routine, selectedId } = state;
  const issue = useIssue(data);
  const draft = useDraft(routine, issue.baseNumber, data, (left) =>
    dispatch({ type: 'replace', routine: left }),
  );
  const client = useLadderClient(data);
  const context = useMemo(
    (): CheckContext => ({
      minutesPerDay: file.minutesPerDay,
      firstVersion: !latest,
      screening: client.screening,
      screened: data.screened,
      settledSites: data.settledSites,
      rests: data.rests,
      minor: data.minor,
      tools: client.tools,
      things: file.things,
    }),
    [
      file.minutesPerDay,
      client.tools,
      file.things,
      latest,
      client.screening,
      data.screened,
      data.settledSites,
      data.rests,
      data.minor,
    ],
  );
  const found = useMemo(() => foundSites(data.mapped), [data.mapped]);
  const findings = useMemo(() => checkRoutine(routine, context), [routine, context]);
  const layout = useMemo(() => layOut(routine), [routine]);
  const mending = useMends({ routine, findings, context, client, selectedId, dispatch });
  const chosen = routine.items.find((item) => item.id === selectedId);
  const pressed = chosen && isPress(chosen) ? chosen : undefined;

  // A site is not there twice by accident: the second time asks for a second press.
  const [askedTwice, setAskedTwice] = useState<string | null>(null);
  const add = (site: Site) => {
    const there = pressesOf(routine).find(({ siteId }) => siteId === site.id);
    if (there && askedTwice !== site.id) {
      setAskedTwice(site.id);
      dispatch({ type: 'select', id: there.id });
      return;
    }
    setAskedTwice(null);
    const { affectedSide } = file;
    dispatch({ type: 'add', site, id: uuid(), affectedSide, tools: client.tools });
  };
  return {
    state,
    dispatch,
    issue,
    draft,
    client,
    context,
    findings,
    layout,
    mending,
    chosen,
    /** The chosen line when it is one that is pressed, with its site. */
    pressed,
    site: pressed && findSite(pressed.siteId),
    add,
    /** The line of a site that was asked for a second time. */
    twice: pressesOf(routine).find(({ siteId }) => siteId === askedTwice),
    offReasons: useMemo(() => offSites(client.screening), [client.screening]),
    found,
    /** What says which lines matter: the map, and what brings them. */
    matters: useMemo((): Matters => {
      const looks = data.complaints.flatMap((one) =>
        whereToLook(one).looks.map(({ site }) => site.id as string),
      );
      return {
        found,
        complaint: { first: looks.slice(0, LOOKED_AT_FIRST), also: looks.slice(LOOKED_AT_FIRST) },
      };
    }, [found, data.complaints]),
    related: useMemo(() => relatedSites(data.mapped, MOST_RELATED), [data.mapped]),
    totals: useMemo(() => totalsOf(routine, layout), [routine, layout]),
    numbers: useMemo(
      () => new Map(routine.items.map((item, index) => [item.id, index + 1])),
      [routine.items],
    ),
    /** Sites with a line that does not know yet which points the map found there. */
    follows: useMemo(() => {
      const there = new Map(pressesOf(routine).map((item) => [item.siteId, item]));
      const open = found.flatMap((one) => {
        const item = there.get(one.site.id);
        return item && withMapped(item, one) ? [one.site.id as string] : [];
      });
      return new Set(open);
    }, [routine, found]),
    /** Takes what the map found: a line of its own, or its points into the line that is there. */
    takeFound: (taken: readonly FoundSite[]) => {
      const presses = pressesOf(routine);
      const items = taken.map((one) => {
        const there = presses.find(({ siteId }) => siteId === one.site.id);
        return (there && withMapped(there, one)) ?? itemFromMap(one, uuid(), client.tools);
      });
      dispatch({ type: 'take', items });
    },
    counts: useMemo(() => {
      const bySite = new Map<string, number>();
      for (const { siteId } of pressesOf(routine))
        bySite.set(siteId, (bySite.get(siteId) ?? 0) + 1);
      return bySite;
    }, [routine]),
    refusedIds: useMemo(
      () =>
        new Set(
          findings.flatMap(({ verdict, itemId }) =>
            verdict === 'refuse' && itemId ? [itemId] : [],
          ),
        ),
      [findings],
    ),
  };
}

export type PlanBenchState = ReturnType<typeof usePlanBench>;
