import { sort } from 'd3-array';
import type { Site } from '#core/anatomy';
import type { SurfaceId } from '#core/equipment';
import { adjustmentsAt, findPosture, isOnFloor, type Body } from '#core/loading';
import { findTool, HELPERS, isOwnHand } from '#core/equipment';
import type { Banded } from '#core/uncertainty';
import { gradeAt, type Calibration } from './calibrate';
import { setupOf, setupMean, type Setup, type SetupIds } from './setup';

/** One rung: a setup, its pressure, its ratio to the reference, and what it would feel like. */
export interface Rung {
  key: string;
  setup: Setup;
  /** Mean pressure, kilopascals. */
  kilopascals: Banded;
  /** Mean pressure relative to the reference setup. */
  ratio: number;
  grade: Banded;
}

/** What a client has at hand. Null: everything. */
export interface AtHand {
  tools: readonly string[] | null;
  places: readonly SurfaceId[] | null;
}

/** Names a setup with all it consists of. */
export const setupKey = ({ tool, posture, surface, adjustment }: Setup): string =>
  [tool.id, posture.id, surface.id, adjustment.id].join('|');

/** Every way this client could press a site: its tools, postures, surfaces and adjustments. */
export function setupsFor(
  site: Site,
  at: AtHand,
  allows: (setup: Setup) => boolean = () => true,
): Setup[] {
  const found = new Map<string, Setup>();
  for (const { toolId, positionId } of site.setups) {
    const tool = findTool(toolId);
    const posture = findPosture(positionId);
    if (!tool || !posture) continue;
    const isListed = at.tools?.includes(toolId) ?? false;
    // Somebody else’s hands are there only when that is known; one’s own always are.
    if (HELPERS.includes(toolId) ? !isListed : at.tools && !isOwnHand(tool) && !isListed) continue;
    // A hand-held tool is not pressed against anything: one surface is as good as another.
    const surfaces = tool.drive === 'body' ? posture.surfaces : posture.surfaces.slice(0, 1);
    for (const surfaceId of surfaces) {
      if (tool.drive === 'body' && at.places && !at.places.includes(surfaceId)) continue;
      for (const { id } of adjustmentsAt(site.id, tool, posture)) {
        const setup = setupOf(site.id, { toolId, positionId, surfaceId, adjustmentId: id });
        if (setup.ok && allows(setup.value)) found.set(setupKey(setup.value), setup.value);
      }
    }
  }
  return [...found.values()];
}

/**
 * The ladder of a site: every setup at hand, gentlest first, relative to a reference.
 *
 * @param reference the setup of today; it is put on the ladder even when it is not at hand
 */
export function ladderOf(
  site: Site,
  reference: SetupIds,
  at: AtHand,
  body: Body,
  calibration: Calibration,
  allows?: (setup: Setup) => boolean,
): Rung[] {
  const today = setupOf(site.id, reference);
  const setups = setupsFor(site, at, allows);
  const all =
    today.ok && !setups.some((setup) => setupKey(setup) === setupKey(today.value))
      ? [...setups, today.value]
      : setups;
  const pressures = all.map((setup) => ({ setup, kilopascals: setupMean(setup, body) }));
  const own = today.ok
    ? pressures.find(({ setup }) => setupKey(setup) === setupKey(today.value))
    : undefined;
  const base = own?.kilopascals.value ?? pressures[0]?.kilopascals.value ?? 1;
  return pressures
    .map(({ setup, kilopascals }) => ({
      key: setupKey(setup),
      setup,
      kilopascals,
      ratio: kilopascals.value / base,
      grade: gradeAt(calibration, kilopascals.value),
    }))
    .sort((a, b) => a.ratio - b.ratio || a.key.localeCompare(b.key));
}

/** A change of pressure one would notice, as a ratio; our estimate. */
export const NOTICED = 1.08;

/** What a step changes, least first: how the weight is held, then the tool or what it lies on, then the posture. */
function stepKind(here: Setup, there: Setup): number {
  if (there.posture.id !== here.posture.id) {
    // Nobody is sent down to a floor, or up from it, while another posture at hand will do.
    return isOnFloor(there.posture) === isOnFloor(here.posture) ? 2 : 3;
  }
  return there.tool.id === here.tool.id && there.surface.id === here.surface.id ? 0 : 1;
}

/**
 * The next rung that is noticeably gentler or firmer than the one named: in the same posture first (feet, hips,
 * weight held back), then by another tool, then by another posture; the nearest of those. Null at the end.
 */
export function nextRung(
  rungs: readonly Rung[],
  key: string,
  direction: 'gentler' | 'firmer',
): Rung | null {
  const here = rungs.find((rung) => rung.key === key);
  if (!here) return null;
  const beyond = rungs.filter(({ ratio }) =>
    direction === 'gentler' ? ratio * NOTICED <= here.ratio : ratio >= here.ratio * NOTICED,
  );
  const kind = ({ setup }: Rung) => stepKind(here.setup, setup);
  const far = ({ ratio }: Rung) => Math.abs(Math.log(ratio / here.ratio));
  const adjusted = ({ setup }: Rung) => Number(setup.adjustment.id !== here.setup.adjustment.id);
  const [first] = sort(
    beyond,
    (a, b) => kind(a) - kind(b) || far(a) - far(b) || adjusted(a) - adjusted(b),
  );
  return first ?? null;
}
