import Form from "react-bootstrap/Form";

interface Props {
  readonly count: number;
  readonly at: number;
  readonly onFrame: (at: number) => void;
}

/** Which frame of a display of dots is looked at. */
export function FrameRange({ count, at, onFrame }: Props) {
  return (
    <span className="writes-frames">
      <Form.Range
        aria-label="Frame"
        aria-valuetext={`frame ${at + 1} of ${count}`}
        min={0}
        max={count - 1}
        value={at}
        onChange={(event) => onFrame(Number(event.target.value))}
      />
      <span className="small">frame {at + 1}</span>
    </span>
  );
}
