import { Link, Outlet, useLocation } from 'react-router';
import { enter, load } from '~/door.server';
import { fileHead } from '~/services/clientFile.server';
import { nearDay, shortDay } from '~/ui/parts/words';
import { StageLine, type Stage } from '~/ui/stages/StageLine';
import { type Route } from './+types/file';
import classes from './file.module.css';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.file.name ?? 'Client'} · Entspann` },
];

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(() => fileHead(setting, who, params.clientId));
}

type Head = Route.ComponentProps['loaderData'];

function planSays({ version, hasDraft, today }: Head): string {
  if (!version) return hasDraft ? 'draft' : 'due';
  return hasDraft
    ? `version ${version.number}, draft open`
    : `version ${version.number}, ${shortDay(version.issuedOn, today)}`;
}

function stagesOf(head: Head, path: string): Stage[] {
  const base = `/clients/${head.file.id}`;
  const at = (name: string) => path === `${base}/${name}`;
  const onPaper = { state: 'ahead', says: 'on paper', here: false } as const;
  return [
    { name: 'Screen', ...onPaper },
    { name: 'Map', ...onPaper },
    { name: 'Measure', ...onPaper },
    {
      name: 'Plan',
      state: head.version ? 'done' : 'open',
      says: planSays(head),
      to: `${base}/plan`,
      here: at('plan'),
    },
    {
      name: 'Practise',
      state: head.lastPractised ? 'done' : 'open',
      says: head.lastPractised ? `last ${nearDay(head.lastPractised, head.today)}` : 'not yet',
      to: `${base}/practise`,
      here: at('practise'),
    },
    {
      name: 'Review',
      state: 'open',
      says: head.file.nextVisit
        ? `visit ${nearDay(head.file.nextVisit, head.today)}`
        : 'no visit set',
      to: `${base}/review`,
      here: at('review'),
    },
  ];
}

export default function File({ loaderData }: Route.ComponentProps) {
  const { file } = loaderData;
  const { pathname } = useLocation();
  const facts = [
    file.occupation,
    file.minutesPerDay === null ? '' : `${file.minutesPerDay} min a day`,
    file.affectedSide ? `${file.affectedSide} side affected` : '',
  ].filter(Boolean);
  return (
    <div className={classes.file}>
      <div className={classes.head}>
        <div className={classes.who}>
          <h1>{file.name}</h1>
          <p>
            {facts.join(' · ')}
            {facts.length > 0 && ' · '}
            <Link to={`/clients/${file.id}/details`}>details</Link>
          </p>
        </div>
        <StageLine stages={stagesOf(loaderData, pathname)} />
      </div>
      <Outlet />
    </div>
  );
}
