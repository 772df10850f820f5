import type { Activity, ActivityKind } from '#core/activities';
import { findSite, type Site } from '#core/anatomy';
import type { MethodId } from '#core/dosage';
import {
  isPress,
  newActivity,
  newItem,
  placed,
  setupsForMethod,
  usualDose,
  usualPoints,
  withTurns,
  type PressItem,
  type Routine,
  type RoutineItem,
} from '#core/routine';

/** What the plan screen is working on. */
export interface PlanState {
  routine: Routine;
  selectedId: string | null;
  /** Fields whose text could not be read, by `item:field`, with the sentence. */
  troubles: Readonly<Record<string, string>>;
  /** Earlier routines, for undo, as far back as one has been here: what did not change is shared, not copied. */
  past: readonly Routine[];
  /** Routines that were undone, the next to come back last. */
  future: readonly Routine[];
  /** What was changed last: typing on at the same is one step of undo. */
  edited: string | null;
}

export type PlanAction =
  | {
      type: 'add';
      site: Site;
      id: string;
      affectedSide: 'left' | 'right' | null;
      /** Ids of the tools the client has; null: not known. */
      tools?: readonly string[] | null;
    }
  | { type: 'add activity'; kind: ActivityKind; id: string; affectedSide: 'left' | 'right' | null }
  | { type: 'take'; items: readonly RoutineItem[] }
  /** What answers a finding. */
  | { type: 'mend'; routine: Routine }
  /** The same lines in another order. */
  | { type: 'order'; items: readonly RoutineItem[] }
  | { type: 'select'; id: string }
  /** Of a line that is pressed. */
  | { type: 'change'; id: string; change: Partial<PressItem> }
  /** Of one that is not; `field` is what was typed at. */
  | { type: 'activity'; activity: Activity; field: string }
  | { type: 'method'; id: string; method: MethodId }
  | { type: 'move'; id: string; to: number }
  | { type: 'remove'; id: string }
  | { type: 'times'; timesPerWeek: number }
  | { type: 'message'; message: string }
  | { type: 'reason'; rule: 'neck' | 'interview'; why: string }
  | { type: 'trouble'; field: string; says: string | null }
  | { type: 'replace'; routine: Routine }
  | { type: 'undo' }
  | { type: 'redo' };

export const EMPTY_ROUTINE: Routine = { items: [], timesPerWeek: 7, message: '' };

export const startOf = (routine: Routine): PlanState => ({
  routine,
  selectedId: routine.items[0]?.id ?? null,
  troubles: {},
  past: [],
  future: [],
  edited: null,
});

const withRoutine = (
  state: PlanState,
  routine: Routine,
  rest: Partial<PlanState> = {},
  edited: string | null = null,
): PlanState => ({
  ...state,
  routine,
  // While one goes on at the same field, undo goes back to before that: a figure half typed is no step.
  past: edited !== null && edited === state.edited ? state.past : [...state.past, state.routine],
  future: [],
  edited,
  ...rest,
});

const changeItem = (
  state: PlanState,
  id: string,
  change: (item: PressItem) => PressItem,
  edited: string | null = null,
) =>
  withRoutine(
    state,
    {
      ...state.routine,
      items: state.routine.items.map((item) =>
        item.id === id && isPress(item) ? change(item) : item,
      ),
    },
    {},
    edited,
  );

function moved(items: readonly RoutineItem[], id: string, to: number): RoutineItem[] {
  const item = items.find((one) => one.id === id);
  if (!item) return [...items];
  const others = items.filter((one) => one.id !== id);
  const place = Math.max(0, Math.min(others.length, to));
  return [...others.slice(0, place), item, ...others.slice(place)];
}

/** Without the troubles of one field, or of all fields of an item. */
function withoutTroublesOf(troubles: PlanState['troubles'], of: string): PlanState['troubles'] {
  return Object.fromEntries(
    Object.entries(troubles).filter(([key]) => key !== of && !key.startsWith(`${of}:`)),
  );
}

/** What changes when a line is reached another way: words that came with the old way go with it. */
export function setupChange(
  site: Site,
  item: PressItem,
  next: Pick<PressItem, 'toolId' | 'positionId'> &
    Partial<Pick<PressItem, 'surfaceId' | 'adjustmentId'>>,
): Partial<PressItem> {
  const how = site.setups.find(
    ({ toolId, positionId }) => toolId === next.toolId && positionId === next.positionId,
  )?.how;
  const own = !site.setups.some((one) => one.how === item.instructions);
  const { together, extraPoints } = withTurns({ ...item, toolId: next.toolId });
  return {
    ...(together === item.together ? {} : { together, extraPoints }),
    toolId: next.toolId,
    positionId: next.positionId,
    surfaceId: next.surfaceId ?? null,
    adjustmentId: next.adjustmentId ?? null,
    // What is chosen is of the table.
    ...(item.ownWay ? { ownWay: undefined } : {}),
    ...(own || how === undefined ? {} : { instructions: how }),
  };
}

/** The chosen line while it is there, else the first that is. */
const selectedOf = ({ selectedId }: PlanState, ids: ReadonlySet<string>): string | null =>
  selectedId !== null && ids.has(selectedId) ? selectedId : ([...ids][0] ?? null);

/** What the plan is after a therapist’s move. */
export function plan(state: PlanState, action: PlanAction): PlanState {
  const { routine } = state;
  switch (action.type) {
    case 'add': {
      const item = newItem(action.site, action.id, action.affectedSide, action.tools);
      return withRoutine(
        state,
        { ...routine, items: placed(routine.items, item) },
        { selectedId: item.id },
      );
    }
    case 'take': {
      const [first] = action.items;
      if (!first) return state;
      // A line that is there already is changed where it stands.
      const items = action.items.reduce<RoutineItem[]>(
        (all, item) =>
          all.some(({ id }) => id === item.id)
            ? all.map((one) => (one.id === item.id ? item : one))
            : placed(all, item),
        routine.items,
      );
      return withRoutine(state, { ...routine, items }, { selectedId: first.id });
    }
    case 'add activity': {
      const { kind, id, affectedSide } = action;
      const item = newActivity(kind, { id, affectedSide }, routine);
      return withRoutine(
        state,
        { ...routine, items: placed(routine.items, item) },
        { selectedId: id },
      );
    }
    case 'activity': {
      const { activity, field } = action;
      const items = routine.items.map((item) => (item.id === activity.id ? activity : item));
      return withRoutine(state, { ...routine, items }, {}, `${activity.id}:${field}`);
    }
    case 'select':
      return { ...state, selectedId: action.id, edited: null };
    case 'change':
      return changeItem(
        state,
        action.id,
        (item) => ({ ...item, ...action.change }),
        `${action.id}:${Object.keys(action.change).join()}`,
      );
    case 'method':
      return {
        ...changeItem(state, action.id, (item) => {
          const site = findSite(item.siteId);
          if (!site) return item;
          const usual = usualDose(site, action.method);
          const count = usualPoints(site, usual);
          const dosed = {
            ...item,
            // Another method begins where it is done.
            fromGrade: undefined,
            dose: usual,
            ...(count === null ? {} : { points: count, extraPoints: 0 }),
          };
          const setups = setupsForMethod(site, action.method);
          const keeps = setups.some(
            ({ toolId, positionId }) => toolId === item.toolId && positionId === item.positionId,
          );
          const [first] = setups;
          return keeps || !first ? dosed : { ...dosed, ...setupChange(site, item, first) };
        }),
        troubles: withoutTroublesOf(state.troubles, action.id),
      };
    case 'move':
      return withRoutine(state, { ...routine, items: moved(routine.items, action.id, action.to) });
    case 'remove': {
      const at = routine.items.findIndex((item) => item.id === action.id);
      const items = routine.items.filter((item) => item.id !== action.id);
      const next = items[Math.min(at, items.length - 1)];
      return withRoutine(
        state,
        { ...routine, items },
        { selectedId: next?.id ?? null, troubles: withoutTroublesOf(state.troubles, action.id) },
      );
    }
    case 'times':
      return withRoutine(state, { ...routine, timesPerWeek: action.timesPerWeek }, {}, 'times');
    case 'message':
      return withRoutine(state, { ...routine, message: action.message }, {}, 'message');
    case 'reason':
      return withRoutine(
        state,
        { ...routine, reasons: { ...routine.reasons, [action.rule]: action.why } },
        {},
        `reason:${action.rule}`,
      );
    case 'trouble': {
      const others = withoutTroublesOf(state.troubles, action.field);
      return {
        ...state,
        troubles: action.says === null ? others : { ...others, [action.field]: action.says },
      };
    }
    case 'mend': {
      const ids = new Set(action.routine.items.map(({ id }) => id));
      const kept = selectedOf(state, ids);
      return withRoutine(state, action.routine, { selectedId: kept });
    }
    case 'order':
      return withRoutine(state, { ...routine, items: [...action.items] });
    case 'replace':
      return { ...startOf(action.routine), past: [...state.past, routine] };
    case 'undo': {
      const last = state.past.at(-1);
      if (!last) return state;
      const kept = last.items.some((item) => item.id === state.selectedId);
      return {
        ...state,
        routine: last,
        selectedId: kept ? state.selectedId : (last.items[0]?.id ?? null),
        past: state.past.slice(0, -1),
        future: [...state.future, routine],
        edited: null,
        troubles: {},
      };
    }
    case 'redo': {
      const next = state.future.at(-1);
      if (!next) return state;
      const kept = next.items.some((item) => item.id === state.selectedId);
      return {
        ...state,
        routine: next,
        selectedId: kept ? state.selectedId : (next.items.at(-1)?.id ?? null),
        past: [...state.past, routine],
        future: state.future.slice(0, -1),
        edited: null,
        troubles: {},
      };
    }
  }
}
