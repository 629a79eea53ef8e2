import { byteIn, chipOn, digitBytes, withByte, type DriveState, type RigModel } from "@/core/address";
import { formatByte, parseByte, type ByteForm } from "@/core/glyph";
import { splitLegRef, splitPipId, type PipId, type UnitRef, type DigitId } from "@/core/rig";
import { pickPip } from "@/store";
import { CommitField } from "@/ui";

interface Props {
  readonly model: RigModel;
  readonly state: DriveState;
  readonly form: ByteForm;
  readonly pick: PipId | undefined;
  readonly digit: DigitId;
  readonly onState: (state: DriveState) => void;
}

/** A register or byte of memory as its chip's sheet names it. */
function placeName(model: RigModel, chip: UnitRef, address: number): string {
  const bus = model.encoding.buses?.find(({ units }) => units.includes(chip));
  return bus ? `${chip} ${chipOn(model, bus).addressName(address)}` : `${chip} address ${address}`;
}

/** The bytes of chips' memories behind one digit: each bit with its segment and its leg. */
export function MemoryStrip({ model, state, form, pick, digit, onState }: Props) {
  return digitBytes(model.encoding, digit).map((byte) => {
    const value = byteIn(state, byte);
    const name = placeName(model, byte.chip, byte.address);
    return (
      <div key={`${byte.chip} ${byte.address}`} className="memory-byte">
        <CommitField
          label={name}
          shown={formatByte(value, form)}
          read={parseByte}
          onCommit={(given) => onState(withByte(state, byte, given))}
          width={220}
          mono
          live
        />
        <div className="bit-strip" role="group" aria-label={`Bits of ${name}`}>
          <div className="bit-heads" aria-hidden>
            <span>bit</span>
            <span className="bit-value-head">value</span>
            <span>segment</span>
            <span>leg</span>
          </div>
          {byte.bits.map(({ bit, pip }) => {
            const on = (value >> bit) & 1;
            const says = pip && splitPipId(pip).segment;
            return (
              <div key={bit} className={`bit-cell${pip !== undefined && pip === pick ? " is-picked" : ""}`}>
                <span>{bit}</span>
                <button
                  type="button"
                  className={`bit-value${on ? " is-one" : ""}`}
                  aria-label={`Bit ${bit} of ${name} is ${on}${says ? `, segment ${says}` : ""}: flip it`}
                  onClick={() => {
                    if (pip) pickPip(pip);
                    onState(withByte(state, byte, value ^ (1 << bit)));
                  }}
                >
                  {on}
                </button>
                <button
                  type="button"
                  className="plain-button bit-segment"
                  disabled={!pip}
                  onClick={() => pip && pickPip(pip)}
                >
                  {says ?? "–"}
                </button>
                <span>{pip ? splitLegRef(model.address(pip)!.ownLeg).leg : "–"}</span>
              </div>
            );
          })}
        </div>
      </div>
    );
  });
}
