"use client";
import "./rig.css";
import "./phone.css";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useStore } from "zustand";
import type { Direction } from "@/core/glyph";
import type { LegRef, PipId, Plan } from "@/core/rig";
import { pipBeside, type FaceShape } from "@/core/sim";
import type { Topic } from "@/core/subject";
import { leaveRig, openRig, pickPip, redo, saveNow, spotLegs, undo, useOpenRig, useRig } from "@/store";
import {
  IconButton,
  RunningProvider,
  StationLink,
  goInRig,
  StationTerms,
  ThemeSwitch,
  fetched,
  inDialog,
  useSimulation,
  type SimulationView,
} from "@/ui";
import { useRigAddress } from "./address";
import { RigSide } from "./rig-side";
import { SaveLine } from "./save-line";
import { Help, RigFinder, focusOn, type Item, type Keys } from "../find";
import { STATIONS, findStation, stationFor, stationPath, stationsFor, type Station } from "../registry";

const GrownFace = fetched("The large face", () => import("./grown-face").then((module) => module.GrownFace));

/** Opens the rig of the address, and puts its face and trail beside whichever station is shown. */
export function RigShell({ children }: { children: ReactNode }) {
  const { id } = useRigAddress();
  const [state, setState] = useState<"opening" | "open" | "missing">("opening");
  const isOpen = useOpenRig(({ rig }) => rig?.id === id);
  useEffect(() => {
    let current = true;
    void openRig(id).then((found) => current && setState(found ? "open" : "missing"));
    return () => {
      current = false;
    };
  }, [id]);
  useEffect(() => {
    const save = () => void saveNow();
    document.addEventListener("visibilitychange", save);
    window.addEventListener("pagehide", save);
    return () => {
      void leaveRig();
      document.removeEventListener("visibilitychange", save);
      window.removeEventListener("pagehide", save);
    };
  }, []);
  if (state === "missing") {
    return (
      <main className="container py-5">
        <h1 className="h4">There is no such rig in this browser</h1>
        <p>
          It may have been deleted, or made in another browser. Rigs travel as .pip.json files: export there,
          import here.
        </p>
        <Link className="btn btn-primary" href="/">
          To the shelf
        </Link>
      </main>
    );
  }
  if (state === "opening" || !isOpen) return null;
  return <OpenRig>{children}</OpenRig>;
}

type Layer = "find" | "help" | "grown";

/** What leads somewhere: what it is about, and what to mark there. */
interface Subject {
  readonly topic: Topic;
  readonly legs: readonly LegRef[];
  readonly pip?: PipId;
}

/**
 * The page around an open rig. One simulation runs for all stations, so that going from one to another never starts the
 * face again.
 */
function OpenRig({ children }: { children: ReactNode }) {
  const rig = useRig();
  const router = useRouter();
  const { station } = useRigAddress();
  const held = useOpenRig((state) => state.held);
  const compiled = useOpenRig((state) => state.compiled);
  const { firmware } = rig;
  const runs = useMemo(
    () => held ?? (compiled && firmware ? { firmware, settings: compiled } : undefined),
    [held, compiled, firmware],
  );
  const simulation = useSimulation("open", rig, runs);
  const [layer, setLayer] = useState<Layer>();
  const [word, setWord] = useState<string>();
  const open = (to: Station) => goInRig(stationPath(rig.id, to));
  const go = ({ topic, legs, pip }: Subject) => {
    if (pip) pickPip(pip);
    spotLegs(legs);
    open(stationFor(topic));
  };
  const take = ({ target }: Item) => {
    if (target.to === "subject") go(target);
    else if (target.to === "address") router.push(target.href);
    else if (target.to === "action") target.run();
    else if (target.to === "word") {
      setWord(target.title);
      setLayer("help");
    } else {
      const to = findStation(target.place.station);
      if (to && to.name !== station) open(to);
      void focusOn(target.place);
    }
  };
  const actions = useMemo(() => actionsOf(simulation, () => setLayer("grown")), [simulation]);
  const closeHelp = () => {
    setLayer(undefined);
    setWord(undefined);
  };
  useRigKeys({
    go: (to) => {
      spotLegs([]);
      open(to);
    },
    shape: simulation.shape,
    run: () => simulation.setRunning(!simulation.running),
    step: simulation.step,
    open: setLayer,
    busy: layer !== undefined,
  });
  return (
    <div className="rig">
      <SaveLine />
      <RigSide
        simulation={simulation}
        onGo={go}
        onShow={(finding) => go({ ...finding, pip: finding.pips[0] })}
        onGrow={() => setLayer("grown")}
      />
      <main className="rig-main">
        <nav className="station-tabs" aria-label="Stations">
          {stationsFor(rig.plan).map((one) => (
            <StationLink
              key={one.name}
              href={stationPath(rig.id, one)}
              className="station-tab"
              aria-current={one.name === station ? "page" : undefined}
            >
              <kbd aria-hidden>{one.key}</kbd>
              {one.title}
            </StationLink>
          ))}
          <Tools onOpen={setLayer} />
        </nav>
        <RunningProvider value={simulation}>
          <StationTerms value={findStation(station)?.terms ?? []}>{children}</StationTerms>
        </RunningProvider>
      </main>
      {layer === "find" && <RigFinder actions={actions} onClose={() => setLayer(undefined)} onGo={take} />}
      {layer === "help" && <Help keys={keysOf(rig.plan)} word={word} onClose={closeHelp} />}
      {layer === "grown" && <GrownFace simulation={simulation} onClose={() => setLayer(undefined)} />}
    </div>
  );
}

/** What can be done at once on the open rig, as the finder offers it. */
const actionsOf = ({ running, setRunning, step, restart }: SimulationView, grow: () => void): Item[] =>
  (
    [
      [running ? "Pause" : "Run", "stop, start, play", "bi-play", () => setRunning(!running)],
      ["Step to the next change", "single step, next", "bi-skip-end", step],
      ["Start again from power-up", "reset, restart, reboot", "bi-power", restart],
      ["Enlarge the face", "full screen, zoom, bigger", "bi-arrows-angle-expand", grow],
      ["Undo", "go back, revert", "bi-arrow-counterclockwise", undo],
      ["Redo", "repeat", "bi-arrow-clockwise", redo],
    ] as const
  ).map(([title, also, icon, run]) => ({
    id: `action-${title}`,
    icon,
    title,
    detail: "does it",
    also,
    target: { to: "action", run },
  }));

const KEYS: Keys = [
  [["←", "→", "↑", "↓"], "pick the next LED that way"],
  [["Space"], "run or pause"],
  [["."], "step to the next change on the face"],
  [["F"], "enlarge the face"],
  [["Ctrl", "Z"], "undo"],
  [["Ctrl", "Shift", "Z"], "redo"],
  [["/"], "find anything"],
  [["?"], "keys and words"],
];

const keysOf = (plan: Plan): Keys => [
  ...stationsFor(plan).map(({ key, title }) => [[key], `go to ${title}`] as const),
  ...KEYS,
];

/** Undo, redo and what can be asked for from any station. */
function Tools({ onOpen }: { onOpen: (layer: Layer) => void }) {
  const past = useStore(useOpenRig.temporal, (state) => state.pastStates.length);
  const future = useStore(useOpenRig.temporal, (state) => state.futureStates.length);
  return (
    <span className="station-tools">
      <IconButton icon="bi-search" label="Find" title="Find anything (/)" onClick={() => onOpen("find")} />
      <IconButton
        icon="bi-arrow-counterclockwise"
        label="Undo"
        title="Undo (Ctrl+Z)"
        disabled={past === 0}
        onClick={undo}
      />
      <IconButton
        icon="bi-arrow-clockwise"
        label="Redo"
        title="Redo (Ctrl+Shift+Z)"
        disabled={future === 0}
        onClick={redo}
      />
      <IconButton
        icon="bi-question-circle"
        label="Keys and words"
        title="Keys and words (?)"
        onClick={() => onOpen("help")}
      />
      <ThemeSwitch />
    </span>
  );
}

interface PageKeys {
  readonly shape: FaceShape | undefined;
  readonly go: (station: Station) => void;
  readonly run: () => void;
  readonly step: () => void;
  readonly open: (layer: Layer) => void;
  /** A dialog is asked for: keys wait until it is there. */
  readonly busy: boolean;
}

const onControl = (event: KeyboardEvent): boolean =>
  event.target instanceof Element && event.target.closest("button, a, [role=button], [role=radio]") !== null;

/** Where something is drawn by keys, arrows and Space are its own. */
const hasOwnKeys = (event: Event): boolean =>
  event.target instanceof Element && event.target.closest("[data-own-keys]") !== null;

function useRigKeys({ shape, go, run, step, open, busy }: PageKeys): void {
  const ignored = () => busy || inDialog();
  const arrows = { preventDefault: true, ignoreEventWhen: (event: Event) => ignored() || hasOwnKeys(event) };
  const options = { preventDefault: true, ignoreEventWhen: ignored, enableOnFormTags: ["radio"] as const };
  useHotkeys(
    "up, down, left, right",
    (event) => {
      const { pick } = useOpenRig.getState();
      const way = event.key.replace("Arrow", "").toLowerCase() as Direction;
      const beside = shape && pick && pipBeside(shape, pick, way);
      if (beside) pickPip(beside);
    },
    arrows,
  );
  useHotkeys("space", run, {
    ...options,
    ignoreEventWhen: (event) => onControl(event) || hasOwnKeys(event) || ignored(),
  });
  useHotkeys(".", step, { ...options, useKey: true });
  useHotkeys("f", () => open("grown"), options);
  useHotkeys("/", () => open("find"), { ...options, useKey: true });
  useHotkeys("shift+?, ?", () => open("help"), { ...options, useKey: true });
  useHotkeys("mod+z", undo, options);
  useHotkeys("mod+shift+z, mod+y", redo, options);
  useHotkeys(
    STATIONS.map(({ key }) => key),
    (event) => {
      const { rig } = useOpenRig.getState();
      const tab = rig && stationsFor(rig.plan).find(({ key }) => key === event.key);
      if (tab) go(tab);
    },
    options,
  );
}
