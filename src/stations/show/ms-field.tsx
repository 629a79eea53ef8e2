import { QuantityField } from "@/ui";

interface Props {
  readonly label: string;
  /** Whole ms; people type and read seconds, with their prefixes. */
  readonly ms: number;
  /** ms. */
  readonly range: readonly [number, number];
  readonly onCommit: (ms: number) => void;
  readonly width: number;
  readonly hint?: string;
}

/** A time that is kept in whole milliseconds. */
export function MsField({ ms, range: [least, most], onCommit, ...field }: Props) {
  return (
    <QuantityField
      {...field}
      unit="s"
      value={ms / 1000}
      range={[least / 1000, most / 1000]}
      onCommit={(seconds) => onCommit(Math.max(least, Math.round(seconds * 1000)))}
    />
  );
}
