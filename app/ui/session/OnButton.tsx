import { useGoesOn } from '~/ui/practise/useGoesOn';
import { useWays } from '~/ui/practise/ways';
import classes from './session.module.css';

/** The large button that goes on; for whoever wants it so it is pressed by a count. */
export function OnButton({
  label,
  part,
  seconds,
  early = false,
  onGo,
}: {
  label: string;
  /** What it goes on from: another one counts anew. */
  part: string;
  /** How long that takes at the usual pace; null: it is never gone on by itself. */
  seconds: number | null;
  /** Just shown: a second tap meant for the screen before does nothing. */
  early?: boolean;
  onGo: () => void;
}) {
  const { ways } = useWays();
  const counted = ways.goesOn && seconds !== null ? seconds * ways.pace : null;
  const { left, wait } = useGoesOn(part, counted, onGo);
  return (
    <>
      <button
        type="button"
        className={classes.main}
        disabled={early}
        data-early={early}
        data-keys=" "
        onClick={onGo}
      >
        {label}
      </button>
      {left !== null && (
        <p className={classes.goesOn}>
          <span>
            Goes on by itself in <strong>{left}</strong>
          </span>
          <button type="button" onClick={wait}>
            Wait
          </button>
        </p>
      )}
    </>
  );
}
