import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { laidOut, type LayoutChoice } from "@/core/rig";
import { editSign, useModel } from "@/store";
import { WholeField } from "@/ui";
import { Looks } from "./looks";
import { Source } from "./source";
import { useFinder, type Finder } from "./use-finder";
import { useProbe } from "./use-probe";

/**
 * Finds out how the modules stand: a known picture on one module, sent by the rig or found in a capture, and three
 * questions at most: which way round it is, where the chain starts, and how it goes on.
 */
export function OrientationFinder({ onClose }: { onClose: () => void }) {
  const model = useModel();
  const { rig } = model;
  const finder = useFinder(rig);
  const { modules, step, found, asked } = finder;
  const probe = useProbe(rig, modules, asked);
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="finder-title">
      <Modal.Header closeButton>
        <Modal.Title id="finder-title" as="h2" className="h6">
          Which way round are your modules?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {step !== "done" && (
          <Source
            rig={rig}
            asked={asked}
            captured={step === "next-row" ? undefined : finder.captured}
            probe={probe}
            onCapture={finder.capture}
          />
        )}
        {step === "look" && (
          <Looks
            picture={finder.shown.picture}
            colour={model.display.led?.colour ?? "red"}
            onChoose={finder.chooseLook}
          />
        )}
        {(step === "first" || step === "next-row") && <Places finder={finder} />}
        {found && (
          <p className="mb-0">
            Found: {says(found, modules.length)}. Take it, and the face, the bytes and the code follow.
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        {step !== "look" && (
          <Button variant="plain" className="me-auto" onClick={finder.restart}>
            From the beginning
          </Button>
        )}
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="primary"
          disabled={!found}
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

/** Where the module stands that shows the picture: the places it can be at are to be pressed. */
function Places({ finder }: { finder: Finder }) {
  const { step, asked, across, modules, places, candidates } = finder;
  const rows = Math.ceil(modules.length / across);
  return (
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
            onCommit={finder.setAcross}
            width={160}
          />
        </div>
      )}
      <div className="finder-board" style={{ gridTemplateColumns: `repeat(${across}, minmax(0, 54px))` }}>
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
              onClick={() => place && finder.choosePlace(place)}
            />
          );
        })}
      </div>
    </>
  );
}

function says({ orientation, across, from, backAndForth }: LayoutChoice, count: number): string {
  const rows = Math.ceil(count / across);
  const turned = orientation.turn === 0 ? "not turned" : `turned ${orientation.turn}° clockwise`;
  const chain = count > 1 ? [`${across} side by side`, `the chain from the ${from.replace("-", " ")}`] : [];
  const back =
    rows > 1 && count > 1 ? [backAndForth ? "every second row back" : "every row the same way"] : [];
  return [turned, ...(orientation.mirrored ? ["mirrored"] : []), ...chain, ...back].join(", ");
}
