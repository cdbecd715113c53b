/**
 * Writes `src/languages/javascript/types/library.ts`: what the declarations that come with the compiler say of the types and values of the language and
 * of pages, without comments. To be run when the compiler has another version: `node scripts/library-types.mjs`, after a build.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { parse } from "../dist/languages/javascript/index.js";

const require = createRequire(import.meta.url);
const { version } = require("typescript/package.json");
const compiler = createRequire(require.resolve("typescript/package.json"));
const folder = path.join(
  path.dirname(compiler.resolve(`@typescript/typescript-${process.platform}-${process.arch}/package.json`)),
  "lib",
);

/** Parts of pages that few scripts touch. */
const left = /^(?:SVG|WebGL|GPU|RTC|Audio|XR|Sensor|MIDI|Bluetooth|USB|HID|Payment|Presentation|WebAuthn|Authenticator|PublicKey|Credential|Midi|MediaKey|MediaSource|SourceBuffer|Text(?:Track)|VTT|Speech|Crypto|Subtle|Rsa|Ecdsa|Ecdh|Aes|Hmac|Hkdf|Pbkdf|Rtc|Ray|WEBGL|EXT_|OES_|ANGLE|KHR|OVR|Font|Notification|Push|Lock|Web(?:Transport|Codecs)|Video(?:Decoder|Encoder|Color|Frame|Playback)|Encoded|Image(?:Decoder|Track)|Gamepad|CSS(?!StyleDeclaration|Rule)|StyleProperty|Biquad|Oscillator|Panner|Periodic|Convolver|Delay|Dynamics|Gain|IIR|Analyser|Channel|Constant|Wave|Stereo|Script(?:Processor)|Offline|IDB|Cache|Client|ServiceWorker|Worklet|PaintWorklet|DOM(?:Matrix|Quad|Point)|Path2D|Canvas|Offscreen|ImageBitmap|Pointer|Touch|Wheel|Screen|Wake|Report|Trusted|View(?:Transition|Timeline)|Scroll(?:Timeline)|Navigation|Permission|Picture|Remote|Storage(?:Manager|Estimate)|FileSystem|Readable|Writable|Transform|Compress|Decompress|Queuing|ByteLength|Count|Security|Content(?:Visibility)|Content|Device|Media(?!Query)|Overconstrained|Track|Input(?:Device)|Background|Clipboard|Broadcast|Message(?!Event)|Shared|EventCounts|Performance|Fragment|Highlight|XPath|XSLT|Toggle|Formdata|Fence|Idle|Large|Layout|Login|Managed|HTML(?:Frame|Marquee|Font|Dir|Param|Directory))|EventMap$|TagNameMap$/;

/** What others are built on stays, whatever it is called. */
const mixedIn = new Set();

/** The files of declarations that one names, it last. */
function filesOf(name, seen = new Map()) {
  if (seen.has(name)) return seen;
  const text = readFileSync(path.join(folder, `lib.${name}.d.ts`), "utf8");
  seen.set(name, "");
  for (const [, other] of text.matchAll(/<reference lib="([^"]+)"/g)) filesOf(other, seen);
  seen.delete(name);
  return seen.set(name, text);
}

const bare = (text) => text
  .replace(/("[^"\n]*")|\/\*[^]*?\*\/|\/\/[^\n]*/g, (_, quoted) => quoted ?? "")
  .replace(/("[^"\n]*")|\s+/g, (_, quoted) => quoted ?? " ")
  .replace(/("[^"\n]*")|\s?([{};:,<>()|?=])\s?/g, (_, quoted, sign) => quoted ?? sign);

for (const [, text] of filesOf("dom")) {
  for (const item of parse(text, { typescript: true, ambient: true }).root.body) {
    if (item.type !== "InterfaceDeclaration" || left.test(item.id.name)) continue;
    for (const { expression } of item.extends) mixedIn.add(expression.name);
  }
}

const types = {};
const values = {};
/** Those that only pages have. */
const inPages = {};
for (const [from, text] of filesOf("dom", filesOf("esnext"))) {
  const isPage = from.startsWith("dom");
  for (const item of parse(text, { typescript: true, ambient: true }).root.body) {
    const names = item.type === "VariableDeclaration" ? item.declarations : [item];
    for (const one of names) {
      const name = one.id?.name ?? one.id?.target?.name;
      if (name === undefined || (isPage && left.test(name) && !mixedIn.has(name))) continue;
      const source = bare(text.slice(one.start, one.end)).replace(/^declare /, "");
      if (item.type === "InterfaceDeclaration" || item.type === "TypeAliasDeclaration") {
        if (!(types[name] ?? "").includes(source)) types[name] = `${types[name] ?? ""}${source}\n`;
      } else if (item.type === "VariableDeclaration") {
        (isPage ? inPages : values)[name] ??= bare(text.slice(one.id.annotation.start, one.id.annotation.end));
      } else if (item.type === "FunctionDeclaration") {
        const all = isPage ? inPages : values;
        all[name] = all[name] === undefined
          ? source.replace(/^function [\w$]+/, "").replace(/\):(?=[^)]*;?$)/, ")=>").replace(/;$/, "")
          : "any";
      }
    }
  }
}

const lines = (all) => Object
  .keys(all)
  .sort()
  .map((name) => `  ${JSON.stringify(name)}: ${JSON.stringify(all[name].trimEnd())},\n`)
  .join("");
writeFileSync(
  new URL("../src/languages/javascript/types/library.ts", import.meta.url),
  `/**
 * The types and values that the language and pages bring along, as the declarations of TypeScript ${version} have them (Apache License 2.0, Microsoft Corporation).
 * Written by \`scripts/library-types.mjs\`.
 */
export const libraryTypes: Readonly<Record<string, string>> = {
${lines(types)}};

/** The types of values, as they are written. */
export const libraryValues: Readonly<Record<string, string>> = {
${lines(values)}};

/** Those that are there in pages alone. */
export const pageValues: Readonly<Record<string, string>> = {
${lines(inPages)}};
`,
);
console.log(`${Object.keys(types).length} types, ${Object.keys(values).length + Object.keys(inPages).length} values`);
