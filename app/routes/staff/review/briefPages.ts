import type { reviewOf } from '~/services/reviewing.server';
import { rowName } from '~/ui/charts/rowName';
import { dayNumber } from '~/ui/charts/dropScale';
import { reachSays } from '#core/today';
import { whereOf } from '~/ui/review/whereOf';
import { counted, fullDay, shortDay } from '~/ui/parts/words';

type Review = Awaited<ReturnType<typeof reviewOf>>;

/** What stands on the brief of the last weeks; older words are in the record. */
const MOST_WORDS = 8;

const text = (says: string, care = false) => ({ kind: 'text' as const, says, care });

function strokesOf(row: Review['rows'][number], from: number, to: number) {
  const [first, last] = [row.strokes[0], row.strokes.at(-1)];
  const ends =
    first && last ? `${first.before} at first, ${last.after ?? last.before} at last` : '';
  return {
    kind: 'strokes' as const,
    name: rowName(row),
    says: [ends, counted(row.strokes.length, 'session')].filter(Boolean).join('; '),
    strokes: row.strokes.map(({ day, before, after }) => ({
      at: (dayNumber(day) - from) / Math.max(1, to - from),
      before,
      after,
    })),
  };
}

/** The visit brief for a file of pages: what the page of the review says at once, and nothing to click. */
export function briefPages(review: Review, practiceName: string) {
  const { judged, rows, reaches, complaints, weeks, reactions, sessions, today } = review;
  const days = rows.flatMap(({ strokes }) => strokes.map(({ day }) => dayNumber(day)));
  const [from, to] = [Math.min(...days, dayNumber(today)), Math.max(...days, dayNumber(today))];
  const done = weeks.reduce((sum, week) => sum + week.done, 0);
  const asked = weeks.reduce((sum, week) => sum + week.asked, 0);
  const words = sessions.filter(({ word }) => word !== '').slice(0, MOST_WORDS);
  return {
    title: `Brief: ${review.name}`,
    under: [`${practiceName} · ${fullDay(today)}`],
    sections: [
      {
        title: 'At a glance',
        level: 2 as const,
        items: judged
          ? [judged.brief.changed, judged.brief.borne, judged.brief.next].map(
              ({ says, attention }) => text(says, attention),
            )
          : [text('Nothing has been prescribed yet.')],
      },
      {
        title: 'What the record supports',
        level: 2 as const,
        items: (judged?.proposals ?? []).map((one) =>
          text(
            `${one.title}. ${[whereOf(one), one.says].filter(Boolean).join(': ')}. ${one.because}`,
          ),
        ),
      },
      {
        title: 'What brings them',
        level: 2 as const,
        items: complaints.map(({ what, over, course }) =>
          text([`“${what}”${over ? ', over' : ''}`, course?.says].filter(Boolean).join(': ')),
        ),
      },
      {
        title: 'Ratings before and after, 0 to 10',
        level: 2 as const,
        items: rows.map((row) => strokesOf(row, from, to)),
      },
      {
        title: 'How far they reach',
        level: 2 as const,
        items: reaches.flatMap((reach) =>
          reach.sides.map((side) => text(`${reach.name}: ${reachSays(reach.quantity, side)}`)),
        ),
      },
      {
        title: 'Sessions and reactions',
        level: 2 as const,
        items: [
          text(`${done} of ${asked} asked sessions done.`),
          ...(reactions.length > 0
            ? [text(`${counted(reactions.length, 'place')} reacted lately.`)]
            : []),
        ],
      },
      {
        title: 'In their words',
        level: 2 as const,
        items: words.map(({ day, word }) => text(`${shortDay(day, today)}: ${word}`)),
      },
    ],
    sign: null,
    limits:
      'From what was logged and measured. Common practice; the judgement of whoever examines comes first.',
  };
}
