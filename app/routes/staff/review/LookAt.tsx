import { NativeSelect } from '@mantine/core';
import { findSite, placeOf } from '#core/anatomy';
import type { Review } from '~/services/reviewing.server';
import { rowName } from '~/ui/charts/rowName';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Toggle } from '~/ui/parts/Toggle';
import { placeValue, type Looking } from './looking';
import classes from './review.module.css';

const PERIODS = [
  { value: 'all', label: 'all of it' },
  { value: 'half a year', label: 'half a year' },
  { value: '8 weeks', label: '8 weeks' },
  { value: '4 weeks', label: '4 weeks' },
  { value: 'version', label: 'this version' },
] as const;

interface Choice {
  value: string;
  label: string;
}

/** Each site that was rated with its sides and its points, to choose one of them. */
function choicesOf(places: Review['places']): { group: string; items: Choice[] }[] {
  const sites = [...new Set(places.map(({ siteId }) => siteId))];
  return sites.map((siteId) => {
    const site = findSite(siteId);
    const here = places.filter((one) => one.siteId === siteId);
    const sides = [...new Set(here.map(({ side }) => side))].filter((side) => side !== 'mid');
    const name = site?.plainName ?? siteId;
    const sided = sides.map((side) => ({
      value: placeValue({ siteId, side, thread: null }),
      label: site ? placeOf(site, side) : `${siteId}, ${side}`,
    }));
    const points = here.flatMap(({ side, point }) =>
      point
        ? [
            {
              value: placeValue({ siteId, side, thread: point.thread }),
              label: rowName({ siteId, side, point }),
            },
          ]
        : [],
    );
    const whole = { value: placeValue({ siteId, side: null, thread: null }), label: name };
    return { group: name, items: [whole, ...(sides.length > 1 ? sided : []), ...points] };
  });
}

/** What the charts show: days and a place; all of them follow, and the address keeps it. */
export function LookAt({
  places,
  looked,
  looking,
  from,
  to,
}: {
  places: Review['places'];
  looked: Review['looked'];
  looking: Looking;
  /** The days that are shown. */
  from: string;
  to: string;
}) {
  const { days, place, choose } = looking;
  return (
    <div className={classes.look}>
      <Toggle
        label="Period"
        value={days ? null : looked.period}
        options={PERIODS.filter(({ value }) => looked.isLong || value !== 'half a year')}
        onChoose={(value) => choose({ period: value })}
      />
      <form
        // Filled anew when other days were chosen elsewhere.
        key={`${from} ${to}`}
        className={classes.days}
        onSubmit={(event) => {
          event.preventDefault();
          const form = new FormData(event.currentTarget);
          const [a, b] = [String(form.get('from')), String(form.get('to'))].sort();
          if (a && b) choose({ from: a, to: b });
        }}
      >
        <label>
          from <input type="date" name="from" required defaultValue={from} />
        </label>
        <label>
          to <input type="date" name="to" required defaultValue={to} />
        </label>
        <LinkButton type="submit">Show these days</LinkButton>
      </form>
      {places.length > 1 && (
        <NativeSelect
          aria-label="Place"
          value={place}
          onChange={(event) => choose({ place: event.currentTarget.value })}
        >
          <option value="">every place</option>
          {choicesOf(places).map(({ group, items }) =>
            items.length === 1 ? (
              <option key={group} value={items[0]?.value}>
                {group}
              </option>
            ) : (
              <optgroup key={group} label={group}>
                {items.map(({ value, label }, n) => (
                  <option key={value} value={value}>
                    {n === 0 ? `${label}, all of it` : label}
                  </option>
                ))}
              </optgroup>
            ),
          )}
        </NativeSelect>
      )}
    </div>
  );
}
