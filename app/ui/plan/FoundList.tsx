import type { Site } from '#core/anatomy';
import type { Suggestion } from '#core/map';
import type { FoundSite } from '#core/routine';
import { LinkButton } from '~/ui/parts/LinkButton';
import { counted } from '~/ui/parts/words';
import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import { useKeys } from '~/ui/parts/useKeys';
import classes from './FoundList.module.css';

/** “left 2, right 1”, “left”, or nothing in the middle. */
function sideWords({ sides, counts }: FoundSite): string {
  if (sides === 'mid') return counts.mid > 1 ? counted(counts.mid, 'point') : '';
  const named = (['left', 'right'] as const).filter((side) => counts[side] > 0);
  return named.map((side) => (counts[side] > 1 ? `${side} ${counts[side]}` : side)).join(', ');
}

/** What the map found, worst first: each is taken with one key or one touch, or all at once. */
export function FoundList({
  found,
  counts,
  follows,
  offReasons,
  related,
  onTake,
  onAdd,
}: {
  found: readonly FoundSite[];
  /** Sites that belong with what was found, and why. */
  related: readonly Suggestion[];
  /** Lines in the routine, by site. */
  counts: ReadonlyMap<string, number>;
  /** Sites with a line that does not know yet which points were found there. */
  follows: ReadonlySet<string>;
  offReasons: ReadonlyMap<string, string>;
  onTake: (found: readonly FoundSite[]) => void;
  onAdd: (site: Site) => void;
}) {
  const beside = related.filter(({ site }) => !counts.has(site.id) && !offReasons.has(site.id));
  const left = found.filter(
    ({ site }) => (!counts.has(site.id) || follows.has(site.id)) && !offReasons.has(site.id),
  );
  const [next] = left;
  useKeys([
    ['m', () => next && onTake([next])],
    ['shift+m', () => left.length > 0 && onTake(left)],
  ]);
  if (found.length === 0) return null;
  return (
    <section className={classes.panel} aria-labelledby="found-title">
      <h2 id="found-title">
        Found on the map <kbd>m</kbd>
      </h2>
      <ul>
        {found.map((one) => {
          const { site, rating } = one;
          const off = offReasons.get(site.id);
          const isNew = follows.has(site.id);
          const isIn = counts.has(site.id) && !isNew;
          return (
            <li key={site.id}>
              <button
                type="button"
                disabled={isIn}
                title={
                  off ??
                  (isNew ? 'In the routine: take it, so that these points are followed' : undefined)
                }
                data-off={off !== undefined}
                onClick={() => onTake([one])}
                aria-label={`Take ${site.plainName}, ${sideWords(one)}, rated ${rating}${isIn ? ', in the routine' : off === undefined ? '' : `, off: ${off}`}`}
              >
                <span
                  className={classes.badge}
                  style={{ background: tendernessFill(rating), color: tendernessInk(rating) }}
                >
                  {rating}
                </span>
                <span className={classes.name}>
                  {site.plainName}
                  <small>{sideWords(one)}</small>
                </span>
                <span className={classes.state}>
                  {isIn ? 'in' : off !== undefined ? 'off' : isNew ? 'follow' : ''}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {left.length > 1 && (
        <LinkButton onClick={() => onTake(left)}>
          Take all {left.length} <kbd>shift m</kbd>
        </LinkButton>
      )}
      {beside.length > 0 && (
        <>
          <h3>belongs with it</h3>
          <ul className={classes.beside}>
            {beside.map(({ site, from, why }) => (
              <li key={site.id}>
                <button
                  type="button"
                  title={`${from.plainName}: ${why}`}
                  aria-label={`Add ${site.plainName}. ${from.plainName}: ${why}`}
                  onClick={() => onAdd(site)}
                >
                  {site.plainName}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
