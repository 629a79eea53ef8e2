import { arrayMove, useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { useMemo, useState, type KeyboardEvent } from "react";
import {
  bitmapFromHex,
  bitmapHex,
  blankBitmap,
  dotAt,
  filled,
  inverted,
  mirrored,
  shifted,
  type Bitmap,
  type PictureScene,
} from "@/core/dots";
import { gridOf } from "@/core/address";
import { LIMITS } from "@/core/rig";
import { editSign, pickPip, useModel } from "@/store";
import {
  fetched,
  CommitField,
  DotDrawing,
  FileButton,
  IconButton,
  PictureFace,
  QuantityField,
  useChosen,
} from "@/ui";
import { RepeatField } from "./fields";
import { Sortable } from "./sortable";

const ImportPictures = fetched("The pictures", () =>
  import("./import-pictures").then((module) => module.ImportPictures),
);

interface Props {
  readonly at: number;
  readonly scene: PictureScene;
}

/** Pictures drawn dot by dot, in order, each with its time. */
export function PictureEditor({ at, scene }: Props) {
  const model = useModel();
  const grid = gridOf(model)!;
  const [frame, setChosen] = useChosen(scene.frames);
  const [tool, setTool] = useState<"draw" | "fill">("draw");
  const [importing, setImporting] = useState<File>();
  const bitmap = useMemo(
    () =>
      bitmapFromHex(scene.frames[frame]!.dots, scene.width, scene.height) ??
      blankBitmap(scene.width, scene.height),
    [scene, frame],
  );
  const change = (values: Partial<PictureScene>) =>
    editSign((sign) => ({
      ...sign,
      scenes: sign.scenes.map((one, place) => (place === at ? { ...scene, ...values } : one)),
    }));
  const setFrame = (made: Bitmap) =>
    change({
      frames: scene.frames.map((one, place) => (place === frame ? { ...one, dots: bitmapHex(made) } : one)),
    });
  const pick = (dot: number) => {
    const index = scene.width === grid.width && scene.height === grid.height ? grid.at[dot]! : -1;
    if (index >= 0) pickPip(model.addresses[index]!.pip);
  };
  const fill = (dot: number) => {
    const [x, y] = [dot % scene.width, Math.floor(dot / scene.width)];
    setFrame(filled(bitmap, x, y, dotAt(bitmap, x, y) ? 0 : 1));
  };
  const acts: ReadonlyArray<readonly [key: string, icon: string, label: string, act: () => void]> = [
    ["a", "bi-arrow-left", "Shift left", () => setFrame(shifted(bitmap, -1, 0, "around"))],
    ["d", "bi-arrow-right", "Shift right", () => setFrame(shifted(bitmap, 1, 0, "around"))],
    ["w", "bi-arrow-up", "Shift up", () => setFrame(shifted(bitmap, 0, -1, "around"))],
    ["s", "bi-arrow-down", "Shift down", () => setFrame(shifted(bitmap, 0, 1, "around"))],
    ["h", "bi-symmetry-vertical", "Mirror left for right", () => setFrame(mirrored(bitmap, "left-right"))],
    ["v", "bi-symmetry-horizontal", "Mirror top for bottom", () => setFrame(mirrored(bitmap, "top-bottom"))],
    ["i", "bi-circle-half", "Invert", () => setFrame(inverted(bitmap))],
    ["x", "bi-eraser", "Clear", () => setFrame(blankBitmap(scene.width, scene.height))],
    [
      "g",
      "bi-paint-bucket",
      tool === "fill" ? "Draw" : "Fill",
      () => setTool(tool === "fill" ? "draw" : "fill"),
    ],
    ["c", "bi-copy", "Copy this picture behind it", () => addFrame(bitmap)],
  ];
  const addFrame = (made: Bitmap) => {
    if (scene.frames.length >= LIMITS.pictures) return;
    change({
      frames: [
        ...scene.frames.slice(0, frame + 1),
        { dots: bitmapHex(made), time: scene.frames[frame]!.time },
        ...scene.frames.slice(frame + 1),
      ],
    });
    setChosen(frame + 1);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement) return;
    const found = acts.find(([key]) => key === event.key.toLowerCase());
    if (found) {
      event.preventDefault();
      event.stopPropagation();
      found[3]();
    }
  };
  const colour = model.display.led?.colour ?? "red";
  return (
    <section className="sheet frames-editor" aria-label="The chosen pictures">
      <div className="field-row">
        <CommitField
          label="Name"
          shown={scene.name}
          read={(name) => ({ ok: true as const, value: name })}
          onCommit={(name) => change({ name })}
          maxLength={LIMITS.name}
          width={170}
        />
        <QuantityField
          label="This one for"
          unit="s"
          value={scene.frames[frame]!.time / 1000}
          range={[LIMITS.step[0] / 1000, LIMITS.pause[1] / 1000]}
          onCommit={(seconds) =>
            change({
              frames: scene.frames.map((one, place) =>
                place === frame ? { ...one, time: Math.round(seconds * 1000) } : one,
              ),
            })
          }
          width={92}
        />
        <RepeatField repeat={scene.repeat} onRepeat={(repeat) => change({ repeat })} />
        <span className="align-self-end">
          <FileButton accept=".png,.gif,.pbm,.pgm,.ppm,.pnm,image/png,image/gif" onFile={setImporting}>
            PNG, GIF, PBM, PGM
          </FileButton>
        </span>
      </div>
      <div className="picture-work mt-2" onKeyDown={onKey}>
        <DotDrawing
          bitmap={bitmap}
          colour={colour}
          height={Math.min(300, scene.height * 30)}
          onKeep={setFrame}
          onPress={tool === "fill" ? fill : undefined}
          onDot={pick}
          label={`Picture ${frame + 1} of ${scene.frames.length}, ${scene.width} × ${scene.height} dots`}
        />
        <div className="picture-tools" role="toolbar" aria-label="Drawing">
          {acts.map(([key, icon, label, act]) => (
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
            disabled={scene.frames.length === 1}
            onClick={() => {
              change({ frames: scene.frames.filter((_, place) => place !== frame) });
              setChosen(Math.max(0, frame - 1));
            }}
          />
        </div>
      </div>
      <p className="tiny quiet mb-1">
        Click or drag to draw, or use the keys: arrows move, Space changes a dot, Shift with arrows draws, and
        the letters on the tools work too.
      </p>
      <Strip
        scene={scene}
        chosen={frame}
        onChoose={setChosen}
        onMove={(from, to) => {
          change({ frames: arrayMove([...scene.frames], from, to) });
          setChosen(to);
        }}
        colour={colour}
      />
      {importing && (
        <ImportPictures
          file={importing}
          width={scene.width}
          height={scene.height}
          onClose={() => setImporting(undefined)}
          onTake={(pictures) => {
            setImporting(undefined);
            const made = pictures.map(({ bitmap: one, time }) => ({ dots: bitmapHex(one), time }));
            const blank = scene.frames.length === 1 && !bitmap.dots.includes(1);
            change({ frames: (blank ? made : [...scene.frames, ...made]).slice(0, LIMITS.pictures) });
          }}
        />
      )}
    </section>
  );
}

interface StripProps {
  readonly scene: PictureScene;
  readonly chosen: number;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onChoose: (at: number) => void;
  readonly onMove: (from: number, to: number) => void;
}

/** All pictures side by side, put in order by dragging. */
function Strip({ scene, chosen, colour, onChoose, onMove }: StripProps) {
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
