import type { Visits } from './useVisits';
import classes from './map.module.css';

/** Walks through the maps of the visits, each against one before it. */
export function VisitSlider({ visits }: { visits: Visits }) {
  return (
    <div className={classes.slider}>
      <label htmlFor="at">Visit</label>
      <input
        id="at"
        type="range"
        min={0}
        max={visits.stops.length - 1}
        value={visits.at}
        aria-valuetext={visits.stops[visits.at]?.label}
        onChange={(event) => visits.go(Number(event.currentTarget.value))}
      />
      <output>{visits.stops[visits.at]?.label}</output>
      {visits.at > 0 && (
        <label className={classes.with}>
          against
          <select
            value={visits.against ?? ''}
            onChange={(event) => visits.compareWith(Number(event.currentTarget.value))}
          >
            {visits.stops.slice(0, visits.at).map(({ id, label }, index) => (
              <option key={id} value={index}>
                {label}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}
