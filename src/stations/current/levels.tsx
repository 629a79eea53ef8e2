import Button from "react-bootstrap/Button";
import type { LevelMatch } from "@/core/audit";
import { groupBy } from "@/core/collect";
import { formatQuantity } from "@/core/quantity";
import {
  LEVEL_PARTS,
  legTitle,
  levelPartWords,
  levelPartsProblem,
  relay,
  splitLegRef,
  type LegRef,
  type LevelPart,
  type Plan,
  type Rig,
} from "@/core/rig";
import { editRig, useJustAtDesk, useModel, usePreferences } from "@/store";
import { SeverityMark } from "@/ui";

/** Do the chips take the highs they get for high? Inputs that get alike and want alike stand together. */
export function Levels() {
  const model = useModel();
  // Of the rig as it was the legs may be gone.
  const matches = useJustAtDesk(model.rig, (desk) => desk.levels());
  const { rig } = model;
  const partOfLeg = (leg: LegRef) => model.part(splitLegRef(leg).unit).id;
  const groups = [
    ...groupBy(
      matches ?? [],
      ({ from, input, gets, sure, usual }) =>
        `${partOfLeg(from)} ${partOfLeg(input)} ${gets} ${sure} ${usual}`,
    ),
  ];
  return (
    <section className="sheet" aria-label="Logic levels at the chip inputs">
      <h2>Levels</h2>
      {matches?.length === 0 && <p className="small quiet mb-0">No controller line reaches a chip input.</p>}
      <ul className="plain-list small mb-0">
        {groups.map(([key, group]) => (
          <LevelGroup key={key} rig={rig} group={group} />
        ))}
      </ul>
      <LevelParts />
    </section>
  );
}

/** One after the other, each once. */
const listed = (all: readonly string[]): string => [...new Set(all)].join(", ");

/** Levels alike: where they come from, where they go, and how they are taken. */
function LevelGroup({ rig, group }: { rig: Rig; group: readonly LevelMatch[] }) {
  const legNames = usePreferences((state) => state.legNames);
  const { from, gets, sure, usual, taken } = group[0]!;
  const giver = splitLegRef(from).unit;
  const isBoard = rig.units.some(({ ref, part }) => ref === giver && part === rig.plan.controller);
  const givers = listed(group.map((one) => splitLegRef(one.from)[isBoard ? "leg" : "unit"]));
  const pairs = group.map(
    (one) => `${legTitle(rig, one.from, legNames)} → ${legTitle(rig, one.input, legNames)}`,
  );
  return (
    <li className="level-group" title={pairs.join("\n")}>
      <strong>
        {isBoard && "lines "}
        {givers} → {listed(group.map((one) => splitLegRef(one.input).unit))}
      </strong>
      <span className="d-block">
        A high is {formatQuantity(gets, "V")}. The data sheet asks for {formatQuantity(sure, "V")}; inputs
        usually switch at {formatQuantity(usual, "V")}.
      </span>
      {taken === "sure" ? (
        <SeverityMark severity="good" text="fits" />
      ) : taken === "usual" ? (
        <SeverityMark
          severity="caution"
          text={`outside the data sheet, ${formatQuantity(gets - usual, "V", 2)} to spare`}
        />
      ) : (
        <SeverityMark severity="fault" text="too low to tell" />
      )}
    </li>
  );
}

/** What each part in the lines does. */
const DOES: Readonly<Record<LevelPart, string>> = {
  "74HCT125": "It reads 2 V as high and puts out 5 V.",
  "74AHCT125": "The same, but faster.",
  "n-channel-switch": "A MOSFET with a pull-up on both sides works in both directions.",
  divider: "One resistor in series and one to ground divide the high level down to what the chips can take.",
};

/** What lifts levels, put in and taken out by a press, where the chips stand on more than the board gives. */
function LevelParts() {
  const { rig } = useModel();
  const { levels, ...plan } = rig.plan;
  const fitting = LEVEL_PARTS.filter((part) => levelPartsProblem(rig.plan, part) === undefined);
  if (fitting.length === 0) return null;
  const lay = (next: Plan) => editRig((before) => relay(before, next));
  if (levels !== undefined && fitting.includes(levels))
    return (
      <div className="row-line mt-2">
        <span className="small">Fitted: {levelPartWords(levels, "in")}.</span>
        <Button size="sm" variant="plain" onClick={() => lay(plan)}>
          Remove it
        </Button>
      </div>
    );
  return (
    <div className="row-line flex-wrap mt-2">
      {fitting.map((part) => (
        <Button
          key={part}
          size="sm"
          variant="plain"
          title={DOES[part]}
          onClick={() => lay({ ...plan, levels: part })}
        >
          Put {levelPartWords(part, "into")}
        </Button>
      ))}
      <span className="tiny quiet">
        {DOES[fitting[0]!]} The wires are laid again with it; Undo restores them.
      </span>
    </div>
  );
}
