import { useEffect, useRef } from "react";
import Dropdown from "react-bootstrap/Dropdown";

/** One thing to do, or a page to open in a tab of its own. */
export type MenuEntry =
  { readonly title: string; readonly run: () => void } | { readonly title: string; readonly href: string };

interface Props {
  readonly label: string;
  readonly icon: string;
  readonly text?: string;
  readonly entries: ReadonlyArray<MenuEntry | null>;
}

/** The menu behind a button, open from the start: it stands in the place of the button that asked for it. */
export function OpenMenu({ label, icon, text, entries }: Props) {
  const toggle = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    toggle.current?.focus();
  }, []);
  return (
    <Dropdown align="end" defaultShow>
      <Dropdown.Toggle
        ref={toggle}
        variant={text === undefined ? "quiet" : "plain"}
        size="sm"
        aria-label={label}
        className="no-caret"
      >
        <i className={`bi ${icon}`} aria-hidden /> {text}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {entries.map((entry, at) => {
          if (!entry) return <Dropdown.Divider key={at} />;
          return "href" in entry ? (
            <Dropdown.Item key={at} href={entry.href} target="_blank">
              {entry.title}
            </Dropdown.Item>
          ) : (
            <Dropdown.Item key={at} onClick={entry.run}>
              {entry.title}
            </Dropdown.Item>
          );
        })}
      </Dropdown.Menu>
    </Dropdown>
  );
}
