import type { StageName } from './open';

/** The stages of a visit that something is kept of, in their order. */
const STAGES = ['Screen', 'Map', 'Measure', 'Plan'] as const satisfies readonly (
  StageName | 'Plan'
)[];
export type DoneStage = (typeof STAGES)[number];

/** Something that was kept in a visit. `at` in ms since 1970 UTC. */
export interface DoneThen {
  stage: DoneStage;
  at: number;
}

/** A stretch of a visit in which a stage was worked on; ms since 1970 UTC. */
export interface DoneSpan {
  from: number;
  to: number;
  /** So many things were kept in it. */
  many: number;
}

/** A stage with its stretches, oldest first. */
export interface DoneRow {
  stage: DoneStage;
  spans: readonly DoneSpan[];
}

/** Where nothing was kept for so long a stretch ends; our own choice, ms. */
const APART_MS = 4 * 60_000;

/**
 * What was done when in a visit, stage by stage in their order: each stage in the stretches it was worked on. What was kept
 * before it began or after it ended, as a correction is, is no part of it.
 *
 * @param until its end, or now while it is open
 * @example doneWhen([{ stage: 'Map', at: 60_000 }, { stage: 'Map', at: 90_000 }], { from: 0, until: 600_000 })
 *   // => [{ stage: 'Map', spans: [{ from: 60000, to: 90000, many: 2 }] }]
 */
export function doneWhen(
  done: readonly DoneThen[],
  { from, until }: { from: number; until: number },
): DoneRow[] {
  const within = done.filter(({ at }) => at >= from && at <= until).sort((a, b) => a.at - b.at);
  return STAGES.flatMap((stage): DoneRow[] => {
    const spans: DoneSpan[] = [];
    for (const { at } of within.filter((one) => one.stage === stage)) {
      const last = spans.at(-1);
      if (last && at - last.to <= APART_MS)
        spans[spans.length - 1] = { ...last, to: at, many: last.many + 1 };
      else spans.push({ from: at, to: at, many: 1 });
    }
    return spans.length === 0 ? [] : [{ stage, spans }];
  });
}
