import { isAlwaysThere } from './atHand';
import { findSite, type Site } from '#core/anatomy';
import { METHODS, type MethodId } from '#core/dosage';
import { findTool } from '#core/equipment';
import { findPosture } from '#core/loading';
import { NOTICED, type Rung } from '#core/pressure';
import { mayUse } from '#core/screening';
import { surfaceOf } from './checkItem';
import { ladderFor, type LadderClient } from './clientLadder';
import { setupsForMethod, usualDose } from './newItem';
import type { PressItem } from './routine';
import { sidesInOrder } from './sidesInOrder';
import { withTurns } from './together';

/** What is possible in place of a refused use. */
export interface Instead {
  /** What is changed of the line. */
  change: Partial<PressItem>;
  /** What is done instead, in a few words: “large soft ball, back to the wall, to 3 of 10”. */
  says: string;
}

const permissions = (item: PressItem, { screening }: LadderClient) =>
  sidesInOrder(item).map((side) =>
    mayUse({ ...item, side, method: item.dose.method, surfaceId: surfaceOf(item) }, screening),
  );

/** Whether a line is refused for what is used where, however long and how often. */
export const isRefused = (item: PressItem, client: LadderClient): boolean =>
  permissions(item, client).some(({ allowed }) => !allowed);

/** The line within its ceiling; null when it is refused even so. */
function withinCeiling(item: PressItem, client: LadderClient): PressItem | null {
  const ceiling = Math.min(...permissions(item, client).map(({ ceilingGrade }) => ceilingGrade));
  const lower = { ...item, grade: Math.min(item.grade, ceiling) };
  return lower.grade >= 1 && !isRefused(lower, client) ? lower : null;
}

/** Rungs from the nearest: what presses no firmer first, then what changes least, then what presses alike. */
function nearest(rungs: readonly Rung[], { toolId, positionId }: PressItem): Rung[] {
  const firmer = ({ ratio }: Rung) => Number(ratio > NOTICED);
  const other = ({ setup }: Rung) =>
    Number(setup.posture.id !== positionId) + Number(setup.tool.id !== toolId);
  const far = ({ ratio }: Rung) => Math.abs(Math.log(ratio));
  return [...rungs].sort((a, b) => firmer(a) - firmer(b) || other(a) - other(b) || far(a) - far(b));
}

/** The other ways of reaching a site by the line’s method that this client has and screening leaves. */
function otherWays(item: PressItem, site: Site, client: LadderClient): PressItem[] {
  const how = (toolId: string, positionId: string) =>
    site.setups.find((one) => one.toolId === toolId && one.positionId === positionId)?.how;
  const via = (
    toolId: string,
    positionId: string,
    rest: Pick<PressItem, 'surfaceId' | 'adjustmentId'>,
  ): PressItem => ({
    ...item,
    toolId,
    positionId,
    ...rest,
    // What is offered is of the table.
    ownWay: undefined,
    instructions: how(toolId, positionId) ?? item.instructions,
  });
  const view = ladderFor(item, client);
  if (!view) {
    const plain = { surfaceId: null, adjustmentId: null };
    return setupsForMethod(site, item.dose.method)
      .filter(({ toolId }) => isAlwaysThere(toolId) || (client.tools ?? [toolId]).includes(toolId))
      .map(({ toolId, positionId }) => via(toolId, positionId, plain));
  }
  const others = view.rungs.filter(({ key }) => key !== view.todayKey);
  return nearest(others, item).map(({ setup }) =>
    via(setup.tool.id, setup.posture.id, {
      surfaceId: setup.surface.id,
      adjustmentId: setup.adjustment.id,
    }),
  );
}

/** What differs between two lines, in words and as a change. */
function insteadFrom(before: PressItem, after: PressItem): Instead {
  const words: string[] = [];
  const isElsewhere = after.toolId !== before.toolId || after.positionId !== before.positionId;
  if (
    isElsewhere ||
    after.adjustmentId !== before.adjustmentId ||
    after.surfaceId !== before.surfaceId
  ) {
    words.push((findTool(after.toolId)?.name ?? after.toolId).toLowerCase());
    words.push(findPosture(after.positionId)?.name ?? after.positionId);
  }
  if (after.dose.method !== before.dose.method) words.push(METHODS[after.dose.method].name);
  if (after.sides !== before.sides) words.push(`the ${after.sides} side only`);
  else if (after.together !== before.together) {
    words.push(after.together ? 'both sides at one time' : 'one side after the other');
  }
  if (after.grade !== before.grade) words.push(`to ${after.grade} of 10`);
  const change: Partial<PressItem> = {};
  for (const key of Object.keys({ ...before, ...after }) as (keyof PressItem)[]) {
    if (after[key] !== before[key]) Object.assign(change, { [key]: after[key] });
  }
  return { change, says: words.join(', ') };
}

/**
 * The least change that makes a refused use possible for this client: a lower grade, another way with the same
 * method, another method, one side only. Null when it is not refused, or nothing is left at this site.
 */
export function insteadOf(item: PressItem, client: LadderClient): Instead | null {
  const site = findSite(item.siteId);
  if (!site || !isRefused(item, client)) return null;
  const first = (tries: readonly PressItem[]): Instead | null => {
    for (const one of tries.map(withTurns)) {
      const possible = withinCeiling(one, client);
      if (possible) return insteadFrom(item, possible);
    }
    return null;
  };
  const byMethod = (method: MethodId): PressItem => ({ ...item, dose: usualDose(site, method) });
  const methods = site.methods.filter((id) => id !== item.dose.method).map(byMethod);
  const sides = sidesInOrder(item);
  return (
    first([item]) ??
    first(otherWays(item, site, client)) ??
    first(methods) ??
    first(methods.flatMap((other) => otherWays(other, site, client))) ??
    (sides.length < 2
      ? null
      : first(
          sides.map((side) => ({
            ...item,
            sides: side,
            affectedSide: null,
            extraPoints: 0,
          })),
        ))
  );
}
