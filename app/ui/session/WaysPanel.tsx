import { openSound, play } from '~/ui/practise/cues';
import { canSpeak, speak } from '~/ui/practise/voice';
import { useWays, type Ways } from '~/ui/practise/ways';
import classes from './WaysPanel.module.css';

const VOLUMES = [
  { volume: 0, name: 'off' },
  { volume: 0.5, name: 'soft' },
  { volume: 1, name: 'full' },
] as const;

function Tick({
  on,
  children,
  onTurn,
}: {
  on: boolean;
  children: string;
  onTurn: (on: boolean) => void;
}) {
  return (
    <label className={classes.tick}>
      <input
        type="checkbox"
        checked={on}
        onChange={(event) => onTurn(event.currentTarget.checked)}
      />
      <span>{children}</span>
    </label>
  );
}

function Pick<T extends string | number>({
  name,
  choices,
  value,
  onPick,
}: {
  name: string;
  choices: readonly { value: T; name: string }[];
  value: T;
  onPick: (value: T) => void;
}) {
  return (
    <fieldset className={classes.pick}>
      <legend>{name}</legend>
      {choices.map((choice) => (
        <label key={choice.value}>
          <input
            type="radio"
            name={name}
            checked={choice.value === value}
            onChange={() => onPick(choice.value)}
          />
          <span>{choice.name}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** How one is led: by oneself or by a count, with or without sound, for which hand; tried out here. */
export function WaysPanel() {
  const { ways, change } = useWays();
  const turn = (part: keyof Ways) => (on: boolean) => change({ [part]: on });
  const tryOut = () => {
    openSound();
    play('begin', ways);
    if (ways.speaks) speak('This is how it sounds.', ways.volume);
  };
  return (
    <details className={classes.panel}>
      <summary>How you are led</summary>
      <Tick on={ways.goesOn} onTurn={turn('goesOn')}>
        Goes on by itself after a count: no hand needed
      </Tick>
      {ways.goesOn && (
        <Pick
          name="The count"
          value={ways.pace}
          choices={[
            { value: 1, name: 'as told' },
            { value: 2, name: 'twice as long' },
          ]}
          onPick={(pace) => change({ pace: pace === 2 ? 2 : 1 })}
        />
      )}
      {canSpeak() && (
        <Tick on={ways.speaks} onTurn={turn('speaks')}>
          Says what to do aloud
        </Tick>
      )}
      <Tick on={ways.vibrates} onTurn={turn('vibrates')}>
        Vibrates, where the phone can
      </Tick>
      <Pick
        name="Sound"
        value={ways.volume}
        choices={VOLUMES.map(({ volume, name }) => ({ value: volume, name }))}
        onPick={(volume) => change({ volume })}
      />
      <Pick
        name="Phone in the"
        value={ways.hand}
        choices={[
          { value: 'right', name: 'right hand' },
          { value: 'left', name: 'left hand' },
        ]}
        onPick={(hand) => change({ hand })}
      />
      <button type="button" className={classes.tryOut} onClick={tryOut}>
        Try it
      </button>
      <p className={classes.keys}>
        At a keyboard: <kbd>space</kbd> goes on and pauses, <kbd>0</kbd>–<kbd>9</kbd> and{' '}
        <kbd>x</kbd> for ten rate, <kbd>s</kbd> stops.
      </p>
    </details>
  );
}
