import { useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { gridOf, modelOf, pictureOf } from "@/core/address";
import { STRAIGHT, bitmapHex, type Orientation } from "@/core/dots";
import { layoutsFrom, probeLooks, probePicture } from "@/core/frames";
import { buildProgram, sketchText, writeProgram } from "@/core/program";
import { columnOf, isDot } from "@/core/glyph";
import {
  dotModules,
  fileName,
  laidOut,
  splitPipId,
  type DotModule,
  type LayoutChoice,
  type Rig,
} from "@/core/rig";
import { editSign, holdState, useModel } from "@/store";
import { DownloadButton, PictureFace } from "@/ui";

/** What is asked: how the probe looks, where the first module is, where the first of the second row is. */
type Step = "look" | "first" | "turn" | "done";

/**
 * Finds out how the modules stand: the rig shows a known picture on one module, and three questions at most tell which
 * way round it is, where the chain starts, and how it goes on.
 */
export function OrientationFinder({ onClose }: { onClose: () => void }) {
  const model = useModel();
  const { rig } = model;
  const modules = useMemo(() => dotModules(rig.units), [rig.units]);
  const [step, setStep] = useState<Step>("look");
  const [orientation, setOrientation] = useState<Orientation>(STRAIGHT);
  const [first, setFirst] = useState<{ x: number; y: number }>();
  const [across, setAcross] = useState(() => new Set(rig.sign?.modules.map(({ x }) => x)).size || 1);
  const [found, setFound] = useState<LayoutChoice>();
  const asked = step === "turn" ? Math.min(across, modules.length - 1) : 0;
  const probe = useProbe(rig, modules, asked);
  useEffect(() => () => holdState(undefined), []);
  const colour = model.display.led?.colour ?? "red";
  const one = modules[0]!;
  const settle = (choice: LayoutChoice) => {
    setFound(choice);
    setStep("done");
  };
  const chooseLook = (next: Orientation) => {
    setOrientation(next);
    if (modules.length === 1) settle({ across: 1, from: "top-left", backAndForth: false, orientation: next });
    else setStep("first");
  };
  const places = laidOut(modules, { across, from: "top-left", backAndForth: false, orientation });
  const chooseFirst = (at: { x: number; y: number }) => {
    setFirst(at);
    const left = layoutsFrom(modules, across, orientation, at);
    if (left.length === 1) settle(left[0]!);
    else setStep("turn");
  };
  const chooseTurn = (at: { x: number; y: number }) => {
    const left = layoutsFrom(modules, across, orientation, first!, at);
    if (left[0]) settle(left[0]);
  };
  const rows = Math.ceil(modules.length / across);
  const candidates =
    step === "turn" && first
      ? layoutsFrom(modules, across, orientation, first).map((choice) => laidOut(modules, choice)[asked]!)
      : places;
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="finder-title">
      <Modal.Header closeButton>
        <Modal.Title id="finder-title" as="h2" className="h6">
          Which way round are the modules?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {step !== "done" && (
          <div className="spread mb-3 flex-wrap">
            <p className="small mb-0 finder-says">
              The rig shows one picture on module {asked + 1} of the chain, counted from the controller. Load
              this sketch and look at your table.
            </p>
            <DownloadButton
              name={fileName({ name: `${rig.name} probe` }, probe.ending)}
              text={() => probe.text}
            >
              Sketch that shows it
            </DownloadButton>
          </div>
        )}
        {step === "look" && (
          <>
            <h3 className="frames-sub">1 · How does it look?</h3>
            <div className="looks">
              {probeLooks(one).map(({ orientation: next, picture }, at) => (
                <button key={at} type="button" className="look" onClick={() => chooseLook(next)}>
                  <PictureFace bitmap={picture} colour={colour} height={86} label={`Look ${at + 1} of 8`} />
                </button>
              ))}
            </div>
          </>
        )}
        {(step === "first" || step === "turn") && (
          <>
            <h3 className="frames-sub">
              {step === "first"
                ? "2 · Where is the module that shows it?"
                : `3 · Now module ${asked + 1} shows it. Where is that?`}
            </h3>
            {step === "first" && (
              <label className="small row-line mb-2">
                Modules side by side
                <input
                  type="number"
                  className="form-control form-control-sm finder-count"
                  min={1}
                  max={modules.length}
                  value={across}
                  onChange={(event) =>
                    setAcross(
                      Math.max(1, Math.min(modules.length, Math.round(Number(event.target.value)) || 1)),
                    )
                  }
                />
              </label>
            )}
            <div
              className="finder-board"
              style={{ gridTemplateColumns: `repeat(${across}, minmax(0, 54px))` }}
            >
              {Array.from({ length: rows * across }, (_, cell) => {
                const place = places[cell];
                const possible = place && candidates.some(({ x, y }) => x === place.x && y === place.y);
                return (
                  <button
                    key={cell}
                    type="button"
                    className="module-box"
                    disabled={!possible}
                    aria-label={`Row ${Math.floor(cell / across) + 1}, place ${(cell % across) + 1}`}
                    onClick={() => place && (step === "first" ? chooseFirst(place) : chooseTurn(place))}
                  />
                );
              })}
            </div>
          </>
        )}
        {step === "done" && found && (
          <p className="mb-0">
            Found:{" "}
            {found.orientation.turn === 0 ? "not turned" : `turned ${found.orientation.turn}° clockwise`}
            {found.orientation.mirrored ? ", mirrored" : ""}
            {modules.length > 1 &&
              `, ${found.across} side by side, the chain from the ${found.from.replace("-", " ")}${
                rows > 1 ? (found.backAndForth ? ", every second row back" : ", every row the same way") : ""
              }`}
            . Take it, and the face, the bytes and the code follow.
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        {step !== "look" && (
          <Button variant="plain" className="me-auto" onClick={() => setStep("look")}>
            From the beginning
          </Button>
        )}
        <Button variant="plain" onClick={onClose}>
          Leave it as it was
        </Button>
        <Button
          variant="primary"
          disabled={!found || step !== "done"}
          onClick={() => {
            if (found) editSign((sign) => ({ ...sign, modules: laidOut(modules, found) }));
            onClose();
          }}
        >
          Take it
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

/** Holds the probe on a module of the face, and the sketch that shows the same on the table. */
function useProbe(
  rig: Rig,
  modules: readonly DotModule[],
  at: number,
): { text: string; ending: ".ino" | ".v" } {
  const made = useMemo(() => {
    const model = modelOf(rig);
    const grid = gridOf(model)!;
    const probed = modules[at]!;
    const own = probePicture(probed);
    const picture = pictureOf(model, grid, (_, pip) => {
      const { unit, digit, segment } = splitPipId(pip);
      return (
        unit === probed.unit &&
        isDot(segment) &&
        own.dots[(digit - 1) * own.width + columnOf(segment) - 1] === 1
      );
    });
    const shown: Rig = {
      ...rig,
      name: `${rig.name}: which way round`,
      sign: {
        ...rig.sign!,
        scenes: [
          {
            kind: "pictures",
            name: "which way round",
            width: grid.width,
            height: grid.height,
            frames: [{ dots: bitmapHex(picture), time: 1000 }],
            repeat: 1,
          },
        ],
      },
    };
    return { picture, shown };
  }, [rig, modules, at]);
  useEffect(() => holdState(made.picture), [made]);
  return useMemo(() => {
    const model = modelOf(made.shown);
    const { lines, ending } = writeProgram(model, buildProgram(model));
    return { text: sketchText(lines), ending };
  }, [made]);
}
