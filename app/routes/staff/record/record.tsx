import { Button, TextInput } from '@mantine/core';
import { Form, Link, redirect } from 'react-router';
import { z } from 'zod';
import { staffContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import {
  eraseRecord,
  eraseSchema,
  keepingOf,
  saidSchema,
  saidToUs,
} from '~/services/erasing.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { capital, fullDay } from '~/ui/parts/words';
import { keptWords } from '~/ui/record/keptWords';
import { Said } from '~/ui/record/Said';
import type { Route } from './+types/record';
import { Erase } from './Erase';
import classes from './record.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Their record · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => ({
    ...(await keepingOf(setting, who, params.clientId)),
    practiceName: who.practiceName,
  }));
}

const intentSchema = z.object({
  intent: z.enum(['said', 'erase'], { error: 'The form is damaged; reload the page.' }),
});

export async function action({ context, params, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await formOf(request);
    if (parse(intentSchema, form).intent === 'said') {
      await saidToUs(setting, who, params.clientId, parse(saidSchema, form));
      return { ok: true as const };
    }
    await eraseRecord(setting, who, params.clientId, parse(eraseSchema, form));
    return redirect('/settings/practice/records?erased=yes');
  });
}

type Data = Route.ComponentProps['loaderData'];

/** What somebody says to who works here about keeping their record. */
function Note({
  said,
  name,
  askedOn,
}: {
  said: Data['steps'];
  name: string;
  askedOn: Data['askedOn'];
}) {
  const wishes: { value: string; label: string }[] = [
    { value: 'given', label: 'it may be kept' },
    askedOn === null
      ? { value: 'erasure asked', label: 'it shall be erased' }
      : { value: 'erasure taken back', label: 'it may stay after all' },
  ];
  return (
    <Form method="post" className={classes.note} key={said.length}>
      <input type="hidden" name="intent" value="said" />
      <fieldset>
        <legend>Said to you, or written</legend>
        {wishes.map(({ value, label }) => (
          <label key={value}>
            <input type="radio" name="what" value={value} required /> {label}
          </label>
        ))}
      </fieldset>
      <TextInput name="saidBy" label="By" defaultValue={name} autoComplete="off" />
      <Button type="submit" variant="outline">
        Put it down
      </Button>
    </Form>
  );
}

/** How the record of a client is kept: what they said, how long it has to be, and how it is erased. */
export default function TheirRecord({ loaderData, actionData }: Route.ComponentProps) {
  const { name, steps, askedOn, practiceName, words, today } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  return (
    <div className={classes.page}>
      <h2>Their record</h2>
      {refused && <Notice>{refused.message}</Notice>}
      {said?.ok && <Notice tone="quiet">Put down.</Notice>}
      {askedOn !== null && (
        <p className={classes.asked}>
          <bdi>{name}</bdi> asked on {fullDay(askedOn)} that it be erased.
        </p>
      )}
      <section aria-label="What was said about keeping it">
        <h3>What was said about keeping it</h3>
        <Said steps={steps} today={today} />
        {!steps.some((step) => step.words === words) && (
          <p className={classes.soft}>Who joins with an invitation agrees to this: “{words}”</p>
        )}
        <Note said={steps} name={name} askedOn={askedOn} />
      </section>
      <section aria-label="How long it is kept">
        <h3>How long it is kept</h3>
        <p>
          {capital(keptWords(loaderData, practiceName))} The code you work under decides; an owner
          puts it down under <Link to="/settings/practice">The practice</Link>.
        </p>
        <p className={classes.soft}>
          The client can take out everything of theirs alone, and you can under{' '}
          <Link to={`/clients/${loaderData.clientId}/take-out`}>Take out</Link>.
        </p>
      </section>
      {loaderData.aside.length > 0 && (
        <section aria-label="Kept beside it">
          <h3>Kept beside it</h3>
          <p>
            It came from another program and has no place here. It goes out again with the record as
            FHIR, as it came.
          </p>
          <ul className={classes.aside}>
            {loaderData.aside.map(({ type, why, many }) => (
              <li key={`${type} ${why}`}>
                {many} × {type}: {why}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Erase {...loaderData} />
    </div>
  );
}
