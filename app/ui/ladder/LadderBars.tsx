import type { KeyboardEvent } from 'react';
import { scaleLinear } from 'd3-scale';
import { NOTICED, type Rung } from '#core/pressure';
import classes from './LadderBars.module.css';

/** A rung in words: “tennis ball, mat, hand and foot take weight”. */
export function rungWords({ setup }: Rung): string {
  const { tool, posture, surface, adjustment } = setup;
  const where =
    tool.drive === 'body'
      ? posture.where === 'floor'
        ? surface.name
        : posture.name
      : posture.name;
  return [tool.name, where, adjustment.does === 'usual' ? '' : adjustment.name]
    .filter(Boolean)
    .join(', ');
}

/**
 * A ladder thinned to what one would notice: of rungs that press alike the one nearest to today’s setup
 * stays, today’s own always.
 */
export function fewRungs(rungs: readonly Rung[], todayKey: string, most: number): Rung[] {
  const today = rungs.find(({ key }) => key === todayKey);
  const unlike = (rung: Rung) =>
    today
      ? Number(rung.setup.tool.id !== today.setup.tool.id) * 3 +
        Number(rung.setup.posture.id !== today.setup.posture.id) * 2 +
        Number(rung.setup.surface.id !== today.setup.surface.id)
      : 0;
  const steps: Rung[] = [];
  for (const rung of rungs) {
    const last = steps.at(-1);
    const alike = last !== undefined && rung.ratio / last.ratio < NOTICED;
    if (!alike) steps.push(rung);
    else if (rung.key === todayKey || (last.key !== todayKey && unlike(rung) < unlike(last))) {
      steps[steps.length - 1] = rung;
    }
  }
  const at = Math.max(
    0,
    steps.findIndex(({ key }) => key === todayKey),
  );
  const from = Math.max(0, Math.min(at - Math.floor(most / 2), steps.length - most));
  return steps.slice(from, from + most);
}

/** Arrow keys walk the rungs. */
function walk(event: KeyboardEvent<HTMLButtonElement>) {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const all = [...(event.currentTarget.closest('ol')?.querySelectorAll('button') ?? [])];
  all[all.indexOf(event.currentTarget) + by]?.focus();
}

const grade = (value: number) => (Math.round(value * 2) / 2).toString();

/** Setups as bars on one scale, gentlest first; the thin line is the band of the estimate. */
export function LadderBars({
  rungs,
  todayKey = null,
  ceilingGrade = null,
  feels = false,
  onChoose,
}: {
  rungs: readonly Rung[];
  todayKey?: string | null;
  /** Rungs that would feel like more than this are marked. */
  ceilingGrade?: number | null;
  /** Say what each would feel like instead of its share. */
  feels?: boolean;
  onChoose?: (rung: Rung) => void;
}) {
  const base = rungs.find(({ ratio }) => Math.abs(ratio - 1) < 1e-9);
  const reference = base
    ? base.kilopascals.value
    : (rungs[0]?.kilopascals.value ?? 1) / (rungs[0]?.ratio ?? 1);
  const most = Math.max(
    1.2,
    ...rungs.map(
      ({ kilopascals }) => Math.min(kilopascals.high, kilopascals.value * 1.6) / reference,
    ),
  );
  const x = scaleLinear([0, most], [0, 100]).clamp(true);
  return (
    <ol className={classes.ladder}>
      {rungs.map((rung) => {
        const words = rungWords(rung);
        const above = ceilingGrade !== null && rung.grade.value > ceilingGrade + 0.5;
        const says = feels
          ? `about ${grade(rung.grade.value)}${above ? ', above the ceiling' : ''}`
          : `${Math.round(rung.ratio * 100)} %`;
        const bars = (
          <>
            <span className={classes.name}>{words}</span>
            <span className={classes.track} aria-hidden>
              <span className={classes.bar} style={{ width: `${x(rung.ratio)}%` }} />
              <span
                className={classes.band}
                style={{
                  left: `${x(rung.kilopascals.low / reference)}%`,
                  width: `${x(rung.kilopascals.high / reference) - x(rung.kilopascals.low / reference)}%`,
                }}
              />
            </span>
            <span className={classes.says}>{says}</span>
          </>
        );
        return (
          <li key={rung.key} data-today={rung.key === todayKey} data-above={above}>
            {onChoose ? (
              <button
                type="button"
                className={classes.row}
                aria-pressed={rung.key === todayKey}
                // One stop for the tab key; arrows walk from there.
                tabIndex={rung.key === todayKey ? 0 : -1}
                onKeyDown={walk}
                onClick={() => onChoose(rung)}
              >
                {bars}
              </button>
            ) : (
              <div className={classes.row}>{bars}</div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
