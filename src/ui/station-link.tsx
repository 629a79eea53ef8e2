import type { AnchorHTMLAttributes, MouseEvent } from "react";

/**
 * Goes to another station of the open rig. Only the address changes: the rig stays open with its face running, and no
 * server is asked, so it works without one.
 */
export const goInRig = (href: string): void => window.history.pushState(null, "", href);

interface Props extends AnchorHTMLAttributes<HTMLAnchorElement> {
  readonly href: string;
}

/** A link to a station of the open rig; with Ctrl and the like it opens as any link does. */
export function StationLink({ onClick, ...given }: Props) {
  const go = (event: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(event);
    const plain = event.button === 0 && !event.ctrlKey && !event.metaKey && !event.shiftKey && !event.altKey;
    if (!plain || event.defaultPrevented) return;
    event.preventDefault();
    goInRig(given.href);
  };
  return <a {...given} onClick={go} />;
}
