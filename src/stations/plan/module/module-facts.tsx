import { useState } from "react";
import Button from "react-bootstrap/Button";
import { headerOf, type HeaderPin } from "@/core/address";
import { MODULE_PART } from "@/core/parts";
import { formatQuantity } from "@/core/quantity";
import {
  boardCount,
  legTitle,
  planProblem,
  sheetOfPlan,
  showsDots,
  withBoards,
  withLines,
  withoutModule,
  type Bought,
  type Plan,
} from "@/core/rig";
import { forgetOwnModule, useModel, useOwnModules } from "@/store";
import { SelectField, fetched } from "@/ui";

const FindOut = fetched("The questions", () => import("./find-out").then((module) => module.FindOut));

interface Props {
  readonly onLay: (plan: Plan) => void;
  /** Opens the sheet of the module, to make it another one. */
  readonly onEdit: () => void;
}

/** Boards one chooses from, as far as they can be strung together. */
const BOARD_COUNTS = [1, 2, 3, 4, 5, 6, 8, 12, 16];

/** What is on a module's board beside its chip and display, in words. */
function partsOf({ setOhms, ohms, pullOhms, filterFarads, keeps }: Bought): string[] {
  return [
    ...(setOhms === undefined ? [] : [`${formatQuantity(setOhms, "Ω")} sets the current`]),
    ...(ohms === undefined ? [] : [`${formatQuantity(ohms, "Ω")} in each segment`]),
    ...(pullOhms === undefined ? [] : [`${formatQuantity(pullOhms, "Ω")} pull-ups on its lines`]),
    ...(filterFarads === undefined ? [] : [`${formatQuantity(filterFarads, "F")} on its lines`]),
    ...(keeps === undefined ? [] : [`lines ${keeps.join(", ")} are used by other parts on it`]),
  ];
}

/** The module a display was bought as: its header, what each pin is wired to, how many there are. */
export function ModuleFacts({ onLay, onEdit }: Props) {
  const [asking, setAsking] = useState(false);
  const mine = useOwnModules();
  const model = useModel();
  const { rig } = model;
  const { plan } = rig;
  const first = rig.units.find(({ part }) => part === MODULE_PART);
  const sheet = sheetOfPlan(plan, model.display.led?.colour ?? "red");
  if (!sheet || !first) return null;
  const { name, kind } = sheet.bought;
  const isMine = kind === undefined && mine.some(({ bought }) => bought.name === name);
  const counts = [...new Set([...BOARD_COUNTS, boardCount(plan)])]
    .sort((one, other) => one - other)
    .filter((count) => planProblem(withLines(withBoards(plan, count))) === undefined);
  return (
    <>
      <p className="small mb-2">
        {sheet.bought.name.replace(/^./, (letter) => letter.toUpperCase())}
        {sheet.note && <span className="quiet"> · {sheet.note}</span>}
      </p>
      <HeaderStrip pins={headerOf(model, first.ref)} name={(leg) => legTitle(rig, leg, "letters")} />
      <p className="tiny quiet mt-2 mb-2">{partsOf(sheet.bought).join(" · ")}</p>
      <div className="row-line flex-wrap">
        {counts.length > 1 && (
          <SelectField
            label="Modules"
            labelled="before"
            size="sm"
            width="auto"
            value={boardCount(plan)}
            options={counts.map((count) => [count, String(count)] as const)}
            onChoose={(count) => onLay(withBoards(plan, count))}
          />
        )}
        <Button
          size="sm"
          variant="plain"
          title="What is on which output, found out one by one"
          onClick={() => setAsking(true)}
        >
          Find out its order
        </Button>
        <Button size="sm" variant="plain" onClick={onEdit}>
          Mine is different…
        </Button>
        {isMine && (
          <Button
            size="sm"
            variant="plain"
            title="This rig keeps it"
            onClick={() => void forgetOwnModule(name)}
          >
            Forget it in this browser
          </Button>
        )}
        <Button
          size="sm"
          variant="plain"
          title={`The same ${showsDots(plan) ? "dots" : "digits"} and chip as bare parts, each wire yours to place`}
          onClick={() => onLay(withoutModule(plan))}
        >
          Build it from bare parts
        </Button>
      </div>
      {asking && <FindOut onClose={() => setAsking(false)} onTake={onLay} />}
    </>
  );
}

/** The pins of a header in their order, each with what its lead runs to. */
export function HeaderStrip({
  pins,
  name,
}: {
  readonly pins: readonly HeaderPin[];
  readonly name: (leg: HeaderPin["leg"]) => string;
}) {
  return (
    <ol className="header-strip" aria-label="Pins of the header">
      {pins.map((pin) => (
        <li key={pin.leg}>
          <span className="header-pin">{pin.name}</span>
          <span className="tiny quiet">
            {pin.to.map((leg) => name(leg).replace(/^board (line )?/, "")).join(", ") || "open"}
          </span>
        </li>
      ))}
    </ol>
  );
}
