import type { ActivityKind } from '#core/activities';
import type { SiteId } from '#core/anatomy';
import type { MethodId } from '#core/dosage';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';

/** One line of a starting plan: a site with what differs from its cautious first dose, or what is done beside. */
export type PlanLine =
  | { siteId: SiteId; method?: MethodId; why: string }
  | { kind: Exclude<ActivityKind, 'note' | 'and-then'>; names?: string; why: string }
  | { kind: 'note' | 'and-then'; title: string; says: string; why: string };

/** Where one usually begins when people complain of something. */
export interface StartingPlan {
  id: string;
  /** As people say it. */
  name: string;
  lines: readonly PlanLine[];
  /** What to look at beside the places: causes. */
  alsoLook: string;
  /** What wants somebody in person first. */
  care?: string;
  /** What comes a quiet week later, one new neck site at a time. */
  later?: string;
  source: Source;
}

const plan = (given: Omit<StartingPlan, 'source'>): StartingPlan => ({
  ...given,
  source: COMMON_PRACTICE,
});

const STRENGTH: PlanLine = {
  kind: 'and-then',
  title: 'Strengthening',
  says: 'As we agreed; loosening alone does not last.',
  why: 'Loosening without strengthening or better movement is said not to last.',
};

/** Starting plans by what people complain of. Common practice, no published source; the doses are the sites’ own. */
export const STARTING_PLANS: readonly StartingPlan[] = [
  plan({
    id: 'stiff-neck',
    name: 'Stiff neck, cannot turn',
    lines: [
      { kind: 'warm-up', names: 'heat', why: 'Warm first.' },
      {
        siteId: 'blade-corner',
        why: 'The lower end of the blade lifter, before its end at the neck.',
      },
      { siteId: 'neck-levator', why: 'Its end at the neck, pressed while looking down.' },
      { kind: 'drill', names: 'head-turn', why: 'What turns again is used.' },
    ],
    alsoLook: 'Sleeping posture, screen to one side, the phone held by the shoulder.',
    care: 'After a fall or a crash, with fever, or with trouble seeing, speaking or walking: an examination first.',
    later: 'Side of the neck, after a quiet week.',
  }),
  plan({
    id: 'tight-shoulders',
    name: 'Tight, heavy shoulders',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'blade-corner', why: 'Carries the blade all day.' },
      { siteId: 'shoulder-ridge', why: 'The thick roll that people mean.' },
      { siteId: 'chest', why: 'Pulls the shoulders forward.' },
      { kind: 'contract-relax', names: 'ridge-seated', why: 'Holds let go, this lengthens.' },
      { kind: 'drill', names: 'shoulders', why: 'Breaks the habit of carrying them high.' },
    ],
    alsoLook: 'Desk height, arm rests, sleeping posture.',
  }),
  plan({
    id: 'band-headache',
    name: 'Headache round the head like a band',
    lines: [
      { siteId: 'skull-base', why: 'Sends round the head.' },
      { kind: 'stretch', names: 'skull-base', why: 'After the pressing.' },
      { kind: 'drill', names: 'head-over-shoulders', why: 'Takes the load off the skull’s edge.' },
    ],
    alsoLook: 'Head forward, hours at a desk.',
    care: 'Sudden and worst ever, new after fifty, after a blow, or changing: an examination first.',
  }),
  plan({
    id: 'behind-eye-headache',
    name: 'Headache up the back and side, behind the eye',
    lines: [
      { kind: 'warm-up', names: 'heat', why: 'Warm first.' },
      {
        siteId: 'shoulder-ridge',
        why: 'Sends up the side of the neck to the temple and behind the eye.',
      },
      { siteId: 'brow', why: 'Behind the eye as well.' },
      { kind: 'contract-relax', names: 'ridge-seated', why: 'After the pressing.' },
    ],
    alsoLook: 'Shoulders up while working.',
    care: 'Sudden and worst ever, new after fifty, after a blow, or changing: an examination first.',
    later: 'Strap muscle of the neck, after a quiet week.',
  }),
  plan({
    id: 'brow-headache',
    name: 'Headache over the brow',
    lines: [
      { siteId: 'brow', why: 'The muscle that frowns.' },
      { siteId: 'front-side-neck', why: 'Sends to the brow.' },
      { kind: 'stretch', names: 'strap-turn', why: 'After the pressing.' },
    ],
    alsoLook: 'Squinting, a screen that is too far or too bright.',
    care: 'Sudden and worst ever, new after fifty, after a blow, or changing: an examination first.',
  }),
  plan({
    id: 'face-and-teeth',
    name: 'Temple, teeth, face',
    lines: [
      { siteId: 'temple', why: 'Sends to the upper teeth and above the eye.' },
      { siteId: 'chewing-muscle', why: 'Works together with the temple.' },
    ],
    alsoLook: 'Grinding, stress.',
    care: 'One tooth alone: a dentist. A temple that is tender with a jaw that tires on chewing: an examination first.',
  }),
  plan({
    id: 'jaw',
    name: 'Jaw that clicks, tires or clenches',
    lines: [
      { siteId: 'chewing-muscle', why: 'Closes the jaw.' },
      { siteId: 'temple', why: 'Closes it with the chewing muscle.' },
      { siteId: 'jaw-outside', why: 'Guides the joint; one side at a time.' },
    ],
    alsoLook: 'Grinding at night, gum, nails.',
    care: 'Locked now: refer.',
  }),
  plan({
    id: 'between-blades',
    name: 'Between the shoulder blades, mid back',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'between-blades', why: 'Where it is felt.' },
      { siteId: 'mid-back-lanes', why: 'The long lanes beside the spine.' },
      { siteId: 'chest', why: 'Pulls the shoulders round.' },
      { kind: 'stretch', names: 'chest-door', why: 'After the pressing.' },
    ],
    alsoLook: 'Rounded shoulders, a seat without support.',
  }),
  plan({
    id: 'low-back',
    name: 'Low back, knots',
    lines: [
      { kind: 'warm-up', names: 'bath', why: 'Warm first.' },
      { siteId: 'side-low-back', why: 'Most often the knots that people mean.' },
      { siteId: 'low-back-lanes', why: 'Beside the spine.' },
      { siteId: 'dimple-points', why: 'Where the back meets the pelvis.' },
      STRENGTH,
    ],
    alsoLook: 'Lifting, long sitting, support from the core.',
    care: 'Numb between the legs, trouble with water or stool, fever, or a fall: now.',
  }),
  plan({
    id: 'buttock',
    name: 'Buttock, back of the leg',
    lines: [
      { kind: 'breathing', why: 'Low breathing lets the buttock go; learnt before pressing.' },
      { siteId: 'upper-outer-buttock', why: 'Above and behind the hip joint.' },
      { siteId: 'deep-buttock', why: 'Deep under the big one; at 3 to 4 of 10.' },
      STRENGTH,
    ],
    alsoLook:
      'Breathing and core support, how the hip moves. Down the outside of the leg: the hip-front muscle.',
    care: 'Shooting or numb: an examination first.',
  }),
  plan({
    id: 'outer-thigh',
    name: 'Outer knee, outer thigh, “the band”',
    lines: [
      { siteId: 'inside-hip-bone', why: 'Before the one outside the bone.' },
      { siteId: 'hip-front', why: 'Pulls the band; the band itself is not rolled.' },
      { siteId: 'outer-quad', why: 'Lies under the band.' },
      { kind: 'stretch', names: 'hip-front-step', why: 'After the pressing.' },
    ],
    alsoLook: 'A pelvis tipped forwards.',
  }),
  plan({
    id: 'knee-gives-way',
    name: 'Knee gives way, on steps and slopes',
    lines: [
      { kind: 'warm-up', names: 'strokes', why: 'Warm first.' },
      { siteId: 'inner-quad', why: 'First of all when a knee gives way.' },
      { siteId: 'middle-quad', why: 'Its neighbour.' },
      { siteId: 'hamstrings', why: 'Work against the front of the thigh.' },
      { kind: 'stretch', names: 'hamstring-lying', why: 'The back before the front.' },
      {
        kind: 'stretch',
        names: 'quad-side-lying',
        why: 'Lying: a knee that gives way does not stand on one leg.',
      },
      { kind: 'cold', why: 'After thigh work.' },
    ],
    alsoLook: 'A foot that rolls in, much kneeling, deep squats, tight hamstrings.',
    care: 'Locking, swelling or falls: an examination first.',
  }),
  plan({
    id: 'front-of-knee',
    name: 'Front of the knee, above the kneecap',
    lines: [
      { kind: 'warm-up', names: 'strokes', why: 'Warm first.' },
      { siteId: 'middle-quad', method: 'sweep', why: 'Sweeps warm up.' },
      { siteId: 'inner-quad', why: 'Pulls on the kneecap from inside.' },
      { kind: 'stretch', names: 'hamstring-lying', why: 'The back before the front.' },
      { kind: 'stretch', names: 'quad-standing', why: 'After the pressing.' },
      { kind: 'cold', why: 'After thigh work.' },
    ],
    alsoLook: 'Kneeling, jumping, stairs, the foot.',
    care: 'Locking, swelling or falls: an examination first.',
  }),
  plan({
    id: 'stiff-after-sitting',
    name: 'Stiff to straighten after sitting',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'middle-quad', why: 'The upper muscle is calmed before the one under it.' },
      { siteId: 'deep-quad', why: 'Under the middle one; can hardly be felt by hand.' },
      { kind: 'stretch', names: 'hamstring-lying', why: 'The back before the front.' },
      { kind: 'stretch', names: 'quad-side-lying', why: 'After the pressing.' },
    ],
    alsoLook: 'Long sitting without a break.',
  }),
  plan({
    id: 'heel',
    name: 'Heel, sole',
    lines: [
      { kind: 'warm-up', names: 'bath', why: 'Warm and washed.' },
      { siteId: 'toe-ray-shear', why: 'The rays first.' },
      { siteId: 'heel-arch', why: 'The heel end of the arch.' },
      { siteId: 'mid-sole', why: 'The line across.' },
      { siteId: 'calf', why: 'Sends to the heel.' },
      { kind: 'stretch', names: 'calf-wall', why: 'After the pressing.' },
    ],
    alsoLook: 'Shoes, hours of standing.',
  }),
  plan({
    id: 'shoulder-front',
    name: 'Shoulder in front, cannot sleep on it',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'below-ridge', why: 'Sends to the front of the shoulder.' },
      { siteId: 'chest', why: 'Its neighbour in front.' },
      { kind: 'drill', names: 'arm-reach', why: 'What moves again is used.' },
    ],
    alsoLook: 'Which side they sleep on.',
  }),
  plan({
    id: 'lifting-the-arm',
    name: 'Shoulder outside, lifting the arm',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'above-ridge', why: 'Begins the lift.' },
      { siteId: 'outer-shoulder', why: 'Goes on with it.' },
      { siteId: 'armpit', why: 'Holds it back.' },
    ],
    alsoLook: 'Work above the head.',
  }),
  plan({
    id: 'reach',
    name: 'Cannot reach overhead or behind',
    lines: [
      { kind: 'warm-up', names: 'movement', why: 'Warm first.' },
      { siteId: 'outer-blade-edge', why: 'Holds the arm down.' },
      { siteId: 'side-of-trunk', why: 'The same, further down.' },
      { siteId: 'armpit', why: 'Turns the arm in.' },
    ],
    alsoLook: 'How the blade moves along.',
  }),
  plan({
    id: 'forearm',
    name: 'Elbow, forearm, typing',
    lines: [
      { kind: 'warm-up', names: 'strokes', why: 'Warm first.' },
      { siteId: 'outer-forearm', method: 'cross-grain', why: 'Where typing is felt.' },
      { siteId: 'inner-forearm', why: 'Works against it.' },
      { siteId: 'triceps', why: 'Lower third; keep off the groove at the inner elbow.' },
    ],
    alsoLook: 'Grip, keyboard, mouse.',
    care: 'Tingling into the hand or weakness: an examination before neck, shoulder or arm work.',
  }),
];

const BY_ID = new Map(STARTING_PLANS.map((one) => [one.id, one]));

/** The starting plan with this id; undefined when there is none. */
export const findStartingPlan = (id: string): StartingPlan | undefined => BY_ID.get(id);
