import { type CourseId } from '#core/simulation';

/** Invented people of an invented harbour town; any likeness to anybody is chance. */
export const PRACTICE = { name: 'Sandholm Quay Practice', timeZone: 'Europe/Copenhagen' };

export const STAFF = [
  { key: 'maren', name: 'Maren Oltmann', role: 'owner', email: 'maren@sandholmquay.example' },
  { key: 'idris', name: 'Idris Falk', role: 'therapist', email: 'idris@sandholmquay.example' },
] as const;

export interface DemoClient {
  name: string;
  occupation: string;
  course: CourseId;
  seed: number;
  therapist: (typeof STAFF)[number]['key'];
  minutesPerDay: number;
  affectedSide: 'left' | 'right' | null;
  /** Sites with what differs from a cautious first dose. */
  sites: readonly DemoSite[];
  timesPerWeek: number;
  message: string;
  notes: string;
  /** Days from today to the next visit; null for none set. */
  nextVisitIn: number | null;
  /** What the second version changed, after four weeks; null when there was none. */
  second: { reason: string; sites: readonly DemoSite[] } | null;
}

export interface DemoSite {
  siteId: string;
  method?: 'timed' | 'fade' | 'sweep';
  grade?: number;
  points?: number;
  /** Index among the site's setups. */
  setup?: number;
}

export const CLIENTS: readonly DemoClient[] = [
  {
    name: 'Hollis Verbeek',
    occupation: 'fly-floor rigger',
    course: 'improving',
    seed: 11,
    therapist: 'maren',
    minutesPerDay: 14,
    affectedSide: 'left',
    sites: [
      { siteId: 'side-low-back', method: 'fade', setup: 1 },
      { siteId: 'below-ridge', method: 'timed', grade: 4 },
      { siteId: 'deep-buttock', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 6,
    message:
      'After the get-out, before your shower is soon enough. Let the ball do it; do not push.',
    notes: 'Hauls on the left. Back at full rig from the new season.',
    nextVisitIn: 0,
    second: {
      reason:
        'Low back falls within the session and over the weeks; one more point, pressure unchanged.',
      sites: [
        { siteId: 'side-low-back', method: 'fade', points: 2, setup: 1 },
        { siteId: 'below-ridge', method: 'timed', grade: 4 },
        { siteId: 'deep-buttock', method: 'timed', grade: 3 },
      ],
    },
  },
  {
    name: 'Odalys Brandt',
    occupation: 'costume cutter',
    course: 'steady',
    seed: 23,
    therapist: 'maren',
    minutesPerDay: 10,
    affectedSide: 'right',
    sites: [
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'thumb-base', method: 'timed', grade: 3 },
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 5,
    message: 'Right after you put the shears down at noon.',
    notes: 'Cuts twelve hours before openings.',
    nextVisitIn: 3,
    second: {
      reason: 'Ridge settles well; thumb a grade lower, it was sore in the mornings.',
      sites: [
        { siteId: 'shoulder-ridge', method: 'fade', grade: 4 },
        { siteId: 'thumb-base', method: 'timed', grade: 2 },
        { siteId: 'neck-groove', method: 'timed', grade: 3 },
      ],
    },
  },
  {
    name: 'Benedikt Aro',
    occupation: 'puppeteer',
    course: 'over-pressing',
    seed: 37,
    therapist: 'maren',
    minutesPerDay: 12,
    affectedSide: 'right',
    sites: [
      { siteId: 'between-blades', method: 'timed', grade: 5, points: 2 },
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'skull-base', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    message: 'Less than you think. If you hold your breath it is too much.',
    notes: 'Presses hard by temperament; arms overhead all evening.',
    nextVisitIn: 1,
    second: null,
  },
  {
    name: 'Tamsin Okoro',
    occupation: 'timpanist',
    course: 'stuck',
    seed: 41,
    therapist: 'maren',
    minutesPerDay: 15,
    affectedSide: 'left',
    sites: [
      { siteId: 'below-ridge', method: 'fade', grade: 4 },
      { siteId: 'between-blades', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'After rehearsal, sticks away first.',
    notes: 'No change in the second month: look at the stool height again.',
    nextVisitIn: 6,
    second: {
      reason: 'Nothing moves: same dose two more weeks while the stool is changed.',
      sites: [
        { siteId: 'below-ridge', method: 'fade', grade: 4 },
        { siteId: 'between-blades', method: 'timed', grade: 4, points: 2 },
      ],
    },
  },
  {
    name: 'Perrin Halloway',
    occupation: 'scenic carpenter',
    course: 'quiet',
    seed: 53,
    therapist: 'idris',
    minutesPerDay: 8,
    affectedSide: null,
    sites: [
      { siteId: 'side-low-back', method: 'timed', grade: 4 },
      { siteId: 'middle-quad', method: 'sweep', grade: 4, setup: 1 },
    ],
    timesPerWeek: 5,
    message: 'On the workshop mat, when the saw has been switched off.',
    notes: '',
    nextVisitIn: null,
    second: null,
  },
  {
    name: 'Ilse Marchetti',
    occupation: 'wig maker',
    course: 'improving',
    seed: 61,
    therapist: 'idris',
    minutesPerDay: 8,
    affectedSide: 'right',
    sites: [
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
      { siteId: 'skull-base', method: 'fade', grade: 3 },
      { siteId: 'thumb-base', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    message: 'Once in the evening. Sit a moment afterwards.',
    notes: 'Headaches by Friday, fewer lately.',
    nextVisitIn: 2,
    second: {
      reason: 'Skull base fades sooner; a little longer allowed, pressure unchanged.',
      sites: [
        { siteId: 'neck-groove', method: 'timed', grade: 3 },
        { siteId: 'skull-base', method: 'fade', grade: 3 },
      ],
    },
  },
  {
    name: 'Cosmo Lindqvist',
    occupation: 'prompter',
    course: 'quiet',
    seed: 71,
    therapist: 'idris',
    minutesPerDay: 6,
    affectedSide: null,
    sites: [
      { siteId: 'breastbone', method: 'timed', grade: 2 },
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    message: 'In the interval, in the green room.',
    notes: 'Sits folded in the box for three hours.',
    nextVisitIn: 9,
    second: null,
  },
  {
    name: 'Yara Fontaine',
    occupation: 'wardrobe dyer',
    course: 'steady',
    seed: 83,
    therapist: 'maren',
    minutesPerDay: 12,
    affectedSide: 'left',
    sites: [
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'side-low-back', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'Warm from the vats is a good time.',
    notes: '',
    nextVisitIn: 12,
    second: null,
  },
  {
    name: 'Nuno Castellan',
    occupation: 'dancer',
    course: 'improving',
    seed: 97,
    therapist: 'maren',
    minutesPerDay: 20,
    affectedSide: 'right',
    sites: [
      { siteId: 'middle-quad', method: 'sweep', grade: 5, setup: 1 },
      { siteId: 'middle-quad', method: 'timed', grade: 5, points: 2, setup: 1 },
      { siteId: 'deep-buttock', method: 'fade', grade: 4 },
      { siteId: 'side-low-back', method: 'fade', grade: 4, setup: 1 },
    ],
    timesPerWeek: 6,
    message: 'After class, never before a jump.',
    notes: 'Second cast until the new year.',
    nextVisitIn: 5,
    second: {
      reason: 'Thigh takes it well; hold a grade lower on the buttock after the long run.',
      sites: [
        { siteId: 'middle-quad', method: 'sweep', grade: 5, setup: 1 },
        { siteId: 'middle-quad', method: 'timed', grade: 5, points: 3, setup: 1 },
        { siteId: 'deep-buttock', method: 'fade', grade: 3 },
        { siteId: 'side-low-back', method: 'fade', grade: 4, setup: 1 },
      ],
    },
  },
  {
    name: 'Wendeline Sorg',
    occupation: 'organ tuner',
    course: 'stuck',
    seed: 103,
    therapist: 'idris',
    minutesPerDay: 10,
    affectedSide: 'left',
    sites: [
      { siteId: 'skull-base', method: 'timed', grade: 3 },
      { siteId: 'between-blades', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'When you are down from the loft and warm again.',
    notes: 'Works with the head turned to the left for hours.',
    nextVisitIn: 0,
    second: null,
  },
];
