import { useState, type KeyboardEvent, type PointerEvent } from "react";
import type { RigModel } from "@/core/address";
import { LIMITS, type Scan } from "@/core/rig";

/** What is being dragged: the end of a slot's on-time, or the blank time. */
export type Edge = number | "blank";

interface Drag {
  readonly what: Edge;
  readonly from: number;
  /** µs. */
  readonly by: number;
}

/** @param gesture what a key that is pressed again and again changes */
export type ChangeScan = (values: Partial<Scan>, gesture?: string) => void;

const clamp = (value: number, [least, most]: readonly [number, number]): number =>
  Math.min(most, Math.max(least, value));

/** Less than this, in µs, is a click and no drag. */
const LEAST_DRAG = 0.4;

/**
 * Times of the scan changed by hand: an end is dragged, or moved by the arrow keys in steps of a twentieth.
 * @param microsecondsAt µs at a pointer's place in the picture
 */
export function useScanDrag(
  { rig: { scan }, slots }: RigModel,
  microsecondsAt: (event: PointerEvent<SVGElement>) => number,
  onChange: ChangeScan,
) {
  const [drag, setDrag] = useState<Drag>();
  const onOf = (slot: number) => scan.on[Math.min(slot, scan.on.length - 1)]!;
  const changed = (what: Edge, by: number): Partial<Scan> => {
    if (what === "blank") return { blank: Math.round(clamp(scan.blank + by, LIMITS.blankTime)) };
    return {
      on: slots.map((_, slot) =>
        slot === what ? Math.round(clamp(onOf(slot) + by, LIMITS.onTime)) : onOf(slot),
      ),
    };
  };
  return {
    onOf,
    /** What is being dragged, and the scan it would give. */
    dragged: drag && { what: drag.what, gives: changed(drag.what, drag.by) },
    /** Of the picture as a whole. */
    picture: {
      onPointerMove: (event: PointerEvent<SVGElement>) => {
        if (drag) setDrag({ ...drag, by: microsecondsAt(event) - drag.from });
      },
      onPointerUp: () => {
        if (drag && Math.abs(drag.by) > LEAST_DRAG) onChange(changed(drag.what, drag.by));
        setDrag(undefined);
      },
      onPointerCancel: () => setDrag(undefined),
    },
    /** Of the end that is taken hold of. */
    handle: (what: Edge) => ({
      onPointerDown: (event: PointerEvent<SVGElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        event.stopPropagation();
        setDrag({ what, from: microsecondsAt(event), by: 0 });
      },
      onKeyDown: (event: KeyboardEvent) => {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (!way) return;
        event.preventDefault();
        event.stopPropagation();
        const now = what === "blank" ? scan.blank : onOf(what);
        onChange(changed(what, way * Math.max(1, Math.round(now / 20))), `nudge ${what}`);
      },
    }),
    /** ns a slot's picture is moved by what is being dragged before it. */
    shift: (slot: number): number => {
      if (!drag) return 0;
      const by = drag.by * 1000;
      if (drag.what === "blank") return by * (slot + 1);
      return slot > drag.what ? by : 0;
    },
    /** ns a slot's on-time grows by. */
    grow: (slot: number): number => (drag && drag.what === slot ? drag.by * 1000 : 0),
  };
}
