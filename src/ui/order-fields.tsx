import "./own-module/own-module.css";
import { SEGMENTS, type SegmentName } from "@/core/glyph";
import { legById, legName, partById, type ChipPart } from "@/core/parts";
import { driverChipOf, showsDots, type Plan } from "@/core/rig";
import { SelectField } from "./select-field";

/** What of a plan the order of its outputs hangs on. */
export type Ordered = Pick<
  Plan,
  "scheme" | "display" | "module" | "own" | "register" | "outputs" | "digitOutputs" | "digits" | "bought"
>;
type Orders = Pick<Plan, "outputs" | "digitOutputs">;

interface Props {
  readonly plan: Ordered;
  /** Which orders may be chosen; both where it is left out. */
  readonly free?: { readonly segments: boolean; readonly digits: boolean };
  readonly onChange: (orders: Orders) => void;
}

/** The names of the chip's outputs for digits and for segments, as its sheet has them. */
function outputsOf({ scheme, register: id, bought }: Ordered): { digits: string[]; segments: string[] } {
  const chip = driverChipOf(scheme);
  if (!chip) {
    const register = partById(id ?? "74HC595") as ChipPart;
    const names = register.outputLegs.map((leg) => legName(legById(register, leg), "letters"));
    return { digits: names.map((name) => `${name} of digits`), segments: names };
  }
  const named = (legs: readonly string[]) => legs.map((leg) => legName(legById(chip, leg), "letters"));
  const segments = SEGMENTS.map((_, at) => named(chip.segmentLegs)[chip.segmentPlaces?.[at] ?? at]!);
  const digits = named(chip.digitLegs);
  return bought?.exchanged ? { digits: segments, segments: digits } : { digits, segments };
}

/** A change of one place of an order: what was there goes where the chosen one was, so that nothing is there twice. */
const exchanged = <Value,>(order: readonly Value[], at: number, value: Value): Value[] => {
  const from = order.indexOf(value);
  return order.map((one, place) => (place === at ? value : place === from ? order[at]! : one));
};

/** What is on which output: a digit or row for each of one kind, a segment or column for each of the other. */
export function OrderFields({ plan, free = { segments: true, digits: true }, onChange }: Props) {
  const dots = showsDots(plan);
  const names = outputsOf(plan);
  const { outputs, digitOutputs, own } = plan;
  const digits = plan.bought?.digits ?? plan.digits;
  const used = Math.min(8, dots ? 8 : digits + (own?.colonOn ? 1 : 0));
  const put = (orders: Partial<Orders>) => onChange({ outputs, digitOutputs, ...orders });
  const digitTitle = (digit: number): string => {
    if (dots) return `row ${digit}`;
    return own?.colonOn && digit === digits + 1 ? "the colon" : `digit ${digit} from the left`;
  };
  const segmentTitle = (segment: SegmentName): string => {
    if (dots) return `column ${SEGMENTS.indexOf(segment) + 1}`;
    return segment === "dp" ? "points" : `segment ${segment}`;
  };
  return (
    <div className="own-orders">
      {free.digits && used > 1 && (
        <fieldset>
          <legend className="field-label">{dots ? "Rows" : "Digits"} on the outputs</legend>
          <button
            type="button"
            className="plain-button text-decoration-underline small quiet"
            onClick={() =>
              put({ digitOutputs: digitOutputs.map((digit) => (digit <= used ? used + 1 - digit : digit)) })
            }
          >
            reverse the order
          </button>
          <div className="own-order">
            {digitOutputs.map((digit, at) =>
              digit <= used ? (
                <SelectField
                  key={at}
                  label={names.digits[at] ?? `output ${at + 1}`}
                  labelled="before"
                  size="sm"
                  value={digit}
                  options={Array.from({ length: used }, (_, one) => [one + 1, digitTitle(one + 1)] as const)}
                  onChoose={(chosen) => put({ digitOutputs: exchanged(digitOutputs, at, chosen) })}
                />
              ) : null,
            )}
          </div>
        </fieldset>
      )}
      {free.segments && (
        <fieldset>
          <legend className="field-label">{dots ? "Columns" : "Segments"} on the outputs</legend>
          <div className="own-order">
            {outputs.map((segment, at) => (
              <SelectField
                key={at}
                label={names.segments[at] ?? `output ${at + 1}`}
                labelled="before"
                size="sm"
                value={segment}
                options={SEGMENTS.map((one) => [one, segmentTitle(one)] as const)}
                onChoose={(chosen) => put({ outputs: exchanged(outputs, at, chosen) })}
              />
            ))}
          </div>
        </fieldset>
      )}
    </div>
  );
}
