import { VIEWS } from '#core/anatomy';
import { pathOf, smooth, smoothLine, type Point } from '#core/geometry';
import classes from './lean.module.css';

const { lines, tones } = VIEWS.head;
/** Face, ear and hairline; the neck and collarbone below are left out. */
const FACE = lines.filter(({ points }) => points.every(([, y]) => y < 140));
const [HAIR = []] = tones;

/** Face and hair of a head seen from the side, wherever the body has taken it. */
export function Head({ place }: { place: (point: Point) => Point }) {
  return (
    <>
      <path d={pathOf(smooth(HAIR.map(place)))} className={classes.hair} />
      {FACE.map(({ points }) => {
        const path = pathOf(smoothLine(points.map(place)));
        return <path key={path} d={path} className={classes.face} />;
      })}
    </>
  );
}
