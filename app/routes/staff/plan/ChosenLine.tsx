import { isPress, sidesInOrder, type PressItem } from '#core/routine';
import { mayUse, type ScreenFinding } from '#core/screening';
import type { Site } from '#core/anatomy';
import { Ladder } from '~/ui/ladder/Ladder';
import { useLadder } from '~/ui/ladder/useLadder';
import { shortDay } from '~/ui/parts/words';
import { ActivityEditor } from '~/ui/plan/ActivityEditor';
import { InsteadLine } from '~/ui/plan/InsteadLine';
import { ItemEditor } from '~/ui/plan/ItemEditor';
import { setupChange } from '~/ui/plan/planState';
import type { PlanBenchState } from './usePlanBench';

/** The ceiling of a line for this client: the site’s own, or what screening lowered it to. */
const ceilingOf = (site: Site, item: PressItem, screening: readonly ScreenFinding[]): number =>
  Math.min(
    ...sidesInOrder(item).map(
      (side) =>
        mayUse(
          { ...item, siteId: site.id, side, method: item.dose.method, surfaceId: null },
          screening,
        ).ceilingGrade,
    ),
  );

/** The ways the chosen line could be pressed. */
export function ChosenLadder({ bench }: { bench: PlanBenchState }) {
  const { pressed, site, client, dispatch } = bench;
  const ladder = useLadder(pressed, client);
  if (!ladder || !pressed || !site) return null;
  return (
    <Ladder
      view={ladder}
      grade={pressed.grade}
      ceilingGrade={ceilingOf(site, pressed, client.screening)}
      ratedSince={ladder.ratedSince && shortDay(ladder.ratedSince)}
      onChoose={({ setup }) =>
        dispatch({
          type: 'change',
          id: pressed.id,
          change: setupChange(site, pressed, {
            toolId: setup.tool.id,
            positionId: setup.posture.id,
            surfaceId: setup.surface.id,
            adjustmentId: setup.adjustment.id,
          }),
        })
      }
    />
  );
}

/** The chosen line: its dose and what belongs to it, by its kind. */
export function ChosenLine({ bench, clientId }: { bench: PlanBenchState; clientId: string }) {
  const { chosen, pressed, mending, dispatch } = bench;
  if (!chosen) return null;
  const trouble = (field: string, says: string | null) =>
    dispatch({ type: 'trouble', field: `${chosen.id}:${field}`, says });
  const remove = () => dispatch({ type: 'remove', id: chosen.id });
  if (!isPress(chosen)) {
    return (
      <ActivityEditor
        key={chosen.id}
        activity={chosen}
        onChange={(activity, field) => dispatch({ type: 'activity', activity, field })}
        onTrouble={trouble}
        onRemove={remove}
      />
    );
  }
  if (!pressed) return null;
  const { id } = pressed;
  return (
    <>
      {mending.instead.has(id) && (
        <InsteadLine
          refused
          instead={mending.instead.get(id) ?? null}
          byKey={mending.keyFor?.itemId === id}
          onTake={() => mending.takeInstead(id)}
        />
      )}
      <ItemEditor
        key={id}
        item={pressed}
        clientId={clientId}
        onChange={(change) => dispatch({ type: 'change', id, change })}
        onMethod={(method) => dispatch({ type: 'method', id, method })}
        onTrouble={trouble}
        onRemove={remove}
      />
    </>
  );
}
