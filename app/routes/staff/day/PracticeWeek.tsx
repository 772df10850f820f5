import type { DaySheetRow } from '~/services/daySheet.server';
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
  rows,
  sunday,
  proposals,
}: {
  rows: readonly DaySheetRow[];
  sunday: string;
  /** For so many clients a proposal waits; null while it is not known. */
  proposals: number | null;
}) {
  const sum = (of: (row: DaySheetRow) => number) => rows.reduce((total, row) => total + of(row), 0);
  const count = (is: (row: DaySheetRow) => boolean) => sum((row) => Number(is(row)));
  const asked = rows.filter(({ askedThisWeek }) => askedThisWeek > 0);
  return (
    <dl className={classes.week} aria-label="The week of the practice">
      <Figure
        many={sum(({ doneThisWeek }) => doneThisWeek)}
        of={sum(({ askedThisWeek }) => askedThisWeek)}
        words="sessions done this week"
      />
      <Figure
        many={asked.filter(({ doneThisWeek }) => doneThisWeek > 0).length}
        of={asked.length}
        words="have practised"
      />
      <Figure
        many={count(
          ({ nextVisit, today }) => nextVisit !== null && nextVisit >= today && nextVisit <= sunday,
        )}
        words="visits to come this week"
      />
      <Figure many={count(({ answers }) => answers !== null)} words="new answers to confirm" />
      <Figure many={count(({ invitedUntil }) => invitedUntil !== null)} words="invitations open" />
      {proposals !== null && <Figure many={proposals} words="with proposals that wait" />}
    </dl>
  );
}
