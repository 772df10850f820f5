import type { TimeOfDay } from '#core/calendar';
import type { ActivityKind } from '#core/activities';
import type { FeltAt } from '#core/complaint';
import type { SurfaceId } from '#core/equipment';
import type { ResponseId, RestingPlace } from '#core/response';
import type { ConditionId } from '#core/screening';
import type { CourseId } from '#core/simulation';

/** Invented people of an invented harbour town; any likeness to anybody is chance. */
export const PRACTICE = {
  name: 'Sandholm Quay Practice',
  timeZone: 'Europe/Copenhagen',
  // Of a range kept free for invented people (Ofcom, numbers for drama use; from memory).
  phone: '+44 1632 960 123',
  emergencyNumber: '112',
  keepYears: 10,
};

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
  /** What brought them, in their words; how it stood at first. */
  brought: readonly DemoComplaint[];
  /** Sites with what differs from a cautious first dose. */
  sites: readonly DemoSite[];
  timesPerWeek: number;
  /** Why there is more neck work than a start. */
  neckReason?: string;
  message: string;
  notes: string;
  body: { massKilograms: number; statureMetres: number } | null;
  tools: readonly string[];
  places: readonly SurfaceId[];
  screening: readonly ConditionId[];
  /** What was written at the first visits, in order. */
  visitNotes: readonly string[];
  /** What the client has answered alone since, beyond the screening; not confirmed yet. */
  answersAlone?: readonly ConditionId[];
  /** A test the client does at home. */
  asksHome?: { testId: string; when: 'each session' | 'weekly' };
  /** What was told of the days after, `back` from the last session that was told of. */
  afterwards?: readonly { back: number; answer: ResponseId; places?: readonly RestingPlace[] }[];
  timesOfDay: readonly TimeOfDay[];
  /** What they do at that time anyway. */
  habits?: Partial<Record<TimeOfDay, string>>;
  helperAtHome: boolean | null;
  /** Days from today to the next visit; null for none set. */
  nextVisitIn: number | null;
  /** What the second version changed, after four weeks; null when there was none. */
  second: {
    reason: string;
    sites: readonly DemoSite[];
    /** What is done beside pressing from then on. */
    beside?: readonly ActivityKind[];
  } | null;
}

export interface DemoComplaint {
  what: string;
  places: readonly FeltAt[];
  /** Days before the first visit. */
  sinceDays: number;
  stops: string;
  /** Days of the last seven, at its strongest, what it stops. */
  at: readonly [days: number, strongest: number, hinders: number];
}

export interface DemoSite {
  siteId: string;
  method?: 'timed' | 'fade' | 'sweep';
  grade?: number;
  points?: number;
  /** The way it is reached: tool and posture; the gentlest when absent. */
  by?: readonly [toolId: string, positionId: string];
}

export const CLIENTS: readonly DemoClient[] = [
  {
    name: 'Hollis Verbeek',
    // Bruised, and told to rest the place.
    afterwards: [
      { back: 1, answer: 'bruised', places: [{ siteId: 'deep-buttock', side: 'left' }] },
    ],
    occupation: 'fly-floor rigger',
    course: 'improving',
    seed: 11,
    therapist: 'maren',
    minutesPerDay: 14,
    affectedSide: 'left',
    brought: [
      {
        what: 'Low back catches when I haul',
        places: [
          { part: 'low-back', side: 'left' },
          { part: 'buttock', side: 'left' },
        ],
        sinceDays: 70,
        stops: 'the third turn of the hauling line',
        at: [6, 7, 6],
      },
    ],
    sites: [
      { siteId: 'side-low-back', method: 'fade', by: ['tennis-ball', 'lying-back'] },
      { siteId: 'below-ridge', method: 'timed', grade: 4 },
      { siteId: 'deep-buttock', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 6,
    message:
      'After the get-out, before your shower is soon enough. Let the ball do it; do not push.',
    notes: 'Hauls on the left. Back at full rig from the new season.',
    body: { massKilograms: 78, statureMetres: 1.81 },
    tools: ['tennis-ball', 'sock-ball', 'firm-ball', 'foam-roller', 'hook-cane'],
    places: ['wall', 'hard-floor', 'mat', 'chair', 'door-frame'],
    screening: [],
    visitNotes: [
      'Left low back since the winter get-in; worst on the third turn of the hauling line.',
      'Sleeps through. Left buttock lets go faster than the back.',
      'Hauls again at half rig. Keep the order: ridge, back, buttock.',
    ],
    timesOfDay: ['evening'],
    habits: { evening: 'tea after the get-out' },
    helperAtHome: true,
    nextVisitIn: 0,
    second: {
      reason:
        'Low back falls within the session and over the weeks; one more point, pressure unchanged.',
      sites: [
        { siteId: 'side-low-back', method: 'fade', points: 2, by: ['tennis-ball', 'lying-back'] },
        { siteId: 'below-ridge', method: 'timed', grade: 4 },
        { siteId: 'deep-buttock', method: 'timed', grade: 3 },
      ],
    },
  },
  {
    name: 'Odalys Brandt',
    // Flared up after a long week at the table.
    afterwards: [
      {
        back: 0,
        answer: 'sore',
        places: [
          { siteId: 'shoulder-ridge', side: 'left' },
          { siteId: 'shoulder-ridge', side: 'right' },
        ],
      },
      { back: 1, answer: 'sore', places: [{ siteId: 'shoulder-ridge', side: 'right' }] },
    ],
    occupation: 'costume cutter',
    course: 'steady',
    seed: 23,
    therapist: 'maren',
    minutesPerDay: 10,
    affectedSide: 'right',
    brought: [
      {
        what: 'Headache behind the right eye after a day at the table',
        places: [
          { part: 'behind-eye', side: 'right' },
          { part: 'neck', side: 'right' },
        ],
        sinceDays: 200,
        stops: 'evening fittings',
        at: [4, 6, 4],
      },
    ],
    sites: [
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'thumb-base', method: 'timed', grade: 3, by: ['tennis-ball', 'seated'] },
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 5,
    message: 'Right after you put the shears down at noon.',
    notes: 'Cuts twelve hours before openings.',
    body: { massKilograms: 64, statureMetres: 1.68 },
    tools: ['tennis-ball', 'hook-cane'],
    places: ['wall', 'chair', 'table'],
    screening: ['tired-hands'],
    visitNotes: [
      'Shears on the right, eight hours at the table. Thumb tires before the shoulder.',
      'Table raised by a hand; thumb quieter.',
    ],
    timesOfDay: ['midday', 'evening'],
    habits: { midday: 'the lunch break', evening: 'the kettle' },
    helperAtHome: false,
    nextVisitIn: 3,
    second: {
      reason: 'Ridge settles well; thumb a grade lower, it was sore in the mornings.',
      sites: [
        { siteId: 'shoulder-ridge', method: 'fade', grade: 4 },
        { siteId: 'thumb-base', method: 'timed', grade: 2, by: ['tennis-ball', 'seated'] },
        { siteId: 'neck-groove', method: 'timed', grade: 3 },
      ],
      beside: ['contract-relax', 'drill'],
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
    brought: [
      {
        what: 'Forearm burns in the second act',
        places: [
          { part: 'elbow', side: 'right' },
          { part: 'arm', side: 'right' },
        ],
        sinceDays: 45,
        stops: 'holding the heron up',
        at: [5, 6, 7],
      },
    ],
    sites: [
      { siteId: 'between-blades', method: 'timed', grade: 5, points: 2 },
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'skull-base', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    message: 'Less than you think. If you hold your breath it is too much.',
    notes: 'Presses hard by temperament; arms overhead all evening.',
    body: { massKilograms: 82, statureMetres: 1.86 },
    tools: ['tennis-ball', 'sock-ball', 'double-ball', 'hook-cane', 'firm-ball'],
    places: ['wall', 'mat', 'chair', 'table'],
    screening: [],
    visitNotes: [
      'Arms up for the whole second act. Presses hard because it is over sooner.',
      'Showed the scale: what four feels like.',
    ],
    timesOfDay: ['evening'],
    helperAtHome: null,
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
    brought: [
      {
        what: 'Stiff neck, cannot turn to the conductor',
        places: [{ part: 'neck', side: 'left' }],
        sinceDays: 400,
        stops: 'looking left over the drums',
        at: [7, 5, 6],
      },
      {
        what: 'Tight shoulders',
        places: [
          { part: 'shoulder', side: 'left' },
          { part: 'shoulder', side: 'right' },
        ],
        sinceDays: 400,
        stops: '',
        at: [7, 4, 2],
      },
    ],
    sites: [
      { siteId: 'below-ridge', method: 'fade', grade: 4 },
      { siteId: 'between-blades', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'After rehearsal, sticks away first.',
    notes: 'No change in the second month: look at the stool height again.',
    body: { massKilograms: 71, statureMetres: 1.74 },
    tools: ['sock-ball', 'tennis-ball'],
    places: ['wall', 'hard-floor', 'chair'],
    screening: [],
    visitNotes: [
      'Left shoulder on the big drums.',
      'No change in three weeks: look at the set-up of the drums before more pressure.',
    ],
    timesOfDay: ['afternoon'],
    habits: { midday: 'lunch', afternoon: 'after rehearsal' },
    helperAtHome: false,
    asksHome: { testId: 'shoulder-overhead', when: 'weekly' },
    nextVisitIn: 6,
    second: {
      reason: 'Nothing moves: same dose two more weeks while the stool is changed.',
      sites: [
        { siteId: 'below-ridge', method: 'fade', grade: 4 },
        { siteId: 'between-blades', method: 'timed', grade: 4, points: 2 },
      ],
      beside: ['warm-up', 'stretch', 'drill', 'test', 'test'],
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
    brought: [
      {
        what: 'Buttock and back of the leg when I kneel to plane',
        places: [
          { part: 'buttock', side: 'right' },
          { part: 'back-of-thigh', side: 'right' },
        ],
        sinceDays: 90,
        stops: 'kneeling work',
        at: [4, 6, 5],
      },
    ],
    sites: [
      { siteId: 'side-low-back', method: 'timed', grade: 4 },
      { siteId: 'middle-quad', method: 'sweep', grade: 4, by: ['foam-roller', 'lying-front'] },
    ],
    timesPerWeek: 5,
    message: 'On the workshop mat, when the saw has been switched off.',
    notes: '',
    body: null,
    tools: ['tennis-ball', 'foam-roller'],
    places: ['wall', 'mat', 'chair', 'table'],
    screening: ['no-bending'],
    visitNotes: ['Kneels to the floor cloth all morning.'],
    timesOfDay: ['evening'],
    habits: { evening: 'the evening news' },
    helperAtHome: true,
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
    brought: [
      {
        what: 'Headache like a band when a wig is due',
        places: [
          { part: 'round-the-head', side: 'left' },
          { part: 'round-the-head', side: 'right' },
        ],
        sinceDays: 150,
        stops: 'ventilating past an hour',
        at: [5, 6, 5],
      },
    ],
    sites: [
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
      { siteId: 'skull-base', method: 'fade', grade: 3 },
      { siteId: 'thumb-base', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    neckReason: 'Has pressed her neck for years and bears it well; knows to stop when dizzy.',
    message: 'Once in the evening. Sit a moment afterwards.',
    notes: 'Headaches by Friday, fewer lately.',
    body: { massKilograms: 58, statureMetres: 1.63 },
    tools: ['hook-cane', 'tennis-ball'],
    places: ['chair', 'table', 'mattress', 'mat'],
    screening: [],
    visitNotes: [
      'Neck bent over the block. Turns to the left barely past the shoulder.',
      'Turns further; hands begin to ache at the knotting.',
    ],
    timesOfDay: ['midday'],
    habits: { morning: 'brushing teeth', midday: 'the half-hour call' },
    helperAtHome: false,
    answersAlone: ['tired-hands'],
    asksHome: { testId: 'neck-turn', when: 'weekly' },
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
    brought: [],
    sites: [
      { siteId: 'breastbone', method: 'timed', grade: 2, by: ['fingers', 'seated'] },
      { siteId: 'neck-groove', method: 'timed', grade: 3 },
    ],
    timesPerWeek: 7,
    message: 'In the interval, in the green room.',
    notes: 'Sits folded in the box for three hours.',
    body: { massKilograms: 69, statureMetres: 1.77 },
    tools: ['hook-cane'],
    places: ['chair', 'wall'],
    screening: ['no-floor', 'balance'],
    visitNotes: ['Sits in the box three hours a night. Not down to the floor.'],
    timesOfDay: ['morning', 'midday'],
    helperAtHome: null,
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
    brought: [
      {
        what: 'Shoulder hurts in front, cannot sleep on it',
        places: [{ part: 'front-of-shoulder', side: 'left' }],
        sinceDays: 60,
        stops: 'lifting wet cloth out of the vat',
        at: [6, 6, 6],
      },
    ],
    sites: [
      { siteId: 'shoulder-ridge', method: 'timed', grade: 4 },
      { siteId: 'side-low-back', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'Warm from the vats is a good time.',
    notes: '',
    body: { massKilograms: 66, statureMetres: 1.7 },
    tools: ['tennis-ball', 'hook-cane', 'large-ball'],
    places: ['wall', 'mat', 'mattress', 'chair'],
    screening: [],
    visitNotes: ['Lifts wet cloth on the left.'],
    timesOfDay: ['evening'],
    helperAtHome: false,
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
    brought: [
      {
        what: 'Front of the knee after jumps',
        places: [{ part: 'above-kneecap', side: 'right' }],
        sinceDays: 35,
        stops: 'the big jumps',
        at: [5, 6, 7],
      },
    ],
    sites: [
      { siteId: 'middle-quad', method: 'sweep', grade: 5, by: ['foam-roller', 'lying-front'] },
      {
        siteId: 'middle-quad',
        method: 'timed',
        grade: 5,
        points: 2,
        by: ['foam-roller', 'lying-front'],
      },
      { siteId: 'deep-buttock', method: 'fade', grade: 4 },
      { siteId: 'side-low-back', method: 'fade', grade: 4, by: ['tennis-ball', 'lying-back'] },
    ],
    timesPerWeek: 6,
    message: 'After class, never before a jump.',
    notes: 'Second cast until the new year.',
    body: { massKilograms: 73, statureMetres: 1.79 },
    tools: [
      'foam-roller',
      'slim-roller',
      'tennis-ball',
      'racquet-ball',
      'firm-ball',
      'stick-roller',
    ],
    places: ['wall', 'hard-floor', 'mat', 'chair'],
    screening: [],
    visitNotes: [
      'Right hip after the tour; thigh tight in front.',
      'Edge of the bed: thigh sinks when the knee is straightened.',
    ],
    timesOfDay: ['afternoon', 'evening'],
    habits: { morning: 'brushing teeth', evening: 'before bed' },
    helperAtHome: true,
    nextVisitIn: 5,
    second: {
      reason: 'Thigh takes it well; hold a grade lower on the buttock after the long run.',
      sites: [
        { siteId: 'middle-quad', method: 'sweep', grade: 5, by: ['foam-roller', 'lying-front'] },
        {
          siteId: 'middle-quad',
          method: 'timed',
          grade: 5,
          points: 3,
          by: ['foam-roller', 'lying-front'],
        },
        { siteId: 'deep-buttock', method: 'fade', grade: 3 },
        { siteId: 'side-low-back', method: 'fade', grade: 4, by: ['tennis-ball', 'lying-back'] },
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
    brought: [
      {
        what: 'Jaw clicks and tires',
        places: [
          { part: 'jaw', side: 'left' },
          { part: 'temple', side: 'left' },
        ],
        sinceDays: 300,
        stops: 'long talks, hard bread',
        at: [6, 5, 3],
      },
    ],
    sites: [
      { siteId: 'skull-base', method: 'timed', grade: 3 },
      { siteId: 'between-blades', method: 'fade', grade: 4 },
    ],
    timesPerWeek: 5,
    message: 'When you are down from the loft and warm again.',
    notes: 'Works with the head turned to the left for hours.',
    body: null,
    tools: ['hook-cane', 'sock-ball'],
    places: ['wall', 'mattress', 'chair'],
    screening: ['no-overhead'],
    visitNotes: ['Head back under the pipes for hours. Arms overhead go numb: not at home.'],
    timesOfDay: ['evening'],
    habits: { evening: 'the bath' },
    helperAtHome: null,
    nextVisitIn: 0,
    second: null,
  },
];
