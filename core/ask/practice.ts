import {
  BODY_PARTS,
  findSite,
  MOVEMENT_TESTS,
  PLACES,
  recipeWords,
  searchSites,
  SENSITIVITY,
  SIDES,
  ZONES,
  type Site,
  type SiteId,
} from '#core/anatomy';
import { doseSchema, METHOD_IDS, METHODS } from '#core/dosage';
import { answer, mistaken, sourceWords } from '#core/knowledge';
import {
  canPressTogether,
  checkRoutine,
  insteadOf,
  pressSchema,
  newItem,
  totalsOf,
  usualDose,
  withTests,
  type LadderClient,
} from '#core/routine';
import { builtUp, BUILD_UP_SECONDS, quietInRow, RESPONSE_IDS } from '#core/response';
import { mayUse, screen, type ScreenFinding, type Use } from '#core/screening';
import { choiceOf, listOf, numberOf, wordOf, type Answer, type Command } from './ask';
import { answersFrom } from './answersFrom';

const SIDES_CHOICES = ['both', 'left', 'right', 'mid', 'together'] as const;
const AFFECTED = ['left', 'right', 'neither'] as const;
const MOST_TESTS = 20;

const common = 'common practice, no published source';

const MOST_ANSWERS = 60;

const buildUp: Command = {
  name: 'build-up',
  says: 'How long a build-up hold lasts next, by how the days after the last sessions were.',
  options: {
    least: { says: 'the shorter time', takes: 's', required: true },
    most: { says: 'the longer time', takes: 's', required: true },
    after: {
      says: `how each day after was, newest first: ${RESPONSE_IDS.join(', ')}, or unknown`,
      takes: 'words',
    },
  },
  example: 'build-up --least 10 --most 30 --after little-sore,none,sore',
  run: (given) => {
    const least = numberOf(given, 'least');
    if (!least.ok) return least;
    const most = numberOf(given, 'most');
    if (!most.ok) return most;
    const wish = { method: 'build-up', fromSeconds: least.value, toSeconds: most.value };
    const parsed = doseSchema.safeParse(wish);
    if (!parsed.success) {
      return mistaken('out of range', 'least', parsed.error.issues[0]?.message ?? 'No such dose.');
    }
    if (least.value > most.value) {
      return mistaken('out of range', 'least', 'The shorter time cannot be above the longer one.');
    }
    const answers = listOf(given, 'after') ?? [];
    const strange = answers.find(
      (one) => one !== 'unknown' && !RESPONSE_IDS.some((id) => id === one),
    );
    if (strange !== undefined || answers.length > MOST_ANSWERS) {
      return mistaken(
        'unknown',
        'after',
        `--after is a list of at most ${MOST_ANSWERS} of: ${RESPONSE_IDS.join(', ')}, unknown.`,
      );
    }
    const quiet = quietInRow(answers.map((one) => (one === 'unknown' ? null : one)));
    return answer({
      value: builtUp(least.value, most.value, quiet),
      unit: 's',
      band: null,
      inputs: { least: least.value, most: most.value, after: answers },
      rule: `the shorter time, ${BUILD_UP_SECONDS} s more for each quiet day after in a row, never beyond the longer`,
      source: `${common}; the step is our estimate`,
      more: { quietDaysInARow: quiet },
    });
  },
};

const dose: Command = {
  name: 'dose',
  says: 'Seconds a dose adds up to: a point, a side, a session and a week, and what the checks say.',
  options: {
    site: { says: 'the site’s id', takes: 'id', required: true },
    method: { says: METHOD_IDS.join(', '), takes: 'word' },
    hold: { says: 'seconds of a hold, a sweep, a stroke or a squeeze', takes: 's' },
    least: { says: 'least seconds, until it fades or as it builds up', takes: 's' },
    most: { says: 'most seconds, until it fades or as it builds up', takes: 's' },
    bends: { says: 'bends of a pin-and-glide, strokes of a glide, squeezes', takes: 'number' },
    points: { says: 'points a side; 1 when not given', takes: 'number' },
    repetitions: { says: 'repetitions; 1 when not given', takes: 'number' },
    sides: { says: SIDES_CHOICES.join(', '), takes: 'word' },
    affected: { says: 'affected side: left, right or neither', takes: 'word' },
    extra: { says: 'points more on the affected side', takes: 'number' },
    times: { says: 'times a week; 7 when not given', takes: 'number' },
    grade: { says: 'pressure grade', takes: '0–10' },
    tests: { says: 'movement tests before and after; 0 when not given', takes: 'number' },
  },
  example:
    'dose --site side-low-back --method fade --least 20 --most 180 --points 2 --affected left --extra 1',
  run: (given) => {
    const siteId = wordOf(given, 'site');
    if (!siteId.ok) return siteId;
    const site = findSite(siteId.value);
    if (!site)
      return mistaken('unknown', 'site', `“${siteId.value}” is not a site this edition knows.`);
    if (site.redirect) return mistaken('does not fit', 'site', site.redirect.why);
    const method = choiceOf(given, 'method', METHOD_IDS, site.methods[0]);
    if (!method.ok) return method;
    const numbers: Record<string, number> = {};
    for (const name of [
      'hold',
      'least',
      'most',
      'bends',
      'points',
      'repetitions',
      'extra',
      'times',
      'grade',
      'tests',
    ]) {
      if (given[name] === undefined) continue;
      const value = numberOf(given, name);
      if (!value.ok) return value;
      numbers[name] = value.value;
    }
    const usual = usualDose(site, method.value);
    const parsed = doseSchema.safeParse({
      ...usual,
      ...(numbers.hold === undefined
        ? {}
        : {
            holdSeconds: numbers.hold,
            sweepSeconds: numbers.hold,
            bendSeconds: numbers.hold,
            strokeSeconds: numbers.hold,
            squeezeSeconds: numbers.hold,
          }),
      ...(numbers.least === undefined
        ? {}
        : { minSeconds: numbers.least, fromSeconds: numbers.least }),
      ...(numbers.most === undefined ? {} : { capSeconds: numbers.most, toSeconds: numbers.most }),
      ...(numbers.bends === undefined
        ? {}
        : { bends: numbers.bends, strokes: numbers.bends, squeezes: numbers.bends }),
    });
    if (!parsed.success) {
      return mistaken(
        'out of range',
        'dose',
        parsed.error.issues[0]?.message ?? 'That is no dose.',
      );
    }
    const base = newItem(site, 'line');
    const sides = choiceOf(given, 'sides', SIDES_CHOICES, base.sides);
    if (!sides.ok) return sides;
    const affected = choiceOf(given, 'affected', AFFECTED, 'neither');
    if (!affected.ok) return affected;
    const item = pressSchema.safeParse({
      ...base,
      dose: parsed.data,
      points: numbers.points ?? 1,
      repetitions: numbers.repetitions ?? 1,
      sides: sides.value === 'together' ? 'both' : sides.value,
      ...(sides.value === 'together' ? { together: true } : {}),
      affectedSide: affected.value === 'neither' ? null : affected.value,
      extraPoints: numbers.extra ?? 0,
      grade: numbers.grade ?? base.grade,
    });
    if (!item.success) {
      return mistaken('out of range', 'dose', item.error.issues[0]?.message ?? 'That is no dose.');
    }
    if (item.data.together && !canPressTogether(item.data)) {
      return mistaken(
        'does not fit',
        'sides',
        `${site.plainName} is not pressed on both sides at one time with ${base.toolId}.`,
      );
    }
    const timesPerWeek = numbers.times ?? 7;
    if (!Number.isInteger(timesPerWeek) || timesPerWeek < 1 || timesPerWeek > 14) {
      return mistaken('out of range', 'times', '--times must be a whole number from 1 to 14.');
    }
    const tests = numbers.tests ?? 0;
    if (!Number.isInteger(tests) || tests < 0 || tests > MOST_TESTS) {
      return mistaken(
        'out of range',
        'tests',
        `--tests must be a whole number from 0 to ${MOST_TESTS}.`,
      );
    }
    const routine = { items: [item.data], timesPerWeek, message: '' };
    const { session, contact, contactPerWeek, hands, handLoadSeconds, affectedShare, holds } =
      totalsOf(routine);
    const total = (of: typeof contact, end: 'least' | 'most') =>
      of.left[end] + of.right[end] + of.mid[end];
    return answer({
      value: total(contact, 'most'),
      unit: 's contact a session, at most',
      band: { low: total(contact, 'least'), high: total(contact, 'most') },
      inputs: {
        site: site.id,
        dose: parsed.data,
        sides: item.data.together ? 'together' : item.data.sides,
        points: item.data.points,
        repetitions: item.data.repetitions,
        timesPerWeek,
      },
      rule: 'holds × points × repetitions on each side, cut at the site’s cap',
      source: sourceWords(METHODS[method.value].source),
      more: {
        holds,
        capSeconds: site.capSeconds,
        contact,
        contactPerWeek,
        session: withTests(session, tests),
        hands,
        handLoadSeconds,
        affectedShare,
        findings: checkRoutine(routine, { minutesPerDay: null, firstVersion: false }).map(
          ({ verdict, reason, rule }) => ({ verdict, rule, reason }),
        ),
      },
    });
  },
};

/** What is possible for somebody of usual build who has every tool; null when it is not refused, or nothing is left. */
function insteadFor(
  site: Site,
  { side, toolId, positionId, method, grade }: Use,
  screening: readonly ScreenFinding[],
): string | null {
  const client: LadderClient = {
    massKilograms: null,
    statureMetres: null,
    tools: null,
    places: null,
    ratings: [],
    screening,
  };
  if (site.redirect) return null;
  const line = {
    ...newItem(site, 'line'),
    toolId,
    positionId,
    dose: usualDose(site, method),
    grade,
    sides: side,
  };
  return insteadOf(line, client)?.says ?? null;
}

const screening: Command = {
  name: 'screen',
  says: 'What follows from screening answers; with a site, whether it may be worked so.',
  options: {
    yes: {
      says: 'questions answered with yes: id, id@side, id@region, id@site, id=cleared by',
      takes: 'id,id',
    },
    site: { says: 'the site’s id', takes: 'id' },
    side: { says: 'left, right, mid; left when not given', takes: 'word' },
    tool: { says: 'the tool’s id; the site’s gentlest when not given', takes: 'id' },
    posture: { says: 'the posture’s id', takes: 'id' },
    method: { says: METHOD_IDS.join(', '), takes: 'word' },
    grade: { says: 'pressure grade; 3 when not given', takes: '0–10' },
  },
  example:
    'screen --yes latex,implant@left --site chest --side left --tool large-ball --posture wall-front',
  run: (given) => {
    const answers = answersFrom(given);
    if (!answers.ok) return answers;
    const findings = screen(answers.value);
    if (given.site === undefined) {
      return answer({
        value: findings.map(
          ({ rule, level, client, therapist, clearedBy, ceilingGrade, timeShare }) => ({
            rule,
            level,
            client,
            therapist,
            clearedBy,
            ceilingGrade,
            timeShare,
          }),
        ),
        unit: 'findings, most severe first',
        band: null,
        inputs: { answers: answers.value },
        rule: 'each condition’s consequences',
        source: common,
      });
    }
    const site = findSite(given.site);
    if (!site)
      return mistaken('unknown', 'site', `“${given.site}” is not a site this edition knows.`);
    const side = choiceOf(given, 'side', SIDES, site.midline ? 'mid' : 'left');
    if (!side.ok) return side;
    const method = choiceOf(given, 'method', METHOD_IDS, site.methods[0] ?? 'timed');
    if (!method.ok) return method;
    const grade = numberOf(given, 'grade', 3);
    if (!grade.ok) return grade;
    const [way] = site.setups;
    const use = {
      siteId: site.id,
      side: side.value,
      toolId: given.tool ?? way?.toolId ?? 'fingers',
      positionId: given.posture ?? way?.positionId ?? 'seated',
      method: method.value,
      grade: grade.value,
    };
    const { verdict, allowed, ceilingGrade, timeShare, reasons } = mayUse(use, findings);
    return answer({
      value: verdict,
      unit: 'verdict',
      band: null,
      inputs: { ...use, answers: answers.value },
      rule: 'the most severe reason wins; ceilings and times take the least',
      source: common,
      more: {
        allowed,
        ceilingGrade,
        timeShare,
        instead: insteadFor(site, use, findings),
        reasons: reasons.map(({ rule, level, therapist, clearedBy }) => ({
          rule,
          level,
          therapist,
          clearedBy,
        })),
      },
    });
  },
};

function about(siteId: string): Answer | null {
  const site = findSite(siteId);
  if (!site) return null;
  const place = PLACES[site.id as SiteId];
  return {
    value: site.plainName,
    unit: 'site',
    band: null,
    inputs: { id: site.id },
    rule: recipeWords(place.spot),
    source: sourceWords(site.source),
    more: {
      ...site,
      ceilingGrade: SENSITIVITY[site.sensitivity].ceilingGrade,
      refersTo: site.refersTo.map((id) => BODY_PARTS[id].name),
      zones: site.zones.map((id) => ({ name: ZONES[id].name, reason: ZONES[id].reason })),
      tests: site.tests.map((id) => MOVEMENT_TESTS[id]),
      areas: place.areas,
      spot: place.spot,
    },
  };
}

const site: Command = {
  name: 'site',
  says: 'Everything known of a site, or the sites a search finds.',
  options: {
    id: { says: 'the site’s id', takes: 'id' },
    find: { says: 'a name, or where it hurts', takes: 'words' },
  },
  example: 'site --find "front of shoulder"',
  run: (given) => {
    if (given.id !== undefined) {
      const known = about(given.id);
      return known
        ? answer(known)
        : mistaken('unknown', 'id', `“${given.id}” is not a site this edition knows.`);
    }
    if (given.find === undefined) return mistaken('missing', 'id', '--id or --find is needed.');
    return answer({
      value: searchSites(given.find).map(({ site: found, ground, words }) => ({
        id: found.id,
        name: found.plainName,
        ground,
        words,
      })),
      unit: 'sites, names first',
      band: null,
      inputs: { find: given.find },
      rule: 'plain or anatomical name, then where it may be felt, then region',
      source: common,
    });
  },
};

export const PRACTICE: readonly Command[] = [buildUp, dose, screening, site];
