import { useEffect, useRef } from 'react';
import type { SessionState } from '#core/session';
import { play } from '~/ui/practise/cues';
import { sayingFor } from '~/ui/practise/sayings';
import { useVoice } from '~/ui/practise/useVoice';
import { useWays } from '~/ui/practise/ways';
import { useLed } from './led';

/** What sound a change of the session calls for. */
function cueFor(before: SessionState, after: SessionState) {
  // Whoever lies on a point with the phone beside them has to hear that the clock stands still.
  if (!before.gap && after.gap) return 'ask';
  if (before.phase.name === after.phase.name) return null;
  if (after.phase.name === 'hold') return 'begin';
  return before.phase.name === 'hold' ? 'end' : null;
}

/** Lets each change of the session be heard, felt and, for whoever wants it so, said. */
export function useHeard(state: SessionState): ReturnType<typeof useVoice> {
  const { ways } = useWays();
  const led = useLed();
  const voice = useVoice(ways);
  const { say } = voice;
  const before = useRef(state);
  useEffect(() => {
    const was = before.current;
    if (was === state) return;
    before.current = state;
    const cue = cueFor(was, state);
    if (cue) play(cue, ways);
    const words = sayingFor(was, state, led);
    if (words !== null) say(words);
  }, [state, ways, led, say]);
  return voice;
}
