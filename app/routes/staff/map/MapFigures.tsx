import type { ComponentProps, ReactNode } from 'react';
import { VIEWS, type ViewId } from '#core/anatomy';
import { BodyMap } from '~/ui/map/BodyMap';
import { MAP_VIEWS } from '~/ui/map/points';
import { Toggle } from '~/ui/parts/Toggle';
import classes from './map.module.css';

const SIDES = ['left', 'right'] as const;

interface ShownViews {
  views: readonly ViewId[];
  pairId: string;
  pair: number;
  shown: 'left' | 'right';
  onPair: (pair: number) => void;
  onShown: (side: 'left' | 'right') => void;
}

type MapProps = Omit<ComponentProps<typeof BodyMap>, 'view' | 'shown' | 'label'>;

/** The figure in the views that are chosen, with the tools above it. */
export function MapFigures({
  view: { views, pairId, pair, shown, onPair, onShown },
  undo,
  says,
  ...map
}: MapProps & { view: ShownViews; undo: ReactNode; says: string }) {
  return (
    <>
      <div className={classes.tools}>
        <Toggle
          label="View"
          value={MAP_VIEWS[pair]?.id ?? null}
          options={MAP_VIEWS.map(({ id, name }) => ({ value: id, label: name }))}
          onChoose={(id) => onPair(MAP_VIEWS.findIndex((one) => one.id === id))}
          after={<kbd>v</kbd>}
        />
        {pairId !== 'body' && (
          <Toggle
            label="Side shown"
            value={shown}
            options={SIDES.map((value) => ({ value, label: value }))}
            onChoose={onShown}
          />
        )}
        {undo}
      </div>
      <div className={classes.figures} data-views={views.length}>
        {views.map((view) => (
          <figure key={view}>
            <BodyMap
              {...map}
              view={view}
              shown={shown}
              label={`${VIEWS[view].name}: ${says}, listed beside the drawing`}
            />
            <figcaption>
              {VIEWS[view].name.toLowerCase()}
              {VIEWS[view].twoSided ? '' : `, ${shown}`}
            </figcaption>
          </figure>
        ))}
      </div>
    </>
  );
}
