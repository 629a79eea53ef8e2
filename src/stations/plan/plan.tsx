"use client";
import "./plan.css";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { CONTROLLERS, LED_FIGURES, type LedColour, type NamingSchool } from "@/core/parts";
import {
  LIMITS,
  assignLine,
  changeUnits,
  controllerById,
  ledValues,
  movedWires,
  relay,
  withController,
  type LineUse,
  type Plan,
  type ResistorSchool,
} from "@/core/rig";
import { editRig, editWires, setSchool, useModel, usePreferences } from "@/store";
import { Choices, QuantityField, StationFrame } from "@/ui";
import { PlanFigures } from "./plan-figures";
import { PlanShow } from "./plan-show";

const USES: ReadonlyArray<readonly [use: LineUse, label: string]> = [
  ["data", "Data line"],
  ["clock", "Clock line"],
  ["latch", "Latch line"],
];

/** Plan: what to show, on what display, from which lines, with which resistors, and what that takes. */
export function PlanStation() {
  const model = useModel();
  const { rig } = model;
  const [waiting, setWaiting] = useState<Plan>();
  const lay = (plan: Plan) => {
    if (movedWires(rig).length > 0) setWaiting(plan);
    else editWires((before) => relay(before, plan));
  };
  return (
    <StationFrame title="Plan" lead="What it shows, on what, from which lines, and what that takes.">
      <div className="plan-grid">
        <div className="plan-column">
          <PlanShow />
          <DisplaySheet onLay={lay} />
        </div>
        <div className="plan-column">
          <DriverSheet onLay={lay} />
        </div>
        <PlanFigures />
      </div>
      <Modal show={waiting !== undefined} onHide={() => setWaiting(undefined)} aria-labelledby="relay-title">
        <Modal.Header closeButton>
          <Modal.Title id="relay-title" as="h2" className="h6">
            Lay the wires again?
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {movedWires(rig).length} wire{movedWires(rig).length === 1 ? " does" : "s do"} not run where the
          plan put them. This choice lays all wires afresh, as planned; Undo brings yours back.
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={() => setWaiting(undefined)}>
            Keep my wires
          </Button>
          <Button
            variant="primary"
            onClick={() => {
              if (waiting) editWires((before) => relay(before, waiting));
              setWaiting(undefined);
            }}
          >
            Lay them again
          </Button>
        </Modal.Footer>
      </Modal>
    </StationFrame>
  );
}

function DisplaySheet({ onLay }: { onLay: (plan: Plan) => void }) {
  const { rig, display } = useModel();
  const led = display.led ?? ledValues("red");
  const setLed = (values: Partial<typeof led>) =>
    editRig((before) =>
      changeUnits(before, (unit) => unit.led !== undefined, { led: { ...led, ...values } }),
    );
  return (
    <section className="sheet">
      <h2>Display</h2>
      <Choices
        label="Polarity"
        value={rig.plan.polarity}
        onChoose={(polarity) => onLay({ ...rig.plan, polarity })}
        options={[
          {
            value: "common-cathode",
            name: "Common cathode",
            cost: "a high output lights; common to ground",
          },
          {
            value: "common-anode",
            name: "Common anode",
            cost: "a low output lights; common to the supply",
          },
        ]}
      />
      <div className="field-row mt-2">
        <div>
          <label className="field-label" htmlFor="led-colour">
            LED colour
          </label>
          <Form.Select
            id="led-colour"
            value={led.colour}
            onChange={(event) => setLed(ledValues(event.target.value as LedColour))}
          >
            {Object.values(LED_FIGURES).map(({ colour, title }) => (
              <option key={colour} value={colour}>
                {title}
              </option>
            ))}
          </Form.Select>
        </div>
        <QuantityField
          label="Forward drop"
          unit="V"
          value={led.forward}
          range={LIMITS.forward}
          onCommit={(forward) => setLed({ forward })}
          width={92}
        />
        <QuantityField
          label="Slope"
          unit="Ω"
          value={led.slope}
          range={LIMITS.slope}
          onCommit={(slope) => setLed({ slope })}
          width={80}
        />
      </div>
    </section>
  );
}

function DriverSheet({ onLay }: { onLay: (plan: Plan) => void }) {
  const model = useModel();
  const { rig } = model;
  const school = usePreferences((state) => state.school);
  const controller = controllerById(rig.plan.controller);
  const resistor = rig.units.find((unit) => unit.part === "resistor");
  return (
    <>
      <section className="sheet">
        <h2>Resistors</h2>
        <Choices<ResistorSchool>
          label="Resistors"
          value={rig.plan.resistors}
          onChoose={(resistors) => onLay({ ...rig.plan, resistors })}
          options={[
            {
              value: "per-segment",
              name: "One for each segment",
              cost: "eight parts, all characters alike",
            },
            {
              value: "common",
              name: "One in the common leg",
              cost: "one part; an 8 is dimmer than a 1",
            },
          ]}
        />
        {resistor && (
          <div className="field-row mt-2">
            <QuantityField
              label={rig.plan.resistors === "common" ? "Resistor" : "Each resistor"}
              unit="Ω"
              value={resistor.ohms!}
              range={LIMITS.ohms}
              onCommit={(ohms) =>
                editRig((before) => changeUnits(before, (unit) => unit.part === "resistor", { ohms }))
              }
              width={120}
            />
          </div>
        )}
      </section>
      <section className="sheet">
        <div className="spread mb-2">
          <h2 className="sheet-title mb-0">Board</h2>
          <Form.Select
            size="sm"
            aria-label="Board"
            style={{ maxWidth: 216 }}
            value={rig.plan.controller}
            onChange={(event) => onLay(withController(rig.plan, event.target.value))}
          >
            {CONTROLLERS.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </Form.Select>
        </div>
        <div className="field-row">
          {USES.map(([use, label]) => (
            <div key={use} style={{ flex: 1 }}>
              <label className="field-label" htmlFor={`line-${use}`}>
                {label}
              </label>
              <Form.Select
                id={`line-${use}`}
                value={model.wired.lines[use]}
                onChange={(event) =>
                  editWires((before) => assignLine(before, model.wired.lines, use, event.target.value))
                }
              >
                {controller.lines.map(({ leg, awkward, unusable }) => (
                  <option key={leg} value={leg} disabled={unusable !== undefined}>
                    {leg}
                    {unusable ? " (not usable)" : awkward ? " (awkward)" : ""}
                  </option>
                ))}
              </Form.Select>
            </div>
          ))}
        </div>
        <div className="mt-2">
          <Choices
            label="Bit order"
            value={rig.code.bitOrder}
            onChoose={(bitOrder) => editRig((before) => ({ ...before, code: { ...before.code, bitOrder } }))}
            options={[
              {
                value: "msb-first",
                name: "Most significant bit first",
                cost: "bit 7 ends at the last output",
              },
              {
                value: "lsb-first",
                name: "Least significant bit first",
                cost: "bit 0 ends at the last output",
              },
            ]}
          />
          {rig.code.kept && (
            <p className="small quiet mt-2 mb-0">
              The code was kept as it was, so this waits until the table follows the wires again.
            </p>
          )}
        </div>
      </section>
      <section className="sheet">
        <h2>Power and leg names</h2>
        <Choices
          label="Power"
          value={rig.plan.power}
          onChoose={(power) => onLay({ ...rig.plan, power })}
          options={[
            {
              value: "board",
              name: "From the board",
              cost: "all current runs through the USB lead",
            },
            {
              value: "separate",
              name: "Separate supply",
              cost: "join the grounds; never feed it back into USB",
            },
          ]}
        />
        <div className="mt-2">
          <label className="field-label" htmlFor="leg-names">
            Leg names, as in your data sheet
          </label>
          <Form.Select
            id="leg-names"
            value={school}
            onChange={(event) => setSchool(event.target.value as NamingSchool)}
          >
            <option value="letters">QA to QH, SER, SRCLK, RCLK</option>
            <option value="numbers">Q0 to Q7, DS, SHCP, STCP</option>
          </Form.Select>
        </div>
      </section>
    </>
  );
}
