import { Link } from 'react-router';
import { courseOf, isDue, whereToLook, type Standing } from '#core/complaint';
import { CourseChart } from '~/ui/complaint/CourseChart';
import { StandingForm } from '~/ui/complaint/StandingForm';
import type { KeptComplaint } from '~/ui/complaint/useComplaints';
import classes from './complaint.module.css';

/** Where it is commonly looked for, and where one usually begins. */
function Looks({ clientId, complaint }: { clientId: string; complaint: KeptComplaint }) {
  const { looks, plans, causes, cautions } = whereToLook(complaint);
  if (looks.length === 0 && cautions.length === 0) {
    return (
      <section>
        <h2>Where to look</h2>
        <p className={classes.soft}>
          Nothing is commonly taught for these words. Point on the figure where it is felt, and what
          may send there is named.
        </p>
      </section>
    );
  }
  return (
    <section className={classes.looks}>
      <h2>Where to look</h2>
      {cautions.map((says) => (
        <p key={says} className={classes.care}>
          {says}
        </p>
      ))}
      <ul>
        {looks.map(({ site, why, side }) => (
          <li key={site.id}>
            <Link to={`/atlas/${site.id}`}>{site.plainName}</Link>
            {side && `, ${side}`}{' '}
            <span className={classes.soft}>
              {site.anatomicalName}. {why}
            </span>
          </li>
        ))}
      </ul>
      {causes.length > 0 && <p className={classes.soft}>Look at causes too: {causes.join(' ')}</p>}
      <p className={classes.soft}>
        <Link to={`/clients/${clientId}/map`}>Map</Link> what is tender
        {plans[0] && (
          <>
            ; a plan for “{plans[0].name.toLowerCase()}” waits at the{' '}
            <Link to={`/clients/${clientId}/plan`}>plan</Link>
          </>
        )}
        . Common practice, no published source.
      </p>
    </section>
  );
}

/** How a complaint stands: asked, drawn over time, and where to look for it. */
export function HowItStands({
  clientId,
  complaint,
  today,
  onTell,
}: {
  clientId: string;
  complaint: KeptComplaint;
  today: string;
  onTell: (standing: Standing) => void;
}) {
  const course = courseOf(complaint.told);
  const last = course.told.at(-1);
  return (
    <>
      <section className={classes.stands}>
        <h2>How it stands</h2>
        {course.each.length > 0 && (
          <>
            <p className={classes.says}>{course.says}</p>
            <CourseChart name={complaint.what} course={course} width={320} />
            <p className={classes.soft}>
              Against the first answer; 2 points of 10 count (Farrar et al. 2001), 2 days a week by
              our own choice.
            </p>
          </>
        )}
        {!complaint.over && (
          <details
            key={last?.day ?? 'never'}
            className={classes.ask}
            open={isDue(complaint.told, today)}
          >
            <summary>{last ? 'Ask again' : 'Ask for the first time'}</summary>
            <StandingForm
              name={complaint.id}
              last={null}
              action="Keep the answer"
              onTell={onTell}
            />
          </details>
        )}
      </section>
      <Looks clientId={clientId} complaint={complaint} />
    </>
  );
}
