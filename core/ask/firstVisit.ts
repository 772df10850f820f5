import { findSite, placeOf, VIEW_IDS } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { answer, mistaken, type Outcome } from '#core/knowledge';
import { FINGERTIP_MM, snap } from '#core/map';
import {
  change,
  edgeOfBed,
  findQuantity,
  judgeTry,
  leadFromEdgeOfBed,
  findTest,
  PICTURE_READS,
  POINTS_NEEDED,
  readingOf,
  readPicture,
  TESTS,
  UNIT_WORDS,
  WAYS,
  type Quantity,
} from '#core/measurement';
import {
  choiceOf,
  figures,
  listOf,
  numberOf,
  sourcesOf,
  wordOf,
  type Command,
  type Given,
} from './ask';

/** The quantity a question is about; the first of its test when none is named. */
function quantityOf(given: Given): Outcome<Quantity> {
  const test = choiceOf(
    given,
    'test',
    TESTS.filter(({ quantities }) => quantities.length > 0).map(({ id }) => id),
  );
  if (!test.ok) return test;
  const { quantities = [] } = findTest(test.value) ?? {};
  const id = choiceOf(
    given,
    'quantity',
    quantities.map((one) => one.id),
    quantities[0]?.id,
  );
  if (!id.ok) return id;
  const found = quantities.find((one) => one.id === id.value);
  return found ? answer(found) : mistaken('unknown', 'quantity', 'There is no such figure.');
}

function triesOf(given: Given, name: string): Outcome<number[]> {
  const words = listOf(given, name);
  if (!words) return mistaken('missing', name, `--${name} is needed.`);
  const tries = words.map(Number);
  return tries.every(Number.isFinite)
    ? answer(tries)
    : mistaken('out of range', name, `--${name} takes figures, such as 62,65,63.`);
}

const AT_HOME = ['neither', 'before', 'after', 'both'] as const;
const HANDS = ['one', 'two'] as const;

const changed: Command = {
  name: 'change',
  says: 'Whether two readings of a test differ by more than measuring does.',
  options: {
    test: { says: 'the test’s id', takes: 'id', required: true },
    quantity: { says: 'the figure of the test; its first when not given', takes: 'id' },
    before: { says: 'up to three tries', takes: 'figures', required: true },
    after: { says: 'up to three tries', takes: 'figures', required: true },
    way: { says: WAYS.join(', '), takes: 'word' },
    home: { says: `taken by the client alone: ${AT_HOME.join(', ')}`, takes: 'word' },
    hands: { says: `taken by ${HANDS.join(' or ')}`, takes: 'word' },
  },
  example: 'change --test neck-turn --before 50,54,52 --after 66',
  run: (given) => {
    const quantity = quantityOf(given);
    if (!quantity.ok) return quantity;
    const way = choiceOf(given, 'way', WAYS, 'number');
    if (!way.ok) return way;
    const home = choiceOf(given, 'home', AT_HOME, 'neither');
    if (!home.ok) return home;
    const hands = choiceOf(given, 'hands', HANDS, 'one');
    if (!hands.ok) return hands;
    const both = [];
    for (const name of ['before', 'after']) {
      const tries = triesOf(given, name);
      if (!tries.ok) return tries;
      const reading = readingOf(quantity.value, tries.value);
      if (!reading.ok) return reading;
      both.push(reading.value);
    }
    const [before, after] = both;
    if (!before || !after) return mistaken('missing', 'after', '--after is needed.');
    const judged = change(
      quantity.value,
      {
        value: before.value,
        way: way.value,
        atHome: home.value === 'before' || home.value === 'both',
        by: 'one',
      },
      {
        value: after.value,
        way: way.value,
        atHome: home.value === 'after' || home.value === 'both',
        by: hands.value,
      },
    );
    const { ordinary, semSource, unit } = quantity.value;
    return answer({
      value: judged.verdict,
      unit: `${UNIT_WORDS[unit]}, verdict in words`,
      band: null,
      inputs: {
        before: before.value,
        after: after.value,
        way: way.value,
        home: home.value,
        hands: hands.value,
      },
      rule: 'changed when the difference is beyond the smallest detectable change',
      source: sourcesOf([judged.source, semSource]),
      more: {
        difference: figures(judged.difference ?? 0),
        mdc: figures(judged.mdc ?? 0),
        reliableChange: figures(judged.reliableChange ?? 0),
        direction: judged.direction,
        spread: { before: before.spread, after: after.spread },
        arithmetic: judged.arithmetic,
        ordinary: ordinary && { from: ordinary.from, to: ordinary.to },
      },
    });
  },
};

const THIGH = ['down', 'up', 'unknown'] as const;
const SINKS = ['yes', 'no', 'unknown'] as const;

const edge: Command = {
  name: 'edge-of-bed',
  says: 'Which muscles the edge-of-bed test shows to be short, and where that leads.',
  options: {
    thigh: { says: `seen: ${THIGH.join(', ')}`, takes: 'word' },
    angle: { says: 'of the thigh above level; below it negative', takes: '°' },
    knee: { says: 'bend of the hanging knee', takes: '°' },
    sinks: { says: `with the knee straightened by hand: ${SINKS.join(', ')}`, takes: 'word' },
  },
  example: 'edge-of-bed --thigh up --knee 88',
  run: (given) => {
    const thigh = choiceOf(given, 'thigh', THIGH, 'unknown');
    if (!thigh.ok) return thigh;
    const sinks = choiceOf(given, 'sinks', SINKS, 'unknown');
    if (!sinks.ok) return sinks;
    const angles: Record<string, number | null> = { angle: null, knee: null };
    for (const [name, id] of [
      ['angle', 'thigh'],
      ['knee', 'knee'],
    ] as const) {
      if (given[name] === undefined) continue;
      const value = numberOf(given, name);
      if (!value.ok) return value;
      const quantity = findQuantity('edge-of-bed', id);
      const judged = quantity && judgeTry(quantity, value.value);
      if (judged && !judged.ok) return judged;
      angles[name] = value.value;
    }
    const seen = {
      thighRises: thigh.value === 'unknown' ? null : thigh.value === 'up',
      thighDegrees: angles.angle ?? null,
      kneeDegrees: angles.knee ?? null,
      thighSinks: sinks.value === 'unknown' ? null : sinks.value === 'yes',
      sem: findQuantity('edge-of-bed', 'knee')?.sem ?? 0,
    };
    const decided = edgeOfBed(seen);
    return answer({
      value: decided.verdict,
      unit: 'verdict in words',
      band: null,
      inputs: { ...seen },
      rule: decided.says,
      source: sourcesOf([decided.source]),
      more: { lookAt: leadFromEdgeOfBed(decided)?.siteIds ?? [] },
    });
  },
};

const angle: Command = {
  name: 'angle',
  says: 'The angle, or the offset, that points on a picture make.',
  options: {
    points: { says: 'x:y of each point, y downwards', takes: 'x:y,x:y,…', required: true },
    read: { says: PICTURE_READS.join(', '), takes: 'words' },
    known: { says: 'the known length, for an offset', takes: 'cm' },
  },
  example: 'angle --points 100:0,0:0,0:-100',
  run: (given) => {
    const read = choiceOf(given, 'read', PICTURE_READS, 'three points');
    if (!read.ok) return read;
    const text = wordOf(given, 'points');
    if (!text.ok) return text;
    const points = text.value.split(',').map((pair) => pair.split(':').map(Number));
    if (points.some((pair) => pair.length !== 2 || !pair.every(Number.isFinite))) {
      return mistaken('out of range', 'points', '--points takes pairs, such as 100:0,0:0,0:-100.');
    }
    const known = numberOf(given, 'known', 0);
    if (!known.ok) return known;
    const outcome = readPicture(
      read.value,
      points.map(([x = 0, y = 0]): Point => [x, y]),
      { knownCm: known.value },
    );
    if (!outcome.ok) return outcome;
    return answer({
      value: figures(outcome.value),
      unit: read.value === 'offset' ? 'cm' : '°',
      band: null,
      inputs: { points, read: read.value, needs: POINTS_NEEDED[read.value] },
      rule: 'angle between the directions from the corner; turning and zooming change nothing',
      source: 'plane geometry',
    });
  },
};

const place: Command = {
  name: 'place',
  says: 'The site a place on the figure belongs to, or why nothing may be pressed there.',
  options: {
    view: { says: VIEW_IDS.join(', '), takes: 'word', required: true },
    x: { says: 'thousandths of stature right of the middle', takes: 'number', required: true },
    y: { says: 'thousandths of stature below the crown', takes: 'number', required: true },
    stature: { says: 'stature; 1.72 when not given', takes: 'm' },
    shown: { says: 'side a one-sided view shows: left, right', takes: 'word' },
  },
  example: 'place --view back --x -45 --y 402',
  run: (given) => {
    const view = choiceOf(given, 'view', VIEW_IDS);
    if (!view.ok) return view;
    const shown = choiceOf(given, 'shown', ['left', 'right'] as const, 'right');
    if (!shown.ok) return shown;
    const x = numberOf(given, 'x');
    if (!x.ok) return x;
    const y = numberOf(given, 'y');
    if (!y.ok) return y;
    const stature = numberOf(given, 'stature', 1.72);
    if (!stature.ok) return stature;
    if (stature.value < 1.2 || stature.value > 2.2) {
      return mistaken('out of range', 'stature', 'Stature must be between 1.2 and 2.2 m.');
    }
    const placed = snap(view.value, [x.value, y.value], {
      statureMetres: stature.value,
      shown: shown.value,
    });
    if (!placed.ok) return placed;
    const site = findSite(placed.value.siteId);
    return answer({
      value: site ? placeOf(site, placed.value.side) : placed.value.siteId,
      unit: 'site and side; offsets in mm',
      band: null,
      inputs: { view: view.value, x: x.value, y: y.value, stature: stature.value },
      rule: `the site under the place; refused within half a fingertip (${FINGERTIP_MM} mm) of a keep-off structure`,
      source: 'common practice, no published source; drawn by us',
      more: { ...placed.value },
    });
  },
};

export const FIRST_VISIT: readonly Command[] = [edge, changed, angle, place];
