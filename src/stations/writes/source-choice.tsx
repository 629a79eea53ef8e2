import Button from "react-bootstrap/Button";
import ButtonGroup from "react-bootstrap/ButtonGroup";

export type WritesSource = "program" | "capture" | "keys" | "chip";

const SOURCES: ReadonlyArray<readonly [WritesSource, string]> = [
  ["program", "The rig's program"],
  ["capture", "A capture"],
  ["keys", "Keys"],
  ["chip", "Try a chip"],
];

/** What is looked at: the writes of the rig's own program, those in a capture from a board, keys that are read, or a chip alone. */
export function SourceChoice({
  source,
  onSource,
}: {
  source: WritesSource;
  onSource: (source: WritesSource) => void;
}) {
  return (
    <ButtonGroup size="sm" aria-label="Whose writes">
      {SOURCES.map(([value, title]) => (
        <Button
          key={value}
          variant="plain"
          active={source === value}
          aria-pressed={source === value}
          onClick={() => onSource(value)}
        >
          {title}
        </Button>
      ))}
    </ButtonGroup>
  );
}
