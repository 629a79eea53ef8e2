import { safeFileName } from "@/core/foreign";
import { useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { gridOf, modelOf, pictureOf } from "@/core/address";
import { STRAIGHT, bitmapHex, blankBitmap, type Bitmap, type Orientation } from "@/core/dots";
import { layoutsFrom, looksLike, looksOf, probePicture } from "@/core/frames";
import { columnOf, isDot } from "@/core/glyph";
import { sketchText } from "@/core/program";
import { formatNanoseconds } from "@/core/quantity";
import {
  controllerById,
  dotModules,
  laidOut,
  splitPipId,
  type DotModule,
  type LayoutChoice,
  type Rig,
} from "@/core/rig";
import type { ModulePicture } from "@/core/trace";
import { atDesk, editSign, holdState, useModel } from "@/store";
import { DownloadButton, FileButton, PictureFace, Progress, useJob, WholeField } from "@/ui";

/** What is asked: how the picture looks, where its module is, where the first module of the second row is. */
type Step = "look" | "first" | "turn" | "done";

interface Place {
  readonly x: number;
  readonly y: number;
}

/** The picture one looks at, in the module's own rows and columns, and where it comes from. */
interface Shown {
  readonly module: number;
  readonly picture: Bitmap;
  /** ns into a capture; undefined for the picture the rig sends. */
  readonly at?: number;
}

/**
 * Finds out how the modules stand: a known picture on one module, sent by the rig or found in a capture, and three
 * questions at most: which way round it is, where the chain starts, and how it goes on.
 */
export function OrientationFinder({ onClose }: { onClose: () => void }) {
  const model = useModel();
  const { rig } = model;
  const modules = useMemo(() => dotModules(rig.units), [rig.units]);
  const [step, setStep] = useState<Step>("look");
  const [orientation, setOrientation] = useState<Orientation>(STRAIGHT);
  const [first, setFirst] = useState<Place>();
  const [across, setAcross] = useState(() => new Set(rig.sign?.modules.map(({ x }) => x)).size || 1);
  const [found, setFound] = useState<LayoutChoice>();
  const [captured, setCaptured] = useState<Shown>();
  const shown: Shown = captured ?? { module: 0, picture: probePicture(modules[0]!) };
  const asked = step === "turn" ? Math.min(across, modules.length - 1) : shown.module;
  const probe = useProbe(rig, modules, asked);
  const colour = model.display.led?.colour ?? "red";
  const rows = Math.ceil(modules.length / across);
  const settle = (choice: LayoutChoice) => {
    setFound(choice);
    setStep("done");
  };
  const chooseLook = (next: Orientation) => {
    setOrientation(next);
    if (modules.length === 1) settle({ across: 1, from: "top-left", backAndForth: false, orientation: next });
    else setStep("first");
  };
  const known = (at: Place) => [{ module: shown.module, x: at.x, y: at.y }];
  const chooseFirst = (at: Place) => {
    setFirst(at);
    const left = layoutsFrom(modules, across, orientation, known(at));
    if (left.length === 1) settle(left[0]!);
    else setStep("turn");
  };
  const chooseTurn = (at: Place) => {
    const [left] = layoutsFrom(modules, across, orientation, [...known(first!), { module: asked, ...at }]);
    if (left) settle(left);
  };
  const places = laidOut(modules, { across, from: "top-left", backAndForth: false, orientation });
  const candidates =
    step === "turn" && first
      ? layoutsFrom(modules, across, orientation, known(first)).map(
          (choice) => laidOut(modules, choice)[asked]!,
        )
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
          <Source
            rig={rig}
            asked={asked}
            captured={step === "turn" ? undefined : captured}
            probe={probe}
            onCapture={(next) => {
              setCaptured(next);
              setStep("look");
            }}
          />
        )}
        {step === "look" && <Looks picture={shown.picture} colour={colour} onChoose={chooseLook} />}
        {(step === "first" || step === "turn") && (
          <>
            <h3 className="frames-sub">
              {step === "first"
                ? "2 · Where is the module that shows it?"
                : `3 · Now module ${asked + 1} shows it. Where is that?`}
            </h3>
            {step === "first" && (
              <div className="mb-2">
                <WholeField
                  label="Modules side by side"
                  value={across}
                  range={[1, modules.length]}
                  onCommit={setAcross}
                  width={160}
                />
              </div>
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
            Found: {says(found, modules.length, rows)}. Take it, and the face, the bytes and the code follow.
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

function says(
  { orientation, across, from, backAndForth }: LayoutChoice,
  count: number,
  rows: number,
): string {
  const turned = orientation.turn === 0 ? "not turned" : `turned ${orientation.turn}° clockwise`;
  const chain = count > 1 ? [`${across} side by side`, `the chain from the ${from.replace("-", " ")}`] : [];
  const back =
    rows > 1 && count > 1 ? [backAndForth ? "every second row back" : "every row the same way"] : [];
  return [turned, ...(orientation.mirrored ? ["mirrored"] : []), ...chain, ...back].join(", ");
}

/** The sketch that shows the picture, printed when it is wanted. */
interface Probe {
  readonly text: () => Promise<string>;
  readonly ending: ".ino" | ".v";
}

interface SourceProps {
  readonly rig: Rig;
  readonly asked: number;
  readonly captured: Shown | undefined;
  readonly probe: Probe;
  readonly onCapture: (shown: Shown) => void;
}

/** Where the picture comes from: a sketch that sends it, or a capture of what the board sends already. */
function Source({ rig, asked, captured, probe, onCapture }: SourceProps) {
  const { run, progress, cancel } = useJob();
  const [refused, setRefused] = useState<string>();
  const read = (file: File) => {
    setRefused(undefined);
    run(
      (planner, report): Promise<ModulePicture> => planner.modulePicture(rig, file, report),
      (result) => {
        if (!result.ok) return setRefused(`${file.name}: ${result.message}`);
        onCapture({ module: result.module, picture: result.picture, at: result.at });
      },
    );
  };
  return (
    <>
      <div className="spread mb-2 flex-wrap">
        <p className="small mb-0 finder-says">
          {captured
            ? `In the capture, ${formatNanoseconds(Math.round(captured.at ?? 0), 3)} from its beginning, module ${asked + 1} of the chain shows one of these.`
            : `The rig shows one picture on module ${asked + 1} of the chain, counted from the controller. Load this sketch and look at your table; or read a capture of what your board sends already.`}
        </p>
        <span className="row-line">
          <DownloadButton name={safeFileName(`${rig.name} probe`, probe.ending)} text={probe.text}>
            Sketch that shows it
          </DownloadButton>
          <FileButton accept=".vcd,.csv" onFile={read}>
            Capture
          </FileButton>
          {progress !== undefined && (
            <Progress share={progress} label="Reading the capture" onStop={cancel} />
          )}
        </span>
      </div>
      {refused && (
        <p className="severity-fault small mb-2" role="alert">
          {refused}
        </p>
      )}
    </>
  );
}

interface LooksProps {
  readonly picture: Bitmap;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onChoose: (orientation: Orientation) => void;
}

/** The eight things the picture can look like; or dots are clicked until only one of them is left. */
function Looks({ picture, colour, onChoose }: LooksProps) {
  const looks = looksOf(picture);
  const square = picture.width === picture.height;
  const [seen, setSeen] = useState<Bitmap>(() => blankBitmap(picture.width, picture.height));
  const lit = [...seen.dots].flatMap((dot, at) =>
    dot ? [{ x: at % seen.width, y: Math.floor(at / seen.width), lit: true }] : [],
  );
  const left = looks.filter((look) => looksLike(look.picture, lit));
  const click = (dot: number) => {
    const dots = seen.dots.slice();
    dots[dot] = 1 - dots[dot]!;
    setSeen({ ...seen, dots });
  };
  return (
    <>
      <h3 className="frames-sub">1 · How does it look?</h3>
      <div className="looks">
        {looks.map((look, at) => (
          <button
            key={at}
            type="button"
            className="look"
            disabled={!left.includes(look)}
            onClick={() => onChoose(look.orientation)}
          >
            <PictureFace
              bitmap={look.picture}
              colour={colour}
              height={86}
              label={`Look ${at + 1} of ${looks.length}`}
            />
          </button>
        ))}
      </div>
      {square && (
        <div className="finder-click">
          <div className="lens p-2">
            <PictureFace
              bitmap={seen}
              colour={colour}
              height={110}
              onDot={click}
              label="The module as you see it"
            />
          </div>
          <p className="small quiet mb-0">
            Or click the dots that are lit on yours: looks that do not have them drop out.
            {left.length === 0 && " None has all of these: click one again to take it back."}
            {left.length === 1 && lit.length > 0 && " One is left."}
          </p>
        </div>
      )}
    </>
  );
}

/** Holds the probe on a module of the face, and the sketch that shows the same on the table. */
function useProbe(rig: Rig, modules: readonly DotModule[], at: number): Probe {
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
  useEffect(() => {
    holdState(made.picture);
    return () => holdState(undefined);
  }, [made]);
  return useMemo(
    () => ({
      text: async () => sketchText((await atDesk(made.shown).code("letters")).written?.lines ?? []),
      ending: controllerById(rig.plan.controller).flavour === "logic" ? ".v" : ".ino",
    }),
    [made, rig],
  );
}
