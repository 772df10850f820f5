import { searchSites, WORKABLE_SITES, type Side, type Site } from '#core/anatomy';

/** What a typed line means so far. */
export interface Entry {
  site: Site | null;
  side: Side | null;
  rating: number | null;
  /** What is still missing, as a short word; null when it can be added. */
  lacks: 'a site' | 'a rating 0–10' | 'a side' | null;
}

const SIDE_WORDS: Readonly<Record<string, Side>> = {
  l: 'left',
  left: 'left',
  r: 'right',
  right: 'right',
};

/**
 * Reads a line such as `side low-back l 6` or `6 right piriformis`: the words name the site, the last
 * whole number is the rating, `l` or `r` the side.
 *
 * @param usual the side taken when none is typed
 */
export function readEntry(text: string, usual: 'left' | 'right' | null = null): Entry {
  const words = text.toLowerCase().replace(/,/g, ' ').split(/\s+/).filter(Boolean);
  let rating: number | null = null;
  let side: Side | null = null;
  const rest: string[] = [];
  for (const word of words) {
    const joined = /^(\d{1,2})([lr])$|^([lr])(\d{1,2})$/.exec(word);
    const number = joined ? (joined[1] ?? joined[4]) : /^\d{1,2}$/.test(word) ? word : undefined;
    const letter = joined ? (joined[2] ?? joined[3]) : word;
    if (number !== undefined) rating = Number(number);
    const half = letter === undefined ? undefined : SIDE_WORDS[letter];
    if (half) side = half;
    if (number === undefined && !half) rest.push(word);
  }
  const named = rest.join(' ');
  // What people say is no place yet: a point needs the place itself.
  const matches = searchSites(named).flatMap(({ site, ground }) =>
    ground === 'said' ? [] : [site],
  );
  // A name typed as it is written wins over one that merely holds its words.
  const plain = (name: string) => name.toLowerCase().replace(/,/g, '');
  const site =
    [...matches, ...WORKABLE_SITES].find(
      (one) => !one.redirect && named !== '' && plain(one.plainName).startsWith(named),
    ) ??
    matches.find((one) => !one.redirect) ??
    null;
  const taken: Side | null = site?.midline ? 'mid' : (side ?? usual);
  const fits = rating !== null && rating <= 10;
  const lacks = !site
    ? ('a site' as const)
    : taken === null
      ? ('a side' as const)
      : fits
        ? null
        : ('a rating 0–10' as const);
  return { site, side: taken, rating: fits ? rating : null, lacks };
}
