import { useMemo, useState } from 'react';
import {
  linesOfOther,
  plannedLines,
  STARTING_PLANS,
  type PlanClient,
  type StartingPlan,
} from '#core/plans';
import { whereToLook, type Complaint } from '#core/complaint';
import type { CheckContext, Routine, RoutineItem } from '#core/routine';
import { v7 as uuid } from 'uuid';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useAsked } from '~/ui/parts/useAsked';
import { shortDay } from '~/ui/parts/words';
import { BenchPanel } from './BenchPanel';
import { Chooser } from './Chooser';
import { EarlierVersion } from './EarlierVersion';
import { FromTemplate } from './FromTemplate';
import { TakeLines } from './TakeLines';
import classes from './StartFrom.module.css';

/** A version of this client’s before the latest. */
export interface Earlier {
  number: number;
  issuedOn: string;
  reason: string;
  content: Routine;
}
/** What another client of the practice is led by now. */
export interface OtherRoutine {
  id: string;
  name: string;
  number: number;
  items: readonly RoutineItem[];
}

type From = 'complaint' | 'before' | 'template' | 'other';

interface Body {
  client: PlanClient;
  context: CheckContext;
  /** Lines that are in the routine already. */
  present: readonly RoutineItem[];
  onTake: (items: readonly RoutineItem[]) => void;
}

function FromPlan({ plan, client, context, present, onTake }: Body & { plan: StartingPlan }) {
  const lines = useMemo(
    () => plannedLines(plan, client, context, uuid, present),
    [plan, client, context, present],
  );
  return (
    <TakeLines
      name={plan.name}
      care={plan.care}
      lines={lines}
      present={present}
      context={context}
      onTake={onTake}
    >
      <p className={classes.soft}>
        Look at causes too: {plan.alsoLook} {plan.later && `Later: ${plan.later}`} Doses are the
        sites’ own, cautious ones. Common practice, no published source.
      </p>
    </TakeLines>
  );
}

function FromOther({ other, client, context, present, onTake }: Body & { other: OtherRoutine }) {
  const lines = useMemo(
    () => linesOfOther(other.items, client, context, uuid, present),
    [other, client, context, present],
  );
  return (
    <TakeLines name={other.name} lines={lines} present={present} context={context} onTake={onTake}>
      <p className={classes.soft}>
        Doses and words are {other.name}’s; sides, the points of the map and the word to the client
        are not taken along. Read the words before you issue.
      </p>
    </TakeLines>
  );
}

/** The plans that are for what brings somebody, the nearest first, each with the words it answers. */
const plansOf = (
  complaints: readonly Pick<Complaint, 'what' | 'places'>[],
): ReadonlyMap<string, string> => {
  const answers = new Map<string, string>();
  for (const { what, places } of complaints) {
    for (const { id } of whereToLook({ what, places }).plans) {
      if (!answers.has(id)) answers.set(id, what);
    }
  }
  return answers;
};

/**
 * Where a plan may begin: what people complain of, a version of before, or what another client is led by. What it would
 * add or change is shown before it is taken.
 */
export function StartFrom({
  clientId,
  earlier,
  complaints,
  onReplace,
  onClose,
  ...body
}: Body & {
  clientId: string;
  earlier: readonly Earlier[];
  /** What brings them: what is begun from stands first. */
  complaints: readonly Pick<Complaint, 'what' | 'places'>[];
  onReplace: (routine: Routine) => void;
  /** Absent while there is nothing else to see. */
  onClose?: () => void;
}) {
  const [from, setFrom] = useState<From>('complaint');
  const theirs = useMemo(() => plansOf(complaints), [complaints]);
  const plans = [
    ...[...theirs.keys()].flatMap((id) => STARTING_PLANS.filter((plan) => plan.id === id)),
    ...STARTING_PLANS.filter(({ id }) => !theirs.has(id)),
  ];
  const { read: others, again } = useAsked<readonly OtherRoutine[]>(
    `/clients/${clientId}/others`,
    from === 'other',
  );
  const options: { value: From; label: string }[] = [
    { value: 'complaint', label: 'what they complain of' },
    ...(earlier.length > 0 ? [{ value: 'before' as const, label: 'a version of before' }] : []),
    { value: 'template', label: 'a template' },
    { value: 'other', label: 'another client’s routine' },
  ];
  return (
    <BenchPanel title="Start from" {...(onClose && { onClose })}>
      <Choice inLine legend="begin with" value={from} options={options} onChoose={setFrom} />
      {from === 'complaint' && (
        <Chooser
          name="Complaints"
          entries={plans}
          first={plans[0] && theirs.has(plans[0].id) ? plans[0].id : null}
          idOf={({ id }) => id}
          label={({ id, name }) => (
            <>
              {name}
              {theirs.has(id) && <small>for “{theirs.get(id)}”</small>}
            </>
          )}
        >
          {(plan) => <FromPlan plan={plan} {...body} />}
        </Chooser>
      )}
      {from === 'before' && (
        <Chooser
          name="Versions"
          entries={earlier}
          idOf={({ number }) => String(number)}
          label={({ number, issuedOn, reason }) => (
            <>
              Version {number}, {shortDay(issuedOn)}
              <small>{reason}</small>
            </>
          )}
        >
          {({ number, content }) => (
            <EarlierVersion
              number={number}
              content={content}
              present={body.present}
              onReplace={onReplace}
            />
          )}
        </Chooser>
      )}
      {from === 'template' && <FromTemplate clientId={clientId} {...body} />}
      {from === 'other' &&
        (others === null ? (
          <p className={classes.soft}>Reading them.</p>
        ) : others === 'failed' ? (
          <p className={classes.care}>
            They could not be read. <LinkButton onClick={again}>Try again</LinkButton>
          </p>
        ) : others.length === 0 ? (
          <p className={classes.soft}>Nobody else has a routine yet.</p>
        ) : (
          <Chooser
            name="Clients"
            entries={others}
            idOf={({ id }) => id}
            label={({ name, items }) => (
              <>
                {name}
                <small>{items.length === 1 ? '1 line' : `${items.length} lines`}</small>
              </>
            )}
          >
            {(other) => <FromOther other={other} {...body} />}
          </Chooser>
        ))}
    </BenchPanel>
  );
}
