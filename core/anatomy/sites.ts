import { z } from 'zod';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import { type Sensitivity } from './sensitivity';

const seconds = z.number().int().positive();

/** Shape of a site entry. Durations in seconds; `capSeconds` is per side and session. */
export const siteSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  plainName: z.string().min(3),
  anatomicalName: z.string().min(3),
  region: z.enum(['neck', 'shoulder and upper back', 'hand', 'trunk front', 'hip and back', 'leg']),
  sensitivity: z.enum(['robust', 'ordinary', 'delicate', 'guarded']),
  midline: z.boolean(),
  /** Landmark recipe, a step a line, to be felt with a hand. */
  find: z.array(z.string().min(10)).min(1),
  /** Where the sensation may travel while pressing. */
  refersTo: z.array(z.string()),
  keepOff: z.string().min(5),
  usualHoldSeconds: z.object({ from: seconds, to: seconds }),
  capSeconds: seconds,
  methods: z.array(z.enum(['timed', 'fade', 'sweep'])).min(1),
  /** The ways this site is reached, gentlest first: which tool, in which position. */
  setups: z.array(z.object({ toolId: z.string(), positionId: z.string(), how: z.string() })).min(1),
});

type SiteEntry = z.infer<typeof siteSchema>;

/** A place on the body that can be worked by oneself. */
export interface Site extends SiteEntry {
  sensitivity: Sensitivity;
  source: Source;
}

const site = <const Id extends string>(entry: SiteEntry & { id: Id }) => ({
  ...entry,
  source: COMMON_PRACTICE,
});

const TABLE = [
  site({
    id: 'skull-base',
    plainName: 'Skull base',
    anatomicalName: 'suboccipitals',
    region: 'neck',
    sensitivity: 'ordinary',
    midline: false,
    find: [
      'Slide your fingertips up the back of the neck until the skull begins to overhang.',
      'Start a thumb’s breadth from the middle and step outwards about 1 cm at a time.',
      'Tuck the chin a little: the points come to the surface.',
    ],
    refersTo: ['round the head like a band', 'behind the eye'],
    keepOff: 'Stay on muscle under the ridge, not on the bony knobs of the neck.',
    usualHoldSeconds: { from: 20, to: 60 },
    capSeconds: 120,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'lying-back',
        how: 'Lie down, lay the thumbs under the ridge and let the head’s weight sink onto them.',
      },
      {
        toolId: 'hook-cane',
        positionId: 'seated',
        how: 'Hook the knob under the ridge; the weight of the arms is enough.',
      },
    ],
  }),
  site({
    id: 'neck-groove',
    plainName: 'Back-of-neck groove',
    anatomicalName: 'splenius and semispinalis',
    region: 'neck',
    sensitivity: 'delicate',
    midline: false,
    find: [
      'Feel the row of bone down the middle and the ear at the side.',
      'The groove lies halfway between them.',
      'Search up and down it for the spot that is firmer than its surroundings.',
    ],
    refersTo: ['back of the head', 'shoulder'],
    keepOff: 'Never on the bone in the middle, never round towards the front of the neck.',
    usualHoldSeconds: { from: 15, to: 30 },
    capSeconds: 120,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'seated',
        how: 'Hook the fingertips into the groove and let the arms hang their own weight on them.',
      },
      {
        toolId: 'hook-cane',
        positionId: 'seated',
        how: 'Set the knob in the groove; the arms’ own weight, no pull.',
      },
    ],
  }),
  site({
    id: 'shoulder-ridge',
    plainName: 'Shoulder ridge',
    anatomicalName: 'upper trapezius',
    region: 'shoulder and upper back',
    sensitivity: 'ordinary',
    midline: false,
    find: [
      'Take hold of the thick roll of muscle between neck and shoulder tip.',
      'Rest the arm on a table and lean the head towards it, so that the roll goes soft.',
      'The point is a firm strand inside the roll.',
    ],
    refersTo: ['back of the head', 'temple', 'behind the eye'],
    keepOff: 'Stay inside the bony tip of the shoulder and behind the collarbone.',
    usualHoldSeconds: { from: 30, to: 60 },
    capSeconds: 120,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'seated',
        how: 'Pincer the roll between fingers and thumb, arm resting on a table.',
      },
      {
        toolId: 'hook-cane',
        positionId: 'seated',
        how: 'Lay the knob on the roll from behind and let the arm’s weight draw it down.',
      },
    ],
  }),
  site({
    id: 'between-blades',
    plainName: 'Between the blades',
    anatomicalName: 'rhomboids and middle trapezius',
    region: 'shoulder and upper back',
    sensitivity: 'robust',
    midline: false,
    find: [
      'Hug yourself: the shoulder blades draw apart and a fleshy lane opens beside the spine.',
      'The lane runs between the spine and the inner edge of the blade.',
    ],
    refersTo: ['between the blades', 'along the inner edge of the blade'],
    keepOff: 'Never on the spine itself.',
    usualHoldSeconds: { from: 30, to: 60 },
    capSeconds: 120,
    methods: ['timed', 'fade', 'sweep'],
    setups: [
      {
        toolId: 'sock-ball',
        positionId: 'wall-back',
        how: 'Hang the ball over the shoulder, back to the wall, hips off the wall, and lean.',
      },
      {
        toolId: 'tennis-ball',
        positionId: 'wall-back',
        how: 'Ball between wall and lane; feet further away for more.',
      },
      {
        toolId: 'tennis-ball',
        positionId: 'lying-back',
        how: 'Lie on the ball, knees bent; lift the hips a little to take weight off.',
      },
      {
        toolId: 'foam-roller',
        positionId: 'lying-back',
        how: 'Roller across the blades, head in the hands, feet carrying part of the weight.',
      },
    ],
  }),
  site({
    id: 'below-ridge',
    plainName: 'Below the blade ridge',
    anatomicalName: 'infraspinatus',
    region: 'shoulder and upper back',
    sensitivity: 'robust',
    midline: false,
    find: [
      'Put the hand on the opposite shoulder: the flat of the blade turns outwards.',
      'Search the flat below the bony ridge; the front of the shoulder may answer.',
    ],
    refersTo: ['front of the shoulder', 'down the arm'],
    keepOff: 'Stay on the flat; not on the ridge, not on the bony edge.',
    usualHoldSeconds: { from: 20, to: 30 },
    capSeconds: 120,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'sock-ball',
        positionId: 'wall-back',
        how: 'Ball on the flat of the blade, turn a little towards it, lean.',
      },
      {
        toolId: 'tennis-ball',
        positionId: 'wall-side',
        how: 'Side on to the wall, arm across the body, ball behind the shoulder.',
      },
      {
        toolId: 'firm-ball',
        positionId: 'wall-side',
        how: 'As with the tennis ball, with less lean: a firm ball finds more.',
      },
    ],
  }),
  site({
    id: 'thumb-base',
    plainName: 'Thumb base',
    anatomicalName: 'thenar muscles',
    region: 'hand',
    sensitivity: 'delicate',
    midline: false,
    find: [
      'Rest the hand palm up.',
      'Search the fleshy pad between thumb and wrist for a firm strand.',
    ],
    refersTo: ['thumb', 'wrist'],
    keepOff: 'Not into the hollow of the wrist.',
    usualHoldSeconds: { from: 15, to: 30 },
    capSeconds: 60,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'seated',
        how: 'Press with the other thumb, or with a knuckle when the thumb tires.',
      },
      {
        toolId: 'tennis-ball',
        positionId: 'seated',
        how: 'Roll the pad onto a ball on the table and lean the arm’s weight in.',
      },
    ],
  }),
  site({
    id: 'breastbone',
    plainName: 'Breastbone',
    anatomicalName: 'sternal edge, sternalis',
    region: 'trunk front',
    sensitivity: 'guarded',
    midline: true,
    find: [
      'Lay the fingertips on the middle of the breastbone.',
      'Walk up it a fingertip at a time, lightly, breathing out at each stop.',
    ],
    refersTo: ['across the chest'],
    keepOff: 'Not on the soft lowest tip, not on breast tissue.',
    usualHoldSeconds: { from: 10, to: 20 },
    capSeconds: 60,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'lying-back',
        how: 'Fingertips flat on the bone, the hand’s own weight only.',
      },
      {
        toolId: 'fingers',
        positionId: 'seated',
        how: 'Lean back, fingertips flat on the bone, light.',
      },
    ],
  }),
  site({
    id: 'side-low-back',
    plainName: 'Side low-back',
    anatomicalName: 'quadratus lumborum',
    region: 'hip and back',
    sensitivity: 'ordinary',
    midline: false,
    find: [
      'Find the lowest rib and the rim of the pelvis: the soft window lies between them.',
      'Go outwards from the spine past the first thick lane of muscle.',
    ],
    refersTo: ['hip', 'down the leg'],
    keepOff: 'Not on the lowest ribs, not on the spine.',
    usualHoldSeconds: { from: 20, to: 180 },
    capSeconds: 300,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'tennis-ball',
        positionId: 'wall-back',
        how: 'Ball in the window, hips touching the wall, knees soft.',
      },
      {
        toolId: 'tennis-ball',
        positionId: 'lying-back',
        how: 'Knees bent, tip them over towards the ball and let it sink. Ankle over knee for more.',
      },
    ],
  }),
  site({
    id: 'deep-buttock',
    plainName: 'Deep buttock',
    anatomicalName: 'piriformis',
    region: 'hip and back',
    sensitivity: 'ordinary',
    midline: false,
    find: [
      'Put the hand on the hip, thumb pointing back: draw a line straight down from the thumb.',
      'Draw a level line from the bony point at the side of the hip. The spot is where they cross.',
    ],
    refersTo: ['back of the leg'],
    keepOff: 'Shooting pain, numbness or tingling down the leg: come off and do not go back.',
    usualHoldSeconds: { from: 30, to: 60 },
    capSeconds: 120,
    methods: ['timed', 'fade'],
    setups: [
      {
        toolId: 'tennis-ball',
        positionId: 'lying-back',
        how: 'Knees bent, hands and the other foot taking weight off; breathe low into the belly.',
      },
      {
        toolId: 'foam-roller',
        positionId: 'sitting-floor',
        how: 'Sit on the roller, lean to the side, hands behind carrying most of the weight.',
      },
    ],
  }),
  site({
    id: 'middle-quad',
    plainName: 'Middle of the thigh',
    anatomicalName: 'rectus femoris and vastus intermedius',
    region: 'leg',
    sensitivity: 'robust',
    midline: false,
    find: [
      'Draw a line from the front of the hip to the kneecap.',
      'Search it from a hand below the hip to a hand above the knee, leg loose.',
    ],
    refersTo: ['above the kneecap'],
    keepOff: 'Not on the kneecap, not on the front hip bone.',
    usualHoldSeconds: { from: 15, to: 60 },
    capSeconds: 300,
    methods: ['sweep', 'timed', 'fade'],
    setups: [
      {
        toolId: 'fingers',
        positionId: 'seated',
        how: 'Heel of the hand or knuckles, leg stretched out and loose.',
      },
      {
        toolId: 'foam-roller',
        positionId: 'lying-front',
        how: 'Lie over the roller on forearms and the other knee, which carry part of the weight.',
      },
      {
        toolId: 'firm-ball',
        positionId: 'lying-front',
        how: 'As on the roller, one point at a time, more weight on the forearms.',
      },
    ],
  }),
];

/** The starter set of sites, in the order of the body from head to foot. */
export const SITES: readonly Site[] = TABLE;
export type SiteId = (typeof TABLE)[number]['id'];

const BY_ID = new Map<string, Site>(SITES.map((entry) => [entry.id, entry]));

/** The site with this id, or undefined. */
export const findSite = (id: string): Site | undefined => BY_ID.get(id);
