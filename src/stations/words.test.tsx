import { cleanup, render, screen } from "@testing-library/react";
import { demoRig } from "@/demo";
import { setParams } from "@/ui/fixtures/navigation";
import { RunningProvider, type SimulationView } from "@/ui";
import { openInPlace } from "./fixtures/open";
import { stationsFor } from "./registry";

const STILL = { running: false, speed: 1 } as unknown as SimulationView;
const RIGS = ["slip-gate", "river-level", "water-warmth", "tide-notice", "lap-bell"];

/** Phrases nobody says aloud at a table, and halves of sentences: each was once on a station. */
const NOBODY_SAYS: readonly RegExp[] = [
  /\bastray\b/,
  /\banew\b/,
  /\bnobody can tell\b/i,
  /\bat the (most|least)\b/,
  /\bforetold\b/,
  /\bMind:/,
  /\bNever above\b/,
  /\bKept to\b/,
  /\b(is|are) exchanged\b/,
  /\bcomes round\b/,
  /\b(awkward)\b/,
  /^(It|Stands|Really|Looks|Wanted|In order|All at once|Each for|Goes in at)$/,
  /\bturns of the scan\b/,
  /\boff the table\b/,
  // A time or a current right behind a rate, with no word between them.
  /\d (µs|ms|s) \d+(\.\d+)? (Hz|kHz)\b/,
];

/** Every text of a screen, labels and tips among them. */
function textsOf(screenful: HTMLElement): string[] {
  const texts: string[] = [];
  const walker = document.createTreeWalker(screenful, NodeFilter.SHOW_ELEMENT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node as HTMLElement;
    if (element.closest("pre, code, .cm-editor, textarea")) continue;
    const own = [...element.childNodes].some(
      (child) => child.nodeType === Node.TEXT_NODE && child.textContent!.trim() !== "",
    );
    if (own) texts.push(element.textContent!.replace(/\s+/g, " ").trim());
    for (const name of ["aria-label", "title", "placeholder"]) {
      const said = element.getAttribute(name);
      if (said) texts.push(said);
    }
  }
  return [...new Set(texts)];
}

describe.each(RIGS)("on %s", (id) => {
  test.each(stationsFor(demoRig(id).plan).map((station) => [station.title, station] as const))(
    "%s says nothing a maker would not say",
    async (title, station) => {
      const rig = demoRig(id);
      openInPlace(rig);
      setParams({ id, station: station.name });
      const Screen = await station.load();
      const { container } = render(
        <RunningProvider value={STILL}>
          <Screen />
        </RunningProvider>,
      );
      await screen.findByRole("heading", { level: 1, name: title });
      // What the desk answers comes a moment later.
      await new Promise((resolve) => setTimeout(resolve, 1500));
      const odd = textsOf(container).filter((text) => NOBODY_SAYS.some((phrase) => phrase.test(text)));
      expect(odd).toEqual([]);
      cleanup();
    },
    60_000,
  );
});
