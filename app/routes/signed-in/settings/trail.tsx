import { Button, TextInput } from '@mantine/core';
import { group } from 'd3-array';
import { Form, Link, useSearchParams } from 'react-router';
import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { trail, trailSchema } from '~/services/trail.server';
import { Empty } from '~/ui/parts/Empty';
import { Notice } from '~/ui/parts/Notice';
import { longDay } from '~/ui/parts/words';
import type { Route } from './+types/trail';
import settings from './settings.module.css';
import classes from './trail.module.css';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  const asked = Object.fromEntries(new URL(request.url).searchParams);
  const read = trailSchema.safeParse(asked);
  return load(async () => {
    // Asked for what cannot be: the sentence, and the trail as it is.
    const found = await trail(setting, who, read.success ? read.data : trailSchema.parse({}));
    const mistakes = read.success ? [] : read.error.issues.map(({ message }) => message);
    return { ...found, mistakes, zone: who.timeZone };
  });
}

type Line = Route.ComponentProps['loaderData']['lines'][number];

function About({ line }: { line: Line }) {
  if (line.clientId !== null) {
    return (
      <Link to={`/clients/${line.clientId}`} dir="auto">
        {line.about}
      </Link>
    );
  }
  return line.about === null ? null : <span dir="auto">{line.about}</span>;
}

export default function Trail({ loaderData }: Route.ComponentProps) {
  const { lines, older, mistakes, zone } = loaderData;
  const [params] = useSearchParams();
  const value = (name: string) => params.get(name) ?? '';
  const further = new URLSearchParams(params);
  if (older !== null) further.set('before', older);
  const isAsked = ['q', 'from', 'until'].some((name) => value(name) !== '');
  return (
    <>
      <h1>Audit trail</h1>
      <p className={settings.soft}>
        Who saw, changed or took out what, newest first, in the time of {zone}. Nobody can change or
        remove a line. Looking at a file again within twelve hours is one line.
      </p>
      {mistakes.map((sentence) => (
        <Notice key={sentence}>{sentence}</Notice>
      ))}
      <Form method="get" role="search" className={classes.asked} key={params.toString()}>
        <TextInput
          name="q"
          label="Person, client or what was done"
          placeholder="Idris saw"
          defaultValue={value('q')}
        />
        <TextInput name="from" type="date" label="From" defaultValue={value('from')} />
        <TextInput name="until" type="date" label="Until" defaultValue={value('until')} />
        <Button type="submit" variant="outline">
          Look
        </Button>
      </Form>
      {lines.length === 0 && (
        <Empty>
          {isAsked
            ? 'Nothing of that kind was done. Look for fewer words or other days.'
            : 'Whatever is done from now on is written here.'}
        </Empty>
      )}
      {[...group(lines, ({ day }) => day)].map(([day, ofDay]) => (
        <section key={day}>
          <h2 className={classes.day}>{longDay(day)}</h2>
          <table className={classes.lines}>
            <colgroup>
              <col className={classes.when} />
              <col className={classes.name} />
              <col />
              <col className={classes.name} />
            </colgroup>
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">Who</th>
                <th scope="col">What</th>
                <th scope="col">Whose</th>
              </tr>
            </thead>
            <tbody>
              {ofDay.map((line) => (
                <tr key={line.id}>
                  <td className={classes.time}>{line.time}</td>
                  <td dir="auto">{line.actorName ?? 'nobody signed in'}</td>
                  <td>
                    {line.action}
                    {line.more && <span className={settings.soft}>, {line.more}</span>}
                  </td>
                  <td>
                    <About line={line} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      {older !== null && (
        <p>
          <Link to={`?${further.toString()}`}>Older lines</Link>
        </p>
      )}
    </>
  );
}
