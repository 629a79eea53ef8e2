import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type Announcements,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import {
  SortableContext,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import type { ReactNode } from "react";
import { placeOf } from "@/core/quantity";

interface Props {
  /** What the entries are called, in order. */
  readonly titles: readonly string[];
  readonly way: "across" | "down";
  readonly onMove: (from: number, to: number) => void;
  readonly children: ReactNode;
}

const INSTRUCTIONS = {
  draggable: "Space picks it up and puts it down, the arrow keys move it, Escape leaves it where it was.",
};

/** A list that is put in order by dragging, or with the keyboard; its entries are called by their places. */
export function Sortable({ titles, way, onMove, children }: Props) {
  const place = (id: UniqueIdentifier, at: UniqueIdentifier = id) =>
    `${titles[Number(id)] ?? ""}, ${placeOf(Number(at), titles.length)}`;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up: ${place(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${place(active.id, over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `Put down: ${place(active.id, over?.id)}.`,
    onDragCancel: ({ active }) => `Left where it was: ${place(active.id)}.`,
  };
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements, screenReaderInstructions: INSTRUCTIONS }}
      onDragEnd={({ active, over }) =>
        over && active.id !== over.id && onMove(Number(active.id), Number(over.id))
      }
    >
      <SortableContext
        items={titles.map((_, at) => String(at))}
        strategy={way === "across" ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}
