import { useCallback, useEffect, useRef, useState } from "react";
import type { FirmwareStep } from "@/core/firmware";
import type { Move } from "@/core/inputs";
import { runsAlike, type Rig } from "@/core/rig";
import type { FaceShape, HandOrCut, ReadFace } from "@/core/sim";
import { simulatorWorker, type FirmwareState, type Held } from "@/workers";

export interface SimulationView {
  /** The display, once the rig was started. */
  readonly shape: FaceShape | undefined;
  readonly face: ReadFace | undefined;
  readonly running: boolean;
  readonly speed: number;
  setRunning(running: boolean): void;
  setSpeed(speed: number): void;
  step(): void;
  /** Of a compiled program: pauses it, and goes on to what is asked for. */
  stepTo(what: FirmwareStep): void;
  /** What a compiled program is at; undefined where none runs. */
  firmware(): Promise<FirmwareState | undefined>;
  restart(): void;
  /** What hands did since power-up. */
  readonly moves: readonly HandOrCut[];
  /** A hand does something now. */
  move(move: Hand, late?: number): void;
  /** Starts again from power-up, with hands that do what they did. */
  play(moves: readonly HandOrCut[]): void;
  /** Cuts the power: what is kept outlives it, everything else begins anew. */
  cut(): void;
}

/** What a hand does, whenever that is. */
export type Hand = Move extends infer One ? (One extends Move ? Omit<One, "at"> : never) : never;

const FRAME_MS = 16;

/** Runs a rig in the worker and follows its face, frame by frame. A changed rig starts again from power-up. */
export function useSimulation(key: string, rig: Rig | undefined, held?: Held): SimulationView {
  const [shape, setShape] = useState<FaceShape>();
  const [face, setFace] = useState<ReadFace>();
  const [running, setRunning] = useState(true);
  const [speed, setSpeed] = useState(1);
  const [started, setStarted] = useState<{ readonly moves: readonly HandOrCut[] }>(NO_MOVES);
  const [moves, setMoves] = useState<readonly HandOrCut[]>(NO_MOVES.moves);
  const what = useWhatRuns(rig);
  const ready = useRef(false);

  useEffect(() => {
    if (!what) return;
    let current = true;
    ready.current = false;
    void simulatorWorker()
      .start(key, what, held, started.moves)
      .then((first) => {
        if (!current) return;
        setMoves(started.moves);
        ready.current = true;
        setShape(first.shape);
        setFace(first.face);
      });
    return () => {
      current = false;
      ready.current = false;
    };
  }, [key, what, held, started]);

  useEffect(() => () => void simulatorWorker().stop(key), [key]);

  useEffect(() => {
    if (!running) return;
    let alive = true;
    let before = performance.now();
    let busy = false;
    let shown: ReadFace | undefined;
    const tick = async (now: number) => {
      if (!alive) return;
      requestAnimationFrame((next) => void tick(next));
      const gone = Math.min(now - before, 250);
      if (busy || !ready.current || gone < FRAME_MS - 2) return;
      before = now;
      busy = true;
      const next = await simulatorWorker().advance(key, Math.round(gone * 1e6 * speed));
      busy = false;
      if (!alive || !next) return;
      if (shown && looksSame(shown, next)) return;
      setFace(next);
      shown = next;
    };
    requestAnimationFrame((now) => void tick(now));
    return () => {
      alive = false;
    };
  }, [key, running, speed]);

  const stepTo = useCallback(
    (what: FirmwareStep) => {
      setRunning(false);
      void simulatorWorker()
        .step(key, what)
        .then((next) => next && setFace(next));
    },
    [key],
  );
  const step = useCallback(() => stepTo("face"), [stepTo]);
  const firmware = useCallback(() => simulatorWorker().firmware(key), [key]);
  const restart = useCallback(() => setStarted({ moves: [] }), []);
  const play = useCallback((given: readonly HandOrCut[]) => {
    setStarted({ moves: given });
    setRunning(true);
  }, []);
  const cut = useCallback(() => {
    void simulatorWorker()
      .cut(key)
      .then((done) => done && setMoves((before) => [...before, done]));
  }, [key]);
  const move = useCallback(
    (hand: Hand, late = 0) => {
      void simulatorWorker()
        .move(key, { ...hand, at: late } as Move)
        .then((moved) => moved && setMoves((before) => [...before, moved]));
    },
    [key],
  );
  return {
    shape,
    face,
    running,
    speed,
    setRunning,
    setSpeed,
    step,
    stepTo,
    firmware,
    restart,
    moves,
    move,
    play,
    cut,
  };
}

const NO_MOVES: { readonly moves: readonly HandOrCut[] } = { moves: [] };

/** A change of current, in mA, nobody sees. */
const UNSEEN = 0.005;

/** Whether two faces look the same, the time shown beside them included. */
function looksSame(one: ReadFace, other: ReadFace): boolean {
  if (Math.floor(one.time / 1e8) !== Math.floor(other.time / 1e8) || one.ended !== other.ended) return false;
  if (JSON.stringify(one.live) !== JSON.stringify(other.live)) return false;
  return one.currents.every(
    (current, at) =>
      Math.abs(current - other.currents[at]!) < UNSEEN && one.unknown[at] === other.unknown[at],
  );
}

/** The same rig object as before, as long as only its name, note or ticks changed: they do not restart the show. */
function useWhatRuns(rig: Rig | undefined): Rig | undefined {
  const [running, setRunning] = useState(rig);
  const now = rig && running && runsAlike(running, rig) ? running : rig;
  if (now !== running) setRunning(now);
  return now;
}
