import { lineTitle, occasionWords, type Occasion, type SpreadDay } from '#core/routine';
import { group } from 'd3-array';
import { weekdayName } from '../parts/words';

/** What an occasion is, without when: “the routine”, “once more: calf stretch”. */
export function occasionSays({ what, items }: Pick<Occasion, 'what' | 'items'>): string {
  if (what === 'session') return 'the routine';
  return `once more: ${items.map((item) => lineTitle(item).toLowerCase()).join(', ')}`;
}

const patternOf = ({ occasions }: SpreadDay): string =>
  occasions.map((one) => `${occasionWords(one)}: ${occasionSays(one)}`).join('; ');

/** Days by what they hold, each pattern once: “Monday, Wednesday” and “evening, with the film: the routine”. */
export function weekLines(week: readonly SpreadDay[]): { days: string; what: string }[] {
  const busy = week.filter(({ occasions }) => occasions.length > 0);
  return [...group(busy, patternOf)].map(([what, days]) => ({
    days: days.length === 7 ? 'every day' : days.map(({ day }) => weekdayName(day)).join(', '),
    what,
  }));
}
