import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import type { ReactNode } from "react";

interface Props {
  readonly count: number;
  readonly way: "across" | "down";
  readonly onMove: (from: number, to: number) => void;
  readonly children: ReactNode;
}

/** A list that is put in order by dragging, or with the keyboard; its entries are called by their places. */
export function Sortable({ count, way, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) =>
        over && active.id !== over.id && onMove(Number(active.id), Number(over.id))
      }
    >
      <SortableContext
        items={Array.from({ length: count }, (_, at) => String(at))}
        strategy={way === "across" ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}
