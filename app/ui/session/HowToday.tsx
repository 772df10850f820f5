import { useState } from 'react';
import { useNavigate } from 'react-router';
import { STOP_REASONS, type StopReason } from '#core/session';
import { Choice } from '~/ui/practise/Choice';
import classes from './session.module.css';

/** What, before anything is pressed, is a reason to press nothing: the stops of a session, gravest first. */
const UNWELL = STOP_REASONS.filter(({ id }) => ['alarm', 'dizzy', 'numb'].includes(id)).reverse();

/** Before a session: how it is today, where that is other than usual. */
export function HowToday({
  onGently,
  onUnwell,
}: {
  /** Sorer or more tired than usual: begins all the same, gently. */
  onGently: () => void;
  /** Something for which nobody presses: it is told, as a stop is. */
  onUnwell: (reason: StopReason) => void;
}) {
  const [asks, setAsks] = useState<'sore' | 'unwell' | null>(null);
  const navigate = useNavigate();
  const back = () => setAsks(null);
  return (
    <>
      <div className={classes.pair} role="group" aria-label="Not as usual today?">
        <button type="button" className={classes.plain} onClick={() => setAsks('sore')}>
          Sorer than usual
        </button>
        <button type="button" className={classes.plain} onClick={() => setAsks('unwell')}>
          Not well today
        </button>
      </div>
      {asks === 'sore' && (
        <Choice
          title="Then gently"
          says="Press a grade less than it says. Where it is still tender, skip it when it comes. Holds that grow from day to day stay at their shorter time."
          options={[{ id: 'gently', label: 'Begin gently' }]}
          back="Back"
          onChoose={onGently}
          onBack={back}
        />
      )}
      {asks === 'unwell' && (
        <Choice
          title="Leave it today"
          says="A day without is no loss. Is it one of these?"
          options={[...UNWELL, { id: 'none', label: 'None of these: tired, a cold, a bad night' }]}
          back="Back"
          onChoose={(id) => {
            if (id === 'none') void navigate('/today');
            else onUnwell(id);
          }}
          onBack={back}
        />
      )}
    </>
  );
}
