/** Kits: named sets of rules that settings start from. Some come with the package, others are found by the host. */
import { areaOf, type Rule } from "../rules/rule.js";
import { unknownWord, type SettingsIssue, type SettingsPath } from "./issue.js";
import type { Kit, SettingsPart } from "./schema.js";

/** The kits of the package, with what each is for. */
export const kits = {
  sound: "what is almost surely a mistake; the kit of a project that names none",
  tidy: "layout, and the order of imports",
  modern: "older forms of code for which the edition in force has a newer one",
  light: "functions, conditions and files that have grown hard to work on",
  guarded: "what others can use: secrets in the code, values that can be guessed, patterns that can be made to hang",
  typed: "values of another type than is written or said in a comment",
  thorough: "all of `sound`, and what is worth a look besides: all but `tidy`, `modern`, `light`, `guarded`, `typed` and matters of taste",
} as const;

export const kitNames = Object.keys(kits) as readonly (keyof typeof kits)[];

/** Whether a kit of the package switches a rule on. */
export function inKit(rule: Rule, kit: string): boolean {
  if (kit === "thorough") {
    const isOfNone = rule.kits.length === 0 &&
      rule.byTaste !== true &&
      !["settings", "layout"].includes(areaOf(rule.id));
    return rule.kits.includes("sound") || isOfNone;
  }
  return (rule.kits as readonly string[]).includes(kit);
}

/** A kit that the host found. */
export interface FoundKit {
  /** What tells it from others: the path of its file. */
  readonly id: string;
  readonly kit: Kit;
  /** What is wrong with it, and is left out. */
  readonly issues?: readonly SettingsIssue[];
}

/** A kit that was found, with the name by which it was asked for first, and where that stands in the settings. */
export interface PlacedKit extends FoundKit {
  readonly name: string;
  readonly place: SettingsPath;
}

/** What is wrong in a kit, told where the settings name it. */
export function faultInKit(name: string, place: SettingsPath, { code, path, message }: SettingsIssue): SettingsIssue {
  return {
    code,
    path: place,
    message: `in the kit ${name}${path.length === 0 ? "" : `, at ${path.join(" › ")}`}: ${message}`,
  };
}

/** Finds a kit that is not one of the package's, named in the settings or kit with the id `from`; or says why it is not there and what to do. */
export type KitFinder = (name: string, from: string) => FoundKit | { readonly missing: string };

/** One thing that settings consist of, in the order in which they apply: of two that say something of the same rule the later one wins. */
export interface Layer {
  /** As it is called where somebody asks where a setting comes from. */
  readonly name: string;
  /** The name of a kit of the package, whose rules it switches on. */
  readonly builtIn?: string;
  readonly settings: SettingsPart;
}

const noKit: KitFinder = () => ({ missing: "" });

/** The layers of a list of kits, each behind those it builds on. `at` tells where an element of the list stands in the settings. */
export function kitLayers(
  names: readonly string[],
  at: (index: number) => SettingsPath,
  from: string,
  find: KitFinder = noKit,
): { layers: Layer[]; issues: SettingsIssue[]; found: PlacedKit[] } {
  const issues: SettingsIssue[] = [];
  const found: PlacedKit[] = [];
  const expand = (
    list: readonly string[],
    owner: string,
    root: number | undefined,
    stack: readonly string[],
  ): Layer[] => list.flatMap((name, index): Layer[] => {
    const place = at(root ?? index);
    if ((kitNames as readonly string[]).includes(name)) return [{ name: `kit ${name}`, builtIn: name, settings: {} }];
    const kit = find(name, owner);
    if ("missing" in kit) {
      const inside = root !== undefined ? ` (asked for by the kit ${stack.at(-1)})` : "";
      const because = kit.missing === "" ? `there are ${kitNames.join(", ")}` : kit.missing;
      issues.push(
        unknownWord(
          { code: "missing-kit", path: place, message: `there is no kit \`${name}\`${inside} (${because})` },
          name,
          kitNames,
        ),
      );
      return [];
    }
    if (stack.includes(kit.id)) {
      issues.push({
        code: "missing-kit",
        path: place,
        message: `the kit \`${name}\` builds on itself: ${[...stack, kit.id].join(" → ")}`,
        remedies: [{ title: `Take \`${name}\` out`, path: place, remove: true }],
      });
      return [];
    }
    if (!found.some(({ id }) => id === kit.id)) {
      found.push({ ...kit, name, place });
      issues.push(...(kit.issues ?? []).map((issue) => faultInKit(name, place, issue)));
    }
    return [
      ...expand(kit.kit.kits ?? [], kit.id, root ?? index, [...stack, kit.id]),
      { name: `kit ${name}`, settings: kit.kit },
    ];
  });
  return { layers: expand(names, from, undefined, []), issues, found };
}
