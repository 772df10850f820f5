import { group } from 'd3-array';
import { useRef, useState } from 'react';
import { cautionsFor, searchSites, SENSITIVITY, type Site, WORKABLE_SITES } from '#core/anatomy';
import { Missed } from '~/ui/parts/Missed';
import { GROUNDS } from '~/ui/parts/words';
import { useKeys } from '~/ui/parts/useKeys';
import classes from './SiteList.module.css';

/** Sites of a search by the ground they answer on; all of them by region when nothing is asked. */
function listed(query: string): { heading: string; sites: Site[] }[] {
  if (query.trim() === '') {
    return [...group(WORKABLE_SITES, (site) => site.region)].map(([heading, sites]) => ({
      heading,
      sites,
    }));
  }
  const matches = searchSites(query).filter(({ site }) => !site.redirect);
  return [...group(matches, ({ ground }) => ground)].map(([ground, of]) => ({
    heading: GROUNDS[ground],
    sites: of.map(({ site }) => site),
  }));
}

/**
 * The sites that can be added. `a` goes to the search, typing narrows, Enter adds the first; arrows
 * walk the list.
 */
export function SiteList({
  counts,
  offReasons,
  onAdd,
}: {
  counts: ReadonlyMap<string, number>;
  /** Sites that screening rules out altogether, with the reason. */
  offReasons: ReadonlyMap<string, string>;
  onAdd: (site: Site) => void;
}) {
  const [query, setQuery] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLDivElement>(null);
  useKeys([['a', () => field.current?.focus()]]);
  const groups = listed(query);
  const [first] = groups.flatMap(({ sites }) => sites);

  const walk = (from: HTMLElement, by: number) => {
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(from as HTMLButtonElement) + by;
    if (at < 0) field.current?.focus();
    else buttons[at]?.focus();
  };
  const add = (site: Site) => {
    setQuery('');
    onAdd(site);
  };

  return (
    <section className={classes.panel} aria-labelledby="sites-title">
      <h2 id="sites-title">
        Add a site <kbd>a</kbd>
      </h2>
      <input
        ref={field}
        className={classes.search}
        type="search"
        aria-label="Find a site by name or by where it hurts"
        placeholder="name, or where it hurts"
        value={query}
        onChange={(event) => setQuery(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            list.current?.querySelector('button')?.focus();
          } else if (event.key === 'Enter' && first && query.trim() !== '') {
            event.preventDefault();
            add(first);
          }
        }}
      />
      <div ref={list} className={classes.list}>
        {groups.length === 0 && (
          <Missed
            query={query}
            onAsk={(text) => {
              setQuery(text);
              field.current?.focus();
            }}
          />
        )}
        {cautionsFor(query).map((sentence) => (
          <p key={sentence} className={classes.care}>
            {sentence}
          </p>
        ))}
        {groups.map(({ heading, sites }) => (
          <div key={heading} className={classes.region}>
            <h3>{heading}</h3>
            <ul>
              {sites.map((site) => {
                const count = counts.get(site.id) ?? 0;
                const off = offReasons.get(site.id);
                const { ceilingGrade } = SENSITIVITY[site.sensitivity];
                return (
                  <li key={site.id}>
                    <button
                      type="button"
                      className={classes.site}
                      // One stop for the tab key; arrows walk from there.
                      tabIndex={site.id === first?.id ? 0 : -1}
                      data-off={off !== undefined}
                      title={off}
                      onClick={() => add(site)}
                      onKeyDown={(event) => {
                        const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                        if (by === 0) return;
                        event.preventDefault();
                        walk(event.currentTarget, by);
                      }}
                      aria-label={`Add ${site.plainName}, ${site.anatomicalName}, ${off === undefined ? `ceiling ${ceilingGrade}` : `off: ${off}`}${count > 0 ? `, ${count} in the routine` : ''}`}
                    >
                      <span>
                        {site.plainName}
                        {count > 0 && <span className={classes.in} aria-hidden />}
                        <small className={classes.anatomical}>{site.anatomicalName}</small>
                      </span>
                      <span className={classes.ceiling} aria-hidden>
                        {off === undefined ? `≤ ${ceilingGrade}` : 'off'}
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
          </div>
        ))}
      </div>
    </section>
  );
}
