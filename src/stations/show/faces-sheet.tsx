import Form from "react-bootstrap/Form";
import { gridOf, type RigModel } from "@/core/address";
import { faceWords } from "@/core/live";
import type { LiveProblem } from "@/core/program";
import { LIVE_LIMITS, type Live, type LiveFace } from "@/core/rig";
import { layTemplate, lineSize, marksOf, templateProblem } from "@/core/show";
import { editLive, useModel } from "@/store";
import { CommitField, SelectField, SeverityMark } from "@/ui";
import { MsField } from "./ms-field";
import { ConditionFields } from "./condition-fields";
import { AddButton, Rows } from "./rows";

interface Props {
  readonly live: Live;
  readonly problems: readonly LiveProblem[];
}

const setFace = (at: number, face: LiveFace) =>
  editLive((was) => ({ ...was, faces: was.faces.map((one, place) => (place === at ? face : one)) }));

/** What is shown, and when. */
export function FacesSheet({ live, problems }: Props) {
  const full = live.faces.length >= LIVE_LIMITS.faces;
  return (
    <Rows
      title="Faces"
      problems={problems.filter(({ at }) => at === "faces")}
      empty=""
      add={
        <AddButton
          what="Face"
          disabled={full}
          onAdd={() =>
            editLive((was) => ({
              ...was,
              faces: [...was.faces, { shows: was.values[0] ? `{${was.values[0].name}}` : "-" }],
            }))
          }
        />
      }
      rows={live.faces.map((face, at) => ({
        key: String(at),
        name: `face ${at + 1}`,
        title: <span className="mono">{face.shows}</span>,
        words: faceWords(face, live),
        onRemove:
          live.faces.length > 1
            ? () => editLive((was) => ({ ...was, faces: was.faces.filter((_, place) => place !== at) }))
            : undefined,
        editor: <FaceEditor face={face} live={live} at={at} />,
      }))}
    />
  );
}

/** Why not all of a face may be seen; undefined where it fits. */
function tightness(model: RigModel, live: Live, face: LiveFace): string | undefined {
  const { rig, digits } = model;
  const grid = gridOf(model);
  if (templateProblem(face.shows, live.values)) return undefined;
  if (!grid)
    return layTemplate(face.shows, live, digits.length, rig.show, marksOf(rig)).tight
      ? `More places than the ${digits.length} digits: a number that does not fit is shown as dashes.`
      : undefined;
  const { columns, rows } = lineSize(rig, face.shows);
  if (rows > grid.height)
    return `The letters are ${rows} rows high, the display ${grid.height}: only their middle is seen.`;
  return columns > grid.width && !face.runs
    ? `Up to ${columns} columns, and the display has ${grid.width}: let it run, or take a narrower font.`
    : undefined;
}

function FaceEditor({ face, live, at }: { face: LiveFace; live: Live; at: number }) {
  const model = useModel();
  const dots = gridOf(model) !== undefined;
  const tight = tightness(model, live, face);
  const first = live.values[0];
  return (
    <>
      <CommitField
        label="Shows"
        shown={face.shows}
        mono
        width={200}
        maxLength={LIVE_LIMITS.template}
        read={(text) => {
          const problem = text.trim() === "" ? "type something to show" : templateProblem(text, live.values);
          return problem ? { ok: false, message: problem } : { ok: true, value: text };
        }}
        onCommit={(shows) => setFace(at, { ...face, shows })}
        hint={
          first
            ? `{${first.name}} is its value; {${first.name}:00} has two digits at least`
            : "a text, or values in braces"
        }
      />
      <SelectField
        label="When"
        value={face.while ? "while" : "always"}
        options={[
          ["always", live.faces.length > 1 ? "when no other face applies" : "all the time"],
          ["while", "while a condition holds"],
        ]}
        onChoose={(when) => {
          const { while: _, for: _for, ...rest } = face;
          setFace(
            at,
            when === "always" ? rest : { ...rest, while: { value: first?.name ?? "", is: "equal", than: 0 } },
          );
        }}
      />
      {dots && (
        <SelectField
          label="Its text"
          value={face.runs ?? "stands"}
          options={[
            ["stands", "stands still"],
            ["left", "scrolls left"],
            ["right", "scrolls right"],
          ]}
          onChoose={(motion) => {
            const { runs: _, ...rest } = face;
            setFace(at, motion === "stands" ? rest : { ...rest, runs: motion as "left" | "right" });
          }}
        />
      )}
      {face.while && (
        <ConditionFields
          condition={face.while}
          live={live}
          onChange={(condition) => setFace(at, { ...face, while: condition })}
        />
      )}
      {!face.while && face.runs && live.faces.filter((one) => !one.while).length > 1 && (
        <SelectField
          label="Its turn ends"
          value={face.for === undefined ? "through" : "time"}
          options={[
            ["through", "when it has scrolled past"],
            ["time", "after a time"],
          ]}
          onChoose={(end) => {
            const { for: _, ...rest } = face;
            setFace(at, end === "through" ? rest : { ...rest, for: 5000 });
          }}
        />
      )}
      {!face.while &&
        !(face.runs && face.for === undefined) &&
        live.faces.filter((one) => !one.while).length > 1 && (
          <MsField
            label="Time for each turn"
            ms={face.for ?? 1000}
            range={LIVE_LIMITS.time}
            onCommit={(ms) => setFace(at, { ...face, for: ms })}
            width={110}
          />
        )}
      <Form.Check
        type="switch"
        id={`blinks-${at}`}
        label="Blink twice a second"
        checked={face.blinks ?? false}
        onChange={() => {
          const { blinks, ...rest } = face;
          setFace(at, blinks ? rest : { ...rest, blinks: true });
        }}
      />
      {tight && (
        <div className="small live-wide">
          <SeverityMark severity="note" text={tight} />
        </div>
      )}
    </>
  );
}
