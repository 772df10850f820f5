import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { conditionName, CONDITIONS, type Condition, type ConditionId } from '#core/screening';
import type { Body } from '~/keeping/bodies';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { shortDay } from '~/ui/parts/words';
import { LinkButton } from '~/ui/parts/LinkButton';
import type { Route } from './+types/screen';
import classes from './screen.module.css';

type Data = Route.ComponentProps['loaderData'];

const clearable = (id: ConditionId) =>
  (CONDITIONS[id] as Condition).effects.some((effect) => effect.clearable);

/** “Cleared by …, on …”, for one condition. */
function ClearanceForm({
  id,
  by,
  today,
  onRecord,
}: {
  id: ConditionId;
  /** Who gave a word on it before. */
  by: string;
  today: string;
  onRecord: (clearance: Body<'clearance'>) => void;
}) {
  return (
    <form
      className={classes.clear}
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const text = (name: string) => {
          const value = form.get(name);
          return typeof value === 'string' ? value : '';
        };
        onRecord({
          condition: id,
          kind: 'cleared',
          by: text('by'),
          on: text('on'),
          note: text('note'),
        });
      }}
    >
      <TextInput
        name="by"
        label="Cleared by"
        placeholder="Dr Amsel"
        defaultValue={by}
        autoComplete="off"
      />
      <TextInput name="on" type="date" label="on" defaultValue={today} max={today} />
      <Button type="submit" variant="outline">
        Record
      </Button>
    </form>
  );
}

/** The clearances so far: what was found, who lifted it, and the way to lift or withdraw. */
export function Clearances({ data }: { data: Data }) {
  const { answers, clearances, today } = data;
  const clientId = data.file.id;
  const outbox = useOutbox();
  const onTheWay = useLetters('clearance', clientId);
  const record = (body: Body<'clearance'>) => {
    outbox.add({ kind: 'clearance', clientId, thing: uuid(), base: null, body });
    setAsking(null);
  };
  const [asking, setAsking] = useState<ConditionId | null>(null);
  const found = answers.filter(({ condition }) => clearable(condition));
  if (found.length === 0 && clearances.length === 0) return null;
  return (
    <section>
      <h2>Clearances</h2>
      <ul className={classes.lines}>
        {found.map(({ condition, clearedBy }) => {
          const before = clearances.findLast((one) => one.condition === condition);
          const earlier = !clearedBy && before?.kind === 'cleared' ? before : null;
          return (
            <li key={condition}>
              <p>
                {CONDITIONS[condition].name}{' '}
                <span className={classes.soft}>
                  {clearedBy ? `cleared by ${clearedBy}` : 'not cleared'}
                </span>
              </p>
              {earlier && (
                <p className={classes.soft}>
                  The word of {earlier.by}, of {shortDay(earlier.on)}, was about an earlier
                  interview: yes was said again since, or the complaint began after it.
                </p>
              )}
              {clearedBy ? (
                <LinkButton
                  onClick={() =>
                    record({
                      condition,
                      kind: 'withdrawn',
                      by: clearedBy.split(',')[0] ?? 'the therapist',
                      on: today,
                      note: '',
                    })
                  }
                >
                  It no longer holds
                </LinkButton>
              ) : asking === condition ? (
                <ClearanceForm
                  id={condition}
                  by={earlier?.by ?? ''}
                  today={today}
                  onRecord={record}
                />
              ) : (
                <LinkButton onClick={() => setAsking(condition)}>Record a clearance</LinkButton>
              )}
            </li>
          );
        })}
      </ul>
      {onTheWay.length > 0 && <p className={classes.soft}>Recording.</p>}
      <NeedsYou of={({ letter }) => letter.kind === 'clearance' && letter.clientId === clientId} />
      {clearances.length > 0 && (
        <details className={classes.history}>
          <summary>everything recorded</summary>
          <ul>
            {clearances.map(({ id, condition, kind, by, on, recordedByName }) => (
              <li key={id}>
                {shortDay(on)}: {conditionName(condition)},{' '}
                {kind === 'cleared' ? 'cleared' : 'no longer cleared'} by {by}; recorded by{' '}
                {recordedByName}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
