/** What a project says of the distributions that it needs, and which modules those bring: Python Packaging User Guide, "pyproject.toml specification" and "Recording installed projects". */
import { parse } from "smol-toml";
import { foldersAbove, joined, type ProjectFiles } from "../../../model/links.js";

/** Modules whose distribution has another name, without what names alone tell. */
const broughtBy: Readonly<Record<string, readonly string[]>> = {
  Crypto: ["pycryptodome"],
  MySQLdb: ["mysqlclient"],
  OpenSSL: ["pyopenssl"],
  PIL: ["pillow"],
  attr: ["attrs"],
  bs4: ["beautifulsoup4"],
  cv2: ["opencv-python", "opencv-python-headless", "opencv-contrib-python"],
  fitz: ["pymupdf"],
  gi: ["pygobject"],
  git: ["gitpython"],
  mpl_toolkits: ["matplotlib"],
  pkg_resources: ["setuptools"],
  serial: ["pyserial"],
  skimage: ["scikit-image"],
  sklearn: ["scikit-learn"],
  usb: ["pyusb"],
  yaml: ["pyyaml"],
  zmq: ["pyzmq"],
};

/** Modules of which several distributions bring parts. */
const shared = new Set(["google", "azure", "zope", "ruamel"]);

const normal = (name: string): string => name.toLowerCase().replace(/[-_.]+/g, "-");

/** The name at the beginning of a requirement such as `tide-tables[north] >= 2`. */
const required = (written: string): string[] => {
  const name = /^\s*([a-z\d](?:[\w.-]*[a-z\d])?)/i.exec(written)?.[1];
  return name === undefined ? [] : [normal(name)];
};

interface Project {
  readonly folder: string;
  /** Its own name and the distributions it names, in whatever list. */
  readonly declared: ReadonlySet<string>;
}

/** Whether a module of a package is certainly of none that the project of a file names. */
export function isUndeclared(module: string, from: string, files: ProjectFiles): boolean {
  const project = projectOf(from, files);
  const [first] = module.split(".");
  if (project === undefined || first === undefined || shared.has(first) || isInProject(first, from, files)) {
    return false;
  }
  const { declared } = project;
  const installed = installedIn(project.folder, files).get(first);
  if (installed !== undefined) return !installed.some((name) => declared.has(name));
  if (broughtBy[first]?.some((name) => declared.has(name)) === true) return false;
  // Of a distribution that is not installed the name alone may tell: `python-tides` brings `tides`.
  const name = normal(first);
  return ![...declared].some((one) => one.includes(name) || name.includes(one));
}

/** The nearest `pyproject.toml` that lists what the project needs; `undefined` where there is none, or something else lists more. */
function projectOf(from: string, files: ProjectFiles): Project | undefined {
  for (const folder of foldersAbove(from)) {
    const names = files.namesIn(folder) ?? [];
    // A program says it there.
    if (names.includes("setup.py") || names.includes("setup.cfg")) return undefined;
    if (names.includes("pyproject.toml")) return files.remember(`project ${folder}`, () => readProject(folder, files));
  }
  return undefined;
}

function readProject(folder: string, files: ProjectFiles): Project | undefined {
  let written: Record<string, unknown>;
  try {
    written = parse(files.read(joined(folder, "pyproject.toml")) ?? "");
  } catch {
    // A broken one says nothing; who installs the project is told.
    return undefined;
  }
  const { project = {}, tool = {} } = written as { project?: Record<string, unknown>; tool?: unknown };
  const dynamic = project["dynamic"];
  if (Array.isArray(dynamic) && dynamic.includes("dependencies")) return undefined;
  const lists = [
    project["dependencies"],
    project["optional-dependencies"],
    written["dependency-groups"],
    ...listsIn(tool),
  ];
  if (lists.every((list) => list === undefined)) return undefined;
  const declared = new Set<string>(lists.flatMap(namesIn));
  for (const file of (files.namesIn(folder) ?? []).filter((name) => /^requirements.*\.(?:txt|in)$/.test(name))) {
    for (const line of (files.read(joined(folder, file)) ?? "").split(/\r\n?|\n/)) {
      for (const name of required(line)) declared.add(name);
    }
  }
  if (typeof project["name"] === "string") declared.add(normal(project["name"]));
  return { folder, declared };
}

/** The lists that settings of tools for building hold, however deep. */
function listsIn(table: unknown): unknown[] {
  if (typeof table !== "object" || table === null || Array.isArray(table)) return [];
  return Object.entries(table).flatMap(([key, value]) => (/(?:^|-)dependencies$/.test(key) ? [value] : listsIn(value)));
}

/** The distributions of a list, of a table of lists, or of a table by names. */
function namesIn(list: unknown): string[] {
  if (Array.isArray(list)) return list.flatMap((one) => (typeof one === "string" ? required(one) : []));
  if (typeof list !== "object" || list === null) return [];
  return Object.entries(list).flatMap(([key, value]) => (Array.isArray(value) ? namesIn(value) : required(key)));
}

/** Whether a file or folder of the project has the name, so that some way of starting the program may find it there. */
function isInProject(name: string, from: string, files: ProjectFiles): boolean {
  const around = files.filesAround(from);
  return files.remember(`in project ${name} ${around[0] ?? ""}`, () => around.some(
    (path) => path.includes(`/${name}/`) || path.endsWith(`/${name}.py`) || path.endsWith(`/${name}.pyi`),
  ));
}

/** The distributions that bring each module, by its first name, of the environment in a project's folder. */
function installedIn(folder: string, files: ProjectFiles): ReadonlyMap<string, readonly string[]> {
  return files.remember(`installed ${folder}`, () => {
    const found = new Map<string, string[]>();
    for (const environment of [".venv", "venv"]) {
      const library = joined(folder, `${environment}/lib`);
      for (const version of files.namesIn(library) ?? []) {
        const packages = joined(library, `${version}/site-packages`);
        for (const name of files.namesIn(packages) ?? []) {
          const distribution = /^(.+?)-[^-]+\.dist-info$/.exec(name)?.[1];
          if (distribution === undefined) continue;
          for (const module of modulesOf(joined(packages, name), files)) {
            found.set(module, [...(found.get(module) ?? []), normal(distribution)]);
          }
        }
      }
    }
    return found;
  });
}

/** The first names of the modules that an installed distribution records. */
function modulesOf(info: string, files: ProjectFiles): Set<string> {
  const record = files.read(joined(info, "RECORD")) ?? "";
  return new Set(
    [...record.matchAll(/^([\p{ID_Start}_][\p{ID_Continue}]*)(?:\/|\.(?:py|pyi|[\w.-]*so|pyd),)/gmu)].map(
      ([, name]) => name!,
    ),
  );
}
