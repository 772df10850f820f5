import { capital } from '../parts/words';
import { useEffect, useState } from 'react';
import { kindOf } from '~/keeping/kinds';
import type { Letter } from '~/keeping/letter';

type Describe = (letter: Letter) => string;

/** The tables that name sites and tests are large, and the line about what is kept is on every page. */
const load = () => import('./describe').then(({ describe }) => describe);

/** Fetches the words before they are needed: without a line they could not be. */
export function fetchWords(): void {
  void load().catch(() => undefined);
}

const byKind: Describe = ({ kind }) => {
  const { words } = kindOf(kind);
  return capital(words);
};

/** What a letter is called: by its site or test once the words are here, else by its kind. */
export function useDescribe(): Describe {
  const [describe, setDescribe] = useState<Describe>(() => byKind);
  useEffect(() => {
    let left = false;
    load().then(
      (words) => {
        if (!left) setDescribe(() => words);
      },
      () => undefined,
    );
    return () => {
      left = true;
    };
  }, []);
  return describe;
}
