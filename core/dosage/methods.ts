import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import type { Dose } from './dose';

export const METHOD_IDS = [
  'timed',
  'fade',
  'sweep',
  'strokes',
  'brief',
  'build-up',
  'pin-and-glide',
  'press-and-move',
  'pincer',
  'knead',
  'circles',
  'glide',
  'cross-grain',
  'slow-roll',
  'search',
] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export interface Method {
  id: MethodId;
  name: string;
  /** What the client does, as they are told. */
  says: string;
  /** What therapists use it for. */
  goodFor: string;
  /** Where the schools disagree about it, and what Entspann does, with its reason. */
  dispute: string;
  /** Allowed seconds of one hold (or of the cap, for a fade hold; of one sweep; at the end of a bend). */
  seconds: { least: number; most: number; usual: number };
  /** Bends, strokes or spots usual, where the method counts them. */
  counts: { least: number; most: number; usual: number } | null;
  pressure: string;
  pointsName: 'points' | 'passes' | 'spots';
  /** Still on the point, or moving: static work comes before moving work. */
  phase: 'warm-up' | 'static' | 'moving';
  source: Source;
}

/** A rating at or under this counts as gone. Common practice says “until it has gone”; 0–1 is our reading. */
export const FADED_GRADE = 1;

/** Nobody in the trade accepts more; one starts lower. Common practice, no published source. */
export const START_GRADE = { from: 3, to: 4 } as const;

/**
 * Under how many seconds a method is shorter than anybody teaches it; it may be entered all the same. Common
 * practice, no published source.
 */
export const USUALLY_LEAST: Partial<Record<MethodId, number>> = {
  timed: 30,
  sweep: 60,
  brief: 7,
  'press-and-move': 30,
  'cross-grain': 60,
};

/** The methods. Ranges are common practice, no published source. */
export const METHODS: Record<MethodId, Method> = {
  timed: {
    id: 'timed',
    name: 'timed hold',
    says: 'Stay still on the point for the set time.',
    goodFor: 'The default for the shoulder girdle and the thigh; every tender point found.',
    dispute:
      'Some hold 30 s, some 60 to 90 s, some up to 2 minutes; others stay until it fades. The time is offered with a rating at its end, so that the record shows whether it was enough.',
    seconds: { least: 5, most: 120, usual: 30 },
    counts: null,
    pressure: 'bearable',
    pointsName: 'points',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  fade: {
    id: 'fade',
    name: 'until it fades',
    says: 'Stay still on the point until the feeling has gone, never past the cap.',
    goodFor: 'The default for back, buttock and hip; old points, which refer, take longest.',
    dispute:
      'Leaving early is said to stir the point up; others never stay past 90 s. A fade hold always has a least and a longest time, and the site’s cap wins.',
    seconds: { least: 20, most: 180, usual: 90 },
    counts: null,
    pressure: 'moderate, never bruising',
    pointsName: 'points',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  sweep: {
    id: 'sweep',
    name: 'sweep',
    says: 'Roll or stroke slowly along the muscle, towards you and away, never across bone.',
    goodFor: 'Warming up; thigh, calf, back lanes, sole.',
    dispute:
      'Some only roll, some never do. Sweeps warm up and holds treat, so a sweep comes first. Start with about a minute a thigh and build to three.',
    seconds: { least: 20, most: 300, usual: 60 },
    counts: null,
    pressure: 'light to moderate',
    pointsName: 'passes',
    phase: 'warm-up',
    source: COMMON_PRACTICE,
  },
  strokes: {
    id: 'strokes',
    name: 'short strokes',
    says: 'Press and move a coin’s width side to side, then go on along the muscle.',
    goodFor: 'Thigh, calf and hand-held tools; many points, more often.',
    dispute:
      'One school presses to 7 of 10 here and holds that short often beats long; another never goes above 4. We start at 3 to 4 and let the site’s ceiling stand.',
    seconds: { least: 15, most: 20, usual: 15 },
    counts: null,
    pressure: 'up to 7 where the site bears it',
    pointsName: 'spots',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  brief: {
    id: 'brief',
    name: 'brief press',
    says: 'Let the pressure grow over a breath, stay, and take it off over the next.',
    goodFor: 'A helper’s thumb, and the jaw; three or four spots, once or twice a day.',
    dispute:
      '7 s by a helper, 10 s at each angle inside the mouth. Both are inside the range; inside the mouth it stays light.',
    seconds: { least: 5, most: 10, usual: 7 },
    counts: null,
    pressure: 'to 7 by a helper, light in the mouth',
    pointsName: 'spots',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  'build-up': {
    id: 'build-up',
    name: 'build-up hold',
    says: 'Start short. Lengthen over the days, only after a day that was quiet.',
    goodFor: 'Newcomers, and a firm ball.',
    dispute:
      'Some lengthen every day. Here it stays at its shorter time until a day after was quiet, then grows by 5 s with each quiet day, never beyond the longer time.',
    seconds: { least: 5, most: 30, usual: 10 },
    counts: null,
    pressure: 'low, later moderate',
    pointsName: 'points',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  'pin-and-glide': {
    id: 'pin-and-glide',
    name: 'pin-and-glide',
    says: 'Pin just below the point, then bend the joint slowly so that the muscle draws under the tool.',
    goodFor:
      'Thigh and hamstrings, after static holds have calmed them; with something long and flat.',
    dispute:
      'Some begin with it. Static holds come first here, and a ball will not do: the tight spot slips round it. To sharpen a roller take a thinner one, never a shorter one.',
    seconds: { least: 2, most: 5, usual: 3 },
    counts: { least: 12, most: 15, usual: 12 },
    pressure: 'moderate to firm',
    pointsName: 'points',
    phase: 'moving',
    source: COMMON_PRACTICE,
  },
  'press-and-move': {
    id: 'press-and-move',
    name: 'press-and-move',
    says: 'Keep pressing and move the joint slowly through the sore range, never to its end.',
    goodFor: 'Shoulder blade and neck: shoulder circles, side-bend, a slow “no”.',
    dispute:
      'Some move to the very end of the range. Here the range is not maximised while pressing.',
    seconds: { least: 10, most: 60, usual: 30 },
    counts: null,
    pressure: 'light to moderate',
    pointsName: 'spots',
    phase: 'moving',
    source: COMMON_PRACTICE,
  },
  pincer: {
    id: 'pincer',
    name: 'pincer grip',
    says: 'Pick the muscle up between finger and thumb, hold, move down.',
    goodFor: 'Shoulder ridge, front-side neck muscle, back of the upper arm.',
    dispute:
      'On the ridge 30 to 60 s, on the strap of the neck a few seconds a spot. The site’s usual time decides.',
    seconds: { least: 3, most: 60, usual: 30 },
    counts: null,
    pressure: 'light to moderate',
    pointsName: 'spots',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  knead: {
    id: 'knead',
    name: 'knead',
    says: 'Take hold, squeeze slowly, let go; then the next spot, along the whole muscle.',
    goodFor: 'Back of the neck, shoulder ridge, the thigh as a warm-up; one hand, then the other.',
    dispute:
      'Some knead the neck daily, others only every few days. One or two squeezes a spot are offered, and every few days is the careful start at the neck.',
    seconds: { least: 2, most: 8, usual: 4 },
    counts: { least: 1, most: 2, usual: 2 },
    pressure: 'light to moderate',
    pointsName: 'spots',
    phase: 'warm-up',
    source: COMMON_PRACTICE,
  },
  circles: {
    id: 'circles',
    name: 'small circles',
    says: 'Fingertips press and draw small circles, one way, then the other; shift along by a finger’s breadth. On a sore spot stay until it eases.',
    goodFor: 'Shoulder ridge, the lanes of the neck, the line across the sole.',
    dispute:
      'Some circle and never stay; others stop on each sore spot for about a quarter of a minute. A lane is given its time here, and staying on a spot is part of it.',
    seconds: { least: 10, most: 120, usual: 30 },
    counts: null,
    pressure: 'light to moderate',
    pointsName: 'passes',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  glide: {
    id: 'glide',
    name: 'glide',
    says: 'One slow stroke that keeps its pressure; lift off, go back, and again.',
    goodFor: 'The strap of the neck two or three times a side; behind the ear; the skull’s edge.',
    dispute:
      'Counted by some, timed by others. It is counted here, because two or three are enough where it matters most, at the front of the neck.',
    seconds: { least: 2, most: 15, usual: 5 },
    counts: { least: 2, most: 5, usual: 3 },
    pressure: 'light',
    pointsName: 'passes',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  'cross-grain': {
    id: 'cross-grain',
    name: 'long cross-grain',
    says: 'To and fro across the fibres, slowly; on the arm travel down the area, on the arch stay in place.',
    goodFor: 'Lower third of the upper arm, forearm near the elbow, the heel end of the arch.',
    dispute:
      'Across the fibres for most, lengthwise for some on the arm. One to two minutes an area, with a rest for the hands in between.',
    seconds: { least: 20, most: 180, usual: 60 },
    counts: null,
    pressure: 'moderate',
    pointsName: 'passes',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
  'slow-roll': {
    id: 'slow-roll',
    name: 'slow roll, unloaded',
    says: 'Small rolls to and fro and sideways while hand, elbow and foot carry most of the weight. On a tender spot take still more off and breathe low.',
    goodFor: 'Deep buttock and upper outer buttock, when a hold is too much.',
    dispute:
      'Some hold there from the first day; others roll a while first. At 3 to 4 of 10, and a spot that is not tender is the place to rest and shift.',
    seconds: { least: 15, most: 90, usual: 45 },
    counts: null,
    pressure: '3 to 4 of 10, never more',
    pointsName: 'passes',
    phase: 'warm-up',
    source: COMMON_PRACTICE,
  },
  search: {
    id: 'search',
    name: 'open search',
    says: 'Look for every tender spot there is; hold each one, then look for the next, until there is nothing more.',
    goodFor:
      'Shoulder girdle and thigh: every tender point found on the day. The count is the sign of progress.',
    dispute:
      'Some treat two or three points and no more; others every one they find. As many as the site’s cap has room for, each for the same time.',
    seconds: { least: 5, most: 60, usual: 30 },
    counts: null,
    pressure: 'bearable',
    pointsName: 'spots',
    phase: 'static',
    source: COMMON_PRACTICE,
  },
};

/** The method a dose follows. */
export const methodOf = (dose: Dose): Method => METHODS[dose.method];
