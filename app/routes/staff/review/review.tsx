import { useRef } from 'react';
import { Link } from 'react-router';
import { responseWords } from '#core/response';
import { endingOf } from '#core/session';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { reviewOf, type Review as ReviewData } from '~/services/reviewing.server';
import { DropChart } from '~/ui/charts/DropChart';
import { TakeOut } from '~/ui/charts/TakeOut';
import { WeekBars } from '~/ui/charts/WeekBars';
import { Empty } from '~/ui/parts/Empty';
import { AtAGlance } from '~/ui/review/AtAGlance';
import { DoseTable } from '~/ui/review/DoseTable';
import { Reactions } from '~/ui/review/Reactions';
import { Proposals } from '~/ui/review/Proposals';
import { Resting } from '~/ui/review/Resting';
import { Brought } from './Brought';
import { Found } from './Found';
import { LookAt } from './LookAt';
import { lookOf, useLooking } from './looking';
import { RatingsTable } from './RatingsTable';
import { Reaches } from './Reaches';
import { Referrals } from './Referrals';
import { Together } from './Together';
import { Usual } from './Usual';
import { useTaking } from './useTaking';
import { useFresh } from '~/ui/parts/useFresh';
import { nearDay, shortDay } from '~/ui/parts/words';
import { Aside } from '~/ui/parts/Bench';
import type { Route } from './+types/review';
import classes from './review.module.css';

export async function loader({ context, params, request }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  const look = lookOf(new URL(request.url).searchParams);
  return load(async () => {
    const { sessions, ...review } = await reviewOf(setting, who, params.clientId, look);
    return { ...review, notes: notesOf(sessions).slice(0, NOTES_SHOWN) };
  });
}

const NOTES_SHOWN = 12;

type Shown = Route.ComponentProps['loaderData'];

interface Note {
  id: string;
  day: string;
  text: string;
  attention: boolean;
}

/** What the client wrote or stopped for, newest first. */
function notesOf(sessions: ReviewData['sessions']): Note[] {
  return sessions.flatMap(({ id, day, word, ...session }) => {
    const { says, attention } = endingOf(session);
    const after = session.response === null ? null : responseWords(session.response);
    const isTold = after !== null && after.bears !== 'well';
    const texts = [
      session.stopReason ? says : '',
      word,
      isTold ? `afterwards: ${session.after}` : '',
    ].filter(Boolean);
    if (texts.length === 0) return [];
    return [{ id, day, text: texts.join(' · '), attention: attention || isTold }];
  });
}

function Side({ data }: { data: Shown }) {
  const { weeks, notes, today, versions, reactions, rests } = data;
  const done = weeks.reduce((sum, week) => sum + week.done, 0);
  const asked = weeks.reduce((sum, week) => sum + week.asked, 0);
  const partial = weeks.reduce((sum, week) => sum + week.partial, 0);
  return (
    <Aside>
      <section>
        <h2>Sessions</h2>
        <p className={classes.big}>
          {done} <span>of {asked} asked</span>
        </p>
        <WeekBars weeks={weeks} />
        <p className={classes.counted}>
          Done: finished, or at least half of the holds held.{' '}
          {partial > 0 && `${partial} broken off earlier. `}
          Asked: times a week of the version in force, day by day, to the end of this week.
        </p>
      </section>
      {(reactions.length > 0 || rests.length > 0) && (
        <section>
          <h2>Where it reacted</h2>
          <Reactions reactions={reactions} rests={rests} today={today} />
        </section>
      )}
      <section>
        <h2>In their words</h2>
        {notes.length === 0 ? (
          <p className={classes.counted}>No notes yet.</p>
        ) : (
          <ul className={classes.notes}>
            {notes.map((note) => (
              <li key={note.id}>
                <span>{nearDay(note.day, today)}</span>
                <span data-attention={note.attention}>{note.text}</span>
              </li>
            ))}
          </ul>
        )}
      </section>
      <section>
        <h2>Versions</h2>
        <ul className={classes.notes}>
          {[...versions].reverse().map((version) => (
            <li key={`${version.number} ${version.issuedOn}`}>
              <span>
                {version.number} · {shortDay(version.issuedOn, today)}
              </span>
              <span>{version.reason}</span>
            </li>
          ))}
        </ul>
      </section>
    </Aside>
  );
}

/** In three sentences, and what may follow. */
function Judged({ data, clientId }: { data: Shown; clientId: string }) {
  const taking = useTaking(clientId, data);
  const { judged, today, latest, hasDraft, rests } = data;
  if (!judged || !latest) return null;
  return (
    <>
      <AtAGlance brief={judged.brief} />
      <Resting
        clientId={clientId}
        rests={rests}
        today={today}
        answered={taking.answered}
        onLooked={(about, note) => taking.see(about, 'seen', note)}
      />
      <Proposals
        // A new version is judged anew: nothing of the last one is still ticked.
        key={latest.number}
        judged={{
          ...judged,
          proposals: judged.proposals.filter(({ key }) => !taking.answered.includes(key)),
        }}
        causes={judged.causes}
        days={judged.days}
        today={today}
        number={latest.number + 1}
        base={`/clients/${clientId}`}
        blocked={
          hasDraft
            ? 'There is unissued work on the plan: finish it there, or drop it, before a version is issued from here.'
            : null
        }
        busy={taking.busy}
        refusal={taking.refusal}
        onIssue={taking.issue}
        onSeen={({ key }, how) => taking.see(key, how)}
      />
    </>
  );
}

export default function Review({ loaderData, params }: Route.ComponentProps) {
  const { rows, found, fades, doses, reaches, today, versions, name, complaints } = loaderData;
  const looking = useLooking();
  useFresh();
  const chart = useRef<HTMLDivElement>(null);
  if (versions.length === 0) {
    return (
      <Empty>
        Nothing has been prescribed to {name} yet.{' '}
        <Link to={`/clients/${params.clientId}/plan`}>Write the first routine</Link>; what they log
        appears here.
      </Empty>
    );
  }
  const days = rows.map((row) => row.firstDay).sort();
  const from = loaderData.looked.from ?? days[0] ?? versions[0]?.issuedOn ?? today;
  const to = loaderData.looked.to ?? today;
  const choose = (chosen: { from: string; to: string }) => looking.choose(chosen);
  return (
    <div className={classes.page}>
      <div className={classes.main}>
        {loaderData.judged && <Judged data={loaderData} clientId={params.clientId} />}
        <LookAt
          places={loaderData.places}
          looked={loaderData.looked}
          looking={looking}
          from={from}
          to={to}
        />
        <Brought
          complaints={complaints}
          base={`/clients/${params.clientId}`}
          isPart={looking.days !== null || loaderData.looked.period !== 'all'}
          onDays={choose}
        />
        <h2>
          Ratings before and after <span>{`${shortDay(from)} to ${shortDay(to)}`}</span>
        </h2>
        {rows.length === 0 ? (
          <p className={classes.counted}>
            {loaderData.places.length === 0
              ? 'No session has been rated yet.'
              : 'Nothing was rated there in this time.'}
          </p>
        ) : (
          <>
            <div ref={chart}>
              <DropChart rows={rows} from={from} to={to} versions={versions} onDays={choose} />
            </div>
            <TakeOut
              within={chart}
              title={`${name}: ratings before and after, ${shortDay(from)} to ${shortDay(to)}`}
              file={`ratings-${today}`}
              table={async () => (await import('~/formats/csv/strokes')).strokesCsv(rows)}
            />
            <p className={classes.counted}>
              Each stroke runs from the highest rating on first pressing, the bar across, to the
              highest on letting go, 0 to 10, among the points worked there in that session; what
              rose is hollow. Under it the next day: ring quiet, dot sore, square more than that.
              Cross: stopped for a reason. Triangle: a hold was ended because it was rated above the
              ceiling twice running. Dotted upright: a new version. Dashes: the median of the slopes
              of all pairs of ratings before (Theil–Sen). 2 points count as change (Farrar et al.
              2001). Pull sideways over a chart to look at those days alone; all of them follow.
            </p>
            <RatingsTable rows={rows} />
            <Usual clientId={params.clientId} />
          </>
        )}
        {reaches.length > 0 && <Reaches reaches={reaches} today={today} />}
        {doses.length > 0 && (
          <section aria-labelledby="dose-title">
            <h2 id="dose-title">
              Dose done against dose asked <span>contact seconds, by place and week</span>
            </h2>
            <DoseTable rows={doses} fades={fades} today={today} />
            <p className={classes.counted}>
              Asked: what the version in force asked for at least, missed sessions included, up to
              yesterday. More than was asked for counts as all of it. Sooner and later: the slope of
              all pairs with 95 % (Sen 1968).
            </p>
          </section>
        )}
        {found.length > 0 && <Found rows={found} today={today} />}
        {loaderData.referrals.length > 0 && <Referrals rows={loaderData.referrals} today={today} />}
        <Together together={loaderData.together} />
      </div>
      <Side data={loaderData} />
    </div>
  );
}
