import { useMemo, useState } from 'react';
import { linesOfOther, type PlanClient } from '#core/plans';
import type { CheckContext, RoutineItem } from '#core/routine';
import { v7 as uuid } from 'uuid';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { LinkButton } from '~/ui/parts/LinkButton';
import { counted } from '~/ui/parts/words';
import { Chooser } from './Chooser';
import { TakeLines } from './TakeLines';
import { useTemplates, type Template } from './useTemplates';
import classes from './StartFrom.module.css';

interface Body {
  client: PlanClient;
  context: CheckContext;
  present: readonly RoutineItem[];
  onTake: (items: readonly RoutineItem[]) => void;
}

/** One template, held against this body. */
function Chosen({
  template: { name, items, retired },
  client,
  context,
  present,
  onTake,
  onTakeOut,
}: Body & { template: Template; onTakeOut: () => void }) {
  const lines = useMemo(
    () => linesOfOther(items, client, context, uuid, present),
    [items, client, context, present],
  );
  return (
    <TakeLines name={name} lines={lines} present={present} context={context} onTake={onTake}>
      {retired.length > 0 && (
        <p className={classes.care}>No longer used, and not taken: {retired.join('; ')}.</p>
      )}
      <p className={classes.soft}>
        Doses and words are the template’s; sides and points are this client’s.{' '}
        <LinkButton quiet onClick={onTakeOut}>
          Take this template out
        </LinkButton>
      </p>
    </TakeLines>
  );
}

/** Keeps the lines of the routine as a template, under a name. */
function KeepAs({ onKeep }: { onKeep: (name: string) => void }) {
  const [name, setName] = useState('');
  const ready = name.trim().length >= 2;
  return (
    <form
      className={classes.keep}
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onKeep(name.trim());
        setName('');
      }}
    >
      <label htmlFor="template-name">Keep the lines of this routine as a template</label>
      <div>
        <input
          id="template-name"
          value={name}
          maxLength={80}
          autoComplete="off"
          placeholder="first weeks, stiff neck"
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <button type="submit" disabled={!ready}>
          Keep
        </button>
      </div>
    </form>
  );
}

/** The templates of the practice: chosen from, added to, taken out. */
export function FromTemplate({ clientId, ...body }: Body & { clientId: string }) {
  const { state, again, templates, add, takeOut } = useTemplates(clientId, true);
  return (
    <>
      <NeedsYou of={({ letter }) => letter.kind === 'template'} />
      {body.present.length > 0 && <KeepAs onKeep={(name) => add(name, body.present)} />}
      {state === 'reading' && <p className={classes.soft}>Reading them.</p>}
      {state === 'failed' && (
        <p className={classes.care}>
          They could not be read. <LinkButton onClick={again}>Try again</LinkButton>
        </p>
      )}
      {state === null && templates.length === 0 && (
        <p className={classes.soft}>
          The practice has no template yet. Write a routine, come back here, and keep its lines
          under a name.
        </p>
      )}
      {templates.length > 0 && (
        <Chooser
          name="Templates"
          entries={templates}
          idOf={({ id }) => id}
          label={({ name, items }) => (
            <>
              {name}
              <small>{counted(items.length, 'line')}</small>
            </>
          )}
        >
          {(template) => (
            <Chosen
              key={template.id}
              template={template}
              {...body}
              onTakeOut={() => takeOut(template.id)}
            />
          )}
        </Chooser>
      )}
    </>
  );
}
