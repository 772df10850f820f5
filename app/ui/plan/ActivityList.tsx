import { ACTIVITY_KIND_IDS, ACTIVITY_KINDS, type ActivityKind } from '#core/activities';
import { useKeys } from '~/ui/parts/useKeys';
import { useRef } from 'react';
import classes from './SiteList.module.css';

/** What can be added beside sites: `b` goes there, arrows walk. */
export function ActivityList({ onAdd }: { onAdd: (kind: ActivityKind) => void }) {
  const list = useRef<HTMLUListElement>(null);
  const buttons = () => [...(list.current?.querySelectorAll('button') ?? [])];
  useKeys([['b', () => buttons()[0]?.focus()]]);
  return (
    <section className={classes.beside} aria-labelledby="beside-title">
      <h2 id="beside-title">
        Beside pressing <kbd>b</kbd>
      </h2>
      <ul ref={list}>
        {ACTIVITY_KIND_IDS.map((kind, index) => (
          <li key={kind}>
            <button
              type="button"
              tabIndex={index === 0 ? 0 : -1}
              title={ACTIVITY_KINDS[kind].goodFor}
              onClick={() => onAdd(kind)}
              onKeyDown={(event) => {
                const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
                if (by === undefined) return;
                event.preventDefault();
                buttons()[index + by]?.focus();
              }}
            >
              {ACTIVITY_KINDS[kind].name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
