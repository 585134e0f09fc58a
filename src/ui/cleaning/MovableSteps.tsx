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
import { IconGripVertical } from '@tabler/icons-react';
import { useId } from 'react';
import classes from './Sheet.module.css';
import { StepRow, type StepOfOrder } from './StepRow';

interface MovableStepsProps {
  rows: readonly StepOfOrder[];
  /** told of the places a stretch goes from and to */
  onMove: (from: number, to: number) => void;
}

/** The order of a sheet with a handle on every line, by which it is dragged. */
export function MovableSteps({ rows, onMove }: MovableStepsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const id = useId();
  const keys = rows.map(({ key }) => key);
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over) onMove(keys.indexOf(String(active.id)), keys.indexOf(String(over.id)));
      }}
    >
      <SortableContext items={keys} strategy={verticalListSortingStrategy}>
        <ol className={classes.stretches}>
          {rows.map((row) => (
            <MovableStep key={row.key} row={row} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function MovableStep({ row }: { row: StepOfOrder }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: row.key,
  });
  return (
    <StepRow
      ref={setNodeRef}
      row={row}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      handle={
        <button
          className={classes.handle}
          {...attributes}
          {...listeners}
          aria-label={`Move ${row.title}`}
        >
          <IconGripVertical size={20} aria-hidden="true" />
        </button>
      }
    />
  );
}
