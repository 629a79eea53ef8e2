import { useState } from "react";
import Form from "react-bootstrap/Form";
import { debounceFor, keypadScanTime, scanKeypad, type KeypadReading } from "@/core/keys";
import { usedLines } from "@/core/address";
import { KEYPADS, easyLines, type KeypadName } from "@/core/parts";
import { formatQuantity } from "@/core/quantity";
import { controllerById } from "@/core/rig";
import { useModel } from "@/store";
import { SelectField, QuantityField, SeverityMark } from "@/ui";
import { KeyButton } from "./key-button";

/** Time a row is given to settle before the columns are read, µs. */
const SETTLE = 10;

/** A keypad the board scans: keys held on screen, the scan row by row, ghosts, bouncing, lines and time. */
export function Keypad() {
  const model = useModel();
  const { rig } = model;
  const board = controllerById(rig.plan.controller);
  const [pad, setPad] = useState<KeypadName>("4x4");
  const [diodes, setDiodes] = useState(false);
  const [bounce, setBounce] = useState(0.01);
  const [every, setEvery] = useState(0.005);
  const [down, setDown] = useState<ReadonlySet<number>>(new Set());
  const { rows, columns, faces } = KEYPADS[pad];
  const reading = scanKeypad(pad, down, diodes);
  const used = new Set(usedLines(model));
  const free = easyLines(board).filter((line) => !used.has(line));
  const lines = free.slice(0, rows + columns);
  const toggle = (key: number) =>
    setDown((before) => {
      const next = new Set(before);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  return (
    <section className="sheet mt-3">
      <div className="spread flex-wrap gap-2">
        <h2 className="sheet-title mb-0">A keypad by rows and columns</h2>
        <span className="row-line flex-wrap align-items-end">
          <SelectField<KeypadName>
            label="Keypad"
            labelled="heard"
            size="sm"
            width={130}
            value={pad}
            options={[
              ["3x4", "3 × 4 keys"],
              ["4x4", "4 × 4 keys"],
            ]}
            onChoose={(chosen) => {
              setPad(chosen);
              setDown(new Set());
            }}
          />
          <Form.Check
            id="keypad-diodes"
            label="a diode for each key"
            checked={diodes}
            onChange={(event) => setDiodes(event.target.checked)}
          />
          <QuantityField
            label="Contact bounce"
            unit="s"
            value={bounce}
            range={[0.0005, 0.1]}
            onCommit={setBounce}
            width={110}
          />
          <QuantityField
            label="Scan interval"
            unit="s"
            value={every}
            range={[0.0005, 0.1]}
            onCommit={setEvery}
            width={110}
          />
        </span>
      </div>
      <div className="keypad-grid">
        <div
          className="keypad"
          role="group"
          aria-label="Keys of the keypad"
          style={{ gridTemplateColumns: `repeat(${columns}, 3.1rem)` }}
        >
          {faces.map((face, key) => (
            <KeyButton
              key={face}
              face={face}
              label={`Key ${face}`}
              down={down.has(key)}
              ghost={reading.ghosts.includes(key)}
              onToggle={() => toggle(key)}
            />
          ))}
        </div>
        <div>
          <KeypadScan pad={pad} reading={reading} lines={lines} />
          <Ghosts reading={reading} faces={faces} diodes={diodes} />
        </div>
        <KeypadFacts pad={pad} lines={lines} free={free.length} bounce={bounce} every={every} />
      </div>
    </section>
  );
}

interface ScanProps {
  readonly pad: KeypadName;
  readonly reading: KeypadReading;
  /** Lines of the board for its rows, then its columns, as far as there are any. */
  readonly lines: readonly string[];
}

/** The scan row by row: what is pulled low, what the columns read, and what that is taken for. */
function KeypadScan({ pad, reading, lines }: ScanProps) {
  const { rows, columns, faces } = KEYPADS[pad];
  return (
    <table className="rule-table small" aria-label="The scan, row by row">
      <thead>
        <tr>
          <th>Pulled low</th>
          {Array.from({ length: columns }, (_, column) => (
            <th key={column} className="number">
              column {column + 1}
              {lines[rows + column] !== undefined && <span className="quiet"> · {lines[rows + column]}</span>}
            </th>
          ))}
          <th>Read as</th>
        </tr>
      </thead>
      <tbody>
        {reading.steps.map(({ row, low }) => (
          <tr key={row}>
            <td>
              row {row + 1}
              {lines[row] !== undefined && <span className="quiet"> · line {lines[row]}</span>}
            </td>
            {Array.from({ length: columns }, (_, column) => (
              <td key={column} className="number mono">
                {low.includes(column) ? <strong>0</strong> : 1}
              </td>
            ))}
            <td>{low.map((column) => faces[row * columns + column]).join(" ") || "–"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface GhostProps {
  readonly reading: KeypadReading;
  readonly faces: readonly string[];
  readonly diodes: boolean;
}

/** Keys that read as pressed and are not. */
function Ghosts({ reading, faces, diodes }: GhostProps) {
  return (
    <p className="small mb-1 mt-2" role="status">
      {reading.ghosts.length > 0 ? (
        <>
          <SeverityMark severity="fault" text="ghost" /> {reading.ghosts.map((key) => faces[key]).join(", ")}{" "}
          read
          {reading.ghosts.length === 1 ? "s" : ""} as pressed: current finds its way through three others. Put
          a diode for each key, or press no more than two together.
        </>
      ) : (
        <>
          <SeverityMark severity="good" text="no ghosts" />{" "}
          {diodes
            ? "With a diode for each key any number of them can be held."
            : "Up to two keys together are always read correctly."}
        </>
      )}
    </p>
  );
}

interface FactsProps {
  readonly pad: KeypadName;
  readonly lines: readonly string[];
  /** Easy lines the board has left. */
  readonly free: number;
  /** Seconds. */
  readonly bounce: number;
  readonly every: number;
}

/** What the keypad takes: lines, time, and how long a press waits for its contacts to rest. */
function KeypadFacts({ pad, lines, free, bounce, every }: FactsProps) {
  const board = controllerById(useModel().rig.plan.controller);
  const { rows, columns } = KEYPADS[pad];
  const missing = rows + columns - lines.length;
  const { samples, atBest, atWorst } = debounceFor(bounce * 1000, every * 1000);
  const scan = keypadScanTime(pad, board.cost.pinWrite / 1000, SETTLE);
  return (
    <dl className="facts">
      <div>
        <dt>Lines</dt>
        <dd>
          {rows + columns}: rows on {lines.slice(0, rows).join(", ") || "none"}; columns, pulled up, on{" "}
          {lines.slice(rows).join(", ") || "none"}
          {missing > 0 && (
            <span className="d-block">
              <SeverityMark severity="fault" text={`${missing} too few`} /> this board has {free} easy lines
              left
            </span>
          )}
        </dd>
      </div>
      <div>
        <dt>One scan</dt>
        <dd>
          {formatQuantity(scan / 1e6, "s", 3)}, {((scan / 1e6 / every) * 100).toPrecision(2)} % of the
          processor’s time
        </dd>
      </div>
      <div>
        <dt>Bouncing</dt>
        <dd>
          {samples} equal readings in a row; a press counts after {formatQuantity(atBest / 1000, "s")} to{" "}
          {formatQuantity(atWorst / 1000, "s")}
        </dd>
      </div>
    </dl>
  );
}
