import type { DayPage } from '~/services/dayPage.server';
import classes from './PracticeWeek.module.css';

/** One figure of the week, with what it is of. */
function Figure({ many, of, words }: { many: number; of?: number; words: string }) {
  return (
    <div>
      <dd>
        {many}
        {of !== undefined && <span> of {of}</span>}
      </dd>
      <dt>{words}</dt>
    </div>
  );
}

/** The week of the practice in a line: what was done of what was asked, who comes, and what waits for somebody here. */
export function PracticeWeek({
  week,
  proposals,
}: {
  week: DayPage['week'];
  /** For so many clients a proposal waits; null while it is not known. */
  proposals: number | null;
}) {
  return (
    <dl className={classes.week} aria-label="The week of the practice">
      <Figure many={week.done} of={week.asked} words="sessions done this week" />
      <Figure many={week.practised} of={week.askedOf} words="have practised" />
      <Figure many={week.visits} words="visits to come this week" />
      <Figure many={week.answers} words="new answers to confirm" />
      <Figure many={week.invitations} words="invitations open" />
      {proposals !== null && <Figure many={proposals} words="with proposals that wait" />}
    </dl>
  );
}
