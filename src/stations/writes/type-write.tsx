import { parseWrite, type BusProtocol } from "@/core/bus";
import type { ChipWrite } from "@/core/program";
import { CommitField } from "@/ui";

interface Props {
  readonly label: string;
  readonly protocol: BusProtocol;
  /** Bytes to begin with. */
  readonly example: string;
  readonly width?: number;
  readonly onWrite: (write: ChipWrite) => void;
}

/** Any write to the chips of the first bus, typed as bytes. */
export const TypeWrite = ({ label, protocol, example, width, onWrite }: Props) => (
  <CommitField<ChipWrite>
    label={label}
    shown=""
    mono
    width={width}
    hint={`bytes in hexadecimal, such as ${example}`}
    read={(text) => {
      const parsed = parseWrite(protocol, text);
      return parsed.ok ? { ok: true, value: { bus: 0, write: parsed.write, why: "" } } : parsed;
    }}
    onCommit={onWrite}
  />
);
