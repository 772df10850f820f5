/** What a visit still lacks. */
export interface VisitState {
  screeningDue: boolean;
  points: number;
  /** Points of the map before that were not pressed again. */
  unpressed: number;
  figuresBefore: number;
  figuresAfter: number;
}

export type StageName = 'Screen' | 'Map' | 'Measure';

/** The first three stages at a visit: done, or what is still open, in a few words. */
export function openStages(state: VisitState): Record<StageName, { done: boolean; says: string }> {
  const { screeningDue, points, unpressed, figuresBefore, figuresAfter } = state;
  return {
    Screen: screeningDue ? { done: false, says: 'due' } : { done: true, says: 'done' },
    Map:
      points === 0
        ? { done: false, says: unpressed > 0 ? `${unpressed} to press again` : 'no points yet' }
        : {
            done: unpressed === 0,
            says:
              unpressed === 0
                ? `${points} ${points === 1 ? 'point' : 'points'}`
                : `${unpressed} to press again`,
          },
    Measure:
      figuresBefore === 0
        ? { done: false, says: 'nothing before' }
        : {
            done: true,
            says:
              figuresAfter > 0
                ? `${figuresBefore} before, ${figuresAfter} after`
                : `${figuresBefore} before`,
          },
  };
}
