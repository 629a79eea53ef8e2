import type { KeyboardEvent } from "react";
import { blankBitmap, inverted, mirrored, shifted } from "@/core/dots";
import { IconButton } from "@/ui";
import type { Pictures } from "./use-pictures";

/** What a press on a dot does. */
export type DrawingTool = "draw" | "fill";

interface Act {
  readonly key: string;
  readonly icon: string;
  readonly label: string;
  readonly act: () => void;
}

/** What can be done to a picture as a whole, each with its letter. */
export function pictureActs(
  { bitmap, draw, add }: Pictures,
  tool: DrawingTool,
  onTool: (tool: DrawingTool) => void,
): readonly Act[] {
  const other = tool === "fill" ? "draw" : "fill";
  const acts: ReadonlyArray<readonly [key: string, icon: string, label: string, act: () => void]> = [
    ["a", "bi-arrow-left", "Shift left", () => draw(shifted(bitmap, -1, 0, "around"))],
    ["d", "bi-arrow-right", "Shift right", () => draw(shifted(bitmap, 1, 0, "around"))],
    ["w", "bi-arrow-up", "Shift up", () => draw(shifted(bitmap, 0, -1, "around"))],
    ["s", "bi-arrow-down", "Shift down", () => draw(shifted(bitmap, 0, 1, "around"))],
    ["h", "bi-symmetry-vertical", "Mirror left for right", () => draw(mirrored(bitmap, "left-right"))],
    ["v", "bi-symmetry-horizontal", "Mirror top for bottom", () => draw(mirrored(bitmap, "top-bottom"))],
    ["i", "bi-circle-half", "Invert", () => draw(inverted(bitmap))],
    ["x", "bi-eraser", "Clear", () => draw(blankBitmap(bitmap.width, bitmap.height))],
    ["g", "bi-paint-bucket", other === "draw" ? "Draw" : "Fill", () => onTool(other)],
    ["c", "bi-copy", "Copy this picture behind it", () => add(bitmap)],
  ];
  return acts.map(([key, icon, label, act]) => ({ key, icon, label, act }));
}

/** Does what the letter pressed stands for; typing in a field is left alone. */
export function actOnKey(acts: readonly Act[], event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement) return;
  const found = acts.find(({ key }) => key === event.key.toLowerCase());
  if (!found) return;
  event.preventDefault();
  event.stopPropagation();
  found.act();
}

/** The acts as buttons. */
export function PictureTools({
  acts,
  tool,
  only,
  onRemove,
}: {
  acts: readonly Act[];
  tool: DrawingTool;
  /** Is it the only picture, which stays? */
  only: boolean;
  onRemove: () => void;
}) {
  return (
    <div className="picture-tools" role="toolbar" aria-label="Drawing">
      {acts.map(({ key, icon, label, act }) => (
        <IconButton
          key={key}
          variant={key === "g" && tool === "fill" ? "primary" : "plain"}
          icon={icon}
          label={label}
          title={`${label} (${key})`}
          onClick={act}
        />
      ))}
      <IconButton
        variant="plain"
        icon="bi-trash"
        label="Delete this picture"
        disabled={only}
        onClick={onRemove}
      />
    </div>
  );
}
