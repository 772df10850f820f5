import { Button } from '@mantine/core';
import { Form, Link } from 'react-router';
import { clientContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { ownKeeping, ownWishSchema, sayAlone } from '~/services/erasing.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { capital, fullDay } from '~/ui/parts/words';
import { keptWords } from '~/ui/record/keptWords';
import { Said } from '~/ui/record/Said';
import type { Route } from './+types/record';
import classes from './record.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Your record · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownKeeping(setting, who));
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(clientContext);
  return act(async () => {
    await sayAlone(setting, who, parse(ownWishSchema, await formOf(request)));
    return { ok: true as const };
  });
}

type Data = Route.ComponentProps['loaderData'];

/** Asking that a record be erased, or taking that back. */
function Wish({ askedOn, mayGo, years, practiceName }: Data) {
  if (askedOn !== null)
    return (
      <Form method="post" className={classes.wish}>
        <p className={classes.asked}>
          You asked on {fullDay(askedOn)} that it be erased.{' '}
          {mayGo
            ? `${practiceName} sees that you did.`
            : 'It has to be kept until then, and is erased after it.'}{' '}
          Your sign-in ends with it: take out first what you want to keep.
        </p>
        <Button type="submit" name="what" value="erasure taken back" variant="outline">
          Let it stay
        </Button>
      </Form>
    );
  return (
    <Form method="post" className={classes.wish}>
      <p>
        You can ask that all of it be erased.{' '}
        {years !== null && years > 0 && !mayGo
          ? 'While it has to be kept, your wish is kept with it. '
          : ''}
        It cannot be brought back, and your routine goes with it.
      </p>
      <Button type="submit" name="what" value="erasure asked" variant="outline">
        Ask for erasure
      </Button>
    </Form>
  );
}

/** A client’s own record: who sees it, how long it is kept, and how it goes. */
export default function OwnRecord({ loaderData, actionData }: Route.ComponentProps) {
  const { practiceName, steps, words, today } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const agreed = steps.some(({ what }) => what === 'given');
  return (
    <div className={classes.page}>
      <h1>Your record</h1>
      {refused && <Notice>{refused.message}</Notice>}
      <p>
        What is found at visits, your routine, and what you log. The therapists of {practiceName}{' '}
        see it; nobody outside does. The practice notes who opens it or takes something out.
      </p>
      <section>
        <h2>How long it is kept</h2>
        <p>{capital(keptWords(loaderData, practiceName))}</p>
      </section>
      <section>
        <h2>What you said</h2>
        <Said steps={steps} today={today} />
        {!agreed && loaderData.askedOn === null && (
          <Form method="post" className={classes.wish}>
            <p>“{words}”</p>
            <Button type="submit" name="what" value="given" variant="outline">
              Yes, keep it
            </Button>
          </Form>
        )}
      </section>
      <section>
        <h2>Take it out, or have it erased</h2>
        <p>
          <a href="/record.zip" download>
            Your whole record as one file
          </a>
          , or as tables under <Link to="/course">How it goes so far</Link>.
        </p>
        <Wish {...loaderData} />
      </section>
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
