/** The package as a stranger gets it. */
import { execFileSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { scratch } from "../support/command.js";
import { root } from "../support/files.js";

/** As on a build server, whose log is no terminal: nothing may be coloured there. */
const onBuildServer = { ...process.env, CI: "1", FORCE_COLOR: undefined };
const run = (folder: string, command: string, ...args: string[]): string =>
  execFileSync(command, args, { cwd: folder, encoding: "utf8", stdio: ["ignore", "pipe", "pipe"], env: onBuildServer });

test(
  "packed and installed elsewhere it reviews, serves types, and holds only what users need",
  { timeout: 180_000 },
  () => {
    const folder = scratch();
    const packed = JSON.parse(
      run(root, "npm", "pack", "--ignore-scripts", "--json", "--pack-destination", folder, "--loglevel=error"),
    ) as
      | { filename: string; files: { path: string }[] }[]
      | Record<string, { filename: string; files: { path: string }[] }>;
    const { filename, files } = Array.isArray(packed) ? packed[0]! : Object.values(packed)[0]!;
    const outside = files
      .map(({ path: file }) => file)
      .filter(
        (file) => !/^(?:dist\/(?:.*\.(?:js|d\.ts(?:\.map)?)|LICENSES\.txt|board\/board\.css|grammars\/[\w-]+\.wasm)|src\/.*\.ts|docs\/(?:rules\/|editors\/)?[\w.-]+\.md|schema\/settings\.json|examples\/harbour\/.*|package\.json|README\.md|CHANGELOG\.md|LICENSE)$/.test(
          file,
        ),
      );
    expect(outside).toEqual([]);

    writeFileSync(path.join(folder, "package.json"), '{ "name": "kiosk", "version": "1.0.0", "type": "module" }');
    run(folder, "npm", "install", "--no-audit", "--no-fund", "--prefer-offline", "--loglevel=error", `./${filename}`);
    writeFileSync(path.join(folder, "a.js"), "export const tide = 1;\n");
    expect(run(folder, "npx", "alert-quill", "review")).toContain(" No alerts in 1 file in ");

    mkdirSync(path.join(folder, "src"));
    writeFileSync(
      path.join(folder, "src/use.ts"),
      `import { createWorkspace, type Alert } from "alert-quill";
import { defineRule, javascript, parse } from "alert-quill/javascript";
import { defineKind, defineLanguage } from "alert-quill/language";
import { z, type FileView } from "alert-quill/rules";
import { checkExamples } from "alert-quill/testing";
import { serveStdio } from "alert-quill/server";
import { serveWorker } from "alert-quill/worker";
const workspace = createWorkspace({ languages: [javascript()], settings: { kits: ["sound"] } });
workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text: "tide();" });
const alerts: Alert[] = workspace.alerts("file:///a.js");
export const rule = defineRule({ id: "dead.tide", title: "T", why: "W", level: "error", kits: [], examples: { alerts: [], quiet: [] }, visit: { CallExpression: (call, file) => file.alert(call.callee, { message: "m" }) } });
export const all = [alerts.map(({ rule: id }) => id), parse("", { module: true, jsx: false }).root.type, checkExamples(rule), typeof serveStdio, typeof serveWorker, typeof defineLanguage, typeof defineKind, typeof z.string, (file: FileView) => file.typed] as const;
// @ts-expect-error a runtime that is not there
createWorkspace({ languages: [], settings: { languages: { javascript: { runtime: ["kiosk"] } } } });
`,
    );
    const options = {
      compilerOptions: { module: "NodeNext", target: "ES2022", strict: true, outDir: "out", rootDir: "src", types: [] },
      include: ["src"],
    };
    writeFileSync(path.join(folder, "tsconfig.json"), JSON.stringify(options));
    run(folder, process.execPath, path.join(root, "node_modules/typescript/bin/tsc"), "--noEmit", "-p", ".");
    const program = 'import("alert-quill").then(async ({ createWorkspace }) => { const { javascript } = await import("alert-quill/javascript"); const w = createWorkspace({ languages: [javascript()] }); w.open({ uri: "u", languageId: "javascript", version: 1, text: "tide();" }); console.log(w.alerts("u")[0].rule); })';
    expect(run(folder, process.execPath, "-e", program)).toBe("names.unknown\n");
  },
);
