/** Who takes what from the files of a project. */
import type { Links } from "../languages/language.js";
import type { FileAccess, FileSummary, ProjectFiles, Resolution, Taken } from "../model/links.js";
import { ModuleImporters } from "./module-importers.js";

/** So many files are read at once. */
const fewFiles = 20;

/** What is asked of the graph of modules. */
export interface UsedGraph {
  readonly files: FileAccess;
  readonly access: ProjectFiles;
  /** Another number whenever something others see changed. */
  readonly revision: number;
  around(path: string): readonly string[];
  summary(path: string): FileSummary | undefined;
  linksOf(path: string): Links | undefined;
  resolve(module: string, from: string, links: Links): Resolution;
}

/** What is known of a project at a revision. */
interface Project {
  readonly importers: ModuleImporters;
  revision: number;
  isRead: boolean;
}

export class ModuleUses {
  /** By the list of a project's files. */
  private projects = new WeakMap<readonly string[], Project>();
  /** Files that are to be read before it can be told who takes what. */
  private unread: string[] = [];

  /** `isKnown` tells whether what others see of a file may be asked for at once; where many may not, they wait for `readOn`. */
  constructor(
    private readonly graph: UsedGraph,
    private readonly isKnown: (path: string) => boolean,
  ) {}

  /** Modules may be elsewhere than they were. */
  forget(): void {
    this.projects = new WeakMap();
  }

  get hasUnread(): boolean {
    return this.unread.length > 0;
  }

  /** Reads files that wait for it, until `isOver` says that it is enough; whether that were all. */
  readOn(isOver: () => boolean): boolean {
    while (this.unread.length > 0) {
      this.graph.summary(this.unread.pop()!);
      if (isOver()) break;
    }
    return this.unread.length === 0;
  }

  taken(path: string, name: string): Taken {
    const links = this.graph.linksOf(path);
    // Asked first, as it costs least.
    if (links?.isEntry?.(path, this.graph.access) !== false) return "unknown";
    const project = this.projectOf(path);
    return project.isRead ? this.takenFrom(path, name, project.importers, new Set()) : "unknown";
  }

  private takenFrom(path: string, name: string, importers: ModuleImporters, seen: Set<string>): Taken {
    if (seen.has(path)) return "no";
    seen.add(path);
    if (this.graph.linksOf(path)?.isEntry?.(path, this.graph.access) !== false) return "unknown";
    const takings = [...importers.from(path)];
    if (takings.length === 0) return "unknown";
    if (takings.some(({ names }) => names.includes(name))) return "yes";
    if (takings.some(({ names }) => names.includes("*"))) return "unknown";
    const further = takings.filter(({ handsOn }) => handsOn).map(({ by }) => this.takenFrom(by, name, importers, seen));
    return further.find((one) => one === "yes") ?? further.find((one) => one === "unknown") ?? "no";
  }

  /** The project that a file is in, up to date. */
  private projectOf(path: string): Project {
    const { graph } = this;
    const { revision } = graph;
    const key = graph.files.filesAround(path);
    let project = this.projects.get(key);
    if (project === undefined) {
      const importers = new ModuleImporters(
        (one) => graph.summary(one),
        (module, from) => {
          const own = graph.linksOf(from);
          const resolution = own && graph.resolve(module, from, own);
          return resolution?.state === "file" ? resolution.path : undefined;
        },
      );
      this.projects.set(key, (project = { importers, revision: NaN, isRead: false }));
    }
    if (project.revision !== revision) {
      project.revision = revision;
      const files = graph.around(path);
      const missing = files.filter((one) => !this.isKnown(one));
      project.isRead = missing.length <= fewFiles;
      if (project.isRead) project.importers.lookAt(files);
      else if (this.unread.length === 0) this.unread = missing;
    }
    return project;
  }
}
