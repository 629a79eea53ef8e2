import { useEffect, useRef } from "react";
import { transportOf } from "@/core/bus";
import { bareByte, formatByte } from "@/core/glyph";
import { formatNanoseconds } from "@/core/quantity";
import type { TapeEntry } from "@/core/sim";
import { SeverityMark } from "@/ui";

const PHASES: Readonly<Record<TapeEntry["phase"], string>> = {
  "set-up": "Set-up, once after power-up",
  update: "Update, for every change",
  typed: "Typed",
  keys: "Key read, as often as keys are asked for",
};

/** Bytes of a write, the picked pip's bit marked in its byte. */
export function Bytes({ bytes, picked, msb }: { bytes: readonly number[]; picked?: number; msb: boolean }) {
  return (
    <span className="mono tape-bytes">
      {bytes.slice(0, 20).map((byte, at) => (
        <span
          key={at}
          className={picked !== undefined && picked >> 3 === at ? "tape-byte is-picked" : "tape-byte"}
          title={bitsText(byte, picked !== undefined && picked >> 3 === at ? picked & 7 : undefined, msb)}
        >
          {bareByte(byte)}
        </span>
      ))}
      {bytes.length > 20 && <span className="quiet">… {bytes.length} bytes</span>}
    </span>
  );
}

function bitsText(byte: number, picked: number | undefined, msb: boolean): string {
  const bits = formatByte(byte, "binary");
  if (picked === undefined) return bits;
  return `${bits}; the picked one is bit ${msb ? 7 - picked : picked}`;
}

interface Props {
  readonly entries: readonly TapeEntry[];
  readonly at: number;
  readonly pickedBit: (entry: TapeEntry) => number | undefined;
  readonly onAt: (at: number) => void;
}

/** Every write in order: when, which bytes, which register, what it does and why it is needed. */
export function ChipTape({ entries, at, pickedBit, onAt }: Props) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const item = list.current?.querySelector<HTMLElement>(".is-now");
    if (item && list.current) list.current.scrollTop = item.offsetTop - 40;
  }, [at, entries.length]);
  return (
    <ol className="tape chip-tape" ref={list}>
      {entries.map((entry, place) => {
        const { phase, bytes, says, why, breaches } = entry;
        const title = says.length === 1 ? says[0]!.title : wordTitle(entry);
        const detail =
          says.length === 1 ? says[0]!.says : says.map((one) => `${one.unit}: ${one.says}`).join("; ");
        const heading = entries[place - 1]?.phase !== phase ? PHASES[phase] : undefined;
        return (
          <li key={place} className={place === at ? "is-now" : undefined}>
            {heading && <div className="tape-phase">{heading}</div>}
            <button
              type="button"
              className="plain-button w-100"
              aria-current={place === at}
              onClick={() => onAt(place)}
            >
              <span className="tape-time">{formatNanoseconds(entry.at, 4)}</span>
              <span>
                <span className="tape-title">{title}</span>{" "}
                <Bytes
                  bytes={bytes}
                  picked={pickedBit(entry)}
                  msb={transportOf(entry.write.bus).order === "msb"}
                />
                <span className="d-block tiny quiet">
                  {detail.length > 150 ? `${detail.slice(0, 147)}…` : detail}
                  {why && ` · ${why}`}
                </span>
                {breaches.map(({ rule, says: breach }) => (
                  <span key={rule} className="d-block tiny">
                    <SeverityMark severity="fault" text={rule} /> {breach}
                  </span>
                ))}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** One title where all words of a chain say the same register. */
function wordTitle({ says }: TapeEntry): string {
  const titles = new Set(says.map(({ title }) => title));
  return titles.size === 1 ? `${[...titles][0]} on ${says.length} chips` : `${says.length} words`;
}
