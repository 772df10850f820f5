import { findSite, type Side } from '#core/anatomy';
import { servesMethod, SURFACE_IDS, type SurfaceId } from '#core/equipment';
import { bodyOf, USUAL_BODY, type Body } from '#core/loading';
import {
  calibrate,
  knownRatings,
  ladderOf,
  setupKey,
  setupOf,
  type Calibration,
  type RatedSetup,
  type Rung,
} from '#core/pressure';
import { mayUse, type ScreenFinding } from '#core/screening';
import type { PressItem } from './routine';
import { sidesInOrder } from './sidesInOrder';

/** What the ladder knows of a client. */
export interface LadderClient {
  massKilograms: number | null;
  statureMetres: number | null;
  tools: readonly string[] | null;
  places: readonly string[] | null;
  ratings: readonly (RatedSetup & { day: string })[];
  screening: readonly ScreenFinding[];
}

export interface LadderView {
  rungs: readonly Rung[];
  todayKey: string;
  calibration: Calibration;
  body: Body;
  /** The body is the usual one, because this client’s is not known. */
  assumedBody: boolean;
  ratedSince: string | null;
}

const surfaces = (places: readonly string[] | null): SurfaceId[] | null =>
  places && SURFACE_IDS.filter((id) => places.includes(id));

function bodyFor(client: LadderClient): { body: Body; assumed: boolean } {
  const { massKilograms, statureMetres } = client;
  if (massKilograms === null || statureMetres === null) return { body: USUAL_BODY, assumed: true };
  const body = bodyOf(massKilograms, statureMetres);
  return body.ok ? { body: body.value, assumed: false } : { body: USUAL_BODY, assumed: true };
}

/** The ladder of one line of a routine for this client: only setups its method and the screening allow. */
export function ladderFor(item: PressItem, client: LadderClient): LadderView | null {
  const site = findSite(item.siteId);
  const today = setupOf(item.siteId, item);
  if (!site || !today.ok) return null;
  const { body, assumed } = bodyFor(client);
  const rated = client.ratings.filter(({ siteId }) => siteId === site.id);
  const calibration = calibrate(knownRatings(rated, site.id, body), site.sensitivity);
  const sides: readonly Side[] = sidesInOrder(item);
  const rungs = ladderOf(
    site,
    item,
    { tools: client.tools, places: surfaces(client.places) },
    body,
    calibration,
    ({ tool, posture, surface }) =>
      servesMethod(tool, item.dose.method) &&
      sides.every(
        (side) =>
          mayUse(
            {
              siteId: site.id,
              side,
              toolId: tool.id,
              positionId: posture.id,
              surfaceId: surface.id,
              method: item.dose.method,
              grade: 0,
            },
            client.screening,
          ).allowed,
      ),
  );
  return {
    rungs,
    todayKey: setupKey(today.value),
    calibration,
    body,
    assumedBody: assumed,
    ratedSince: rated.at(-1)?.day ?? null,
  };
}
