import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { fitRoutine, MOST_PIECES, prioritiesOf, type FitLine } from '#core/fit';
import { answer, mistaken, type Outcome } from '#core/knowledge';
import { isPress, lineTitle, newItem, type Routine, type RoutineItem } from '#core/routine';
import { screen } from '#core/screening';
import { answersFrom } from './answersFrom';
import { choiceOf, figures, listOf, numberOf, type Command, type Given } from './ask';

const AFFECTED = ['left', 'right', 'neither'] as const;

/** A usual line for each site that was named. */
function linesFrom(given: Given): Outcome<RoutineItem[]> {
  const ids = listOf(given, 'sites') ?? [];
  if (ids.length === 0) return mistaken('missing', 'sites', '--sites is needed.');
  if (ids.length > MOST_PIECES) {
    return mistaken('out of range', 'sites', `--sites takes at most ${MOST_PIECES}.`);
  }
  const side = choiceOf(given, 'affected', AFFECTED, 'neither');
  if (!side.ok) return side;
  const affected = side.value === 'neither' ? null : side.value;
  const items: RoutineItem[] = [];
  for (const [n, id] of ids.entries()) {
    const site = findSite(id);
    if (!site || site.redirect) {
      const known = WORKABLE_SITES.map((one) => one.id).join(', ');
      return mistaken(
        'unknown',
        'sites',
        `“${id}” is no site that is pressed. They are: ${known}.`,
      );
    }
    items.push(newItem(site, `line-${n + 1}`, affected, listOf(given, 'tools')));
  }
  return answer(items);
}

const told = (line: FitLine) => ({
  line: lineTitle(line.item),
  is: line.is,
  counts: line.priority.weight,
  starred: line.starred,
  ...(line.is === 'left out'
    ? { why: line.why, wantsSeconds: line.wantsSeconds }
    : isPress(line.as)
      ? { tool: line.as.toolId, dose: line.as.dose, points: line.as.points }
      : {}),
});

const fit: Command = {
  name: 'fit',
  says: 'Usual lines of sites fitted to minutes: what is kept, trimmed and left out, in which order, and why.',
  options: {
    sites: { says: 'what is wanted, in any order', takes: 'id,id', required: true },
    minutes: { says: 'of a day', takes: 'min', required: true },
    sessions: { says: 'sessions a day: 1 or 2; 1 when not given', takes: 'number' },
    stars: { says: 'sites that come before all others', takes: 'id,id' },
    complaint: { says: 'sites where what brings them is looked for first', takes: 'id,id' },
    affected: { says: 'affected side: left, right or neither', takes: 'word' },
    tools: { says: 'ids of the tools at hand; all alike when not given', takes: 'id,id' },
    yes: { says: 'questions answered with yes, as for screen', takes: 'id,id' },
  },
  example:
    'fit --sites side-low-back,deep-buttock,calf,below-ridge --minutes 7 --stars calf --affected left',
  run: (given) => {
    const minutes = numberOf(given, 'minutes');
    if (!minutes.ok) return minutes;
    const sessions = choiceOf(given, 'sessions', ['1', '2'], '1');
    if (!sessions.ok) return sessions;
    const answers = answersFrom(given);
    if (!answers.ok) return answers;
    const tools = listOf(given, 'tools');
    const strange = (tools ?? []).find((id) => !findTool(id));
    if (strange !== undefined) return mistaken('unknown', 'tools', `“${strange}” is no tool.`);
    const items = linesFrom(given);
    if (!items.ok) return items;
    const stars = listOf(given, 'stars') ?? [];
    const unwanted = stars.find(
      (id) => !items.value.some((one) => isPress(one) && one.siteId === id),
    );
    if (unwanted !== undefined) {
      return mistaken('does not fit', 'stars', `“${unwanted}” is starred and not among --sites.`);
    }
    const first = listOf(given, 'complaint') ?? [];
    const routine: Routine = { items: items.value, timesPerWeek: 7, message: '' };
    const fitted = fitRoutine(
      routine,
      {
        minutes: minutes.value,
        sessionsADay: sessions.value === '2' ? 2 : 1,
        starred: items.value.flatMap((one) =>
          isPress(one) && stars.includes(one.siteId) ? [one.id] : [],
        ),
        priorities: prioritiesOf(items.value, { found: [], complaint: { first, also: [] } }),
      },
      { minutesPerDay: minutes.value, firstVersion: true, screening: screen(answers.value), tools },
    );
    if (!fitted.ok) return fitted;
    const { layout, lines, budgetSeconds, movingSeconds, worth, wantedWorth } = fitted.value;
    return answer({
      value: fitted.value.routine.items.map((item) => lineTitle(item)),
      unit: 'lines in the order they are done',
      band: null,
      inputs: {
        minutes: minutes.value,
        sessions: Number(sessions.value),
        stars,
        complaint: first,
        tools,
      },
      rule: 'what is starred first, then what each line counts times how much of it is done, then the least moving; shorter before fewer points before left out, within caps, hands and the usual order; nothing is better',
      source: 'common practice, no published source; what a line counts is our own estimate',
      more: {
        lines: lines.map(told),
        sessionSeconds: layout.totalSeconds,
        budgetSeconds,
        movingSeconds,
        worth: figures(worth),
        wantedWorth: figures(wantedWorth),
      },
    });
  },
};

/** A routine fitted to a day. */
export const FITTING: readonly Command[] = [fit];
