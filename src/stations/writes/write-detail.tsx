import { chipOn, type RigModel } from "@/core/address";
import type { EncodedBus } from "@/core/rig";
import { ChainStrip } from "./chain-strip";
import { Fields, Registers } from "./chip-detail";
import { ShownFace } from "./shown-face";
import type { TapeInSight } from "./use-tape";

/** What the write in sight leaves in its chip and on the face. */
export function AfterWrite({ model, bus, tape }: { model: RigModel; bus: EncodedBus; tape: TapeInSight }) {
  const { entry, before, face } = tape;
  const chip = chipOn(model, bus);
  const spokenTo = entry.says.flatMap((said) => bus.units.filter((one) => one === said.unit));
  const unit = spokenTo[0] ?? bus.units[0]!;
  return (
    <section className="sheet">
      <h2>
        {unit} after this write
        {entry.read ? `, which read ${entry.read.map((byte) => byte.toString(16)).join(" ")}` : ""}
      </h2>
      <ShownFace
        model={model}
        shown={face}
        height={54}
        label={`The display after this write: ${entry.text}`}
      />
      <div
        className="table-scroll chip-registers"
        tabIndex={0}
        role="region"
        aria-label={`Registers of ${unit}, scrolls`}
      >
        <Registers chip={chip} unit={unit} now={entry.memory[unit] ?? []} before={before[unit]} />
      </div>
    </section>
  );
}

/** The write in sight, field by field; in a chain, who gets which part of it. */
export function WriteFields({ bus, tape: { entry } }: { bus: EncodedBus; tape: TapeInSight }) {
  return (
    <section className="sheet">
      <h2>Field by field</h2>
      {entry.says.length > 1 && <ChainStrip entry={entry} units={bus.units} />}
      <div
        className="table-scroll chip-registers"
        tabIndex={0}
        role="region"
        aria-label="Fields of the write, scrolls"
      >
        <Fields entry={entry} />
      </div>
    </section>
  );
}
