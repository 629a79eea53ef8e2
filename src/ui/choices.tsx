import type { KeyboardEvent } from "react";

export interface ChoiceOption<Value extends string> {
  readonly value: Value;
  readonly name: string;
  /** What this way costs, or gives. */
  readonly cost?: string;
}

interface Props<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: ReadonlyArray<ChoiceOption<Value>>;
  readonly onChoose: (value: Value) => void;
}

/** The ways makers go, side by side, each with what it costs. */
export function Choices<Value extends string>({ label, value, options, onChoose }: Props<Value>) {
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    const at = (options.findIndex((option) => option.value === value) + by + options.length) % options.length;
    onChoose(options[at]!.value);
    event.currentTarget.querySelectorAll<HTMLElement>("[role=radio]")[at]?.focus();
  };
  return (
    <div role="radiogroup" aria-label={label} className="choices" onKeyDown={onKeyDown}>
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          role="radio"
          aria-checked={option.value === value}
          tabIndex={option.value === value ? 0 : -1}
          className="choice"
          onClick={() => option.value !== value && onChoose(option.value)}
        >
          <span className="choice-name">
            <span className="choice-mark" aria-hidden />
            {option.name}
          </span>
          {option.cost && <span className="choice-cost">{option.cost}</span>}
        </button>
      ))}
    </div>
  );
}
