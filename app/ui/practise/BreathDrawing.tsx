import classes from './BreathDrawing.module.css';

/** A breath as a level that rises and sinks; the word says it too, for those who see no motion. */
export function BreathDrawing({
  turn,
}: {
  /** Breathing in is the first turn, out the second, each 0–1; null while it stands still. */
  turn: { index: number; says: string; done: number } | null;
}) {
  const full = turn === null ? 0 : turn.index === 0 ? turn.done : 1 - turn.done;
  return (
    <div className={classes.ground} aria-hidden>
      <div className={classes.level} style={{ transform: `scaleY(${0.08 + 0.84 * full})` }} />
      <span className={classes.word}>{turn?.says}</span>
    </div>
  );
}
