import { digitLines, directLines, type DriveState, type RigModel, type SentBit } from "@/core/address";
import { legById, legName } from "@/core/parts";
import { splitLegRef, splitPipId, type Need, type PipId, isOnDigit, type DigitId } from "@/core/rig";
import type { PipName } from "@/core/glyph";
import { pickPip, usePreferences } from "@/store";

interface Props {
  readonly model: RigModel;
  readonly bits: readonly SentBit[];
  readonly bytes: readonly number[];
  readonly pick: PipId | undefined;
  readonly digit: DigitId | undefined;
  readonly onFlip: (byte: number, bit: number) => void;
}

const onDigit = (pip: PipId, digit: DigitId | undefined): boolean =>
  digit === undefined || isOnDigit(pip, digit);

/** The LEDs a digit has. */
export const ledsOn = (model: RigModel, digit: DigitId): ReadonlySet<PipName> =>
  new Set(model.addresses.filter(({ pip }) => onDigit(pip, digit)).map(({ segment }) => segment));

/** Whether something an LED needs is what switches its whole digit. */
export function isDigitNeed(model: RigModel, need: Need): boolean {
  const same = (one: Need) => JSON.stringify(one) === JSON.stringify(need);
  const needing = model.encoding.pips.filter(({ needs }) => needs.some(same));
  return new Set(needing.map(({ pip }) => splitPipId(pip).segment)).size > 1;
}

/** What a bit or line is for: its segment, or the digit it switches. */
function purpose(model: RigModel, pips: readonly PipId[]): string {
  const segments = new Set(pips.map((pip) => splitPipId(pip).segment));
  if (segments.size <= 1 || model.digits.length === 1)
    return [...new Set(pips.map((pip) => splitPipId(pip).segment))].join(" ");
  const places = new Set(
    pips.map((pip) => {
      const { unit, digit: number } = splitPipId(pip);
      return model.digits.findIndex((id) => id.unit === unit && id.digit === number) + 1;
    }),
  );
  return places.size === 1 ? `d${[...places][0]}` : "code";
}

/** The bits of an update in the order they are sent, each tied to its output, its segment and its leg. */
export function BitStrip({ model, bits, bytes, pick, digit, onFlip }: Props) {
  const legNames = usePreferences((state) => state.legNames);
  if (bits.length === 0) return null;
  const own = (pips: readonly PipId[]) => pips.find((pip) => onDigit(pip, digit)) ?? pips[0];
  return (
    <div
      className={`bit-strip${bits.length > 8 ? " is-long" : ""}`}
      role="group"
      aria-label="Bits in the order they are sent"
    >
      <div className="bit-heads" aria-hidden>
        <span>sent</span>
        <span>bit</span>
        <span className="bit-value-head">value</span>
        <span>output</span>
        <span>segment</span>
        <span>leg</span>
      </div>
      {bits.map(({ nth, byte, bit, meant, reaches, output }) => {
        const value = (bytes[byte]! >> bit) & 1;
        const picked = pick !== undefined && reaches.includes(pick);
        const at = output && splitLegRef(output);
        const pip = own(reaches);
        const leg = pip && splitLegRef(model.address(pip)!.ownLeg).leg;
        const says = purpose(model, reaches);
        const code = purpose(model, meant);
        return (
          <div key={nth} className={`bit-cell${picked ? " is-picked" : ""}`}>
            <span>{nth + 1}</span>
            <span>{bit}</span>
            <button
              type="button"
              className={`bit-value${value ? " is-one" : ""}`}
              aria-label={`Bit ${bit} of byte ${byte + 1}, sent ${nth + 1}, is ${value}${says ? `, segment ${says}` : ""}: flip it`}
              onClick={() => {
                if (pip) pickPip(pip);
                onFlip(byte, bit);
              }}
            >
              {value}
            </button>
            <span>{at ? legName(legById(model.part(at.unit), at.leg), legNames) : "–"}</span>
            <button
              type="button"
              className="plain-button bit-segment"
              disabled={!pip}
              onClick={() => pip && pickPip(pip)}
            >
              {says || "–"}
            </button>
            <span>{says.startsWith("d") && says !== "d" && says !== "dp" ? "–" : (leg ?? "–")}</span>
            {says !== code && <span className="tiny severity-caution">code: {code || "none"}</span>}
          </div>
        );
      })}
    </div>
  );
}

interface LineProps {
  readonly model: RigModel;
  readonly levels: DriveState["levels"];
  readonly pick: PipId | undefined;
  readonly digit: DigitId | undefined;
  readonly onFlip: (line: string) => void;
}

/** The lines that drive something directly, with their level and what each is for. */
export function LineStrip({ model, levels, pick, digit, onFlip }: LineProps) {
  const lines = directLines(model.encoding);
  if (lines.length === 0) return null;
  const switching = digitLines(model.encoding);
  return (
    <div className="line-strip" role="group" aria-label="Lines driven directly">
      {lines.map((line) => {
        const pips = model.wired.pips
          .filter(({ needs }) => needs.some((need) => "line" in need && need.line === line))
          .map(({ pip }) => pip);
        const coded = model.encoding.decoders.some(({ inputs }) =>
          inputs.some((place) => "line" in place && place.line === line),
        );
        const own = pips.find((pip) => onDigit(pip, digit)) ?? pips[0];
        const says = coded ? "code" : purpose(model, pips);
        const level = levels[line] ?? 0;
        return (
          <button
            key={line}
            type="button"
            className={`line-cell${level ? " is-one" : ""}${pick && pips.includes(pick) && !switching.has(line) ? " is-picked" : ""}`}
            aria-label={`Line ${line}, ${says || "nothing"}, is ${level ? "high" : "low"}: flip it`}
            onClick={() => {
              if (own) pickPip(own);
              onFlip(line);
            }}
          >
            <span className="tiny quiet">line {line}</span>
            <strong>{level ? "high" : "low"}</strong>
            <span className="tiny">{says || "–"}</span>
          </button>
        );
      })}
    </div>
  );
}
