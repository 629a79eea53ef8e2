import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { bitmapFromHex, blankBitmap, type Bitmap, type PictureScene } from "@/core/dots";
import { PictureFace } from "@/ui";
import { Sortable } from "./sortable";

interface StripProps {
  readonly scene: PictureScene;
  readonly chosen: number;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onChoose: (at: number) => void;
  readonly onMove: (from: number, to: number) => void;
}

/** All pictures side by side, put in order by dragging. */
export function PictureStrip({ scene, chosen, colour, onChoose, onMove }: StripProps) {
  return (
    <Sortable titles={scene.frames.map((_, at) => `Picture ${at + 1}`)} way="across" onMove={onMove}>
      <div className="picture-strip" role="group" aria-label="Pictures in order">
        {scene.frames.map(({ dots, time }, at) => (
          <Thumb
            key={at}
            at={at}
            chosen={at === chosen}
            bitmap={bitmapFromHex(dots, scene.width, scene.height) ?? blankBitmap(scene.width, scene.height)}
            time={time}
            colour={colour}
            onChoose={() => onChoose(at)}
          />
        ))}
      </div>
    </Sortable>
  );
}

interface ThumbProps {
  readonly at: number;
  readonly chosen: boolean;
  readonly bitmap: Bitmap;
  readonly time: number;
  readonly colour: StripProps["colour"];
  readonly onChoose: () => void;
}

/** A picture small enough to see several; it is pressed to be drawn in and dragged to be moved. */
function Thumb({ at, chosen, bitmap, time, colour, onChoose }: ThumbProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: String(at) });
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`picture-thumb${chosen ? " is-chosen" : ""}`}
      {...attributes}
      {...listeners}
      role="button"
      aria-pressed={chosen}
      aria-label={`Picture ${at + 1}, ${time} ms`}
      onClick={onChoose}
    >
      <div style={{ width: Math.min(160, (44 * bitmap.width) / bitmap.height) }}>
        <PictureFace bitmap={bitmap} colour={colour} height={44} label={`Picture ${at + 1}`} />
      </div>
      <span className="tiny">{time >= 1000 ? `${time / 1000} s` : `${time} ms`}</span>
    </div>
  );
}
