import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { LED_COLOURS, LED_FIGURES, type LedColour } from "@/core/parts";
import {
  LIMITS,
  MODULES,
  addBeside,
  bareBeside,
  besideProblem,
  besideTitle,
  removeBeside,
  turnBeside,
  withModule,
  type Beside,
  type ModuleSheet,
  type Plan,
  type Rig,
} from "@/core/rig";
import { ORIENTATIONS, orientationTitle } from "@/core/dots";
import { editRig, editWires, refuse, useModel, useOwnModules } from "@/store";
import { CommitField, IconButton, SelectField, WholeField } from "@/ui";

import { readTexts } from "./read-texts";

/** Displays beside the plan's on its chain or bus, each with texts of its own; and what else could stand there. */
export function BesideSheet() {
  const { rig } = useModel();
  const groups = rig.beside ?? [];
  return (
    <section className="sheet">
      <h2>More displays</h2>
      {groups.map((group, at) => (
        <OneBeside key={group.units[0]} rig={rig} group={group} at={at} />
      ))}
      <AddBeside rig={rig} />
    </section>
  );
}

const change = (at: number, values: Partial<Beside>) =>
  editRig((rig) => ({
    ...rig,
    beside: rig.beside?.map((group, n) => (n === at ? { ...group, ...values } : group)),
  }));

/** One of them: its texts, how its dots stand, and. */
function OneBeside({ rig, group, at }: { readonly rig: Rig; readonly group: Beside; readonly at: number }) {
  const title = besideTitle(rig, group);
  const [first] = group.modules ?? [];
  return (
    <div className="beside-one">
      <div className="spread">
        <strong>{title}</strong>
        <IconButton
          icon="bi-x-lg"
          label={`Remove ${title}`}
          onClick={() => editWires((before) => removeBeside(before, at))}
        />
      </div>
      <CommitField
        label={`Its texts, one a line: the next with each ${rig.sign?.modules.length ? "scene" : "face"}`}
        shown={group.shows.join("\n")}
        read={readTexts}
        onCommit={(shows) => change(at, { shows })}
        rows={Math.min(5, Math.max(2, group.shows.length))}
        mono
      />
      {first && (
        <div className="mt-2">
          <SelectField
            label="Module arrangement"
            value={ORIENTATIONS.findIndex(
              ({ turn, mirrored }) => turn === first.turn && mirrored === first.mirrored,
            )}
            options={ORIENTATIONS.map((one, n) => [n, orientationTitle(one)] as const)}
            onChoose={(n) => editRig((before) => turnBeside(before, at, ORIENTATIONS[n]!))}
          />
        </div>
      )}
    </div>
  );
}

/** What could stand beside it: modules first, then bare parts on the same chip. */
interface Offer {
  readonly id: string;
  readonly name: string;
  readonly colour: LedColour;
  readonly plan: (rig: Rig, count: number) => Plan;
}

const moduleOffer = (sheet: ModuleSheet): Offer => ({
  id: sheet.bought.kind ?? sheet.bought.name,
  name: sheet.bought.name,
  colour: sheet.colour,
  plan: (rig, count) => withModule(rig.plan, sheet, count),
});

const BARE: readonly Offer[] = [
  {
    id: "bare-digits",
    name: "four digits each, bare parts",
    colour: "red",
    plan: (rig, count) => bareBeside(rig, "digits", count),
  },
  {
    id: "bare-dots",
    name: "8 × 8 dots each, bare parts",
    colour: "red",
    plan: (rig, count) => bareBeside(rig, "dots", count),
  },
];

function AddBeside({ rig }: { readonly rig: Rig }) {
  const own = useOwnModules();
  const [chosen, setChosen] = useState("");
  const [count, setCount] = useState(1);
  const [colour, setColour] = useState<LedColour>();
  const offers = useMemo(() => [...[...MODULES, ...own].map(moduleOffer), ...BARE], [own]);
  const problems = useMemo(
    () => new Map(offers.map((offer) => [offer.id, besideProblem(rig, offer.plan(rig, 1))])),
    [offers, rig],
  );
  const fits = offers.filter(({ id }) => problems.get(id) === undefined);
  if (fits.length === 0) {
    const [reason] = [...problems.values()];
    return <p className="small quiet mb-0">No other display can be added: {reason}.</p>;
  }
  const offer = offers.find(({ id }) => id === chosen);
  const problem = offer && besideProblem(rig, offer.plan(rig, count));
  const add = () => {
    if (!offer) return;
    const added = addBeside(rig, {
      plan: offer.plan(rig, count),
      colour: colour ?? offer.colour,
      shows: ["8"],
    });
    if (!added.ok) return refuse("That display cannot be added", added.message);
    editWires(() => added.rig);
    setChosen("");
  };
  return (
    <>
      <div className="field-row">
        <SelectField
          label="Add a display to the same chain or bus"
          value={chosen}
          options={[
            ["", "choose…"],
            { group: "Fits", options: fits.map(({ id, name }) => [id, name] as const) },
            {
              group: "Does not",
              options: offers
                .filter(({ id }) => problems.get(id) !== undefined)
                .map(({ id, name }) => [id, `${name}: ${problems.get(id)}`, true] as const),
            },
          ]}
          onChoose={setChosen}
        />
        {offer && (
          <>
            <WholeField
              label="How many"
              value={count}
              range={[1, LIMITS.modules]}
              onCommit={setCount}
              width={76}
            />
            <SelectField<LedColour>
              label="Colour"
              value={colour ?? offer.colour}
              options={LED_COLOURS.map((one) => [one, LED_FIGURES[one].title] as const)}
              onChoose={setColour}
            />
          </>
        )}
      </div>
      {offer && (
        <div className="row-line mt-2">
          <Button size="sm" variant="primary" disabled={problem !== undefined} onClick={add}>
            Add this display
          </Button>
          {problem && <span className="small quiet">{problem}</span>}
        </div>
      )}
    </>
  );
}
