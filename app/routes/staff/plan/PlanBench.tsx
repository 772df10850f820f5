import { Textarea } from '@mantine/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite } from '#core/anatomy';
import { LIMITS, type Routine } from '#core/routine';
import { Bench } from '~/ui/parts/Bench';
import { Empty } from '~/ui/parts/Empty';
import { Notice } from '~/ui/parts/Notice';
import { ActivityList } from '~/ui/plan/ActivityList';
import { FitPanel } from '~/ui/plan/FitPanel';
import { FoundList } from '~/ui/plan/FoundList';
import { Findings } from '~/ui/plan/Findings';
import { ItemList } from '~/ui/plan/ItemList';
import { parseCount } from '~/ui/plan/parseNumber';
import { SiteList } from '~/ui/plan/SiteList';
import { SideBySide } from '~/ui/plan/SideBySide';
import { StartFrom } from '~/ui/plan/StartFrom';
import { Sums } from '~/ui/plan/Sums';
import { TypedNumber } from '~/ui/plan/TypedNumber';
import { TakeOut } from '~/ui/charts/TakeOut';
import { Strip } from '~/ui/strip/Strip';
import { useKeys } from '~/ui/parts/useKeys';
import { WeekPlan } from '~/ui/week/WeekPlan';
import { BenchTitle } from './BenchTitle';
import { ChosenLadder, ChosenLine } from './ChosenLine';
import { IssuePanel } from './IssuePanel';
import { usePlanBench, type PlanData } from './usePlanBench';
import classes from './bench.module.css';

/** The bench: sites to the left, the routine in the middle, what it adds up to on the right. */
export function PlanBench({ data }: { data: PlanData }) {
  const { file, latest } = data;
  const bench = usePlanBench(data);
  const { state, dispatch, issue, draft, findings, context, mending, counts, offReasons } = bench;
  const { routine, selectedId, troubles } = state;
  const editor = useRef<HTMLDivElement>(null);
  const strip = useRef<HTMLDivElement>(null);
  const planClient = useMemo(
    () => ({ affectedSide: file.affectedSide, tools: bench.client.tools }),
    [file.affectedSide, bench.client.tools],
  );
  const wishes = useMemo(
    () => ({ weekdays: file.weekdays, timesOfDay: file.timesOfDay, habits: file.habits }),
    [file.weekdays, file.timesOfDay, file.habits],
  );
  const [starting, setStarting] = useState(false);
  const [open, setOpen] = useState<'fit' | 'beside' | null>(null);
  const versions = useMemo(
    () => [...(latest ? [{ ...latest, issuedOn: null }] : []), ...data.earlier],
    [latest, data.earlier],
  );
  // One goes on where the new lines are, not where the button was.
  const [taken, setTaken] = useState(0);
  const order = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (taken > 0) order.current?.querySelector<HTMLElement>('[aria-pressed="true"]')?.focus();
  }, [taken]);
  const putInPlace = (other: Routine) => {
    setOpen(null);
    dispatch({ type: 'mend', routine: other });
    setTaken((times) => times + 1);
  };
  const select = (id: string) => dispatch({ type: 'select', id });
  useKeys([
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
            found={bench.found}
            counts={counts}
            offReasons={offReasons}
            related={bench.related}
            onAdd={bench.add}
            follows={bench.follows}
            onTake={bench.takeFound}
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
          <SiteList counts={counts} offReasons={offReasons} onAdd={bench.add} />
        </>
      }
      rightLabel="Sums, checks and issuing"
      right={
        <>
          <Sums totals={bench.totals} minutesPerDay={file.minutesPerDay} />
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
          <WeekPlan
            routine={routine}
            wishes={wishes}
            today={data.today}
            changeAt={`/clients/${file.id}/brings`}
          />
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
      <BenchTitle
        bench={bench}
        onStart={starting ? null : () => setStarting(true)}
        onFit={open ? null : () => setOpen('fit')}
        onBeside={open ? null : () => setOpen('beside')}
      />
      {bench.twice && (
        <p className={classes.twice} role="status">
          {findSite(bench.twice.siteId)?.plainName} is line {bench.numbers.get(bench.twice.id)}{' '}
          already. Add it once more for a second line of it.
        </p>
      )}
      {latest && latest.retired.length > 0 && (
        <Notice>
          Version {latest.number} has lines that are not led any more:{' '}
          {latest.retired.map(({ says }) => says).join('; ')}. Issue a new version in their place.
        </Notice>
      )}
      {routine.items.length > 0 && (
        <div ref={strip}>
          {open === 'fit' ? (
            <FitPanel
              routine={routine}
              context={context}
              matters={bench.matters}
              onTake={putInPlace}
              onClose={() => setOpen(null)}
            />
          ) : open === 'beside' ? (
            <SideBySide
              routine={routine}
              versions={versions}
              client={bench.client}
              clientId={file.id}
              onReplace={putInPlace}
              onClose={() => setOpen(null)}
            />
          ) : (
            <Strip
              layout={bench.layout}
              numbers={bench.numbers}
              selectedId={selectedId}
              onSelect={select}
            />
          )}
        </div>
      )}
      {(starting || routine.items.length === 0) && (
        <StartFrom
          clientId={file.id}
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
              refusedIds={bench.refusedIds}
              onSelect={select}
              onMove={(id, to) => dispatch({ type: 'move', id, to })}
              onRemove={(id) => dispatch({ type: 'remove', id })}
            />
            <ChosenLadder bench={bench} />
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
            <ChosenLine bench={bench} clientId={file.id} />
            <TakeOut within={strip} title={file.name} file="strip" says="Take the strip" />
          </div>
        </div>
      )}
    </Bench>
  );
}
