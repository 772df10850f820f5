import type { z } from 'zod';
import { citation, COMMON_PRACTICE, ownEstimate, presentId } from '#core/knowledge';
import type { Tool, toolSchema } from './tool';

type Entry = z.infer<typeof toolSchema>;
type Given = Omit<
  Entry,
  'widthMillimetres' | 'contacts' | 'proudMillimetres' | 'rubber' | 'tiredness' | 'notOn' | 'slips'
> &
  Partial<Entry>;

const ESTIMATED = ownEstimate('hardness felt by hand, not measured');

function tool(entry: Given): Tool {
  const width = 2 * entry.face.radiusMillimetres;
  return {
    widthMillimetres: width,
    proudMillimetres: entry.drive === 'body' ? width : 0,
    contacts: 1,
    rubber: false,
    tiredness: 0,
    notOn: [],
    slips: entry.face.kind === 'sphere' ? 'slips past' : 'blocks',
    ...entry,
    source: COMMON_PRACTICE,
  };
}

const sphere = (diameter: number) => ({ kind: 'sphere', radiusMillimetres: diameter / 2 }) as const;
const cylinder = (diameter: number, length: number) =>
  ({ kind: 'cylinder', radiusMillimetres: diameter / 2, lengthMillimetres: length }) as const;
const shoreA = (value: number) => ({ kind: 'shore A', value }) as const;
const solid = (megapascals: number) => ({ kind: 'modulus', megapascals }) as const;
const air = (kilopascals: number, low: number, high: number) =>
  ({ kind: 'air', kilopascals, low, high }) as const;
/** As `airPressure` makes it of the ball test of the rules of tennis. */
const TENNIS = air(125, 111, 144);

const ITF = citation(
  'ITF Rules of Tennis, ball specification: 65.4–68.6 mm, gives 5.6–7.4 mm under 80.07 N',
);
/** Fingertips and elbows: soft skin over bone. */
const FLESH_AND_BONE = solid(0.4);
const HAND = ownEstimate('skin and pulp over bone');
const WOOD_OR_PLASTIC = solid(2000);
const HARD_STUFF = ownEstimate('wood or hard plastic');

const GROUND = 'Between the body and a wall or floor.';
const BALL_HELD = 'Lies by itself; nothing to hold.';

/** All tools, gentlest first within each form. Uses and cautions: common practice. */
export const TOOLS: readonly Tool[] = [
  tool({
    id: 'fingers',
    name: 'Fingers',
    form: 'hand',
    face: sphere(18),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'medium',
    drive: 'hand',
    reach: 'Everywhere a hand reaches.',
    held: 'Your own hand.',
    goodFor: 'Everywhere a hand reaches; the finest feeling for the spot.',
    notFor: 'Long sessions: hands tire.',
    tiredness: 0.8,
  }),
  tool({
    id: 'stacked-fingers',
    name: 'Stacked fingers',
    form: 'hand',
    face: sphere(18),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'medium',
    drive: 'hand',
    reach: 'Everywhere a hand reaches.',
    held: 'Your own hand, one finger laid on another.',
    goodFor: 'A little firmer than fingers alone, and easier on the finger below.',
    notFor: 'Long sessions: hands tire.',
    tiredness: 0.7,
  }),
  tool({
    id: 'thumb',
    name: 'Thumb',
    form: 'hand',
    face: sphere(22),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Everywhere a hand reaches.',
    held: 'Your own hand, the fingers resting.',
    goodFor: 'Small exact points on jaw, neck, forearm and belly.',
    notFor: 'Long sessions: thumbs tire first.',
    tiredness: 1,
  }),
  tool({
    id: 'knuckle',
    name: 'Knuckle',
    form: 'hand',
    face: sphere(20),
    stuff: solid(1),
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Everywhere a hand reaches.',
    held: 'Your own hand, loosely closed.',
    goodFor: 'Strokes along a lane; spares the thumb.',
    notFor: 'Bone, and long sessions.',
    tiredness: 0.7,
  }),
  tool({
    id: 'heel-of-hand',
    name: 'Heel of the hand',
    form: 'hand',
    face: sphere(60),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'medium',
    drive: 'hand',
    reach: 'Thigh, side of the trunk.',
    held: 'Your own hand, arm straight.',
    goodFor: 'Broad strokes on large muscles.',
    notFor: 'Small points.',
    tiredness: 0.4,
  }),
  tool({
    id: 'fist',
    name: 'Fist',
    form: 'hand',
    face: sphere(70),
    stuff: solid(0.8),
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Under the arm or thigh, on a table.',
    held: 'Your own hand, closed.',
    goodFor: 'A broad, still contact.',
    notFor: 'Small points, bone.',
    tiredness: 0.5,
  }),
  tool({
    id: 'elbow',
    name: 'Elbow',
    form: 'hand',
    face: sphere(34),
    stuff: solid(1.2),
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Thigh, forearm, sole.',
    held: 'Bent, the body leaning.',
    goodFor: 'Sole and thigh, sparing the hands.',
    notFor: 'Neck, face, bone.',
    tiredness: 0.2,
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),

  tool({
    id: 'large-ball',
    name: 'Large soft ball',
    form: 'ball',
    face: sphere(110),
    stuff: air(60, 38, 90),
    stuffSource: ESTIMATED,
    hardness: 'soft',
    drive: 'body',
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'Chest and buttock: broad and mild.',
    notFor: 'Pin-and-glide; one exact point.',
    rubber: true,
  }),
  tool({
    id: 'tennis-ball',
    name: 'Tennis ball',
    form: 'ball',
    face: sphere(66),
    stuff: TENNIS,
    stuffSource: ITF,
    hardness: 'soft',
    drive: 'body',
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'A safe start for back, buttock and foot, at a wall or on the floor.',
    notFor: 'Very deep small muscles.',
    rubber: true,
  }),
  tool({
    id: 'sock-ball',
    name: 'Tennis ball in a long sock',
    form: 'ball',
    face: sphere(67),
    stuff: TENNIS,
    stuffSource: ITF,
    hardness: 'soft',
    drive: 'body',
    reach: 'Between the shoulder blades without a helper.',
    held: 'Hangs over the shoulder by the sock.',
    goodFor: 'Hangs over the shoulder and stays put on a wall.',
    notFor: 'Floor work: the sock bunches up.',
    rubber: true,
  }),
  tool({
    id: 'double-ball',
    name: 'Two tennis balls joined',
    form: 'two balls',
    face: sphere(66),
    stuff: TENNIS,
    stuffSource: ITF,
    hardness: 'soft',
    drive: 'body',
    contacts: 2,
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'Both sides of the spine at once.',
    notFor: 'One exact point.',
    rubber: true,
  }),
  tool({
    id: 'racquet-ball',
    name: 'Small hollow rubber ball',
    form: 'ball',
    face: sphere(57),
    stuff: air(150, 110, 200),
    stuffSource: ESTIMATED,
    hardness: 'medium',
    drive: 'body',
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'The small hip-front muscle.',
    notFor: 'Bone close by.',
    rubber: true,
  }),
  tool({
    id: 'soft-baseball',
    name: 'Soft training baseball',
    form: 'ball',
    face: sphere(73),
    stuff: shoreA(55),
    stuffSource: ESTIMATED,
    hardness: 'firm',
    drive: 'body',
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'Buttock, on a surface that gives.',
    notFor: 'A hard floor.',
  }),
  tool({
    id: 'firm-ball',
    name: 'Firm massage ball',
    form: 'ball',
    face: sphere(63),
    stuff: shoreA(60),
    stuffSource: citation('lacrosse ball, circumference 19.7–20.3 cm; hardness our estimate'),
    hardness: 'firm',
    drive: 'body',
    reach: GROUND,
    held: BALL_HELD,
    goodFor: 'One exact point; the sole.',
    notFor: 'First-timers who press hard; a hard floor on the first day.',
    rubber: true,
  }),
  tool({
    id: 'golf-ball',
    name: 'Golf ball',
    form: 'ball',
    face: sphere(42.7),
    stuff: solid(150),
    stuffSource: citation(
      'Rules of Golf, equipment rules: not under 42.67 mm; hardness our estimate',
    ),
    hardness: 'hard',
    drive: 'body',
    reach: 'Under the foot.',
    held: BALL_HELD,
    goodFor: 'The sole only.',
    notFor: 'Anything near bone; every site but the sole.',
    notOn: [
      'head and jaw',
      'neck',
      'shoulder and upper back',
      'arm',
      'trunk front',
      'low back, hip and buttock',
      'thigh and leg',
    ],
  }),

  tool({
    id: 'foam-roller',
    name: 'Foam roller',
    form: 'roller',
    face: cylinder(150, 300),
    stuff: { kind: 'layer', foamMegapascals: 0.35, foamMillimetres: 15 },
    stuffSource: ownEstimate('soft foam over a hard core; it stiffens as it is pressed together'),
    hardness: 'medium',
    drive: 'body',
    reach: 'The floor; it is tall, so arms and legs must hold the body up.',
    held: BALL_HELD,
    goodFor: 'Long muscles, sweeps and pin-and-glide.',
    notFor: 'The neck, and arching over the low back.',
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),
  tool({
    id: 'slim-roller',
    name: 'Slim hard roller',
    form: 'roller',
    face: cylinder(65, 300),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'body',
    reach: 'The floor.',
    held: BALL_HELD,
    goodFor: 'Deeper pin-and-glide: thin, but still long and flat.',
    notFor: 'The first weeks; bone.',
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),
  tool({
    id: 'stick-roller',
    name: 'Stick with two handles',
    form: 'roller',
    face: cylinder(35, 220),
    stuff: shoreA(80),
    stuffSource: ESTIMATED,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Thigh and calf, seated.',
    held: 'Both hands, one at each end.',
    goodFor: 'Thigh and calf without getting down.',
    notFor: 'Bone, the back.',
    tiredness: 0.4,
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),

  tool({
    id: 'hook-cane',
    name: 'Hook cane',
    form: 'knob',
    face: sphere(28),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'arms',
    reach: 'Top of the shoulder, skull base, between the blades, armpit, thigh.',
    held: 'Both hands on the long hook; the arms hang.',
    goodFor: 'Shoulder ridge, skull base and between the blades without tiring the hands.',
    notFor: 'Bone, and the front of the neck.',
    tiredness: 0.2,
  }),
  tool({
    id: 'straight-cane',
    name: 'Straight cane with a knob',
    form: 'knob',
    face: sphere(32),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'hand',
    reach: 'Armpit and outer blade edge, braced in a corner.',
    held: 'Braced in a corner, a hand guiding it.',
    goodFor: 'The armpit, braced in a corner.',
    notFor: 'Bone, neck.',
    tiredness: 0.2,
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),
  tool({
    id: 'press-tool',
    name: 'Hand press tool',
    form: 'knob',
    face: sphere(20),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'hand',
    reach: 'Blade corner, side of the neck.',
    held: 'A handle in one hand.',
    goodFor: 'Blade corner and side of the neck, lightly.',
    notFor: 'Bone, the front of the neck; pressing hard.',
    tiredness: 0.5,
  }),
  tool({
    id: 'press-stick',
    name: 'Press stick with a T-handle',
    form: 'knob',
    face: sphere(20),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'helper',
    reach: 'Wherever a helper stands.',
    held: 'In the helper’s palm; two contacts steady them.',
    goodFor: 'A helper pressing without tired thumbs.',
    notFor: 'Alone on the neck; bone.',
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),
  tool({
    id: 'helper-thumb',
    name: 'Helper’s thumb',
    form: 'hand',
    face: sphere(22),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'helper',
    reach: 'Wherever a helper stands.',
    held: 'Somebody else’s hand; their other one rests on the person.',
    goodFor:
      'Skull base, neck groove, between the blades and the ridge, pressed for somebody who sits.',
    notFor: 'Anybody who has not been shown.',
  }),
  tool({
    id: 'helper-fingers',
    name: 'Helper’s fingers',
    form: 'hand',
    face: sphere(18),
    stuff: FLESH_AND_BONE,
    stuffSource: HAND,
    hardness: 'medium',
    drive: 'helper',
    reach: 'Wherever a helper stands.',
    held: 'Somebody else’s hand; their other one rests on the person.',
    goodFor: 'Brow, temple, strap muscle and outer blade edge, for somebody who sits.',
    notFor: 'Anybody who has not been shown.',
  }),
  tool({
    id: 'helper-knuckle',
    name: 'Helper’s knuckle',
    form: 'hand',
    face: sphere(20),
    stuff: solid(1),
    stuffSource: HAND,
    hardness: 'firm',
    drive: 'helper',
    reach: 'Wherever a helper stands.',
    held: 'Somebody else’s hand, loosely closed; their other one steadies the head.',
    goodFor: 'The chewing muscle, pointing to the ear.',
    notFor: 'Bone; anybody who has not been shown.',
  }),
  tool({
    id: 'pelvic-hook',
    name: 'Pelvic hook',
    form: 'knob',
    face: sphere(24),
    stuff: WOOD_OR_PLASTIC,
    stuffSource: HARD_STUFF,
    hardness: 'hard',
    drive: 'hand',
    reach: 'Inside the front hip bone.',
    held: 'One hand on the curved handle.',
    goodFor: 'The inside of the front hip bone.',
    notFor: 'Pregnancy; everywhere else.',
    tiredness: 0.3,
  }),
  tool({
    id: 'massage-gun',
    name: 'Massage gun',
    form: 'head',
    face: sphere(40),
    stuff: shoreA(60),
    stuffSource: ESTIMATED,
    hardness: 'firm',
    drive: 'hand',
    reach: 'Large muscles a hand reaches.',
    held: 'One hand; let its weight do the pressing.',
    goodFor: 'Large muscles.',
    notFor: 'Neck, bone and the front of the body.',
    tiredness: 0.5,
    notOn: ['neck', 'head and jaw', 'trunk front'],
  }),
];

/** The person’s own hand or elbow: always there. */
export const isOwnHand = ({ form, drive }: Pick<Tool, 'form' | 'drive'>): boolean =>
  form === 'hand' && drive !== 'helper';

/** What somebody else’s hands can do; there when somebody at home can press. */
export const HELPERS: readonly string[] = TOOLS.filter(
  ({ form, drive }) => form === 'hand' && drive === 'helper',
).map(({ id }) => id);

/**
 * The tools a client has, a helper’s hands among them where somebody at home can press.
 *
 * @param tools null: not known
 */
export const withHelper = (
  tools: readonly string[] | null,
  helperAtHome: boolean | null,
): readonly string[] | null =>
  tools !== null && helperAtHome === true ? [...tools, ...HELPERS] : tools;

const BY_ID = new Map(TOOLS.map((entry) => [entry.id, entry]));

/** Methods that want a hand, which feels what it does. */
const BY_HAND = new Set(['circles', 'glide', 'cross-grain']);

/**
 * Whether a method can be done with a tool: pin-and-glide wants something long and flat that the tight
 * spot cannot slip round (or a hand), a pincer and kneading want fingers, a slow roll something the body lies or
 * sits on. Common practice, no published source.
 */
export function servesMethod(
  tool: Pick<Tool, 'id' | 'form' | 'slips' | 'drive'>,
  method: string,
): boolean {
  if (method === 'pin-and-glide') return tool.slips === 'blocks' || tool.form === 'hand';
  if (method === 'pincer' || method === 'knead')
    return tool.id === 'fingers' || tool.id === 'helper-fingers';
  if (BY_HAND.has(method)) return tool.form === 'hand';
  if (method === 'slow-roll') return tool.drive === 'body';
  return true;
}

/** The tool with this id, also by an id it had before; undefined when there is none. */
export const findTool = (id: string): Tool | undefined => BY_ID.get(presentId('tool', id));
