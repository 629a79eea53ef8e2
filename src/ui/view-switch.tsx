import Button from "react-bootstrap/Button";
import ButtonGroup from "react-bootstrap/ButtonGroup";

interface Props<Value extends string> {
  /** What is switched, for those who hear the page. */
  readonly label: string;
  readonly value: Value;
  readonly views: ReadonlyArray<readonly [value: Value, title: string]>;
  readonly onView: (value: Value) => void;
  readonly className?: string;
}

/** The one switch between a few ways of looking at something: all of them in sight, one of them pressed. */
export function ViewSwitch<Value extends string>({ label, value, views, onView, className }: Props<Value>) {
  return (
    <ButtonGroup size="sm" className={`view-switch ${className ?? ""}`.trim()} aria-label={label}>
      {views.map(([view, title]) => (
        <Button
          key={view}
          variant="plain"
          active={view === value}
          aria-pressed={view === value}
          onClick={() => view !== value && onView(view)}
        >
          {title}
        </Button>
      ))}
    </ButtonGroup>
  );
}
