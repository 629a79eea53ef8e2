import Link from "next/link";
import { setWaysIn, usePreferences } from "@/store";
import { LOOK_UPS } from "../look-ups";

/** Three ways to begin, until they are put away; nothing of it has to be read. */
export function WaysIn() {
  const shown = usePreferences((state) => state.waysIn);
  if (!shown) return null;
  return (
    <section className="ways-in" aria-label="Ways to begin">
      <div>
        <h2>Take a demo rig and change it</h2>
        <p>They are below, running. Everything in them can be changed, and Undo restores it.</p>
        <p className="mb-0">
          <a href="#rigs">To the rigs</a>
        </p>
      </div>
      <div>
        <h2>Start from what is on your table</h2>
        <ul className="plain-list mb-0">
          <li>
            <Link href="/new?from=module">A module you bought</Link>
          </li>
          <li>
            <Link href="/new?from=bare">Bare digits, dots and chips</Link>
          </li>
          <li>
            <Link href="/look/pinout">A display with no name</Link>
          </li>
        </ul>
      </div>
      <div>
        <h2>Look something up</h2>
        <ul className="plain-list ways-look mb-0">
          {LOOK_UPS.filter(({ name }) => name !== "pinout").map(({ name, title }) => (
            <li key={name}>
              <Link href={`/look/${name}`}>{title}</Link>
            </li>
          ))}
        </ul>
      </div>
      <button
        type="button"
        className="btn-close ways-close"
        aria-label="Hide the ways to begin"
        title="Hide; More has them again"
        onClick={() => setWaysIn(false)}
      />
    </section>
  );
}
