import { z } from 'zod';
import { METHOD_IDS } from '#core/dosage';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import type { BodyPartId } from '../referral';
import type { Sensitivity } from '../sensitivity';
import type { TestId } from '../tests';
import type { ZoneId } from '../zones';

export const REGIONS = [
  'head and jaw',
  'neck',
  'shoulder and upper back',
  'arm',
  'trunk front',
  'low back, hip and buttock',
  'thigh and leg',
  'foot',
] as const;
export type Region = (typeof REGIONS)[number];

const seconds = z.number().int().positive();

/** Shape of a site entry. Durations in seconds; `capSeconds` is per side and session. */
export const siteSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  plainName: z.string().min(3),
  anatomicalName: z.string().min(3),
  region: z.enum(REGIONS),
  sensitivity: z.enum(['robust', 'ordinary', 'delicate', 'guarded']),
  midline: z.boolean(),
  /** It is reached with the arm raised, in every posture. */
  armUp: z.boolean(),
  /** Not within two hours of a full meal: asked on the day. */
  emptyStomach: z.boolean(),
  /** How thick the flesh over the bone is; it sets how stiff it feels. Our own grouping. */
  flesh: z.enum(['thin', 'middling', 'thick']),
  /** Landmark recipe, a step a line, to be felt with a hand. */
  find: z.array(z.string().min(10)).min(1),
  /** Where the sensation may travel while pressing. */
  refersTo: z.array(z.string()),
  keepOff: z.string().min(5),
  /** Structures beside it that are never pressed. */
  zones: z.array(z.string()),
  /** What to look out for while and after pressing. */
  watch: z.string().min(10),
  /** The same, where it is worked lying on the floor. */
  watchOnFloor: z.string().min(10).optional(),
  usualHoldSeconds: z.object({ from: seconds, to: seconds }),
  capSeconds: seconds,
  /** Sessions a day that the cap is for, each. */
  sessionsPerDay: z.number().int().min(1).max(2),
  /** The grades usually asked for there; those of the sensitivity when absent. */
  usualGrade: z.object({ from: z.number(), to: z.number() }).optional(),
  /** What the points are called in their order, where each has a name of its own. */
  spots: z.array(z.string().min(2)).min(2).max(6).optional(),
  /** Lanes along it, nearest to the midline first, where they are gone over one after the other. */
  lanes: z.array(z.string().min(2)).min(2).max(6).optional(),
  /** Points (or angles, or passes) usually worked a side. */
  points: z.object({ from: z.number().int().min(1), to: z.number().int().min(1) }),
  often: z.object({ timesPerWeek: z.number().int().min(1).max(14), says: z.string().min(5) }),
  methods: z.array(z.enum(METHOD_IDS)),
  /** The ways this site is reached, gentlest first: which tool, in which posture. */
  setups: z.array(z.object({ toolId: z.string(), positionId: z.string(), how: z.string() })),
  related: z.array(z.object({ siteId: z.string(), why: z.string().min(10) })),
  tests: z.array(z.string()),
  afterCare: z.string().min(10),
  /** The site itself is not worked: where to go instead. */
  redirect: z.object({ to: z.array(z.string()).min(1), why: z.string().min(10) }).optional(),
});
type SiteEntry = z.infer<typeof siteSchema>;

/** A site as its table writes it; `Site` knows which ids there are. */
export interface SiteRecord extends SiteEntry {
  region: Region;
  sensitivity: Sensitivity;
  refersTo: BodyPartId[];
  zones: ZoneId[];
  tests: TestId[];
  source: Source;
}

/** One way of reaching a site: the tool, the posture’s id, and how, in words for the client. */
export const by = (toolId: string, positionId: string, how: string) => ({
  toolId,
  positionId,
  how,
});

const AFTER: Record<Region, string> = {
  'head and jaw': 'Let the jaw hang, breathe, and open and close slowly a few times.',
  neck: 'Pause, breathe, and sit a moment before getting up. Change nothing until you know how the next day was.',
  'shoulder and upper back': 'Circle the shoulder slowly, then let the arm hang.',
  arm: 'Shake the hand out and stretch the muscle for half a minute.',
  'trunk front': 'Lie still and breathe low for a minute before you get up.',
  'low back, hip and buttock': 'Come off slowly, and walk a few steps.',
  'thigh and leg':
    'Stretch the muscle for 30 to 60 seconds. A cold pack for about 15 minutes if it stays tender; no hard training right after.',
  foot: 'Stand, spread the toes and walk a few steps barefoot.',
};

const DAILY = { timesPerWeek: 7, says: 'Daily.' };

type Defaulted =
  | 'afterCare'
  | 'often'
  | 'points'
  | 'related'
  | 'tests'
  | 'zones'
  | 'midline'
  | 'armUp'
  | 'sessionsPerDay'
  | 'emptyStomach';

/** A site with the usual after-care of its region, daily, one to three points, unless it says else. */
export const site = <const Id extends string>(
  entry: Omit<SiteRecord, Defaulted | 'source' | 'id'> &
    Partial<Pick<SiteRecord, Defaulted>> & { id: Id },
) => ({
  midline: false,
  armUp: false,
  emptyStomach: false,
  sessionsPerDay: 1,
  afterCare: AFTER[entry.region],
  often: DAILY,
  points: { from: 1, to: 3 },
  related: [],
  tests: [],
  zones: [],
  ...entry,
  source: COMMON_PRACTICE,
});
