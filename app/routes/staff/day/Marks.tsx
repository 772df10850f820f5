import { Link } from 'react-router';
import { findSite } from '#core/anatomy';
import { outcomeWords } from '#core/course';
import type { HowSeen } from '#core/proposals';
import { MARKS } from '#core/trend';
import type { DaySheetRow } from '~/services/daySheet.server';
import type { Waiting } from '~/services/waiting.server';
import { counted, nearDay, shortDay } from '~/ui/parts/words';
import classes from './day.module.css';

const HOW: Record<HowSeen, string> = {
  seen: 'Looked at',
  spoken: 'Spoken with',
  written: 'Written to',
  'not now': 'Left for now',
};

const joinWords = ({ invitedUntil, invitedInVain, today }: DaySheetRow): string => {
  if (invitedUntil) return `Invited, open until ${shortDay(invitedUntil, today)}`;
  return invitedInVain ? 'The invitation has run out' : 'Has not joined yet';
};

/** What waits for a yes, the gravest of it named, or for a look; and the way there. */
function Waits({ row, waiting }: { row: DaySheetRow; waiting: Waiting }) {
  const { many, first, toLookAt } = waiting;
  const siteName = (siteId: string) => (findSite(siteId)?.plainName ?? siteId).toLowerCase();
  const where = !first || first.siteId === null ? '' : ` at ${siteName(first.siteId)}`;
  const places = [...new Set(toLookAt.map(({ siteId }) => siteId))].map(siteName).join(', ');
  const to = `/clients/${row.id}/review`;
  return (
    <>
      {places !== '' && (
        <li className={classes.plain}>
          <Link to={to} className={classes.proposed}>
            Rests until you have looked: {places}
          </Link>
        </li>
      )}
      {first && (
        <li className={classes.plain}>
          <Link to={to} className={classes.proposed}>
            {many === 1 ? 'A proposal waits' : `${many} proposals wait`}:{' '}
            {first.title.charAt(0).toLowerCase()}
            {first.title.slice(1)}
            {where}
          </Link>
        </li>
      )}
    </>
  );
}

/** What there is to know of a client, the gravest first. */
export function Marks({ row, waiting }: { row: DaySheetRow; waiting: Waiting | null }) {
  const marks: { key: string; text: string; attention: boolean }[] = [];
  if (row.answers) {
    marks.push({
      key: 'answers',
      text:
        row.answers.stop === null
          ? `Answered ${nearDay(row.answers.day, row.today)}: to confirm`
          : `Answered ${nearDay(row.answers.day, row.today)} with a red flag: everything rests`,
      attention: row.answers.stop !== null,
    });
  }
  if (row.told) {
    marks.push({
      key: 'told',
      text: `${row.told.when === 'during' ? 'Stopped' : 'After'} ${nearDay(row.told.day, row.today)}: ${row.told.label.toLowerCase()}`,
      attention: true,
    });
  }
  if (row.wrote) {
    marks.push({ key: 'wrote', text: `Wrote ${nearDay(row.wrote, row.today)}`, attention: true });
  }
  if (row.pressedTooHard > 0) {
    marks.push({
      key: 'hard',
      text: `Pressed too hard in ${row.pressedTooHard} of ${counted(row.sessionsLately, 'session')}`,
      attention: true,
    });
  }
  if (row.onlyPain > 0) {
    marks.push({
      key: 'pain',
      text: `Only pain at a point in ${row.onlyPain} of ${counted(row.sessionsLately, 'session')}`,
      attention: true,
    });
  }
  if (row.quietDays !== null) {
    marks.push({
      key: 'quiet',
      text: `Quiet for ${counted(row.quietDays, 'day')}`,
      attention: true,
    });
  }
  const [seen] = row.seenTo.filter(({ about }) => (MARKS as readonly string[]).includes(about));
  if (seen) {
    marks.push({
      key: 'seen',
      text: `${HOW[seen.how]} ${nearDay(seen.day, row.today)}`,
      attention: false,
    });
  }
  if (row.over) {
    marks.push({
      key: 'over',
      text: `Course ended ${nearDay(row.over.day, row.today)}: ${outcomeWords(row.over.outcome)}`,
      attention: false,
    });
  } else if (row.version === null)
    marks.push({ key: 'none', text: 'No routine yet', attention: false });
  else if (!row.joined || row.invitedUntil)
    marks.push({ key: 'join', text: joinWords(row), attention: row.invitedInVain });
  return (
    <ul className={classes.marks}>
      {marks.map((mark) => (
        <li key={mark.key} className={mark.attention ? classes.attention : classes.plain}>
          {mark.text}
        </li>
      ))}
      {waiting && <Waits row={row} waiting={waiting} />}
    </ul>
  );
}
