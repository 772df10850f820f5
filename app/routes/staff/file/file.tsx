import { outcomeWords } from '#core/course';
import { minorOn } from '#core/screening';
import { Link, Outlet, useLocation, useNavigate } from 'react-router';
import { openStages } from '#core/visit';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { fileHead } from '~/services/clientFile.server';
import { noteSighting } from '~/services/sightings.server';
import { useKeys } from '~/ui/parts/useKeys';
import { nearDay, shortDay } from '~/ui/parts/words';
import { StageLine, type Stage } from '~/ui/stages/StageLine';
import type { Route } from './+types/file';
import classes from './file.module.css';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.file.name ?? 'Client'} · Entspann` },
];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const head = await fileHead(setting, who, params.clientId);
    await noteSighting(setting, who, head.file.id, 'file');
    return head;
  });
}

type Head = Route.ComponentProps['loaderData'];

function planSays({ version, hasDraft, today }: Head): string {
  if (!version) return hasDraft ? 'draft' : 'due';
  return hasDraft
    ? `version ${version.number}, draft open`
    : `version ${version.number}, ${shortDay(version.issuedOn, today)}`;
}

/** The three stages of a visit: at the open one what is still open, else when they were last done. */
function firstVisit(head: Head): Omit<Stage, 'to' | 'here'>[] {
  const {
    stop,
    screenedOn,
    answersWait,
    screeningDue: due,
    today,
    visit,
    lastVisit,
    counts,
  } = head;
  const screenSays = stop
    ? 'stopped'
    : answersWait
      ? 'answers to confirm'
      : screenedOn === null
        ? 'due'
        : due
          ? `due, last ${shortDay(screenedOn, today)}`
          : `done ${shortDay(screenedOn, today)}`;
  const open = visit ? openStages({ ...counts, screeningDue: due }) : null;
  const last = lastVisit ? shortDay(lastVisit.day, today) : '';
  return [
    { name: 'Screen', state: due || stop ? 'open' : 'done', says: screenSays },
    {
      name: 'Map',
      state: (open ? open.Map.done : lastVisit !== null) ? 'done' : 'open',
      says:
        open?.Map.says ??
        (lastVisit ? `${lastVisit.tender ?? 0} points, ${last}` : 'no points yet'),
    },
    {
      name: 'Measure',
      state: (open ? open.Measure.done : (lastVisit?.figures ?? 0) > 0) ? 'done' : 'open',
      says:
        open?.Measure.says ??
        (lastVisit?.figures ? `${lastVisit.figures} figures, ${last}` : 'nothing measured'),
    },
  ];
}

function stagesOf(head: Head, path: string): Stage[] {
  const base = `/clients/${head.file.id}`;
  const at = (name: string) => path === `${base}/${name}`;
  return [
    ...firstVisit(head).map((stage) => ({
      ...stage,
      to: `${base}/${stage.name.toLowerCase()}`,
      here: at(stage.name.toLowerCase()),
    })),
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
  const navigate = useNavigate();
  const stages = stagesOf(loaderData, pathname);
  useKeys([
    ['alt+0', () => void navigate(`/clients/${file.id}/complaint`)],
    ...stages.map(({ to }, index): [string, () => void] => [
      `alt+${index + 1}`,
      () => void (to && navigate(to)),
    ]),
  ]);
  const minor = minorOn(file, loaderData.today);
  const facts = [
    file.occupation,
    minor
      ? `${minor.age} years, ${minor.consentBy ? `consent: ${minor.consentBy}` : 'nobody’s consent on file'}`
      : '',
    file.minutesPerDay === null ? '' : `${file.minutesPerDay} min a day`,
    file.affectedSide ? `${file.affectedSide} side affected` : '',
  ].filter(Boolean);
  return (
    <div className={classes.file}>
      <div className={classes.head}>
        <div className={classes.who}>
          <h1 dir="auto">{file.name}</h1>
          <p>{facts.join(' · ')}</p>
          <p>
            <Link to={`/clients/${file.id}/complaint`}>what brings them</Link> ·{' '}
            <Link to={`/clients/${file.id}/details`}>details</Link> ·{' '}
            <Link to={`/clients/${file.id}/brings`}>body and tools</Link> ·{' '}
            <Link to={`/clients/${file.id}/visit`}>
              {loaderData.visit
                ? `visit of ${nearDay(loaderData.visit.day, loaderData.today)}, open`
                : 'visits'}
            </Link>{' '}
            ·{' '}
            <Link to={`/clients/${file.id}/discharge`}>
              {loaderData.over
                ? `course ended ${shortDay(loaderData.over.day, loaderData.today)}: ${outcomeWords(loaderData.over.outcome)}`
                : 'discharge'}
            </Link>
            {loaderData.erasureAskedOn && (
              <>
                {' '}
                ·{' '}
                <Link to={`/clients/${file.id}/record`}>
                  asked {nearDay(loaderData.erasureAskedOn, loaderData.today)} to be erased
                </Link>
              </>
            )}
          </p>
        </div>
        <StageLine stages={stages} />
      </div>
      <Outlet />
    </div>
  );
}
