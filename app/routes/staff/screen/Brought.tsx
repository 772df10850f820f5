import { Link } from 'react-router';
import { findSurface, findTool } from '#core/equipment';
import type { Route } from './+types/screen';
import classes from './screen.module.css';

type Data = Route.ComponentProps['loaderData'];

/** What the client brings, in a few lines, with the way to change it. */
export function Brought({ data }: { data: Data }) {
  const { file, replies } = data;
  const floor = replies.find(({ condition }) => condition === 'no-floor')?.says;
  const toolNames = (file.tools ?? []).flatMap((id) => findTool(id)?.name.toLowerCase() ?? []);
  const placeNames = (file.places ?? []).flatMap((id) => findSurface(id)?.name.toLowerCase() ?? []);
  const facts: [string, string][] = [
    [
      'Body',
      [
        file.massKilograms === null ? '' : `${file.massKilograms} kg`,
        file.statureMetres === null ? '' : `${Math.round(file.statureMetres * 100)} cm`,
      ]
        .filter(Boolean)
        .join(', ') || 'not told',
    ],
    [
      'Time',
      [
        file.minutesPerDay === null ? '' : `${file.minutesPerDay} minutes a day`,
        (file.timesOfDay ?? []).join(', '),
      ]
        .filter(Boolean)
        .join(', ') || 'not asked',
    ],
    ['Tools', toolNames.join(', ') || (file.tools === null ? 'not asked' : 'none')],
    ['Places', placeNames.join(', ') || (file.places === null ? 'not asked' : 'none')],
    [
      'Floor',
      floor === undefined ? 'not asked' : floor === 'no' ? 'gets down and up' : 'not possible',
    ],
    ['Helper at home', file.helperAtHome === null ? 'not asked' : file.helperAtHome ? 'yes' : 'no'],
  ];
  return (
    <section className={classes.brings}>
      <h2>
        What {file.name.split(' ')[0]} brings <Link to={`/clients/${file.id}/brings`}>change</Link>
      </h2>
      <dl>
        {facts.map(([name, says]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
