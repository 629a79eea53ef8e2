import { DEMO_RIGS, plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { STARTS, startWith } from "../../live";
import type { Rig } from "../../rig";
import { buildProgram, sketchText, writeProgram } from "..";
import { statementsIn } from "../language";
import { unitName, variableOf } from "./naming";

const rigs: Rig[] = [
  ...DEMO_RIGS.filter(({ live }) => live),
  ...["river-level", "tide-notice", "boats-out"].flatMap((id) =>
    STARTS.flatMap(({ id: start }) => {
      const made = startWith(plainDemoRig(id), start);
      return made.ok ? [made.rig] : [];
    }),
  ),
];

/** All a program calls something by, whatever its values are called. */
function ownNames(rig: Rig): string[] {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const { variables = [], live } = program;
  const routines = live!.routines;
  const printed = sketchText(writeProgram(model, program).lines);
  const functions = [...printed.matchAll(/^(?:static )?(?:void|bool|\w+_t) (\w+)(?:\(|;|\[| =)/gm)].map(
    ([, name]) => name!,
  );
  const locals = routines.flatMap(({ given, body }) => [
    ...given.map(({ name }) => name),
    ...[...statementsIn(body)].flatMap((one) =>
      one.do === "declare" || one.do === "count" ? [one.name] : [],
    ),
  ]);
  const all = [...variables, ...live!.arrays].map(({ name }) => name).concat(locals, functions);
  const makers = [
    ...rig.live!.values.map(({ name }) => variableOf(name)),
    ...rig.units.map(({ ref }) => unitName(ref)),
  ];
  // A routine for a value or a part has its name behind a verb; no value ends like that by chance.
  const isFor = (name: string) => makers.some((own) => name.toLowerCase().endsWith(own.toLowerCase()));
  return [...new Set(all)].filter((name) => !makers.some((own) => name.startsWith(own)) && !isFor(name));
}

test("a value may be called whatever the program calls something by itself: it is then called otherwise", () => {
  const names = new Set(rigs.flatMap(ownNames));
  expect(names.size).toBeGreaterThan(20);
  expect([...names].filter((name) => variableOf(name) === name)).toEqual([]);
});

test.each(["int", "wire", "reg", "loop", "clock", "lines", "always"])(
  "%s is kept for the languages",
  (word) => {
    expect(variableOf(word)).toBe(`${word}Value`);
  },
);
