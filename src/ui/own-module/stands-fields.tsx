import { TURNS } from "@/core/dots";
import type { ModuleSheet } from "@/core/rig";
import { SelectField } from "../select-field";
import type { PartProps } from "./header-fields";

type Stands = NonNullable<ModuleSheet["bought"]["stands"]>;
const STRAIGHT: Stands = { turn: 0, mirrored: false, from: "left" };

/** Which way round the blocks of dots sit on their board, and at which end the first one is. */
export function StandsFields({ sheet, onChange }: PartProps) {
  const stands = sheet.bought.stands ?? STRAIGHT;
  const put = (values: Partial<Stands>) =>
    onChange({ ...sheet, bought: { ...sheet.bought, stands: { ...stands, ...values } } });
  return (
    <div className="field-row mb-3">
      <SelectField
        label="Blocks are rotated"
        value={stands.turn}
        options={TURNS.map((turn) => [turn, turn === 0 ? "not at all" : `${turn}° clockwise`] as const)}
        onChoose={(turn) => put({ turn })}
      />
      <SelectField
        label="and mirrored"
        value={stands.mirrored ? "yes" : "no"}
        options={[
          ["no", "no"],
          ["yes", "left for right, before they are turned"],
        ]}
        onChoose={(mirrored) => put({ mirrored: mirrored === "yes" })}
      />
      {sheet.bought.chips > 1 && (
        <SelectField
          label="Block next to the input"
          value={stands.from}
          options={[
            ["left", "the left one"],
            ["right", "the right one"],
          ]}
          onChoose={(from) => put({ from })}
        />
      )}
    </div>
  );
}
