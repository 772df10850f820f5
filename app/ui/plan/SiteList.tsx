import { useHotkeys } from '@mantine/hooks';
import { useRef } from 'react';
import { SENSITIVITY, SITES, type Site } from '#core/anatomy';
import classes from './SiteList.module.css';

const regions = [...new Set(SITES.map((site) => site.region))];

/** The sites that can be added, by region. `a` goes there; arrows walk; Enter adds. */
export function SiteList({
  counts,
  onAdd,
}: {
  counts: ReadonlyMap<string, number>;
  onAdd: (site: Site) => void;
}) {
  const list = useRef<HTMLDivElement>(null);
  useHotkeys([['a', () => list.current?.querySelector('button')?.focus()]]);

  const walk = (from: HTMLElement, by: number) => {
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    buttons[buttons.indexOf(from as HTMLButtonElement) + by]?.focus();
  };

  return (
    <section className={classes.panel} aria-labelledby="sites-title">
      <h2 id="sites-title">
        Add a site <kbd>a</kbd>
      </h2>
      <div ref={list}>
        {regions.map((region) => (
          <div key={region} className={classes.region}>
            <h3>{region}</h3>
            <ul>
              {SITES.filter((site) => site.region === region).map((site) => {
                const count = counts.get(site.id) ?? 0;
                return (
                  <li key={site.id}>
                    <button
                      type="button"
                      className={classes.site}
                      onClick={() => onAdd(site)}
                      onKeyDown={(event) => {
                        const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                        if (by === 0) return;
                        event.preventDefault();
                        walk(event.currentTarget, by);
                      }}
                      aria-label={`Add ${site.plainName}, ${site.anatomicalName}, ceiling ${SENSITIVITY[site.sensitivity].ceilingGrade}${count > 0 ? `, ${count} in the routine` : ''}`}
                    >
                      <span>
                        {site.plainName}
                        {count > 0 && <span className={classes.in} aria-hidden />}
                      </span>
                      <span className={classes.ceiling} aria-hidden>
                        ≤ {SENSITIVITY[site.sensitivity].ceilingGrade}
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
