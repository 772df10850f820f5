import { Button, NativeSelect } from '@mantine/core';
import { Form, redirect } from 'react-router';
import { z } from 'zod';
import { staffContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { joinFiles, joinOf } from '~/services/joining.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { shortDay } from '~/ui/parts/words';
import { heldWords } from '~/ui/record/heldWords';
import type { Route } from './+types/join';
import classes from './join.module.css';

const uuid = z.uuid({ error: 'Choose the other file.' });
const joinSchema = z.object({
  other: uuid,
  same: z.literal('yes', { error: 'Say that it is the same person: it cannot be undone.' }),
});

export async function loader({ context, params, request }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  const other = uuid.safeParse(new URL(request.url).searchParams.get('other'));
  return load(() => joinOf(setting, who, params.clientId, other.success ? other.data : null));
}

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const { other } = parse(joinSchema, await formOf(request));
    await joinFiles(setting, who, { into: params.clientId, from: other });
    return redirect(`/clients/${params.clientId}/screen`);
  });
}

type Side = Route.ComponentProps['loaderData']['into'];

function File({ title, side }: { title: string; side: Side }) {
  return (
    <section className={classes.file}>
      <h3>{title}</h3>
      <p className={classes.name}>
        <bdi>{side.name}</bdi>
      </p>
      <p className={classes.soft}>
        {[
          side.occupation,
          side.bornOn && `born ${side.bornOn}`,
          `opened ${shortDay(side.openedOn)}`,
          `with ${side.therapistName}`,
          side.hasSignIn ? 'has a sign-in' : 'no sign-in',
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <ul>
        {heldWords(side.held).map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </section>
  );
}

/** Two files of one person become one. */
export default function Join({ loaderData, actionData }: Route.ComponentProps) {
  const { into, from, others } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  return (
    <div className={classes.page}>
      <h2>Two files of one person</h2>
      <p>
        The whole record of the other file goes into this one: visits, points, figures, interviews,
        versions, sessions, complaints and messages. This one’s details stay; what it does not say
        is filled in.
      </p>
      {others.length === 0 ? (
        <p className={classes.soft}>There is no other file in this practice.</p>
      ) : (
        <Form method="get" className={classes.choose}>
          <NativeSelect
            key={from?.id}
            name="other"
            label="The other file"
            description="The most alike first"
            defaultValue={from?.id ?? ''}
            data={[
              { value: '', label: 'choose' },
              ...others.map(({ id, name, occupation }) => ({
                value: id,
                label: occupation ? `${name}, ${occupation}` : name,
              })),
            ]}
          />
          <Button type="submit" variant="outline">
            Look at both
          </Button>
        </Form>
      )}
      {refused && <Notice>{refused.message}</Notice>}
      {from && (
        <>
          <div className={classes.both}>
            <File title="This file stays" side={into} />
            <File title="This one goes into it" side={from} />
          </div>
          <ul className={classes.follows}>
            <li>
              The version that was issued last, in either file, is the one in force; look at the
              plan before they practise again.
            </li>
            <li>
              Every yes to a screening question in either file counts, and where both were asked you
              ask again to confirm.
            </li>
            {into.hasSignIn && from.hasSignIn && (
              <li>
                Both have a sign-in: the one that was used last stays, the other ends. What still
                lies unsent on the other’s device is not sent any more: let them open it with a line
                first.
              </li>
            )}
            <li>The other file’s address leads here. It cannot be taken apart again.</li>
          </ul>
          <Form method="post" className={classes.confirm}>
            <input type="hidden" name="other" value={from.id} />
            <label>
              <input type="checkbox" name="same" value="yes" required /> {from.name} and {into.name}{' '}
              are the same person
            </label>
            <Button type="submit">Join the two files</Button>
          </Form>
        </>
      )}
    </div>
  );
}
