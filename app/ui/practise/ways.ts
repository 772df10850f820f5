import { createContext, useContext } from 'react';

/** How a client wants to be led on this device. */
export interface Ways {
  /** It goes on by itself after a count. */
  goesOn: boolean;
  /** The count takes so many times as long as usual. */
  pace: 1 | 2;
  /** What to do is said aloud, and stands as words below. */
  speaks: boolean;
  /** Of tones and voice. */
  volume: 0 | 0.5 | 1;
  vibrates: boolean;
  /** The hand that holds the phone: Stop lies under its thumb. */
  hand: 'right' | 'left';
}

export const USUAL: Ways = {
  goesOn: false,
  pace: 1,
  speaks: false,
  volume: 1,
  vibrates: true,
  hand: 'right',
};

/** What was kept, part by part; what cannot be read is as usual. A schema library would be a tenth of this screen’s script. */
export function waysFrom(kept: unknown): Ways {
  const given: Record<string, unknown> =
    typeof kept === 'object' && kept !== null ? { ...kept } : {};
  const { goesOn, pace, speaks, volume, vibrates, hand } = given;
  return {
    goesOn: goesOn === true,
    pace: pace === 2 ? 2 : 1,
    speaks: speaks === true,
    volume: volume === 0 || volume === 0.5 ? volume : 1,
    vibrates: vibrates !== false,
    hand: hand === 'left' ? 'left' : 'right',
  };
}

/** Kept on the device, with what else its person is in the middle of. */
export const WAYS_NAME = 'ways of the session';

export const WaysContext = createContext<{ ways: Ways; change: (part: Partial<Ways>) => void }>({
  ways: USUAL,
  change: () => undefined,
});
export const useWays = () => useContext(WaysContext);
