import type { ReactNode } from 'react';
import { VIEWS, type ViewId } from '#core/anatomy';
import { Toggle } from '../parts/Toggle';
import { MAP_VIEWS } from './points';
import classes from './ViewTools.module.css';

const SIDES = ['left', 'right'] as const;

/** Which views of the body are shown, and as which side those that have one. */
export interface ShownViews {
  pair: number;
  shown: 'left' | 'right';
  onPair: (pair: number) => void;
  onShown: (side: 'left' | 'right') => void;
}

/** What chooses the views of a figure. */
export function ViewTools({
  view: { pair, shown, onPair, onShown },
  after,
  children,
}: {
  view: ShownViews;
  /** The key that walks through them. */
  after?: ReactNode;
  children?: ReactNode;
}) {
  const chosen = MAP_VIEWS[pair]?.id ?? null;
  return (
    <div className={classes.tools}>
      <Toggle
        label="View"
        value={chosen}
        options={MAP_VIEWS.map(({ id, name }) => ({ value: id, label: name }))}
        onChoose={(id) => onPair(MAP_VIEWS.findIndex((one) => one.id === id))}
        after={after}
      />
      {chosen !== 'body' && (
        <Toggle
          label="Side shown"
          value={shown}
          options={SIDES.map((value) => ({ value, label: value }))}
          onChoose={onShown}
        />
      )}
      {children}
    </div>
  );
}

/** The figure in the views that are chosen. */
export function ViewFigures({
  view: { pair, shown },
  children: draw,
}: {
  view: Pick<ShownViews, 'pair' | 'shown'>;
  /** Draws one of them. */
  children: (view: ViewId) => ReactNode;
}) {
  const views: readonly ViewId[] = MAP_VIEWS[pair]?.views ?? ['front'];
  return (
    <div className={classes.figures} data-views={views.length}>
      {views.map((view) => (
        <figure key={view}>
          {draw(view)}
          <figcaption>
            {VIEWS[view].name.toLowerCase()}
            {VIEWS[view].twoSided ? '' : `, ${shown}`}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
