import { useRig } from "@/store";
import { PictureEditor } from "./picture-editor";
import { TextEditor } from "./text-editor";

/** The chosen scene: a text with its motion, or pictures. */
export function SceneEditor({ at }: { at: number }) {
  const scene = useRig().sign!.scenes[at]!;
  return scene.kind === "text" ? (
    <TextEditor at={at} scene={scene} />
  ) : (
    <PictureEditor at={at} scene={scene} />
  );
}
