import { modelOf, type RigModel } from "@/core/address";
import { checkAtOnce, type Finding } from "@/core/check";
import { signPace, type ScenePace } from "@/core/frames";
import type { NamingSchool } from "@/core/parts";
import type { PipId, Rig } from "@/core/rig";
import { lazily } from "@/core/remember";
import { trailOf, type Hop } from "@/core/trail";

/** What is said of a rig before the long checks have looked. */
export interface FirstLook {
  readonly findings: readonly Finding[];
  /** The first scene of a sign its board does not keep up with. */
  readonly late: ScenePace | undefined;
}

/**
 * What a page asks between one picture and the next about the open rig: what is found at once, the trail of a pip. It is
 * always at hand, and nothing here takes long. Runs in a worker; also the plain object to test.
 */
export class Desk {
  private rig: (() => RigModel) | undefined;
  private readonly looks = new Map<NamingSchool, FirstLook>();

  /** Takes a rig up: what is asked from then on is about it. */
  take(rig: Rig): void {
    this.rig = lazily(() => modelOf(rig));
    this.looks.clear();
  }

  /** What is found against the rig at hand at once. */
  look(school: NamingSchool): FirstLook {
    const known = this.looks.get(school) ?? firstLook(this.model, school);
    this.looks.set(school, known);
    return known;
  }

  /** The way of a pip of the rig at hand. */
  trail(pip: PipId, school: NamingSchool): Hop[] {
    return trailOf(this.model, pip, school);
  }

  private get model(): RigModel {
    if (!this.rig) throw new Error("no rig was taken up");
    return this.rig();
  }
}

const firstLook = (model: RigModel, school: NamingSchool): FirstLook => ({
  findings: checkAtOnce(model, school),
  late: signPace(model)?.scenes.find(({ late }) => late),
});
