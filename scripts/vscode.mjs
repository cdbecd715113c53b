/** Makes the extension for VS Code: `editors/vscode/alert-quill.vsix`, with the server and what it needs inside. */
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { strToU8, zipSync } from "fflate";
import { build as bundle } from "vite";
import { build, install, root } from "./prepare.mjs";

install();
build();

const folder = path.join(root, "editors/vscode");
const out = path.join(root, "node_modules/.cache/vscode");
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });

await bundle({
  root: folder,
  configFile: false,
  logLevel: "error",
  ssr: { noExternal: true },
  build: {
    ssr: path.join(folder, "src/extension.ts"),
    outDir: out,
    emptyOutDir: false,
    target: "node18",
    minify: false,
    rollupOptions: { external: ["vscode"], output: { format: "cjs", entryFileNames: "extension.cjs" } },
  },
});

/** The files of the archive, by their names in it. */
const files = {};
const add = (name, bytes) => void (files[`extension/${name}`] = bytes);
const addFolder = (from, to, wanted = () => true) => {
  for (const name of readdirSync(from, { recursive: true, encoding: "utf8" })) {
    const file = path.join(from, name);
    if (statSync(file).isFile() && wanted(name)) add(`${to}/${name.split(path.sep).join("/")}`, readFileSync(file));
  }
};

const { editorSettingsSchema } = await import("../dist/server/editor-settings.js");
const settingsSchema = JSON.parse(readFileSync(path.join(root, "schema/settings.json"), "utf8"));
const manifest = JSON.parse(readFileSync(path.join(folder, "package.json"), "utf8"));
manifest.version = JSON.parse(readFileSync(path.join(root, "package.json"), "utf8")).version;
manifest.contributes.configuration = { title: "Alert Quill", properties: properties() };
add("package.json", strToU8(`${JSON.stringify(manifest, undefined, 2)}\n`));
add("extension.cjs", readFileSync(path.join(out, "extension.cjs")));
add("readme.md", readFileSync(path.join(folder, "README.md")));
add("changelog.md", readFileSync(path.join(root, "CHANGELOG.md")));
add("LICENSE.txt", readFileSync(path.join(root, "LICENSE")));
add("server/package.json", readFileSync(path.join(root, "package.json")));
addFolder(path.join(root, "dist"), "server/dist", (name) => /\.(?:js|wasm)$/.test(name));
addFolder(path.join(root, "docs/rules"), "server/docs/rules");
addFolder(path.join(root, "schema"), "server/schema");
for (const name of needed()) {
  addFolder(
    path.join(root, name),
    `server/${name}`,
    (file) => !/\.(?:map|md|ts|cts|mts)$|(?:^|[/\\])(?:test|tests|docs|src)[/\\]/.test(file) || /LICENSE/i.test(file),
  );
}

const vsixManifest = `<?xml version="1.0" encoding="utf-8"?>
<PackageManifest Version="2.0.0" xmlns="http://schemas.microsoft.com/developer/vsx-schema/2011">
  <Metadata>
    <Identity Language="en-US" Id="${manifest.name}" Version="${manifest.version}" Publisher="${manifest.publisher}" />
    <DisplayName>${manifest.displayName}</DisplayName>
    <Description xml:space="preserve">${manifest.description}</Description>
    <Categories>${manifest.categories.join(",")}</Categories>
    <Properties><Property Id="Microsoft.VisualStudio.Code.Engine" Value="${manifest.engines.vscode}" /></Properties>
  </Metadata>
  <Installation><InstallationTarget Id="Microsoft.VisualStudio.Code" /></Installation>
  <Dependencies />
  <Assets>
    <Asset Type="Microsoft.VisualStudio.Code.Manifest" Path="extension/package.json" Addressable="true" />
    <Asset Type="Microsoft.VisualStudio.Services.Content.Details" Path="extension/readme.md" Addressable="true" />
    <Asset Type="Microsoft.VisualStudio.Services.Content.Changelog" Path="extension/changelog.md" Addressable="true" />
    <Asset Type="Microsoft.VisualStudio.Services.Content.License" Path="extension/LICENSE.txt" Addressable="true" />
  </Assets>
</PackageManifest>
`;
const endings = [
  ...new Set(Object.keys(files).map((name) => path.extname(name).slice(1)).filter((ending) => ending !== "")),
];
const contentTypes = `<?xml version="1.0" encoding="utf-8"?>
<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">${["vsixmanifest", ...endings].map((ending) => `<Default Extension="${ending}" ContentType="${ending === "vsixmanifest" ? "text/xml" : "application/octet-stream"}" />`).join("")}</Types>
`;
const vsix = zipSync(
  { "extension.vsixmanifest": strToU8(vsixManifest), "[Content_Types].xml": strToU8(contentTypes), ...files },
  { level: 6 },
);
const target = path.join(folder, "alert-quill.vsix");
writeFileSync(target, vsix);
console.log(`${path.relative(root, target)}: ${Object.keys(files).length} files, ${(vsix.length / 1e6).toFixed(1)} MB`);

/** The folders of the packages that the server needs when it runs. */
function needed() {
  const { packages } = JSON.parse(readFileSync(path.join(root, "package-lock.json"), "utf8"));
  return Object
    .entries(packages)
    .filter(([name, { dev, optional }]) => name !== "" && !dev && !optional)
    .map(([name]) => name);
}

/**
 * Each setting as VS Code shows it, with a list to choose from or a box to tick where it has one. What nobody has set is not sent, so that the settings file counts.
 * A folder of several can be set to its own but for how the server works.
 */
function properties() {
  const own = Object.entries(editorSettingsSchema.properties).filter(([key]) => key !== "trust" && key !== "status");
  const ofFile = Object.entries(settingsSchema.properties).filter(([key]) => key !== "$schema");
  const all = [...own, ...ofFile].map(([key, { description = "", ...shape }]) => [
    `alertQuill.${key}`,
    {
      scope: own.some(([of]) => of === key) && key !== "settingsFile" ? "window" : "resource",
      markdownDescription: description,
      ...shape,
    },
  ]);
  return Object.fromEntries(all);
}
