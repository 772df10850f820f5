import { Textarea } from '@mantine/core';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite, type Site } from '#core/anatomy';
import {
  checkRoutine,
  foundSites,
  isPress,
  itemFromMap,
  layOut,
  LIMITS,
  pressesOf,
  sidesInOrder,
  totalsOf,
  type CheckContext,
  type LadderClient,
  type PressItem,
} from '#core/routine';
import { relatedSites } from '#core/map';
import { mayUse, screen, type ScreenFinding } from '#core/screening';
import { Ladder } from '~/ui/ladder/Ladder';
import { useLadder } from '~/ui/ladder/useLadder';
import { Bench } from '~/ui/parts/Bench';
import { Empty } from '~/ui/parts/Empty';
import { Notice } from '~/ui/parts/Notice';
import { shortDay } from '~/ui/parts/words';
import { ActivityEditor } from '~/ui/plan/ActivityEditor';
import { ActivityList } from '~/ui/plan/ActivityList';
import { FoundList } from '~/ui/plan/FoundList';
import { Findings } from '~/ui/plan/Findings';
import { InsteadLine } from '~/ui/plan/InsteadLine';
import { ItemEditor } from '~/ui/plan/ItemEditor';
import { ItemList } from '~/ui/plan/ItemList';
import { offSites } from '~/ui/plan/offSites';
import { EMPTY_ROUTINE, plan, setupChange, startOf } from '~/ui/plan/planState';
import { parseCount } from '~/ui/plan/parseNumber';
import { SiteList } from '~/ui/plan/SiteList';
import { StartFrom } from '~/ui/plan/StartFrom';
import { Sums } from '~/ui/plan/Sums';
import { TypedNumber } from '~/ui/plan/TypedNumber';
import { Strip } from '~/ui/strip/Strip';
import { useKeys } from '~/ui/parts/useKeys';
import { LinkButton } from '~/ui/parts/LinkButton';
import { IssuePanel } from './IssuePanel';
import { useDraft } from './useDraft';
import { useIssue } from './useIssue';
import { useMends } from './useMends';
import type { Route } from './+types/plan';
import classes from './bench.module.css';

type PlanData = Route.ComponentProps['loaderData'];

/** The ceiling of a line for this client: the site’s own, or what screening lowered it to. */
const ceilingOf = (site: Site, item: PressItem, screening: readonly ScreenFinding[]): number =>
  Math.min(
    ...sidesInOrder(item).map(
      (side) =>
        mayUse(
          { ...item, siteId: site.id, side, method: item.dose.method, surfaceId: null },
          screening,
        ).ceilingGrade,
    ),
  );

/** So many sites that belong with what was found are offered. */
const MOST_RELATED = 4;

/** The bench: sites to the left, the routine in the middle, what it adds up to on the right. */
export function PlanBench({ data }: { data: PlanData }) {
  const { file, latest } = data;
  const [state, dispatch] = useReducer(
    plan,
    data.draft ?? latest?.content ?? EMPTY_ROUTINE,
    startOf,
  );
  const { routine, selectedId, troubles } = state;
  const editor = useRef<HTMLDivElement>(null);
  const issue = useIssue(data);
  const draft = useDraft(routine, issue.baseNumber, data, (left) =>
    dispatch({ type: 'replace', routine: left }),
  );

  const client = useMemo((): LadderClient => {
    const { massKilograms, statureMetres, tools, places } = file;
    const screening = screen(file.screening);
    return { massKilograms, statureMetres, tools, places, ratings: data.ratings, screening };
  }, [file, data.ratings]);
  const offReasons = useMemo(() => offSites(client.screening), [client.screening]);
  const found = useMemo(() => foundSites(data.mapped), [data.mapped]);
  const related = useMemo(() => relatedSites(data.mapped, MOST_RELATED), [data.mapped]);
  const layout = useMemo(() => layOut(routine), [routine]);
  const totals = useMemo(() => totalsOf(routine, layout), [routine, layout]);
  const context = useMemo(
    (): CheckContext => ({
      minutesPerDay: file.minutesPerDay,
      firstVersion: !latest,
      screening: client.screening,
      screened: data.screened,
      settledSites: data.settledSites,
      tools: file.tools,
      things: file.things,
    }),
    [
      file.minutesPerDay,
      file.tools,
      file.things,
      latest,
      client.screening,
      data.screened,
      data.settledSites,
    ],
  );
  const findings = useMemo(() => checkRoutine(routine, context), [routine, context]);
  const planClient = useMemo(
    () => ({ affectedSide: file.affectedSide, tools: file.tools }),
    [file.affectedSide, file.tools],
  );
  const [starting, setStarting] = useState(false);
  // One goes on where the new lines are, not where the button was.
  const [taken, setTaken] = useState(0);
  const order = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (taken > 0) order.current?.querySelector<HTMLElement>('[aria-pressed="true"]')?.focus();
  }, [taken]);
  const numbers = useMemo(
    () => new Map(routine.items.map((item, index) => [item.id, index + 1])),
    [routine.items],
  );
  const counts = useMemo(() => {
    const bySite = new Map<string, number>();
    for (const { siteId } of pressesOf(routine)) bySite.set(siteId, (bySite.get(siteId) ?? 0) + 1);
    return bySite;
  }, [routine]);
  const refusedIds = useMemo(
    () =>
      new Set(
        findings.flatMap(({ verdict, itemId }) => (verdict === 'refuse' && itemId ? [itemId] : [])),
      ),
    [findings],
  );
  const chosen = routine.items.find((item) => item.id === selectedId);
  const selected = chosen && isPress(chosen) ? chosen : undefined;
  const selectedSite = selected && findSite(selected.siteId);
  const ladder = useLadder(selected, client);

  // A site is not there twice by accident: the second time asks for a second press.
  const [askedTwice, setAskedTwice] = useState<string | null>(null);
  const twice = pressesOf(routine).find(({ siteId }) => siteId === askedTwice);
  const add = (site: Site) => {
    const there = pressesOf(routine).find(({ siteId }) => siteId === site.id);
    if (there && askedTwice !== site.id) {
      setAskedTwice(site.id);
      dispatch({ type: 'select', id: there.id });
      return;
    }
    setAskedTwice(null);
    dispatch({
      type: 'add',
      site,
      id: uuid(),
      affectedSide: file.affectedSide,
      tools: file.tools,
    });
  };
  const mending = useMends({ routine, findings, context, client, selectedId, dispatch });
  const { instead, takeInstead } = mending;
  const select = (id: string) => dispatch({ type: 'select', id });
  useKeys([
    ['mod+z', () => dispatch({ type: 'undo' })],
    ['mod+shift+z', () => dispatch({ type: 'redo' })],
    ['i', mending.takeKey],
    ['e', () => editor.current?.querySelector<HTMLElement>('input:checked, input')?.focus()],
  ]);

  return (
    <Bench
      workFirst={routine.items.length > 0}
      leftLabel="Sites"
      left={
        <>
          <FoundList
            found={found}
            counts={counts}
            offReasons={offReasons}
            related={related}
            onAdd={add}
            onTake={(taken) =>
              dispatch({
                type: 'take',
                items: taken.map((one) => itemFromMap(one, uuid(), file.tools)),
              })
            }
          />
          <ActivityList
            onAdd={(kind) =>
              dispatch({
                type: 'add activity',
                kind,
                id: uuid(),
                affectedSide: file.affectedSide,
              })
            }
          />
          <SiteList counts={counts} offReasons={offReasons} onAdd={add} />
        </>
      }
      rightLabel="Sums, checks and issuing"
      right={
        <>
          <Sums totals={totals} minutesPerDay={file.minutesPerDay} />
          <TypedNumber
            label="times a week"
            value={routine.timesPerWeek}
            beside={`of at most ${LIMITS.timesPerWeek}`}
            parse={(text) =>
              parseCount(text, { name: 'Times a week', least: 1, most: LIMITS.timesPerWeek })
            }
            onValue={(timesPerWeek) => dispatch({ type: 'times', timesPerWeek })}
            onTrouble={(says) => dispatch({ type: 'trouble', field: 'routine:times', says })}
          />
          <section>
            <h2>Checks</h2>
            <Findings
              findings={findings}
              routine={routine}
              mending={mending}
              onSelect={select}
              onReason={(rule, why) => dispatch({ type: 'reason', rule, why })}
            />
          </section>
          <IssuePanel
            routine={routine}
            issue={issue}
            draft={draft}
            findings={findings}
            troubles={Object.values(troubles)}
            onIssue={(reason) => issue.send(routine, reason, draft.base())}
            onReplace={(next) => dispatch({ type: 'replace', routine: next })}
            next={{ joined: file.userId !== null, hasVisit: file.nextVisit !== null }}
          />
        </>
      }
    >
      <div className={classes.title}>
        <h2>Routine, version {issue.baseNumber + 1}</h2>
        <span className={classes.kept} role="status">
          {draft.says}
        </span>
        {routine.items.length > 0 && !starting && (
          <LinkButton onClick={() => setStarting(true)}>Start from</LinkButton>
        )}
        <LinkButton disabled={state.past.length === 0} onClick={() => dispatch({ type: 'undo' })}>
          Undo <kbd>ctrl z</kbd>
        </LinkButton>
      </div>
      {twice && (
        <p className={classes.twice} role="status">
          {findSite(twice.siteId)?.plainName} is line {numbers.get(twice.id)} already. Add it once
          more for a second line of it.
        </p>
      )}
      {latest && latest.retired.length > 0 && (
        <Notice>
          Version {latest.number} has lines that are not led any more:{' '}
          {latest.retired.map(({ says }) => says).join('; ')}. Issue a new version in their place.
        </Notice>
      )}
      {routine.items.length > 0 && (
        <Strip layout={layout} numbers={numbers} selectedId={selectedId} onSelect={select} />
      )}
      {(starting || routine.items.length === 0) && (
        <StartFrom
          clientId={data.file.id}
          earlier={data.earlier}
          complaints={data.complaints}
          onReplace={(routine) => {
            setStarting(false);
            dispatch({ type: 'replace', routine });
            setTaken((times) => times + 1);
          }}
          client={planClient}
          context={context}
          present={routine.items}
          onTake={(items) => {
            setStarting(false);
            dispatch({ type: 'take', items });
            setTaken((times) => times + 1);
          }}
          {...(routine.items.length > 0 && { onClose: () => setStarting(false) })}
        />
      )}
      {routine.items.length === 0 ? (
        <Empty>
          Nothing prescribed yet. Start from a complaint, or add a site from the left: it comes with
          a cautious dose that you can type over.
        </Empty>
      ) : (
        <div className={classes.lower}>
          <div className={classes.order} ref={order}>
            <ItemList
              items={routine.items}
              selectedId={selectedId}
              refusedIds={refusedIds}
              onSelect={select}
              onMove={(id, to) => dispatch({ type: 'move', id, to })}
              onRemove={(id) => dispatch({ type: 'remove', id })}
            />
            {ladder && selectedSite && (
              <Ladder
                view={ladder}
                grade={selected.grade}
                ceilingGrade={ceilingOf(selectedSite, selected, client.screening)}
                ratedSince={ladder.ratedSince && shortDay(ladder.ratedSince)}
                onChoose={({ setup }) =>
                  dispatch({
                    type: 'change',
                    id: selected.id,
                    change: setupChange(selectedSite, selected, {
                      toolId: setup.tool.id,
                      positionId: setup.posture.id,
                      surfaceId: setup.surface.id,
                      adjustmentId: setup.adjustment.id,
                    }),
                  })
                }
              />
            )}
            <Textarea
              label="A word to the client"
              autosize
              minRows={2}
              maxLength={LIMITS.messageLength}
              value={routine.message}
              onChange={(event) =>
                dispatch({ type: 'message', message: event.currentTarget.value })
              }
            />
          </div>
          <div ref={editor}>
            {selected && instead.has(selected.id) && (
              <InsteadLine
                refused
                instead={instead.get(selected.id) ?? null}
                byKey={mending.keyFor?.itemId === selected.id}
                onTake={() => takeInstead(selected.id)}
              />
            )}
            {chosen && !isPress(chosen) && (
              <ActivityEditor
                key={chosen.id}
                activity={chosen}
                onChange={(activity, field) => dispatch({ type: 'activity', activity, field })}
                onTrouble={(field, says) =>
                  dispatch({ type: 'trouble', field: `${chosen.id}:${field}`, says })
                }
                onRemove={() => dispatch({ type: 'remove', id: chosen.id })}
              />
            )}
            {selected && (
              <ItemEditor
                key={selected.id}
                item={selected}
                clientId={file.id}
                onChange={(change) => dispatch({ type: 'change', id: selected.id, change })}
                onMethod={(method) => dispatch({ type: 'method', id: selected.id, method })}
                onTrouble={(field, says) =>
                  dispatch({ type: 'trouble', field: `${selected.id}:${field}`, says })
                }
                onRemove={() => dispatch({ type: 'remove', id: selected.id })}
              />
            )}
          </div>
        </div>
      )}
    </Bench>
  );
}
