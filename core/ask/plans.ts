import {
  ACTIVITY_KIND_IDS,
  ACTIVITY_KINDS,
  kindOf,
  type Activity,
  type ActivityKind,
} from '#core/activities';
import { answer, mistaken } from '#core/knowledge';
import { findStartingPlan, plannedLines, STARTING_PLANS } from '#core/plans';
import { checkRoutine, isPress, itemSchema, layOut } from '#core/routine';
import { screen } from '#core/screening';
import { answersFrom } from './answersFrom';
import { choiceOf, listOf, numberOf, type Command, type Given } from './ask';

const common = 'common practice, no published source';
const SIDES = ['both', 'left', 'right', 'mid'] as const;
const AFFECTED = ['left', 'right', 'neither'] as const;

/** The figures of each kind by the name they have here. */
const FIGURES: Record<ActivityKind, Readonly<Record<string, string>>> = {
  'warm-up': { minutes: 'minutes' },
  breathing: { times: 'breaths', seconds: 'breathSeconds' },
  stretch: { times: 'repetitions', seconds: 'holdSeconds' },
  'contract-relax': { times: 'rounds', seconds: 'pushSeconds' },
  drill: { times: 'repetitions', seconds: 'paceSeconds' },
  cold: { minutes: 'minutes' },
  test: {},
  note: {},
  'and-then': { minutes: 'earliestMinutes' },
};
/** Which of its kind. */
const WHICH: Partial<Record<ActivityKind, string>> = {
  'warm-up': 'way',
  stretch: 'stretchId',
  'contract-relax': 'stretchId',
  drill: 'drillId',
  test: 'testId',
};

/** An activity with what was typed in place of what is usual, not looked at yet. */
function typed(given: Given, usual: Activity, numbers: Readonly<Record<string, number>>): unknown {
  const which = WHICH[usual.kind];
  const figures = Object.entries(FIGURES[usual.kind]).flatMap(([name, field]) =>
    numbers[name] === undefined ? [] : [[field, numbers[name]] as const],
  );
  return {
    ...usual,
    ...Object.fromEntries(figures),
    ...(which !== undefined && given.which !== undefined ? { [which]: given.which } : {}),
    ...('sides' in usual && given.sides !== undefined ? { sides: given.sides } : {}),
  };
}

const activity: Command = {
  name: 'activity',
  says: 'What is led of a stretch, a drill, breathing and the like: seconds, parts, and what the checks say.',
  options: {
    kind: { says: ACTIVITY_KIND_IDS.join(', '), takes: 'word', required: true },
    which: {
      says: 'which stretch, drill or way to get warm; the usual when not given',
      takes: 'id',
    },
    sides: { says: SIDES.join(', '), takes: 'word' },
    seconds: { says: 'of one stretch, push, time or breath', takes: 's' },
    times: { says: 'repetitions, rounds or breaths', takes: 'number' },
    minutes: {
      says: 'of a warm-up or a cold pack; of the wait before what comes later',
      takes: 'min',
    },
    yes: { says: 'questions answered with yes, as for screen', takes: 'id,id' },
  },
  example: 'activity --kind contract-relax --which skull-base --sides mid --times 4 --seconds 10',
  run: (given) => {
    const kind = choiceOf(given, 'kind', ACTIVITY_KIND_IDS);
    if (!kind.ok) return kind;
    const answers = answersFrom(given);
    if (!answers.ok) return answers;
    const numbers: Record<string, number> = {};
    for (const name of ['seconds', 'times', 'minutes']) {
      if (given[name] === undefined) continue;
      const value = numberOf(given, name);
      if (!value.ok) return value;
      numbers[name] = value.value;
    }
    const usual: Activity = ACTIVITY_KINDS[kind.value].usual({ id: 'line', affectedSide: null });
    const read = itemSchema.safeParse(typed(given, usual, numbers));
    if (!read.success || isPress(read.data)) {
      const says = read.error?.issues[0]?.message ?? 'That is no such activity.';
      return mistaken('out of range', 'kind', says);
    }
    const item = read.data;
    const parts = kindOf(item).parts(item);
    const findings = checkRoutine(
      { items: [item], timesPerWeek: 7, message: '' },
      { minutesPerDay: null, firstVersion: false, screening: screen(answers.value) },
    );
    return answer({
      value: parts.reduce((sum, { seconds }) => sum + seconds, 0),
      unit: 's led in a session; none of it is contact',
      band: null,
      inputs: { activity: item },
      rule: 'what is counted times what one takes, on each side',
      source: common,
      more: {
        title: kindOf(item).title(item),
        dose: kindOf(item).doseWords(item),
        parts,
        findings: findings.map(({ verdict, rule, reason }) => ({ verdict, rule, reason })),
      },
    });
  },
};

const start: Command = {
  name: 'start',
  says: 'The starting plan for a complaint, held against a body: its lines, why, and what speaks against them.',
  options: {
    complaint: {
      says: STARTING_PLANS.map(({ id }) => id).join(', '),
      takes: 'id',
      required: true,
    },
    affected: { says: 'affected side: left, right or neither', takes: 'word' },
    tools: { says: 'ids of the tools at hand; all alike when not given', takes: 'id,id' },
    yes: { says: 'questions answered with yes, as for screen', takes: 'id,id' },
  },
  example:
    'start --complaint knee-gives-way --affected left --tools tennis-ball --yes mobile-joints',
  run: (given) => {
    const plan = findStartingPlan(given.complaint ?? '');
    if (!plan) {
      const known = STARTING_PLANS.map(({ id }) => id).join(', ');
      return mistaken('unknown', 'complaint', `--complaint is one of: ${known}.`);
    }
    const answers = answersFrom(given);
    if (!answers.ok) return answers;
    const side = choiceOf(given, 'affected', AFFECTED, 'neither');
    if (!side.ok) return side;
    const client = {
      affectedSide: side.value === 'neither' ? null : side.value,
      tools: listOf(given, 'tools'),
    };
    const context = {
      minutesPerDay: null,
      firstVersion: true,
      screening: screen(answers.value),
    };
    let line = 0;
    const lines = plannedLines(plan, client, context, () => `line-${(line += 1)}`);
    const items = lines.flatMap(({ item, against }) => (against === null ? [item] : []));
    const { least, most } = layOut({ items }).totalSeconds;
    return answer({
      value: lines.map(({ item, why, against }) => ({
        ...(isPress(item)
          ? { site: item.siteId, tool: item.toolId, dose: item.dose, points: item.points }
          : { kind: item.kind, dose: kindOf(item).doseWords(item) }),
        why,
        against,
      })),
      unit: 'lines in order',
      band: null,
      inputs: { complaint: plan.id, ...client, answers: answers.value },
      rule: 'the places people look at first for it, each with its site’s own cautious dose, as screening allows',
      source: common,
      more: {
        sessionSeconds: { least, most },
        alsoLook: plan.alsoLook,
        care: plan.care ?? null,
        later: plan.later ?? null,
      },
    });
  },
};

/** What is not pressed, and where to begin. */
export const PLANS: readonly Command[] = [activity, start];
