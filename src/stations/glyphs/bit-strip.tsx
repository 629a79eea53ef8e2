import type { RigModel, SentBit } from "@/core/address";
import { legById, legName } from "@/core/parts";
import { splitLegRef, splitPipId, type PipId } from "@/core/rig";
import { pickPip, usePreferences } from "@/store";

interface Props {
  readonly model: RigModel;
  readonly bits: readonly SentBit[];
  readonly bytes: readonly number[];
  readonly pick: PipId | undefined;
  readonly onFlip: (byte: number, bit: number) => void;
}

/** The bits of an update in the order they are sent, each tied to its output, its segment and its leg. */
export function BitStrip({ model, bits, bytes, pick, onFlip }: Props) {
  const school = usePreferences((state) => state.school);
  const segmentsOf = (pips: readonly PipId[]) => pips.map((pip) => splitPipId(pip).segment).join(" ");
  return (
    <div className="bit-strip" role="group" aria-label="Bits in the order they are sent">
      <div className="bit-heads" aria-hidden>
        <span>sent</span>
        <span>bit</span>
        <span className="bit-value-head">value</span>
        <span>output</span>
        <span>segment</span>
        <span>leg</span>
      </div>
      {bits.map(({ turn, byte, bit, meant, reaches, output }) => {
        const value = (bytes[byte]! >> bit) & 1;
        const picked = pick !== undefined && reaches.includes(pick);
        const at = output && splitLegRef(output);
        const leg = reaches[0] && splitLegRef(model.address(reaches[0])!.ownLeg).leg;
        const astray = segmentsOf(meant) !== segmentsOf(reaches);
        return (
          <div key={turn} className={`bit-cell${picked ? " is-picked" : ""}`}>
            <span>{turn + 1}</span>
            <span>{bit}</span>
            <button
              type="button"
              className={`bit-value${value ? " is-one" : ""}`}
              aria-label={`Bit ${bit} of byte ${byte + 1}, sent ${turn + 1}, is ${value}${reaches.length ? `, segment ${segmentsOf(reaches)}` : ""}: flip it`}
              onClick={() => {
                if (reaches[0]) pickPip(reaches[0]);
                onFlip(byte, bit);
              }}
            >
              {value}
            </button>
            <span>{at ? legName(legById(model.part(at.unit), at.leg), school) : "–"}</span>
            <button
              type="button"
              className="plain-button bit-segment"
              disabled={reaches.length === 0}
              onClick={() => reaches[0] && pickPip(reaches[0])}
            >
              {segmentsOf(reaches) || "none"}
            </button>
            <span>{leg ?? "–"}</span>
            {astray && <span className="tiny severity-caution">code: {segmentsOf(meant) || "none"}</span>}
          </div>
        );
      })}
    </div>
  );
}
