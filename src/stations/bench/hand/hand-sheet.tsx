import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { safeFileName } from "@/core/foreign";
import type { Rig } from "@/core/rig";
import {
  faultDeskOfPage,
  simulatorOfPage,
  useFindings,
  useJustAtDesk,
  usePreferences,
  useRig,
} from "@/store";
import { DownloadButton, RigFace, SelectField, SeverityMark, useRunning, useSimulation } from "@/ui";
import type { NamedFault } from "@/workers";
import { followInputs, heard, letGo, takeInHand, useHandLink, type HandPort } from "./link";
import { hasSerial, openBoard } from "./serial-port";

/** The stand-in's key among the simulations. */
const STAND_IN = "stand-in";

/** The board that is not there, spoken to as if it were. */
const standIn: HandPort = {
  async send(bytes) {
    const told = await simulatorOfPage().send(STAND_IN, bytes);
    if (!told) throw new Error("the simulated board has gone");
    return told;
  },
  boots: 50,
  close: async () => {},
};

/** A hand on the board: the real one over its serial line, or a stand-in on the simulated rig. */
export function HandSheet() {
  const rig = useRig();
  const { kind, says } = useHandLink();
  const [standing, setStanding] = useState(false);
  const { findings, checking } = useFindings();
  const sketch = useJustAtDesk(rig, (desk) => desk.handSketch());
  useEffect(() => () => void letGo(), []);
  const faults = findings.filter(({ severity }) => severity === "fault");
  const connect = async () => {
    try {
      const opened = await openBoard(heard);
      if (opened) await takeInHand(opened, "board");
    } catch (problem) {
      heard(`the port could not be opened: ${(problem as Error).message}`);
    }
  };
  if (!sketch) return null;
  const { problem, sketch: text } = sketch;
  if (!text)
    return (
      <section className="sheet bench-hand" aria-label="Control the board from here">
        <h2 className="sheet-title">Control the board from here</h2>
        <p className="small mb-0">{problem}</p>
      </section>
    );
  return (
    <section className="sheet bench-hand" aria-label="Control the board from here">
      <div className="spread flex-wrap">
        <h2 className="sheet-title mb-0">Control the board from here</h2>
        <span className="row-line flex-wrap">
          <DownloadButton
            size="sm"
            text={() => text.text}
            name={safeFileName("hand on the board", text.ending)}
          >
            Get the control sketch
          </DownloadButton>
          {kind === "none" && !standing ? (
            <>
              <Button
                size="sm"
                variant="plain"
                disabled={!hasSerial() || faults.length > 0 || checking}
                title={hasSerial() ? undefined : "This browser does not let pages use a serial port"}
                onClick={() => void connect()}
              >
                <i className="bi bi-usb-plug" aria-hidden /> Connect the board
              </Button>
              <Button size="sm" variant="plain" onClick={() => setStanding(true)}>
                Use a simulated board
              </Button>
            </>
          ) : (
            <Button
              size="sm"
              variant="plain"
              onClick={() => {
                setStanding(false);
                void letGo();
              }}
            >
              Disconnect
            </Button>
          )}
        </span>
      </div>
      {kind === "none" && !standing && (
        <p className="small quiet mb-0 mt-1">
          Load one sketch once; after that this page switches the lines itself, step by step. The simulated
          board runs the same sketch on the simulated rig: practise on it, with a fault you choose or one you
          do not know.
          {!hasSerial() &&
            " This browser does not let pages use a serial port: use the simulated board, or another browser."}
        </p>
      )}
      {kind === "none" && !standing && faults.length > 0 && (
        <p className="small mb-0 mt-1">
          <SeverityMark severity="fault" text="Do not connect the real board yet." /> {faults.length} fault
          {faults.length === 1 ? " was" : "s were"} found in the rig, and a line that could do harm is not
          driven. Fix {faults.length === 1 ? "it" : "them"} first.
        </p>
      )}
      {says && (
        <p className="small mb-0 mt-1" role="status">
          {standing ? "Simulated board" : "The board"}: {says}.
        </p>
      )}
      {kind === "board" && <FollowInputs />}
      {standing && <StandInBoard rig={rig} />}
    </section>
  );
}

/** Buttons and knobs of the real board move those of the simulated one. */
function FollowInputs() {
  const rig = useRig();
  const running = useRunning();
  const inputs = useJustAtDesk(rig, (desk) => desk.handInputs());
  const [on, setOn] = useState(false);
  const move = running?.move;
  useEffect(() => {
    if (!on || !inputs || !move) return undefined;
    return followInputs(inputs, (does) => move(does));
  }, [on, inputs, move]);
  if (!inputs || inputs.length === 0) return null;
  return (
    <Button
      size="sm"
      variant={on ? "primary" : "plain"}
      aria-pressed={on}
      className="mt-1"
      onClick={() => setOn(!on)}
    >
      {inputs.map(({ unit }) => unit).join(", ")} of the board drive the simulated ones
    </Button>
  );
}

/** A fault one does not know. */
const HIDDEN = "?";

/** The stand-in: its face, and the fault it has. */
function StandInBoard({ rig }: { rig: Rig }) {
  const legNames = usePreferences((state) => state.legNames);
  const [faults, setFaults] = useState<readonly NamedFault[]>([]);
  const [chosen, setChosen] = useState("");
  const [hidden, setHidden] = useState<NamedFault>();
  const [told, setTold] = useState(false);
  const [made, setMade] = useState<Rig>();
  const put = chosen === HIDDEN ? hidden?.id : chosen || undefined;
  useEffect(() => {
    let current = true;
    void faultDeskOfPage()
      .faults(rig, legNames)
      .then((all) => current && setFaults(all));
    return () => void (current = false);
  }, [rig, legNames]);
  useEffect(() => {
    let current = true;
    void (put ? faultDeskOfPage().withFault(rig, legNames, put) : Promise.resolve(rig)).then(
      (now) => current && setMade(now),
    );
    return () => void (current = false);
  }, [rig, legNames, put]);
  const simulation = useSimulation(STAND_IN, made, "hand");
  const ready = simulation.shape !== undefined;
  useEffect(() => {
    if (ready) void takeInHand(standIn, "stand-in");
  }, [ready, made]);
  useEffect(() => {
    useHandLink.setState({ fault: put });
  }, [put]);
  const choose = (id: string) => {
    setChosen(id);
    setTold(false);
    if (id === HIDDEN) setHidden(faults[Math.floor(Math.random() * faults.length)]);
  };
  return (
    <div className="bench-stand-in">
      <div className="lens bench-lens">
        <RigFace
          shape={simulation.shape}
          face={simulation.face}
          height="84px"
          label="Face of the simulated board"
        />
      </div>
      <div>
        <SelectField
          label="Hidden fault"
          value={chosen}
          options={[
            ["", "none"],
            [HIDDEN, "one I do not know"],
            { group: "Or just this one", options: faults.map(({ id, says }) => [id, says] as const) },
          ]}
          onChoose={choose}
        />
        {chosen === HIDDEN && hidden && (
          <p className="small mb-0 mt-1">
            {told ? (
              <>
                It is: <strong>{hidden.says}</strong>.
              </>
            ) : (
              <>
                There is one in it. Find it by what you see.{" "}
                <Button size="sm" variant="plain" onClick={() => setTold(true)}>
                  Tell me
                </Button>
              </>
            )}
          </p>
        )}
      </div>
    </div>
  );
}
