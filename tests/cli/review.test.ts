import { spawn, spawnSync } from "node:child_process";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { cache, harbour, quill, scratch } from "../support/command.js";
import { root } from "../support/files.js";

/** The sample project without its pack, which takes longer to load than all else. */
function sample(): string {
  const folder = harbour();
  const settings = path.join(folder, "alert-quill.jsonc");
  const text = readFileSync(settings, "utf8")
    .replace(/"packs": .*/, "")
    .replace(
      "\"harbour.clock-face\"",
      "\"calls.debug-pause\"",
    );
  writeFileSync(settings, text.replaceAll(/"harbour\.\*": "off"/g, ""));
  return folder;
}

describe("groups of a review", () => {
  const folder = sample();
  const lines = (...args: string[]): string[] => quill(folder, "review", ...args).out.split("\n");

  test.each([
    ["folder", ["buoy", "crew", "kiosk", "office", "quay", "scripts", "src", "weather"]],
    ["level", ["error", "must", "warning", "information", "hint"]],
    ["area", ["dead", "names", "flow", "markup", "syntax", "values", "calls", "layout", "async", "imports", "pattern"]],
  ])("by %s, each with a heading or only counted", (by, names) => {
    const headings = lines("--group", by).filter((line) => line.startsWith("▍")).map((line) => line.split(/ +/)[1]);
    expect(headings).toEqual(names);
    const table = lines("--group", by, "--counts");
    expect(table.slice(0, names.length).map((line) => line.trim().split(" ")[0])).toEqual(names);
    expect(table.slice(names.length, names.length + 2)).toEqual(["", "─".repeat(72)]);
    const counted = table.slice(0, names.length).map((line) => Number(/ (\d+) ▇/.exec(line)![1]));
    expect(counted.reduce((sum, count) => sum + count, 0)).toBe(37);
  });

  test("say what they hold, and fit a narrow terminal", () => {
    expect(lines("--group", "area")).toContain("▍ dead  7 warnings in 6 files · mend settles 3");
    const { stdout } = spawnSync(
      process.execPath,
      [path.join(root, "dist/cli/main.js"), "review", "--counts", "--group", "rule"],
      { cwd: folder, encoding: "utf8", env: { ...process.env, NO_COLOR: "1", COLUMNS: "60", XDG_CACHE_HOME: cache } },
    );
    expect(stdout).toContain(" dead.unread-name               3 ▇▇▇\n   3 warnings in 3 files\n");
    expect(Math.max(...stdout.split("\n").slice(0, -2).map((line) => line.length))).toBeLessThanOrEqual(72);
  });

  test("stand beside the list in JSON, or in place of it", () => {
    const told = JSON.parse(quill(folder, "review", "--format", "json", "--group", "rule").out);
    expect(told.groups[0]).toEqual({
      name: "names.unknown",
      total: 5,
      counts: { error: 5, warning: 0, information: 0, hint: 0 },
      mendable: 0,
    });
    expect(told.files).toHaveLength(26);
    const { groups, files } = JSON.parse(quill(folder, "review", "--format", "json", "--counts").out);
    expect(files).toBeUndefined();
    expect(groups[0].name).toBe("buoy/depth.c");
  });
});

describe("an earlier report", () => {
  test.each(["json", "sarif"])("in %s tells what is new, what is gone and what stayed", (form) => {
    const folder = scratch();
    const file = path.join(folder, "fares.js");
    writeFileSync(file, "export const fare = zone + 1;\nexport const pier = berth;\n");
    quill(folder, "review", "--format", form, "--output", "before");
    writeFileSync(file, "// About fares.\nexport const fare = 1;\nexport const pier = berth + tide + low;\n");
    expect(quill(folder, "review", "--against", "before").out).toContain(" Since before: 2 new, 1 gone, 1 stayed.\n");
  });

  test.each([
    ["fares.js", "--against: fares.js: this is no report: "],
    ["package.json", "holds only counts"],
    ["gone.json", "--against: gone.json: ENOENT"],
  ])("cannot be %s", (name, message) => {
    const folder = scratch();
    writeFileSync(path.join(folder, "fares.js"), "export {};\n");
    writeFileSync(path.join(folder, "package.json"), "{}");
    const { code, err } = quill(folder, "review", "--against", name);
    expect([code, err]).toEqual([2, expect.stringContaining(message)]);
  });
});

describe("shards", () => {
  test.each(["json", "sarif"])("of a review in %s come to the report of one run", (form) => {
    const folder = sample();
    // What is wrong with the settings is told by each.
    const settings = path.join(folder, "alert-quill.jsonc");
    writeFileSync(settings, readFileSync(settings, "utf8").replace("\"kits\":", "\"kitz\": [], \"kits\":"));
    const whole = quill(folder, "review", "--format", form);
    const names = [3, 1, 2].map((number) => {
      const name = `part${number}.${form}`;
      expect(quill(folder, "review", "--format", form, "--shard", `${number}/3`, "--output", name).code).toBe(2);
      return name;
    });
    expect(quill(folder, "merge", ...names).out).toBe(whole.out);
    const { out, code } = quill(folder, "merge", ...names, "--output", "all", "--fail-on", "error");
    expect([out, code]).toEqual(["38 alerts in 27 files, from 3 shards\n", 1]);
    expect(readFileSync(path.join(folder, "all"), "utf8")).toBe(whole.out);
  });

  test("more than there are files are no failure, and together end as one run", () => {
    const folder = scratch();
    writeFileSync(path.join(folder, "pier.js"), "export const berth = brth;\n");
    const codes = [1, 2].map(
      (number) => quill(
        folder,
        "review",
        "--format=json",
        `--shard=${number}/2`,
        `--output=${number}.json`,
      ).code,
    );
    expect(codes).toEqual([1, 0]);
    expect(quill(folder, "merge", "1.json", "2.json").code).toBe(1);
    rmSync(path.join(folder, "pier.js"));
    for (const number of [1, 2]) {
      quill(folder, "review", "--format=json", `--shard=${number}/2`, `--output=${number}.json`);
    }
    expect(quill(folder, "merge", "1.json", "2.json")).toMatchObject({
      code: 2,
      err: "alert-quill: no file was looked at\n",
    });
  });

  test("that do not go together are refused with the reason", () => {
    const folder = scratch();
    writeFileSync(path.join(folder, "pier.js"), "");
    const write = (name: string, report: unknown): void =>
      writeFileSync(path.join(folder, name), JSON.stringify(report));
    const { shard: _, ...whole } = JSON.parse(quill(folder, "review", "--format=json", "--shard=1/3").out);
    const { files: __, ...counts } = whole;
    write("1.json", { ...whole, shard: { number: 1, of: 3 } });
    write("2.json", { ...whole, shard: { number: 2, of: 3 } });
    write("of2.json", { ...whole, shard: { number: 2, of: 2 } });
    write("whole.json", whole);
    write("counts.json", { ...counts, shard: { number: 1, of: 1 } });
    write("2.sarif", JSON.parse(quill(folder, "review", "--format=sarif", "--shard=2/3").out));
    writeFileSync(path.join(folder, "torn.json"), "{");
    const refused = (...names: string[]): string => quill(folder, "merge", ...names).err;
    expect(refused("1.json", "2.json")).toBe("alert-quill: shard 3 of 3 is missing\n");
    expect(refused("1.json", "1.json")).toBe("alert-quill: 1.json and 1.json are both shard 1\n");
    expect(refused("1.json", "of2.json")).toBe("alert-quill: of2.json is one of 2 shards, and 1.json one of 3\n");
    expect(refused("1.json", "2.sarif")).toContain("1.json is JSON and 2.sarif is not");
    expect(refused("whole.json")).toContain("whole.json is the report of a whole review");
    expect(refused("counts.json")).toContain("counts.json holds only counts");
    expect(refused("torn.json")).toContain("torn.json is no report: ");
    expect(refused("gone.json")).toContain("gone.json: ENOENT");
    expect(quill(folder, "review", "--shard", "3/2").err).toContain("as 2/3");
  });
});

describe("what is staged", () => {
  test("is reviewed as the next commit holds it, in the lines that it changes", () => {
    const folder = scratch();
    const git = (...args: string[]): void => {
      const { status, stderr } = spawnSync("git", args, { cwd: folder, encoding: "utf8" });
      if (status !== 0) throw new Error(stderr);
    };
    const write = (name: string, text: string): void => writeFileSync(path.join(folder, name), text);
    const staged = (): unknown[] => {
      const { out, code } = quill(folder, "review", "--staged", "--format=json");
      const { files } = JSON.parse(out) as { files: { path: string; alerts: { message: string }[] }[] };
      return [
        code,
        ...files.flatMap(({ path: name, alerts }) => alerts.map(({ message }) => `${name} ${message.split(" ")[0]}`)),
      ];
    };
    expect(quill(folder, "review", "--staged")).toMatchObject({ code: 2 });
    expect(quill(folder, "review", "--staged", "--since", "HEAD").err).toBe(
      "alert-quill: --staged and --since do not go together\n",
    );
    git("init", "--quiet");
    write("fares.js", "export const fare = zone;\n");
    expect(quill(folder, "review", "--staged")).toEqual({
      code: 0,
      out: "Nothing is staged that a language is known for.\n",
      err: "",
    });
    git("add", ".");
    expect(staged()).toEqual([1, "fares.js `zone`"]);
    git("-c", "user.name=Quay", "-c", "user.email=quay@saltmarsh.example", "commit", "--quiet", "--message=Fares");
    write("fares.js", "export const fare = zone;\nexport const pier = berth;\n");
    write("tides.js", "export const tide = low;\n");
    git("add", ".");
    // What is not staged does not count, and neither does what was there before.
    write("fares.js", "export const fare = 1;\n");
    write("quay.js", "export const quay = north;\n");
    expect(staged()).toEqual([1, "fares.js `berth`", "tides.js `low`"]);
  });
});

describe("in a terminal", () => {
  test("a long review shows how far it is, and takes that away", () => {
    const folder = scratch();
    const text = `export const quay = [\n${"  { berth: 1, tide: (hour) => hour * 2 },\n".repeat(400)}];\n`;
    for (let index = 0; index < 60; index += 1) writeFileSync(path.join(folder, `quay${index}.js`), text);
    const command = `${process.execPath} ${path.join(root, "dist/cli/main.js")} review --anew`;
    const { stdout } = spawnSync("script", ["-qec", command, "/dev/null"], {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, NO_COLOR: "1" },
    });
    expect(stdout).toMatch(/\r\u001b\[K [▇▁]{24} {2}\d+ of 60 files/);
    expect(stdout).toMatch(/of 60 files\r\u001b\[K─/);
    expect(stdout).toContain("No alerts in 60 files");
  });
});

/** A review that goes on, as it prints. */
function watching(folder: string, ...paths: string[]) {
  const child = spawn(process.execPath, [path.join(root, "dist/cli/main.js"), "review", "--watch", ...paths], {
    cwd: folder,
    env: { ...process.env, NO_COLOR: "1", COLUMNS: "100", XDG_CACHE_HOME: cache },
  });
  let out = "";
  let from = 0;
  const ended = new Promise<number | null>((resolve) => child.on("exit", resolve));
  child.stdout.on("data", (piece) => void (out += String(piece)));
  return {
    /** What is printed up to a text. */
    said: (text: string): Promise<string> => new Promise((resolve) => {
      const look = (): void => {
        const at = out.indexOf(text, from);
        if (at < 0) return;
        child.stdout.off("data", look);
        const told = out.slice(from, at + text.length);
        from = at + text.length;
        resolve(told);
      };
      child.stdout.on("data", look);
      look();
    }),
    end: (): Promise<number | null> => {
      child.kill("SIGINT");
      return ended;
    },
  };
}

const begun = "Watching for changes; Ctrl+C ends.\n";

describe("watching", () => {
  test("tells what came and went, and ends with the code of the last round", async () => {
    const folder = scratch();
    const file = path.join(folder, "fares.js");
    writeFileSync(file, "export const fare = zone + 1;\nexport const pier = berth;\n");
    const { said, end } = watching(folder);
    expect(await said(begun)).toContain("2 alerts in 1 file");
    writeFileSync(file, "// About fares.\nexport const fare = 1;\nexport const pier = berth;\n");
    expect(await said("was at fares.js:1:21\n")).toContain(
      " · 1 went · 1 alert in 1 file\n\n ✓  `zone` is not known here: ",
    );
    writeFileSync(path.join(folder, "tides.js"), "export const tide = low;\n");
    expect(await said("tides.js:1:21\n")).toMatch(
      / · 1 came · 2 alerts in 2 files\n\n +1 │ export const tide = low;\n/,
    );
    rmSync(file);
    expect(await said("was at fares.js:3:21\n")).toContain("1 went · 1 alert in 1 file");
    // As a program that is killed in the middle of writing, and goes on.
    writeFileSync(path.join(folder, "tides.js"), "export const ti");
    writeFileSync(path.join(folder, "tides.js"), "export const tide = 3;\n");
    expect(await said("was at tides.js:1:21\n")).toContain("1 went · no alerts in 1 file");
    expect(await end()).toBe(0);
  });

  test("files that import a changed one, and settings above what is watched, count as changed", async () => {
    const folder = scratch();
    const write = (name: string, text: string): void => writeFileSync(path.join(folder, name), text);
    mkdirSync(path.join(folder, "src"));
    write("alert-quill.jsonc", "{}");
    write("src/tides.js", "export const low = 1;\n");
    write("src/main.js", "import { low } from \"./tides.js\";\nexport default low;\n");
    const { said, end } = watching(folder, "src/**/*.js");
    expect(await said(begun)).toContain("No alerts in 2 files");
    write("src/tides.js", "export const lwo = 1;\n");
    expect(await said("src/main.js:1:10\n")).toContain("`./tides.js` exports no `low`: did you mean `lwo`?");
    write("alert-quill.jsonc", '{ "levels": { "imports.*": "off" } }');
    expect(await said("was at src/main.js:1:10\n")).toContain("1 went · no alerts in 2 files");
    expect(await end()).toBe(0);
  });

  test("goes with output that is for people", () => {
    const refused = (...args: string[]): string => quill(scratch(), "review", "--watch", ...args).err;
    expect(refused("--format", "json")).toBe("alert-quill: --watch and --format do not go together\n");
    expect(refused("--output", "out")).toBe("alert-quill: --watch and --output do not go together\n");
  });
});
