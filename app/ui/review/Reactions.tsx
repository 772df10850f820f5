import { findSite, placeOf, VIEWS } from '#core/anatomy';
import type { RestingPlace } from '#core/response';
import { placeKey } from '#core/routine';
import { Figure } from '~/ui/figure/Figure';
import { drawingsOf, frameAround } from '~/ui/map/drawnPlaces';
import { nearDay } from '~/ui/parts/words';
import classes from './Reactions.module.css';

/** One day after that was not quiet. */
export interface Reaction {
  sessionId: string;
  day: string;
  response: string;
  label: string;
  /** Where, if that was said. */
  places: readonly RestingPlace[];
}

const placeName = ({ siteId, side }: RestingPlace): string => {
  const site = findSite(siteId);
  return site ? placeOf(site, side) : siteId;
};

const eachOnce = (places: readonly RestingPlace[]): RestingPlace[] => [
  ...new Map(places.map((place) => [placeKey(place), place])).values(),
];

/** Where it reacted in the last weeks, on the figure, and what rests; the list says the same. */
export function Reactions({
  reactions,
  rests,
  today,
}: {
  reactions: readonly Reaction[];
  rests: readonly RestingPlace[];
  today: string;
}) {
  const places = eachOnce([...reactions.flatMap((one) => one.places), ...rests]);
  const resting = new Set(rests.map(placeKey));
  return (
    <>
      {places.length > 0 && (
        <div className={classes.figures}>
          {drawingsOf(places).map((drawing) => (
            <Figure
              key={`${drawing.view}:${drawing.flipped}`}
              view={drawing.view}
              frame={frameAround(drawing)}
              flipped={drawing.flipped}
              label={`${VIEWS[drawing.view].name}: ${drawing.drawn
                .map(({ key, place }) => `${placeName(place)}${resting.has(key) ? ', rests' : ''}`)
                .join('; ')}`}
            >
              {drawing.drawn.map(({ key, paths }) =>
                paths.map((d) => (
                  <path key={d} d={d} className={classes.place} data-rests={resting.has(key)} />
                )),
              )}
            </Figure>
          ))}
        </div>
      )}
      <ul className={classes.list}>
        {reactions.map(({ sessionId, day, label, places: where }) => (
          <li key={sessionId}>
            <span>{nearDay(day, today)}</span>
            <span>
              {label}
              {where.length > 0 && `: ${where.map(placeName).join('; ')}`}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
