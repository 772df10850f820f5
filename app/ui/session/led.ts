import { createContext, useContext } from 'react';
import type { LedRoutine } from '#core/routine';

/** What is told along the way, by site, line of the routine and posture. */
export const LedContext = createContext<Pick<LedRoutine, 'sites' | 'ways' | 'postures'>>({
  sites: {},
  ways: {},
  postures: {},
});

/** The words of the routine that is led through. */
export const useLed = () => useContext(LedContext);
