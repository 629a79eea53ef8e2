import { gridOf } from "@/core/address";
import { LIVE_LIMITS, controllerById, type DebounceWay, type Live } from "@/core/rig";
import { editLive, useModel } from "@/store";
import { Choices, type ChoiceOption } from "@/ui";
import { MsField } from "./ms-field";

const WAYS: ReadonlyArray<ChoiceOption<DebounceWay>> = [
  {
    value: "states",
    name: "Wait until it settles",
    cost: "a level counts once it has been steady for a while; nothing else waits",
  },
  { value: "samples", name: "Majority of samples", cost: "eight equal samples; also rejects spikes" },
  {
    value: "interrupt",
    name: "Interrupt",
    cost: "counts the first touch, however busy the loop is; a spike counts as well, and only some lines can do it",
  },
  { value: "wait", name: "Blocking wait", cost: "two lines of code; everything else stops meanwhile" },
  { value: "none", name: "No debouncing", cost: "a bouncing contact counts several times" },
];

const DIGITS: ReadonlyArray<ChoiceOption<Live["digits"]>> = [
  { value: "divide", name: "Divide by ten", cost: "short; a division takes an 8-bit board 15 to 40 µs" },
  { value: "subtract", name: "Subtract tens", cost: "no division; a table and a loop" },
  {
    value: "carry",
    name: "Count in digits",
    cost: "each digit carries into the next: nothing to take apart; a byte a digit, longer code",
  },
];

/** Where makers differ: how a contact that bounces is taken, and how a number is taken apart. */
export function SchoolsSheet({ live }: { live: Live }) {
  const model = useModel();
  const logic = controllerById(model.rig.plan.controller).flavour === "logic";
  const contacts = live.controls.length > 0;
  // Dots are drawn from numbers that are worked out.
  const ways = DIGITS.filter(({ value }) => value !== "carry" || !gridOf(model));
  return (
    <section className="sheet">
      {contacts && (
        <>
          <h2>Debouncing</h2>
          <Choices
            label="Debouncing"
            value={live.debounce.way}
            options={logic ? WAYS.filter(({ value }) => value !== "interrupt") : WAYS}
            onChoose={(way) => editLive((was) => ({ ...was, debounce: { ...was.debounce, way } }))}
          />
          {live.debounce.way !== "none" && (
            <div className="mt-2">
              <MsField
                label="Settling time"
                ms={live.debounce.ms}
                range={LIVE_LIMITS.settle}
                onCommit={(ms) => editLive((was) => ({ ...was, debounce: { ...was.debounce, ms } }))}
                width={150}
              />
            </div>
          )}
        </>
      )}
      <h2 className={contacts ? "sheet-title mt-3" : undefined}>Splitting numbers into digits</h2>
      {logic ? (
        <p className="small mb-0">
          Logic counts in digits: each is a register of four bits that carries into the next.
        </p>
      ) : (
        <Choices
          label="Splitting numbers into digits"
          value={ways.some(({ value }) => value === live.digits) ? live.digits : "divide"}
          options={ways}
          onChoose={(digits) => editLive((was) => ({ ...was, digits }))}
        />
      )}
    </section>
  );
}
