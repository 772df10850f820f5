import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useEffect, useRef } from 'react';
import { lineTitle, gradeWords, isPress, type RoutineItem } from '#core/routine';
import { lineWords } from './doseWords';
import classes from './ItemList.module.css';

const Grip = () => (
  <svg width="10" height="16" aria-hidden fill="currentColor">
    {[2, 8, 14].flatMap((y) =>
      [2, 8].map((x) => <circle key={`${x}:${y}`} cx={x} cy={y} r="1.3" />),
    )}
  </svg>
);

interface RowProps {
  item: RoutineItem;
  number: number;
  selected: boolean;
  refused: boolean;
  onSelect: () => void;
  onMove: (by: number) => void;
  onStep: (by: number) => void;
  onRemove: () => void;
}

function Row({ item, number, selected, refused, onSelect, onMove, onStep, onRemove }: RowProps) {
  const {
    attributes,
    listeners,
    setNodeRef,
    setActivatorNodeRef,
    transform,
    transition,
    isDragging,
  } = useSortable({ id: item.id });
  const name = lineTitle(item);
  const button = useRef<HTMLButtonElement>(null);
  const wasSelected = useRef(selected);
  useEffect(() => {
    // Moving the selection by arrow keys takes the focus along, and only then.
    const list = button.current?.closest('ol');
    if (selected && !wasSelected.current && list?.contains(document.activeElement)) {
      button.current?.focus();
    }
    wasSelected.current = selected;
  }, [selected]);
  return (
    <li
      ref={setNodeRef}
      className={classes.row}
      data-selected={selected}
      data-dragging={isDragging}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={classes.handle}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}; press space, then arrow keys`}
      >
        <Grip />
      </button>
      <button
        type="button"
        ref={button}
        className={classes.choose}
        aria-pressed={selected}
        onClick={onSelect}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
          if (by !== 0) {
            event.preventDefault();
            if (event.altKey) onMove(by);
            else onStep(by);
          } else if (event.key === 'Delete') {
            event.preventDefault();
            onRemove();
          }
        }}
      >
        <span className={classes.number}>{number}</span>
        <span className={classes.name}>{name}</span>
        {isPress(item) && <span className={classes.grade}>grade {gradeWords(item)}</span>}
        <span className={classes.dose}>
          {lineWords(item)}
          {refused && <strong className={classes.refused}> · refused</strong>}
        </span>
      </button>
    </li>
  );
}

/** The routine as a list: choose a line, drag it, or move it by keyboard. */
export function ItemList({
  items,
  selectedId,
  refusedIds,
  onSelect,
  onMove,
  onRemove,
}: {
  items: readonly RoutineItem[];
  selectedId: string | null;
  refusedIds: ReadonlySet<string>;
  onSelect: (id: string) => void;
  onMove: (id: string, to: number) => void;
  onRemove: (id: string) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const list = useRef<HTMLOListElement>(null);
  const isRemoved = useRef(false);
  useEffect(() => {
    // The line that takes its place takes the focus too.
    if (!isRemoved.current) return;
    isRemoved.current = false;
    list.current?.querySelector<HTMLElement>('[aria-pressed="true"]')?.focus();
  }, [items]);
  const place = (id: string) => items.findIndex((item) => item.id === id);
  /** What a screen reader hears of a move: the site by its name, and where it stands. */
  const says = (id: string | number, what: string, at: string | number = id) => {
    const item = items[place(String(id))];
    const name = item ? lineTitle(item) : '';
    return `${name} ${what} ${place(String(at)) + 1} of ${items.length}.`;
  };
  return (
    <DndContext
      id="routine-order"
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => says(active.id, 'is picked up from place'),
          onDragOver: ({ active, over }) => says(active.id, 'is over place', over?.id),
          onDragEnd: ({ active, over }) => says(active.id, 'is put down at place', over?.id),
          onDragCancel: ({ active }) => says(active.id, 'is back at place'),
        },
      }}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(String(active.id), place(String(over.id)));
      }}
    >
      <SortableContext items={items.map((item) => item.id)} strategy={verticalListSortingStrategy}>
        <ol ref={list} className={classes.list} aria-label="Lines in order">
          {items.map((item, index) => (
            <Row
              key={item.id}
              item={item}
              number={index + 1}
              selected={item.id === selectedId}
              refused={refusedIds.has(item.id)}
              onSelect={() => onSelect(item.id)}
              onMove={(by) => onMove(item.id, index + by)}
              onStep={(by) => {
                const next = items[index + by];
                if (next) onSelect(next.id);
              }}
              onRemove={() => {
                isRemoved.current = true;
                onRemove(item.id);
              }}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}
