import { arrayMove, useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { gridOf } from "@/core/address";
import { USUAL_TEXT_SCENE, type Scene } from "@/core/dots";
import type { ScenePace } from "@/core/frames";
import { LIMITS } from "@/core/rig";
import { formatQuantity } from "@/core/quantity";
import { titleOf } from "@/core/show";
import { editSign, useAtDesk, useModel } from "@/store";
import { IconButton, SeverityMark } from "@/ui";
import { blankPictures, insertScene } from "./new-scene";
import { Sortable } from "./sortable";

interface Props {
  readonly chosen: number;
  readonly onChoose: (at: number) => void;
}

/** What is shown, one after the other: put in order by dragging. */
export function SceneQueue({ chosen, onChoose }: Props) {
  const model = useModel();
  const { rig } = model;
  const grid = gridOf(model)!;
  const scenes = rig.sign?.scenes ?? [];
  const pace = useAtDesk((desk) => desk.signSpeed())?.scenes ?? [];
  const insert = (scene: Scene) => {
    insertScene(chosen, scene);
    onChoose(scenes.length === 0 ? 0 : chosen + 1);
  };
  const full = scenes.length >= LIMITS.scenes;
  return (
    <section className="sheet frames-queue" aria-label="Sequence of scenes">
      <div className="spread mb-2">
        <h2 className="sheet-title mb-0">Sequence</h2>
        <span className="row-line">
          <Button
            size="sm"
            variant="plain"
            disabled={full}
            onClick={() => insert({ ...USUAL_TEXT_SCENE, text: "new text" })}
          >
            <i className="bi bi-plus-lg me-1" aria-hidden />
            Text
          </Button>
          <Button size="sm" variant="plain" disabled={full} onClick={() => insert(blankPictures(grid))}>
            <i className="bi bi-plus-lg me-1" aria-hidden />
            Pictures
          </Button>
        </span>
      </div>
      {scenes.length === 0 && <p className="small quiet mb-0">Nothing yet: add a text or pictures.</p>}
      <Sortable
        titles={scenes.map((scene) => titleOf(scene) || "no text")}
        way="down"
        onMove={(from, to) => {
          editSign((sign) => ({ ...sign, scenes: arrayMove([...sign.scenes], from, to) }));
          onChoose(to);
        }}
      >
        <ol className="plain-list scene-list">
          {scenes.map((scene, at) => (
            <Row
              key={at}
              id={String(at)}
              title={titleOf(scene)}
              says={saysOf(scene, pace[at])}
              chosen={at === chosen}
              onChoose={() => onChoose(at)}
              onCopy={
                full
                  ? undefined
                  : () => {
                      editSign((sign) => ({
                        ...sign,
                        scenes: [...sign.scenes.slice(0, at + 1), scene, ...sign.scenes.slice(at + 1)],
                      }));
                      onChoose(at + 1);
                    }
              }
              onDelete={() => {
                editSign((sign) => ({ ...sign, scenes: sign.scenes.filter((_, place) => place !== at) }));
                onChoose(Math.max(0, at - 1));
              }}
            />
          ))}
        </ol>
      </Sortable>
    </section>
  );
}

/** What a scene does and how long it really lasts; beside that what was asked for, where the board does not keep up. */
function saysOf(scene: Scene, pace: ScenePace | undefined): ReactNode {
  const time = (ms: number) => formatQuantity((ms * scene.repeat) / 1000, "s", 3);
  const what =
    scene.kind === "text"
      ? scene.motion
      : `${scene.frames.length} picture${scene.frames.length === 1 ? "" : "s"}`;
  return (
    <>
      {[
        what,
        ...(scene.repeat > 1 ? [`${scene.repeat} times`] : []),
        ...(pace ? [time(pace.lasts)] : []),
      ].join(" · ")}
      {pace?.late && " "}
      {pace?.late && <SeverityMark severity="caution" text={`asked: ${time(pace.asked)}`} />}
    </>
  );
}

interface RowProps {
  readonly id: string;
  readonly title: string;
  readonly says: ReactNode;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onCopy: (() => void) | undefined;
  readonly onDelete: () => void;
}

/** A scene in the queue: pressed to be changed, and moved by its grip. */
function Row({ id, title, says, chosen, onChoose, onCopy, onDelete }: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      className={`scene-row${chosen ? " is-chosen" : ""}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <span className="scene-grip" {...attributes} {...listeners} aria-label={`Move ${title || "scene"}`}>
        <i className="bi bi-grip-vertical" aria-hidden />
      </span>
      <button type="button" className="plain-button scene-pick" aria-pressed={chosen} onClick={onChoose}>
        <span className="scene-title">{title || "no text"}</span>
        <span className="tiny quiet">{says}</span>
      </button>
      {onCopy && <IconButton icon="bi-copy" label={`Copy ${title}`} onClick={onCopy} />}
      <IconButton icon="bi-trash" label={`Delete ${title}`} onClick={onDelete} />
    </li>
  );
}
