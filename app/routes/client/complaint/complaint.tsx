import { courseOf, isDue, sinceWords, standingWords } from '#core/complaint';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownComplaints } from '~/services/complaining.server';
import { CourseChart } from '~/ui/complaint/CourseChart';
import { StandingForm } from '~/ui/complaint/StandingForm';
import { useOwnComplaints, type KeptComplaint } from '~/ui/complaint/useComplaints';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { nearDay } from '~/ui/parts/words';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/complaint';
import classes from './complaint.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'How it goes · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownComplaints(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('complaint', serverLoader);

function One({
  complaint,
  today,
  onTell,
}: {
  complaint: KeptComplaint;
  today: string;
  onTell: ReturnType<typeof useOwnComplaints>['tell'];
}) {
  const { id, what, since, stops, told } = complaint;
  const course = courseOf(told);
  const last = course.told.at(-1);
  const due = isDue(told, today);
  const was = last && `${nearDay(last.day, today)}: ${standingWords(last)}`;
  return (
    <section className={classes.one} aria-label={what}>
      <h2 dir="auto">{what}</h2>
      {since !== '' && <p className={classes.soft}>{sinceWords(since, today)}</p>}
      {course.each.length > 0 && (
        <>
          <p>{course.says}</p>
          <CourseChart name={what} course={course} width={350} />
        </>
      )}
      {due ? (
        <StandingForm
          name={id}
          stops={stops}
          last={was ? `Last time, ${was}.` : null}
          action="Tell"
          onTell={(standing) => onTell(id, standing)}
        />
      ) : (
        <>
          {course.each.length === 0 && was && <p>{was}.</p>}
          <details key={told.length}>
            <summary>Tell it anew</summary>
            <StandingForm
              name={id}
              stops={stops}
              last={null}
              action="Tell"
              onTell={(standing) => onTell(id, standing)}
            />
          </details>
        </>
      )}
    </section>
  );
}

/** How what brought a client stands: asked once a week, drawn over time. */
export default function OwnComplaints({ loaderData }: Route.ComponentProps) {
  const { today, therapistName, complaints: kept } = loaderData;
  const { complaints, tell } = useOwnComplaints(kept, today);
  return (
    <div className={classes.page}>
      <h1>How it goes</h1>
      <NeedsYou of={({ letter }) => letter.kind === 'standing'} />
      {complaints.length === 0 ? (
        <p className={classes.soft}>
          {therapistName} has not written down what brings you; speak of it at the next visit.
        </p>
      ) : (
        complaints.map((one) => <One key={one.id} complaint={one} today={today} onTell={tell} />)
      )}
      <p className={classes.soft}>
        Asked once a week; {therapistName} reads it. Much worse, or something new: do not wait for
        the next visit, ring.
      </p>
    </div>
  );
}
