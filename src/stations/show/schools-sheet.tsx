import { LIVE_LIMITS, type DebounceWay, type Live } from "@/core/rig";
import { editLive } from "@/store";
import { Choices, QuantityField, type ChoiceOption } from "@/ui";

const WAYS: ReadonlyArray<ChoiceOption<DebounceWay>> = [
  { value: "states", name: "Wait for rest", cost: "a level counts once it has stood; nothing else waits" },
  { value: "samples", name: "By samples", cost: "eight that agree; also against spikes" },
  { value: "wait", name: "Blocking wait", cost: "two lines of code; everything else stands still meanwhile" },
  { value: "none", name: "As it comes", cost: "a bouncing contact counts several times" },
];

const DIGITS: ReadonlyArray<ChoiceOption<Live["digits"]>> = [
  { value: "divide", name: "Divide by ten", cost: "short; a division takes an 8-bit board 15 to 40 µs" },
  { value: "subtract", name: "Take tens away", cost: "no division; a table and a loop" },
];

/** Where makers differ: how a contact that bounces is taken, and how a number is taken apart. */
export function SchoolsSheet({ live }: { live: Live }) {
  return (
    <section className="sheet">
      <h2>Contacts that bounce</h2>
      <Choices
        label="Contacts that bounce"
        value={live.debounce.way}
        options={WAYS}
        onChoose={(way) => editLive((was) => ({ ...was, debounce: { ...was.debounce, way } }))}
      />
      {live.debounce.way !== "none" && (
        <div className="mt-2">
          <QuantityField
            label="Time to come to rest"
            unit="s"
            value={live.debounce.ms / 1000}
            range={[LIVE_LIMITS.settle[0] / 1000, LIVE_LIMITS.settle[1] / 1000]}
            onCommit={(time) =>
              editLive((was) => ({ ...was, debounce: { ...was.debounce, ms: Math.round(time * 1000) } }))
            }
            width={150}
          />
        </div>
      )}
      <h2 className="sheet-title mt-3">Numbers to digits</h2>
      <Choices
        label="Numbers to digits"
        value={live.digits}
        options={DIGITS}
        onChoose={(digits) => editLive((was) => ({ ...was, digits }))}
      />
    </section>
  );
}
