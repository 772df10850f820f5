import type { Activity, ActivityKind } from '../activity';
import { andThen } from './andThen';
import { breathing } from './breathing';
import { cold } from './cold';
import { contractRelax } from './contractRelax';
import { drill } from './drill';
import type { Kind } from './kind';
import { note } from './note';
import { stretch } from './stretch';
import { test } from './test';
import { warmUp } from './warmUp';

/** Everything that is known of each kind, in the order a session usually has them. */
export const ACTIVITY_KINDS: { [K in ActivityKind]: Kind<Extract<Activity, { kind: K }>> } = {
  'warm-up': warmUp,
  breathing,
  stretch,
  'contract-relax': contractRelax,
  drill,
  test,
  cold,
  note,
  'and-then': andThen,
};

export const ACTIVITY_KIND_IDS = Object.keys(ACTIVITY_KINDS) as ActivityKind[];

/** What is known of the kind of an activity. */
export const kindOf = <A extends Activity>(activity: A): Kind<Activity> =>
  // The table holds for each kind what takes an activity of that kind.
  ACTIVITY_KINDS[activity.kind] as unknown as Kind<Activity>;
