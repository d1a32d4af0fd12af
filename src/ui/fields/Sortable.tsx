'use client';
import DragIndicatorIcon from '@mui/icons-material/DragIndicator';
import IconButton from '@mui/material/IconButton';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useId, type ReactNode } from 'react';
import styles from './fields.module.css';

type Props<Item> = {
  items: readonly Item[];
  idOf: (item: Item) => string;
  /** As a reader hears it: 'Fit the pump'. */
  nameOf: (item: Item) => string;
  /** The list has its new order once an item is let go over another. */
  onMove: (id: string, over: string) => void;
  children: (item: Item, index: number) => ReactNode;
};

/** A list whose order is made by hand: dragged by its grip, or with space and the arrows from there. */
export function Sortable<Item>({ items, idOf, nameOf, onMove, children }: Props<Item>) {
  const id = useId();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const names = new Map(items.map((item) => [idOf(item), nameOf(item)]));
  const place = (of: unknown) => items.findIndex((item) => idOf(item) === of) + 1;
  const name = (of: unknown) => names.get(String(of)) ?? '';
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} is lifted from place ${place(active.id)}.`,
    onDragOver: ({ active, over }) =>
      over ? `${name(active.id)} is over place ${place(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `${name(active.id)} stands at place ${place(over.id)}.` : `${name(active.id)} is back.`,
    onDragCancel: ({ active }) => `${name(active.id)} is back at place ${place(active.id)}.`,
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements }}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(String(active.id), String(over.id));
      }}
    >
      <SortableContext items={items.map(idOf)} strategy={verticalListSortingStrategy}>
        <ol className={styles.sortable}>
          {items.map((item, i) => (
            <Line key={idOf(item)} id={idOf(item)} name={nameOf(item)}>
              {children(item, i)}
            </Line>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function Line({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      className={isDragging ? styles.lifted : undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <IconButton
        size="small"
        ref={setActivatorNodeRef}
        aria-label={`Move ${name}`}
        sx={{ cursor: 'grab', touchAction: 'none' }}
        {...attributes}
        {...listeners}
      >
        <DragIndicatorIcon fontSize="inherit" />
      </IconButton>
      <div>{children}</div>
    </li>
  );
}
