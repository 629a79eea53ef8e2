import { useState } from "react";
import Button from "react-bootstrap/Button";
import { isMove } from "@/core/inputs";
import { formatDayTime, formatQuantity } from "@/core/quantity";
import type { Live, Rig, Tape, TapeItem } from "@/core/rig";
import type { HandOrCut, Played } from "@/core/sim";
import { editRig, useRig } from "@/store";
import { CommitField, IconButton, Progress, SelectField, SeverityMark, useJob, useRunning } from "@/ui";
import { clocksOf } from "./table-parts";
import { ExpectationFields } from "./expectation-fields";

const editTapes = (change: (tapes: readonly Tape[]) => readonly Tape[]) =>
  editRig((rig) => {
    const { tapes = [], ...rest } = rig;
    const now = change(tapes);
    return now.length > 0 ? { ...rest, tapes: now } : rest;
  });

/** Whether an item is done, and nothing that is expected. */
const isHand = (item: TapeItem): item is HandOrCut => isMove(item) || "cut" in item;

const keyWords = ({ key }: { readonly key?: string }): string => (key === undefined ? "" : ` key ${key}`);

/** What an item says, in words. */
function itemWords(item: TapeItem, clocks: ReadonlySet<string>): string {
  if ("press" in item) return `${item.press}${keyWords(item)} pressed`;
  if ("release" in item) return `${item.release}${keyWords(item)} let go`;
  if ("set" in item)
    return `${item.set} set to ${clocks.has(item.set) ? formatDayTime(item.to, true) : item.to}`;
  if ("turn" in item)
    return `${item.turn} turned ${Math.abs(item.by)} ${Math.abs(item.by) === 1 ? "step" : "steps"} to the ${item.by < 0 ? "left" : "right"}`;
  if ("type" in item) return `the line “${item.type}” comes`;
  if ("torn" in item) return `“${item.torn}” comes, and no end of the line`;
  if ("answers" in item) return `the last answer is “${item.answers}”`;
  if ("cut" in item) return "the power is cut, and comes back";
  if ("reads" in item) return item.reads === "" ? "the face is dark" : `the face reads “${item.reads}”`;
  if ("output" in item) return `${item.output} is ${item.on ? "on" : "off"}`;
  return `${item.value} is ${item.least === item.most ? item.least : `${item.least} to ${item.most}`}`;
}

/** Tapes of hands that are kept with the rig: played again on the face, or checked at once against what must come of them. */
export function TapesSheet({ live }: { live: Live }) {
  const { tapes = [] } = useRig();
  const [open, setOpen] = useState(0);
  const tape = tapes[open] ?? tapes[0];
  const at = tape ? tapes.indexOf(tape) : -1;
  const setTape = (changed: Tape) =>
    editTapes((all) => all.map((one, place) => (place === at ? changed : one)));
  return (
    <section className="sheet" aria-label="Tapes">
      <div className="spread">
        <h2 className="sheet-title mb-0">Tapes</h2>
        <Button
          size="sm"
          variant="plain"
          onClick={() => {
            editTapes((all) => [...all, { name: `Tape ${all.length + 1}`, items: [] }]);
            setOpen(tapes.length);
          }}
        >
          <i className="bi bi-plus" aria-hidden /> Tape
        </Button>
      </div>
      {!tape && (
        <p className="small quiet mb-0 mt-1">
          Press the buttons under the face, then keep what you did as a tape. It replays exactly, and can
          state what should happen: your own test of the rig.
        </p>
      )}
      {tape && (
        <>
          {tapes.length > 1 && (
            <SelectField
              label="Tape"
              value={at}
              options={tapes.map(({ name }, place) => [place, name] as const)}
              onChoose={setOpen}
            />
          )}
          <OpenTape
            key={at}
            tape={tape}
            live={live}
            onChange={setTape}
            onRemove={() => editTapes((all) => all.filter((_, place) => place !== at))}
          />
        </>
      )}
    </section>
  );
}

interface OpenProps {
  readonly tape: Tape;
  readonly live: Live;
  readonly onChange: (tape: Tape) => void;
  readonly onRemove: () => void;
}

function OpenTape({ tape, live, onChange, onRemove }: OpenProps) {
  const rig = useRig();
  const running = useRunning();
  const job = useJob();
  const [played, setPlayed] = useState<{ readonly of: Rig; readonly played: Played }>();
  const results = played?.of === rig ? played.played : undefined;
  const items = tape.items.map((item, nth) => ({ item, nth })).sort((a, b) => a.item.at - b.item.at);
  const clocks = new Set<string>(clocksOf(rig).map(({ ref }) => ref));
  const expected = tape.items.filter((item) => !isHand(item)).length;
  const check = () =>
    job.run(
      (planner, report) => planner.playTape(rig, tape, report),
      (result) => setPlayed({ of: rig, played: result }),
    );
  const failed = results?.checked.filter(({ ok }) => !ok).length ?? 0;
  return (
    <>
      <div className="field-row mt-1">
        <CommitField
          label="Name"
          shown={tape.name}
          maxLength={60}
          width={280}
          read={(text) =>
            text.trim() === "" ? { ok: false, message: "a name" } : { ok: true, value: text.trim() }
          }
          onCommit={(name) => onChange({ ...tape, name })}
        />
        <span className="row-line">
          <Button size="sm" variant="plain" onClick={() => running?.play(tape.items.filter(isHand))}>
            <i className="bi bi-play-fill" aria-hidden /> Play
          </Button>
          <Button size="sm" variant="primary" onClick={check} disabled={expected === 0}>
            Check
          </Button>
          <IconButton icon="bi-trash" label={`Remove ${tape.name}`} onClick={onRemove} />
        </span>
      </div>
      {job.progress !== undefined && (
        <Progress label="Playing the tape" share={job.progress} onStop={job.cancel} />
      )}
      {results && (
        <p className="small mb-1 mt-1" role="status">
          {failed === 0 ? (
            <SeverityMark severity="good" text={`All ${expected} happened as expected.`} />
          ) : (
            <SeverityMark severity="fault" text={`${failed} of ${expected} did not happen.`} />
          )}
        </p>
      )}
      <ol className="tape-items" aria-label={`Items of ${tape.name}`}>
        {items.map(({ item, nth }) => {
          const result = results?.checked.find((one) => one.nth === nth);
          return (
            <li key={nth} className={isHand(item) ? "tape-item" : "tape-item is-expected"}>
              <span className="tape-time">{formatQuantity(item.at / 1000, "s", 5)}</span>
              <span>
                {itemWords(item, clocks)}
                {result && !result.ok && <span className="severity-fault"> but {result.saw}</span>}
              </span>
              {result && (
                <i
                  className={`bi ${result.ok ? "bi-check2 severity-good" : "bi-x-lg severity-fault"}`}
                  aria-label={result.ok ? "happened" : "did not happen"}
                  role="img"
                />
              )}
              <IconButton
                icon="bi-x"
                label={`Take off ${itemWords(item, clocks)}`}
                onClick={() => onChange({ ...tape, items: tape.items.filter((_, place) => place !== nth) })}
              />
            </li>
          );
        })}
      </ol>
      <ExpectationFields
        live={live}
        now={(running?.face?.time ?? 0) / 1e6}
        onAdd={(more) => onChange({ ...tape, items: [...tape.items, ...more] })}
      />
    </>
  );
}
