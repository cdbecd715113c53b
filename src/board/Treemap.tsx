import { hierarchy, treemap, treemapSquarify, type HierarchyRectangularNode } from "d3-hierarchy";
import { useMemo, useRef, useState } from "preact/hooks";
import type { BoardData, BoardFile } from "../report/board-data.js";
import { counted } from "./facts.js";

interface Place {
  readonly name: string;
  readonly path: string;
  readonly file?: BoardFile;
  readonly below?: Map<string, Place>;
}

/** Files in their folders. */
function treeOf(files: readonly BoardFile[]): Place {
  const root: Place = { name: "", path: "", below: new Map() };
  for (const file of files) {
    let place = root;
    const parts = file.path.split("/");
    parts.forEach((name, index) => {
      const path = parts.slice(0, index + 1).join("/");
      let next = place.below!.get(name);
      if (next === undefined) {
        next = index === parts.length - 1 ? { name, path, file } : { name, path, below: new Map() };
        place.below!.set(name, next);
      }
      place = next;
    });
  }
  return root;
}

/** Pixels. */
const headingHeight = 15;
const leastSize = { width: 300, height: 240 };

type Size = typeof leastSize;

/** The room that an element has, as it changes. */
function useSize(): readonly [(element: HTMLElement | null) => void, Size] {
  const [size, set] = useState(leastSize);
  const observer = useRef<ResizeObserver>(undefined);
  const [watch] = useState(() => (element: HTMLElement | null): void => {
    observer.current?.disconnect();
    if (element === null) return;
    observer.current = new ResizeObserver(() => {
      const width = Math.max(leastSize.width, element.clientWidth);
      set({ width, height: Math.max(leastSize.height, Math.min(width * 0.5, innerHeight * 0.46)) });
    });
    observer.current.observe(element);
  });
  return [watch, size];
}

const hasHeading = ({ depth, x0, x1, y0, y1 }: HierarchyRectangularNode<Place>): boolean => (
  depth > 0 && x1 - x0 > 40 && y1 - y0 > 2 * headingHeight
);

type Measure = "alerts" | "strain";

interface TreemapProps {
  readonly data: BoardData;
  /** How many alerts are chosen in each file. */
  readonly counts: ReadonlyMap<string, number>;
  readonly path: string;
  readonly choose: (path: string) => void;
}

/** Files as areas as large as they have lines, the darker the more alerts or strain there is. */
export function Treemap({ data, counts, path, choose }: TreemapProps) {
  const [measure, setMeasure] = useState<Measure>("alerts");
  const [watch, { width, height }] = useSize();
  const leaves = useMemo(() => {
    const inside = data.files.filter((file) => path === "" || file.path === path || file.path.startsWith(`${path}/`));
    const root = hierarchy<Place>(treeOf(inside), (place) => place.below && [...place.below.values()])
      .sum(({ file }) => (file === undefined ? 0 : Math.max(file.lines, 4)))
      .sort((a, b) => b.value! - a.value!);
    return treemap<Place>()
      .tile(treemapSquarify)
      .size([width, height])
      .paddingInner(2)
      .paddingTop((node) => (hasHeading(node) ? headingHeight : 0))(root)
      .descendants();
  }, [data, path, width, height]);
  const figureOf = ({ path: name, strain }: BoardFile): number => (
    measure === "alerts" ? (counts.get(name) ?? 0) : strain
  );
  const largest = Math.max(1, ...data.files.map(figureOf));
  return (
    <section class="treemap">
      <h2>
        Files by size
        <span class="choice" role="group" aria-label="Shade by">
          {(["alerts", "strain"] as const).map((one) => (
            <button key={one} type="button" aria-pressed={one === measure} onClick={() => setMeasure(one)}>
              by {one}
            </button>
          ))}
        </span>
      </h2>
      <div class="map" ref={watch} style={{ height: `${height}px` }}>
        {leaves.map(
          (node) => (
            node.data.file === undefined
              ? <FolderArea key={`${node.data.path}/`} node={node} choose={choose} />
              : <FileArea
                key={node.data.path}
                node={node}
                figure={figureOf(node.data.file)}
                share={figureOf(node.data.file) / largest}
                measure={measure}
                choose={choose}
              />
          ),
        )}
      </div>
    </section>
  );
}

const placed = ({ x0, x1, y0, y1 }: HierarchyRectangularNode<Place>) => ({
  left: `${x0}px`,
  top: `${y0}px`,
  width: `${x1 - x0}px`,
  height: `${y1 - y0}px`,
});

interface AreaProps {
  readonly node: HierarchyRectangularNode<Place>;
  readonly choose: (path: string) => void;
}

function FolderArea({ node, choose }: AreaProps) {
  if (!hasHeading(node)) return null;
  return (
    <div class="folder" style={placed(node)}>
      <button type="button" onClick={() => choose(node.data.path)}>{node.data.name}</button>
    </div>
  );
}

interface FileAreaProps extends AreaProps {
  readonly figure: number;
  readonly share: number;
  readonly measure: Measure;
}

function FileArea({ node, figure, share, measure, choose }: FileAreaProps) {
  const { name, path, file } = node.data;
  const depth = figure === 0 ? 0 : 0.18 + 0.82 * Math.sqrt(share);
  const says = measure === "alerts" ? counted(figure, "alert") : `strain ${figure}`;
  const isNamed = node.x1 - node.x0 > 54 && node.y1 - node.y0 > 15;
  return (
    <button
      type="button"
      class={`area ${figure === 0 ? "empty" : ""} ${depth > 0.7 ? "deep" : ""}`}
      style={{ ...placed(node), "--share": depth }}
      title={`${path}: ${counted(file!.lines, "line")}, ${says}`}
      aria-label={`${path}, ${counted(file!.lines, "line")}, ${says}`}
      onClick={() => choose(path)}
    >
      {isNamed && name}
    </button>
  );
}
