import type { ShownPoints } from './useShownPoints';
import { PointList } from './PointList';
import classes from './map.module.css';

/** What is pressed at this visit, what of before waits to be pressed again, and what came from home. */
export function PointLists({
  title,
  shown: { points, unpressed, home, byThread },
  chosen,
  onChoose,
  onRate,
  onPress,
}: {
  title: string;
  shown: Pick<ShownPoints, 'points' | 'unpressed' | 'home' | 'byThread'>;
  chosen: string | null;
  onChoose: (id: string) => void;
  onRate: ((id: string, rating: number) => void) | undefined;
  /** A point of before is pressed again. */
  onPress: (id: string, rating: number) => void;
}) {
  return (
    <>
      <PointList
        title={title}
        points={points}
        compared={byThread}
        chosen={chosen}
        onChoose={onChoose}
        onRate={onRate}
      />
      <PointList
        title="To press again"
        note="From the visit before. A digit rates it; 0 when it is gone."
        points={unpressed}
        compared={byThread}
        chosen={chosen}
        ghost
        onChoose={onChoose}
        onRate={onPress}
      />
      <PointList
        title="Added at home"
        note="By the client, since the visit. A digit takes it over."
        points={home}
        compared={byThread}
        chosen={chosen}
        ghost
        onChoose={onChoose}
        onRate={onPress}
      />
      {points.length === 0 && unpressed.length === 0 && (
        <p className={classes.soft}>
          No points yet. Type one above, or click on the figure where it is tender.
        </p>
      )}
    </>
  );
}
