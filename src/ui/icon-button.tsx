import Button, { type ButtonProps } from "react-bootstrap/Button";

interface Props extends Pick<ButtonProps, "disabled" | "onClick"> {
  readonly icon: string;
  readonly label: string;
  /** Said on hovering, with the key that does the same. */
  readonly title?: string;
  readonly variant?: "quiet" | "plain" | "primary";
}

/** A small button that is only a picture, with its name for everybody who cannot see it. */
export function IconButton({ icon, label, title = label, variant = "quiet", ...rest }: Props) {
  return (
    <Button size="sm" variant={variant} aria-label={label} title={title} {...rest}>
      <i className={`bi ${icon}`} aria-hidden />
    </Button>
  );
}
