import { MOVEMENT_TESTS, SITES, type Site, type TestId } from '#core/anatomy';
import { COMMON_PRACTICE, presentId } from '#core/knowledge';
import { semOf } from './change';
import type { MovementTest, Observation, Ordinary, Quantity } from './quantity';
import {
  AAOS,
  ANKLE,
  CDC_TO_AMA,
  DC_TMD,
  GONIOMETRY,
  HEAD_FORWARD,
  JAW_ERROR,
  RATING_ERROR,
  TAPE_ERROR,
  WALL_ERROR,
} from './sources';

const DEGREES_SEM = 3;

const degrees = (
  id: string,
  name: string,
  most: number,
  ordinary: Ordinary | null,
  more: Partial<Quantity> = {},
): Quantity => ({
  id,
  name,
  unit: 'deg',
  sided: true,
  least: 0,
  most,
  ordinary,
  sem: DEGREES_SEM,
  semSource: GONIOMETRY,
  better: 'more',
  ways: ['number', 'tilt', 'picture'],
  ...more,
});

const length = (
  id: string,
  name: string,
  unit: 'mm' | 'cm',
  [least, most]: readonly [number, number],
  more: Partial<Quantity>,
): Quantity => ({
  id,
  name,
  unit,
  sided: true,
  least,
  most,
  ordinary: null,
  sem: unit === 'cm' ? 1 : 1.8,
  semSource: TAPE_ERROR,
  better: 'more',
  ways: ['number'],
  ...more,
});

const usual = (value: number, source = AAOS): Ordinary => ({ from: value, to: value, source });
const range = (from: number | null, to: number | null, source = AAOS): Ordinary => ({
  from,
  to,
  source,
});
const seen = (
  id: string,
  asks: string,
  options: readonly string[],
  sided = false,
): Observation => ({ id, asks, sided, options });

/** How far it went against a mark that was kept by name. */
const MARK_ANSWERS = ['first', 'less far', 'as far', 'further'] as const;

const markOf = (id: string, asks: string, mark: Observation['mark']): Observation => ({
  ...seen(id, asks, MARK_ANSWERS, true),
  atHome: true,
  mark,
});

type Entry = Omit<MovementTest, 'id' | 'name' | 'source' | 'observations'> &
  Partial<Pick<MovementTest, 'observations'>> & { name: string };

/** The tests. What is done and seen: common practice; ranges and errors carry their own source. */
const ENTRIES: Record<TestId, Entry> = {
  'neck-turn': {
    name: 'Look over the shoulder',
    how: [
      'Sit upright, shoulders still, hands in the lap.',
      'Turn the head as far as it goes by itself; note the furthest thing in sight.',
      'Read the angle from straight ahead to the nose. Then the other way.',
    ],
    quantities: [degrees('turn', 'turn', 110, usual(80))],
    observations: [
      markOf('furthest', 'The furthest thing in sight', {
        by: 'by the furthest thing I see',
        asks: 'What is the furthest thing you see?',
        example: 'the left edge of the window',
        how: [
          'Sit upright on the same chair in the same place each time, shoulders still, hands in the lap.',
          'Turn the head to that side, as far as it goes easily.',
        ],
      }),
    ],
    atHome: [
      'Lie on your back, without a pillow.',
      'Stand the phone upright on the forehead, a hand at it.',
      'Roll the head to that side, as far as it goes easily.',
    ],
    tilt: 'Lying on the back, phone upright on the forehead: from straight up to turned.',
  },
  'neck-side-bend': {
    name: 'Bend the neck to each side',
    how: [
      'Sit upright, shoulders still.',
      'Let the ear sink towards the shoulder without lifting the shoulder or turning the head.',
    ],
    quantities: [degrees('bend', 'side-bend', 80, usual(45))],
    atHome: [
      'Sit upright, shoulders low and still.',
      'Hold the phone flat against the ear.',
      'Let the head sink to that side, without turning it.',
    ],
    tilt: 'Phone flat against the ear: from upright to bent.',
  },
  'neck-up-down': {
    name: 'Look up and down',
    how: [
      'Sit upright against the back of a chair.',
      'Chin to the chest, then look up, only as far as it goes easily.',
    ],
    quantities: [
      degrees('down', 'down', 90, range(45, 50), { sided: false }),
      degrees('up', 'up', 100, range(45, 60), { sided: false }),
    ],
    atHome: null,
    tilt: 'Phone against the temple, screen out: from level to down, then to up.',
  },
  'ear-over-shoulder': {
    name: 'Ear over shoulder',
    how: [
      'Stand as usual, seen from the side.',
      'Fingers in the ears, then drop the hands: they land mid-shoulder, or the head is forward.',
      'From a picture: mark the bony bump at the foot of the neck and the ear.',
    ],
    quantities: [
      length('offset', 'ear before shoulder', 'cm', [-8, 15], {
        sided: false,
        better: 'less',
        ways: ['number', 'picture'],
      }),
      degrees('cva', 'craniovertebral angle', 80, range(50, null, HEAD_FORWARD), {
        sided: false,
        least: 10,
        ways: ['number', 'picture'],
      }),
    ],
    observations: [
      seen('fingers', 'Where do the fingers land?', [
        'mid-shoulder',
        'in front of it',
        'behind it',
      ]),
    ],
    atHome: null,
    tilt: null,
  },
  'jaw-opening': {
    name: 'Open the jaw',
    how: [
      'Open as wide as it goes by itself; measure between the edges of the front teeth.',
      'Then to each side and forwards, from the resting bite.',
      'Listen and feel: free, clicking, or locking.',
    ],
    quantities: [
      length('opening', 'opening', 'mm', [0, 80], {
        sided: false,
        ordinary: range(40, null, DC_TMD),
        sem: semOf(5),
        semSource: JAW_ERROR,
        ways: ['number', 'fingers'],
      }),
      length('sideways', 'to the side', 'mm', [0, 25], {
        ordinary: range(7, null, DC_TMD),
        sem: 1,
      }),
      length('forward', 'forward', 'mm', [0, 25], {
        sided: false,
        ordinary: range(7, null, DC_TMD),
        sem: 1,
      }),
    ],
    observations: [
      { ...seen('path', 'How does it go?', ['free', 'clicks', 'locks']), atHome: true },
    ],
    atHome: [
      'Sit upright, before a mirror if there is one.',
      'Open as wide as it goes by itself.',
      'See how many of your own fingers, side by side, fit between the front teeth.',
    ],
    tilt: null,
  },
  'shoulder-overhead': {
    name: 'Reach overhead',
    how: [
      'Stand with the back to a wall, elbow straight, thumb up.',
      'Lift the arm forwards and up until the back leaves the wall or it stops.',
    ],
    quantities: [degrees('lift', 'lift', 190, range(169, 180, CDC_TO_AMA))],
    observations: [
      markOf('wall', 'A mark on the door frame', {
        by: 'by a mark on the wall',
        asks: 'Where is the mark? A strip of tape stays for the next time.',
        example: 'white tape, bedroom door',
        how: [
          'Stand facing a door frame, toes a hand’s breadth from it.',
          'Slide the fingertips up along it, as far as they go easily, elbow straight, heels down.',
        ],
      }),
    ],
    atHome: [
      'Stand with the back to a wall.',
      'Hold the phone in the hand, along the arm, elbow straight.',
      'Lift the arm forwards and up, as far as it goes easily.',
    ],
    tilt: 'Phone in the hand along the arm: from hanging to overhead.',
  },
  'hand-behind-back': {
    name: 'Hand behind the back',
    how: [
      'Slide the back of the hand up the spine, thumb up.',
      'Measure from the bony bump at the foot of the neck down to the thumb.',
    ],
    quantities: [length('gap', 'bump to thumb', 'cm', [0, 90], { better: 'less', sem: 1.5 })],
    atHome: [
      'Slide the back of the hand up the spine, thumb up.',
      'Somebody measures from the bony bump at the foot of the neck down to the thumb.',
    ],
    tilt: null,
  },
  'elbow-wrist': {
    name: 'Elbow and wrist',
    how: [
      'Bend the elbow fully, then straighten it.',
      'With the elbow bent, let the wrist bend down, then lift it.',
    ],
    quantities: [
      degrees('elbow', 'elbow bend', 165, range(140, 150)),
      degrees('wrist-down', 'wrist down', 110, usual(80)),
      degrees('wrist-up', 'wrist up', 110, usual(70)),
    ],
    observations: [seen('straight', 'Does the elbow straighten?', ['fully', 'not fully'], true)],
    atHome: null,
    tilt: 'Phone on the back of the forearm or hand: from level to the end.',
  },
  'trunk-side-bend': {
    name: 'Slide the hand down the leg',
    how: [
      'Stand with the back to a wall, feet a foot’s length apart.',
      'Slide the hand down the side of the leg; measure how far the fingertip travels.',
    ],
    quantities: [length('slide', 'fingertip travel', 'cm', [0, 45], { sem: 1 })],
    observations: [
      markOf('wall', 'A mark on the wall', {
        by: 'by a mark on the wall',
        asks: 'Where is the mark? A strip of tape stays for the next time.',
        example: 'white tape, hall wall',
        how: [
          'Stand with the back to a wall, in the same shoes and the same place each time, feet a foot’s length apart.',
          'Slide the hand down the side of the leg, as far as it goes easily. The mark is where the fingertip ends.',
        ],
      }),
    ],
    atHome: [
      'Stand with the back to a wall, feet a foot’s length apart.',
      'Mark on the trouser seam where the fingertip lies.',
      'Slide the hand down the side of the leg, and measure how far the fingertip went.',
    ],
    tilt: null,
  },
  breath: {
    name: 'Breathe in deeply',
    how: [
      'One hand on the belly, one on the breastbone. Breathe in: which moves first, and how far?',
    ],
    quantities: [],
    observations: [
      seen('where', 'Where does the breath go?', [
        'low, easily',
        'high in the chest',
        'it catches',
      ]),
    ],
    atHome: null,
    tilt: null,
  },
  'hip-turn': {
    name: 'Turn the hip in and out',
    how: [
      'Lie face down, knee bent to a right angle.',
      'Let the lower leg sink outwards (hip turns in), then inwards (hip turns out), pelvis level.',
    ],
    quantities: [
      degrees('in', 'turn in', 80, range(40, 45)),
      degrees('out', 'turn out', 90, range(40, 45)),
    ],
    atHome: null,
    tilt: 'Phone along the shin: from upright to sunk.',
  },
  'heel-to-buttock': {
    name: 'Heel to buttock',
    how: [
      'Lie face down. Bend the knee and bring the heel towards the buttock, pelvis flat.',
      'Measure the angle, or the gap between heel and buttock.',
    ],
    quantities: [
      degrees('knee', 'knee bend', 165, range(135, 150)),
      length('gap', 'heel to buttock', 'cm', [0, 60], { better: 'less', sem: 1 }),
    ],
    observations: [
      {
        ...seen('way', 'How does it go?', ['free', 'pulls in front', 'hip lifts'], true),
        atHome: true,
      },
    ],
    atHome: [
      'Lie face down, phone tucked into the sock along the shin.',
      'Bend the knee as far as it goes easily; the hip stays down.',
    ],
    tilt: 'Phone along the shin: from flat to bent.',
  },
  'edge-of-bed': {
    name: 'Edge-of-bed test',
    how: [
      'Lie back at the edge of the bed and hug the other knee to the chest, low back flat.',
      'Let the tested leg hang. Does the thigh stay up? How far is the knee bent?',
      'Straighten the hanging knee by hand: does the thigh sink now?',
    ],
    quantities: [
      degrees('thigh', 'thigh above level', 60, range(null, 0, COMMON_PRACTICE), {
        least: -30,
        better: 'less',
      }),
      degrees('knee', 'knee bend', 150, range(80, null, COMMON_PRACTICE)),
    ],
    observations: [
      seen('rises', 'Does the thigh rise?', ['stays down', 'rises'], true),
      seen('sinks', 'Knee straightened by hand, does the thigh sink?', ['sinks', 'stays up'], true),
    ],
    atHome: null,
    tilt: 'Phone along the thigh, then along the shin.',
  },
  'straight-leg': {
    name: 'Lift the straight leg',
    how: ['Lie on the back, other leg flat. Lift the straight leg until the knee wants to bend.'],
    quantities: [degrees('lift', 'lift', 130, null)],
    atHome: [
      'Lie on your back, phone tucked into the sock along the shin, the other leg flat.',
      'Lift the straight leg until the knee wants to bend.',
    ],
    tilt: 'Phone along the shin: from flat to lifted.',
  },
  squat: {
    name: 'Watch a squat',
    how: [
      'Feet shoulder-wide, arms forward, down to what is comfortable. Watch from front and side.',
    ],
    quantities: [],
    observations: [
      seen('pelvis', 'Pelvis', ['stays level', 'tips forward', 'tucks under']),
      seen('trunk', 'Trunk', ['stays upright', 'leans far forward']),
      seen('knees', 'Knees', ['over the feet', 'drift in', 'drift out'], true),
    ],
    atHome: null,
    tilt: null,
  },
  'knee-to-wall': {
    name: 'Knee to the wall',
    how: [
      'Stand facing a wall, foot straight. Touch the wall with the knee, heel down.',
      'Move the foot back until it only just does: measure from toe to wall.',
    ],
    quantities: [
      length('gap', 'toe to wall', 'cm', [0, 25], {
        sem: semOf(1.5),
        semSource: WALL_ERROR,
      }),
      degrees('shin', 'shin forward', 60, range(13, 20, ANKLE), {
        ways: ['number', 'tilt', 'picture'],
      }),
    ],
    observations: [
      markOf('floor', 'A mark on the floor', {
        by: 'by a mark on the floor',
        asks: 'Where is the mark? A strip of tape at the big toe stays for the next time.',
        example: 'white tape, kitchen floor',
        how: [
          'Stand facing a wall, the foot straight.',
          'Knee to the wall, heel down; the foot as far back as the knee still touches.',
        ],
      }),
    ],
    atHome: [
      'Stand facing a wall, the foot straight.',
      'Knee to the wall, heel down; the foot as far back as the knee still touches.',
      'Measure from the big toe to the wall.',
    ],
    tilt: 'Phone along the shin: from upright to leaning.',
  },
  'press-test': {
    name: 'Press test',
    how: [
      'Press the marked place to the same depth each time and ask for 0–10. It is kept on the map.',
    ],
    quantities: [
      {
        id: 'rating',
        name: 'tender when pressed',
        unit: 'score',
        sided: true,
        least: 0,
        most: 10,
        ordinary: null,
        sem: semOf(2),
        semSource: RATING_ERROR,
        better: 'less',
        ways: ['number'],
      },
    ],
    atHome: null,
    tilt: null,
  },
};

/** Doing a movement test once, on one side; our estimate, seconds. */
export const TEST_SECONDS = 20;

/** Every test, in the order of the body. */
export const TESTS: readonly MovementTest[] = (Object.keys(MOVEMENT_TESTS) as TestId[]).map(
  (id) => ({ observations: [], ...ENTRIES[id], id, source: COMMON_PRACTICE }),
);

export const findTest = (id: string): MovementTest | undefined =>
  TESTS.find((test) => test.id === presentId('test', id));

export const findQuantity = (testId: string, quantityId: string): Quantity | undefined =>
  findTest(testId)?.quantities.find(({ id }) => id === quantityId);

/** The sites a test belongs to. */
export const sitesOfTest = (id: TestId): Site[] => SITES.filter(({ tests }) => tests.includes(id));

/** The tests worth doing for these sites, the ones that serve most of them first. */
export function testsFor(siteIds: readonly string[]): MovementTest[] {
  const count = (id: TestId) => sitesOfTest(id).filter((site) => siteIds.includes(site.id)).length;
  return TESTS.map((test) => ({ test, serves: count(test.id) }))
    .filter(({ serves }) => serves > 0)
    .sort((a, b) => b.serves - a.serves)
    .map(({ test }) => test);
}
