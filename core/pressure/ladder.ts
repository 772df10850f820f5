import type { Site } from '#core/anatomy';
import type { SurfaceId } from '#core/equipment';
import { adjustmentsAt, findPosture, type Body } from '#core/loading';
import { findTool } from '#core/equipment';
import type { Banded } from '#core/uncertainty';
import { gradeAt, type Calibration } from './calibrate';
import { setupOf, setupPeak, type Setup, type SetupIds } from './setup';

/** One rung: a setup, its pressure, its ratio to the reference, and what it would feel like. */
export interface Rung {
  key: string;
  setup: Setup;
  /** Peak pressure, kilopascals. */
  peak: Banded;
  /** Peak pressure relative to the reference setup. */
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

/** Hands are always at hand. */
const ALWAYS = new Set(['fingers', 'thumb', 'knuckle', 'fist', 'elbow', 'heel-of-hand']);

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
    if (at.tools && !ALWAYS.has(toolId) && !at.tools.includes(toolId)) continue;
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
  const pressures = all.map((setup) => ({ setup, peak: setupPeak(setup, body) }));
  const own = today.ok
    ? pressures.find(({ setup }) => setupKey(setup) === setupKey(today.value))
    : undefined;
  const base = own?.peak.value ?? pressures[0]?.peak.value ?? 1;
  return pressures
    .map(({ setup, peak }) => ({
      key: setupKey(setup),
      setup,
      peak,
      ratio: peak.value / base,
      grade: gradeAt(calibration, peak.value),
    }))
    .sort((a, b) => a.ratio - b.ratio || a.key.localeCompare(b.key));
}

/** A change of pressure one would notice, as a ratio; our estimate. */
export const NOTICED = 1.08;

/** The next rung that is noticeably gentler or firmer than the one named, or null at the end. */
export function nextRung(
  rungs: readonly Rung[],
  key: string,
  direction: 'gentler' | 'firmer',
): Rung | null {
  const here = rungs.find((rung) => rung.key === key);
  if (!here) return null;
  const beyond =
    direction === 'gentler'
      ? rungs.filter((rung) => rung.ratio * NOTICED <= here.ratio).reverse()
      : rungs.filter((rung) => rung.ratio >= here.ratio * NOTICED);
  // Among rungs that press alike, the one that changes least about the setup.
  const [first] = beyond;
  if (!first) return null;
  const alike = beyond.filter(
    (rung) => Math.max(rung.ratio, first.ratio) / Math.min(rung.ratio, first.ratio) < NOTICED,
  );
  const changes = (rung: Rung) =>
    Number(rung.setup.tool.id !== here.setup.tool.id) * 3 +
    Number(rung.setup.posture.id !== here.setup.posture.id) * 2 +
    Number(rung.setup.surface.id !== here.setup.surface.id) +
    Number(rung.setup.adjustment.id !== here.setup.adjustment.id);
  return alike.reduce((best, rung) => (changes(rung) < changes(best) ? rung : best), first);
}
