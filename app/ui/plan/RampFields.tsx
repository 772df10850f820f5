import { RAMP, type RampStep } from '#core/routine';
import { Choice } from '~/ui/parts/Choice';
import classes from './ItemEditor.module.css';

const KINDS = [
  { value: 'usual', label: 'as usual' },
  { value: 'ordered', label: 'in this order' },
  { value: 'none', label: 'not at all' },
] as const;

const WORDS: Record<RampStep, string> = {
  time: 'time',
  points: 'points',
  load: 'load',
  tool: 'tool',
  method: 'active method',
};

const kindOf = (ramp: readonly RampStep[] | undefined) =>
  ramp === undefined ? 'usual' : ramp.length === 0 ? 'none' : 'ordered';

/** What of a line may rise once the days after allow it: it is proposed at review, and never goes on by itself. */
export function RampFields({
  ramp,
  onChange,
}: {
  ramp: readonly RampStep[] | undefined;
  onChange: (ramp: RampStep[] | undefined) => void;
}) {
  const kind = kindOf(ramp);
  const turn = (step: RampStep) => {
    const now = ramp ?? [];
    const next = now.includes(step) ? now.filter((one) => one !== step) : [...now, step];
    onChange(next);
  };
  return (
    <div className={classes.often}>
      <Choice
        inLine
        legend="may rise"
        value={kind}
        options={KINDS}
        onChoose={(chosen) =>
          onChange(chosen === 'usual' ? undefined : chosen === 'none' ? [] : [RAMP[0]])
        }
      />
      {kind === 'ordered' && (
        <div className={classes.ramp} role="group" aria-label="What rises, in order">
          {RAMP.map((step) => {
            const at = ramp?.indexOf(step) ?? -1;
            return (
              <button key={step} type="button" aria-pressed={at >= 0} onClick={() => turn(step)}>
                {at >= 0 && <b>{at + 1}</b>} {WORDS[step]}
              </button>
            );
          })}
        </div>
      )}
    </div>
  );
}
