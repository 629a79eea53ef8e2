import { useState } from "react";
import { dotAt, filled, type PictureScene } from "@/core/dots";
import { gridOf } from "@/core/address";
import { LIMITS } from "@/core/rig";
import { pickPip, useGivenFile, useModel } from "@/store";
import { fetched, CommitField, DotDrawing, FileButton, QuantityField } from "@/ui";
import { RepeatField } from "./fields";
import { PictureStrip } from "./picture-strip";
import { PictureTools, actOnKey, pictureActs, type DrawingTool } from "./picture-tools";
import { usePictures } from "./use-pictures";

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
  const pictures = usePictures(at, scene);
  const { bitmap, chosen, change } = pictures;
  const [tool, setTool] = useState<DrawingTool>("draw");
  const [importing, setImporting] = useState<File>();
  useGivenFile("picture", setImporting);
  const pick = (dot: number) => {
    const index = scene.width === grid.width && scene.height === grid.height ? grid.at[dot]! : -1;
    if (index >= 0) pickPip(model.addresses[index]!.pip);
  };
  const fill = (dot: number) => {
    const [x, y] = [dot % scene.width, Math.floor(dot / scene.width)];
    pictures.draw(filled(bitmap, x, y, dotAt(bitmap, x, y) ? 0 : 1));
  };
  const acts = pictureActs(pictures, tool, setTool);
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
          label="Time for this picture"
          unit="s"
          value={pictures.time / 1000}
          range={[LIMITS.step[0] / 1000, LIMITS.pause[1] / 1000]}
          onCommit={(seconds) => pictures.setTime(Math.round(seconds * 1000))}
          width={92}
        />
        <RepeatField repeat={scene.repeat} onRepeat={(repeat) => change({ repeat })} />
        <span className="align-self-end">
          <FileButton accept=".png,.gif,.pbm,.pgm,.ppm,.pnm,image/png,image/gif" onFile={setImporting}>
            PNG, GIF, PBM, PGM
          </FileButton>
        </span>
      </div>
      <div className="picture-work mt-2" onKeyDown={(event) => actOnKey(acts, event)}>
        <DotDrawing
          bitmap={bitmap}
          colour={colour}
          height={Math.min(300, scene.height * 30)}
          onKeep={pictures.draw}
          onPress={tool === "fill" ? fill : undefined}
          onDot={pick}
          label={`Picture ${chosen + 1} of ${scene.frames.length}, ${scene.width} × ${scene.height} dots`}
        />
        <PictureTools acts={acts} tool={tool} only={scene.frames.length === 1} onRemove={pictures.remove} />
      </div>
      <p className="tiny quiet mb-1">
        Click or drag to draw, or use the keys: arrows move, Space changes a dot, Shift with arrows draws, and
        the letters on the tools work too.
      </p>
      <PictureStrip
        scene={scene}
        chosen={chosen}
        onChoose={pictures.choose}
        onMove={pictures.move}
        colour={colour}
      />
      {importing && (
        <ImportPictures
          file={importing}
          width={scene.width}
          height={scene.height}
          onClose={() => setImporting(undefined)}
          onTake={(taken) => {
            setImporting(undefined);
            pictures.take(taken);
          }}
        />
      )}
    </section>
  );
}
