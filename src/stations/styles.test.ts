import { readFileSync, readdirSync, statSync } from "node:fs";
import { dirname, join, relative } from "node:path";

const SRC = join(__dirname, "..");

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : [path];
  });

const FILES = filesIn(SRC).filter((path) => !/\/fixtures\/|\.test\.tsx?$/.test(path));
const TEXTS = new Map(FILES.map((path) => [path, readFileSync(path, "utf8")]));
const short = (path: string) => relative(SRC, path);

/** The file an import leads to; undefined for packages. */
function resolve(from: string, to: string): string | undefined {
  if (!/^(@\/|\.)/.test(to)) return undefined;
  const path = to.startsWith("@/") ? join(SRC, to.slice(2)) : join(dirname(from), to);
  return ["", ".ts", ".tsx", "/index.ts", "/index.tsx"]
    .map((end) => path + end)
    .find((one) => TEXTS.has(one));
}

const names = (text: string) => (text.match(/[\w$]+(?=\s*(,|$))/g) ?? []) as string[];
const asked = (from: string, text: string) =>
  [...text.matchAll(/\bimport\("([^"]+)"\)/g)].flatMap(([, to]) => resolve(from, to!) ?? []);

interface Needs {
  /** Files it cannot be without. */
  readonly files: readonly string[];
  /** Files it asks for later. */
  readonly later: readonly string[];
}

/** Of an index file only what is wanted: the rest is shaken off. */
function needsOfIndex(index: string, wanted?: readonly string[]): Needs {
  const text = TEXTS.get(index)!;
  const wants = (name: string) => wanted === undefined || wanted.includes(name);
  return {
    files: [...text.matchAll(/export (?:\{([^}]*)\}|\*) from "([^"]+)"/g)].flatMap(([, given, to]) =>
      given === undefined || names(given).some(wants) ? (resolve(index, to!) ?? []) : [],
    ),
    later: [...text.matchAll(/export const (\w+)[^=]*= ([^;]*);/g)].flatMap(([, name, is]) =>
      wants(name!) ? asked(index, is!) : [],
    ),
  };
}

function needsOf(file: string): Needs {
  const text = TEXTS.get(file)!;
  const all = [...text.matchAll(/^(?:import|export) (?:([^;"]*?) from )?"([^"]+)"/gm)].flatMap(
    ([, what, to]): Needs[] => {
      const found = resolve(file, to!);
      if (!found || /^type\b/.test(what ?? "")) return [];
      return what !== undefined && found.endsWith("/index.ts")
        ? [needsOfIndex(found, names(what.replace(/[{}]/g, "")))]
        : [{ files: [found], later: [] }];
    },
  );
  return {
    files: all.flatMap(({ files }) => files),
    later: [...asked(file, text), ...all.flatMap(({ later }) => later)],
  };
}

/** A file with all it needs. */
function graphOf(root: string): { readonly files: ReadonlySet<string>; readonly later: ReadonlySet<string> } {
  const files = new Set<string>();
  const later = new Set<string>();
  const rest = [root];
  for (let file = rest.pop(); file !== undefined; file = rest.pop()) {
    if (files.has(file)) continue;
    files.add(file);
    if (file.endsWith(".css")) continue;
    const needs = file.endsWith("/index.ts") ? needsOfIndex(file) : needsOf(file);
    rest.push(...needs.files);
    needs.later.forEach((one) => later.add(one));
  }
  return { files, later };
}

/** Classes that style something by themselves; those of the icons only ever stand beside one. */
const classesOf = (css: string): string[] =>
  [
    ...TEXTS.get(css)!
      .replace(/\/\*[^]*?\*\//g, "")
      .matchAll(/\.([a-z][\w-]*)/gi),
  ]
    .map(([, name]) => name!)
    .filter((name) => name !== "bi");

const OWNERS = new Map<string, string[]>();
for (const css of FILES.filter((path) => path.endsWith(".css")))
  for (const name of classesOf(css)) OWNERS.set(name, [...new Set([...(OWNERS.get(name) ?? []), css])]);

const styled = (files: Iterable<string>) =>
  new Set([...files].filter((path) => path.endsWith(".css")).flatMap(classesOf));

/** The layouts around a page, the outermost first. */
const layoutsOf = (page: string) =>
  FILES.filter((path) => path.endsWith("/layout.tsx") && page.startsWith(dirname(path)) && path !== page);

/** Everything fetched on its own, from the pages on, with the styles that are there whenever it comes. */
function fetchedAlone(): Map<string, Set<string>> {
  const there = new Map<string, Set<string>>();
  const open = FILES.filter((path) => /\/app\/.*(page|layout|error)\.tsx$/.test(path)).map(
    (path) => [path, styled(layoutsOf(path).flatMap((one) => [...graphOf(one).files]))] as const,
  );
  for (let next = open.pop(); next; next = open.pop()) {
    const [root, given] = next;
    const before = there.get(root);
    const now = before ? new Set([...before].filter((name) => given.has(name))) : given;
    if (before?.size === now.size) continue;
    there.set(root, now);
    const { files, later } = graphOf(root);
    const has = new Set([...now, ...styled(files)]);
    open.push(...[...later].map((one) => [one, has] as const));
  }
  return there;
}

test("whatever is fetched on its own brings the styles of all it draws, or finds them there", () => {
  const alone = fetchedAlone();
  expect(alone.size).toBeGreaterThan(60);
  const lacking = [...alone].flatMap(([root, there]) => {
    const { files } = graphOf(root);
    const has = styled(files);
    return [...files].flatMap((file) =>
      [...TEXTS.get(file)!.matchAll(/className=(?:"([^"]*)"|\{([^}]*)\})/g)]
        .flatMap(([, plain, made]) => (plain ?? made ?? "").match(/[a-z][\w-]*/gi) ?? [])
        .filter((name) => OWNERS.has(name) && !there.has(name) && !has.has(name))
        .map(
          (name) => `${short(root)}: ${name} of ${short(file)} is in ${OWNERS.get(name)!.map(short).join()}`,
        ),
    );
  });
  expect([...new Set(lacking)]).toEqual([]);
});
