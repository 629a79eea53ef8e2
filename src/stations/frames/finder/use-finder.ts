import { useMemo, useState } from "react";
import { STRAIGHT, type Bitmap, type Orientation } from "@/core/dots";
import { layoutsFrom, probePicture } from "@/core/frames";
import { USUAL_LAYOUT, dotModules, ownUnits, laidOut, type LayoutChoice, type Rig } from "@/core/rig";

/** What is asked: how the picture looks, where its module is, where the first module of the second row is. */
export type Step = "look" | "first" | "next-row" | "done";

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** The picture one looks at, in the module's own rows and columns, and where it comes from. */
export interface Shown {
  readonly module: number;
  readonly picture: Bitmap;
  /** ns into a capture; undefined for the picture the rig sends. */
  readonly at?: number;
}

/**
 * The questions that find out how the modules stand, one after the other, and what is known after each: no question is
 * asked whose answer follows from those before.
 */
export function useFinder(rig: Rig) {
  const modules = useMemo(() => dotModules(ownUnits(rig)), [rig]);
  const [step, setStep] = useState<Step>("look");
  const [orientation, setOrientation] = useState<Orientation>(STRAIGHT);
  const [first, setFirst] = useState<Place>();
  const [across, setAcross] = useState(() => new Set(rig.sign?.modules.map(({ x }) => x)).size || 1);
  const [found, setFound] = useState<LayoutChoice>();
  const [captured, setCaptured] = useState<Shown>();
  const shown: Shown = captured ?? { module: 0, picture: probePicture(modules[0]!) };
  const asked = step === "next-row" ? Math.min(across, modules.length - 1) : shown.module;
  const settle = (choice: LayoutChoice) => {
    setFound(choice);
    setStep("done");
  };
  const known = (at: Place) => [{ module: shown.module, x: at.x, y: at.y }];
  const places = laidOut(modules, { ...USUAL_LAYOUT, across, orientation });
  const candidates =
    step === "next-row" && first
      ? layoutsFrom(modules, across, orientation, known(first)).map(
          (choice) => laidOut(modules, choice)[asked]!,
        )
      : places;
  return {
    modules,
    step,
    shown,
    captured,
    asked,
    across,
    setAcross,
    places,
    /** Where the module that is asked for can be, by what is known. */
    candidates,
    found: step === "done" ? found : undefined,
    restart: () => setStep("look"),
    capture: (next: Shown) => {
      setCaptured(next);
      setStep("look");
    },
    chooseLook: (next: Orientation) => {
      setOrientation(next);
      if (modules.length === 1) settle({ ...USUAL_LAYOUT, across: 1, orientation: next });
      else setStep("first");
    },
    choosePlace: (at: Place) => {
      const before = step === "next-row" && first ? known(first) : [];
      const left = layoutsFrom(modules, across, orientation, [...before, { module: asked, ...at }]);
      if (left[0] && (step === "next-row" || left.length === 1)) return settle(left[0]);
      if (step === "next-row") return;
      setFirst(at);
      setStep("next-row");
    },
  };
}

export type Finder = ReturnType<typeof useFinder>;
