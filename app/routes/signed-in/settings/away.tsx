import { Button, NativeSelect, TextInput } from '@mantine/core';
import { Form } from 'react-router';
import { personContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { awaySchema, ownAbsence, setAbsence } from '~/services/away.server';
import { staffOnly } from '~/services/practice.server';
import { Empty } from '~/ui/parts/Empty';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { longDay } from '~/ui/parts/words';
import type { Route } from './+types/away';
import classes from './settings.module.css';

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return load(() => {
    staffOnly(who);
    return ownAbsence(setting, who);
  });
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(personContext);
  return act(async () => {
    staffOnly(who);
    const form = await formOf(request);
    const wish = form.intent === 'back' ? null : parse(awaySchema, form);
    await setAbsence(setting, who, wish);
    return { ok: true as const };
  });
}

/** When somebody who works here is away, and who stands in meanwhile. */
export default function WhenAway({ loaderData, actionData }: Route.ComponentProps) {
  const { from, until, standInId, isAway, colleagues, today } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const standIn = colleagues.find(({ id }) => id === standInId);
  return (
    <>
      <h1>When you are away</h1>
      <p className={classes.soft}>
        Meanwhile your clients read whom to turn to, and who stands in finds your clients marked on
        the day sheet.
      </p>
      {refused && Object.keys(refused.fields).length === 0 && <Notice>{refused.message}</Notice>}
      {from !== null && until !== null && (
        <Notice tone="quiet">
          <p>
            {isAway ? 'Away' : 'To be away'} from {longDay(from)} to {longDay(until)};{' '}
            {standIn?.name ?? 'nobody'} stands in.
          </p>
          <Form method="post">
            <input type="hidden" name="intent" value="back" />
            <LinkButton type="submit">{isAway ? 'I am back' : 'Drop it'}</LinkButton>
          </Form>
        </Notice>
      )}
      {colleagues.length === 0 ? (
        <Empty>Nobody else works here yet: invite a colleague under “The practice”.</Empty>
      ) : (
        <Form method="post" noValidate className={classes.form} key={`${from}:${until}`}>
          <TextInput
            type="date"
            name="from"
            label="First day"
            defaultValue={from ?? today}
            error={refused?.fields.from}
          />
          <TextInput
            type="date"
            name="until"
            label="Last day"
            defaultValue={until ?? today}
            error={refused?.fields.until}
          />
          <NativeSelect
            name="standInId"
            label="Who stands in"
            defaultValue={standInId ?? colleagues[0]?.id}
            data={colleagues.map(({ id, name }) => ({ value: id, label: name }))}
            error={refused?.fields.standInId}
          />
          <Button type="submit" variant="outline">
            Keep it
          </Button>
        </Form>
      )}
    </>
  );
}
