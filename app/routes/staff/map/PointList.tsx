import { useRef, type KeyboardEvent } from 'react';
import { findSite, placeOf } from '#core/anatomy';
import type { ComparedPoint } from '#core/map';
import { changeWords, type DrawnPoint } from '~/ui/map/points';
import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import classes from './map.module.css';

/** The points as a list in step with the figure: arrows walk, a digit rates. */
export function PointList({
  title,
  points,
  compared,
  chosen,
  ghost = false,
  note,
  onChoose,
  onRate,
}: {
  title: string;
  points: readonly DrawnPoint[];
  compared: ReadonlyMap<string, ComparedPoint>;
  chosen: string | null;
  /** Not pressed at this visit yet. */
  ghost?: boolean;
  note?: string;
  onChoose: (id: string) => void;
  onRate?: (id: string, rating: number) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  if (points.length === 0) return null;
  const key = (event: KeyboardEvent<HTMLButtonElement>, id: string) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
      const next = buttons[buttons.indexOf(event.currentTarget) + step];
      next?.focus();
      next?.click();
      return;
    }
    if (/^\d$/.test(event.key) && onRate) {
      event.preventDefault();
      event.stopPropagation();
      onRate(id, Number(event.key));
    }
  };
  const stop = points.some(({ id }) => id === chosen) ? chosen : points[0]?.id;
  return (
    <section className={classes.points}>
      <h2>{title}</h2>
      {note && <p className={classes.soft}>{note}</p>}
      <ul ref={list}>
        {points.map((point) => {
          const site = findSite(point.siteId);
          const says = changeWords(compared.get(point.thread));
          return (
            <li key={point.id}>
              <button
                type="button"
                data-point={point.id}
                tabIndex={point.id === stop ? 0 : -1}
                data-chosen={point.id === chosen}
                data-ghost={ghost}
                aria-pressed={point.id === chosen}
                onClick={() => onChoose(point.id)}
                onKeyDown={(event) => key(event, point.id)}
              >
                <span className={classes.where}>
                  {site ? placeOf(site, point.side) : point.siteId}
                  {point.worst && !ghost && <span className={classes.star}> the worst</span>}
                  {says && !ghost && <span className={classes.was}>{says}</span>}
                </span>
                <span
                  className={classes.grade}
                  style={
                    ghost || point.rating === 0
                      ? undefined
                      : {
                          background: tendernessFill(point.rating),
                          color: tendernessInk(point.rating),
                        }
                  }
                >
                  {point.rating}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
