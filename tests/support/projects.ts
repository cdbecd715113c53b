/** Made-up projects: in each file `«` and `»` stand around what rules on imports must mark, and nothing else may be marked. */
export const projects: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  "modules of a package that is a module": {
    "package.json": '{ "name": "harbour", "type": "module" }',
    "src/fares.js": "export const fare = 1;\nexport default function fares() {}\n",
    "src/main.js": 'import fares, { fare, «fair» } from "./fares.js";\nimport { low } from «"./tide.js"»;\nimport * as all from "./fares.js";\nexport { fare as price, «prise» } from "./fares.js";\nfares(fare, fair, low, all);\n',
    "src/tides.js": "export let low = 0, high = 1;\nexport const [first, { second, ...rest }] = low;\n",
    "src/names.js": 'import { low, high, first, second, rest, «third» } from "./tides.js";\nexport default [low, high, first, second, rest, third];\n',
    "src/default.js": 'import «tides» from "./tides.js";\nimport names from "./names.js";\ntides(names);\n',
  },
  "modules that are required": {
    "package.json": '{ "name": "harbour" }',
    "lib/fares.js": "exports.fare = 1;\nmodule.exports.tariff = 2;\n",
    "lib/index.js": 'const { fare, other } = require("./fares");\nconst gone = require(«"./gone"»);\nlet maybe;\ntry {\n  maybe = require("./maybe");\n} catch {\n  maybe = undefined;\n}\nmodule.exports = { fare, other, gone, maybe };\n',
    "main.js": 'const lib = require("./lib");\nconst own = require("./lib/");\nconst data = require("./data");\nlib(own, data);\n',
    "data.json": "{}",
    "page.mjs": 'import lib, { fare } from "./lib/index.js";\nlib(fare);\n',
  },
  "a compiler's paths": {
    "tsconfig.base.json":
      '{ "compilerOptions": { "paths": { "@tides/*": ["./src/tides/*"], "fares": ["./src/fares.ts"] } } }',
    "tsconfig.json":
      '{\n  // Comments may stand here.\n  "extends": "./tsconfig.base.json", "compilerOptions": { "baseUrl": "." } }',
    "src/fares.ts": "export interface Fare {}\nexport type Tariff = 1;\nexport enum Kind { Adult }\nexport namespace Zone {}\nexport abstract class Table {}\n",
    "src/tides/low.ts": "export declare function low(): void;\nexport const enum Turn { Ebb }\n",
    "src/main.ts": 'import type { Fare, Tariff, «Price» } from "fares";\nimport { Kind, Zone, Table, type Fare as F } from "fares";\nimport { low, Turn, «high» } from "@tides/low";\nimport { flood } from «"@tides/flood"»;\nimport { «fare» } from "src/fares.js";\nimport { tide } from "tide-tables";\nexport default [Kind, Zone, Table, low, Turn, high, flood, fare, tide] as unknown as [F, Fare, Tariff, Price];\n',
    "src/built.js": "/** @typedef {string} Berth */\nexport const berth = 1;\n",
    "src/types.ts": 'import type { Berth } from "./built.js";\nimport x = require("./main");\nimport y = require(«"./mian"»);\nexport const z: Berth = x(y);\n',
  },
  "folders that count as one": {
    "tsconfig.json": '{ "compilerOptions": { "rootDirs": ["src", "made"] } }',
    "src/main.ts": 'import { made } from "./made-up";\nmade();\n',
  },
  "several packages in one": {
    "package.json": '{ "workspaces": ["packages/*"], "devDependencies": { "testing": "1" } }',
    "packages/fares/package.json": '{ "name": "@harbour/fares", "exports": { ".": { "types": "./src/index.ts", "default": "./dist/index.js" }, "./zones/*": "./src/zones/*.ts" }, "imports": { "#own": "./src/own.ts" } }',
    "packages/fares/src/index.ts": 'export * from "./own";\nexport * as zones from "./zones/north";\n',
    "packages/fares/src/own.ts": 'import { fare as self, «other» } from "#own";\nimport { north, «south» } from "@harbour/fares/zones/north";\nexport const fare = [self, other, north, south];\n',
    "packages/fares/src/zones/north.ts": "export const north = 1;\n",
    "packages/tides/package.json": '{ "name": "@harbour/tides", "dependencies": { "@harbour/fares": "*" } }',
    "packages/tides/src/index.ts": 'import { fare, zones } from "@harbour/fares";\nimport { test } from "testing";\nimport { gone } from «"gone"»;\nimport { readFile } from "node:fs";\nimport path from "path";\nexport default [fare, zones, test, gone, readFile, path];\n',
  },
  "exports that are handed on": {
    "all.js": 'export * from "./low.js";\nexport * from "./high.js";\nexport { default as whole } from "./low.js";\n',
    "low.js": 'export const low = 1;\nexport default 2;\nexport * from "./all.js";\n',
    "high.js": "export const high = 1;\n",
    "open.js": 'export * from "./low.js";\nexport * from "far-away";\n',
    "main.js": 'import { low, high, whole, «deep» } from "./all.js";\nimport «all» from "./all.js";\nimport { anything } from "./open.js";\nall(low, high, whole, deep, anything);\n',
  },
  "files of other kinds": {
    "logo.svg": "<svg/>",
    "style.module.css": ".a {}",
    "part.view": "",
    "main.jsx": 'import logo from "./logo.svg";\nimport styles from "./style.module.css";\nimport Part from "./part";\nimport raw from "./text.md?raw";\nimport «"./sytle.css"»;\nexport default <img src={logo} alt={raw} className={styles.a}>{Part}</img>;\n',
  },
  "half-written files": {
    "fares.ts": "export const fare = ;\nexport function\n",
    "main.ts": 'import { price } from "./fares";\nimport { tide } from "";\nimport { low } from "./\n',
  },
  "what declares what is elsewhere": {
    "fares.d.ts": "export function fare(): void;\ndeclare const tariff: number;\n",
    "tides.d.ts": "declare const tides: { low: number };\nexport = tides;\n",
    "made.d.mts": "export {};\n",
    "main.ts": 'import { fare, tariff } from "./fares";\nimport tides, { low } from "./tides.js";\nimport "./made.mjs";\nfare(tariff, tides, low);\n',
    "other.d.ts": 'import { gone } from "./gone";\nexport type T = typeof gone;\n',
  },
  "a package of Python": {
    "pyproject.toml": "[project]\nname = \"harbour\"\n",
    "src/harbour/__init__.py": "from .fares import *\nfrom .tides import low as lowest, «hihg»\n\nversion = 1\n",
    "src/harbour/fares.py": "def fare():\n    global last\n    last = 1\n\n\nif fare:\n    zone: int = 1\nelse:\n    with fare() as (first, *others):\n        pass\n\nall_fares = [seen := one for one in []]\n",
    "src/harbour/tides.py": "low = 1\n\n\nclass Tide:\n    inner = 1\n",
    "src/harbour/lazy.py": "def __getattr__(name):\n    return name\n",
    "src/harbour/stub.pyi": "low: int\n",
    "src/harbour/shore/__init__.py": "",
    "src/harbour/shore/quays.py": "from . import berths\nfrom .. import lowest, shore, fare, «pier»\nfrom ..fares import first, last, others, seen, zone, «one»\nfrom ..tides import Tide, «inner»\nfrom ..lazy import anything\nfrom ..stub import something\nfrom «..shores» import gone\nimport harbour.shore\nimport «harbour.shroe»\nimport json.tool\nimport numpy\n\ntry:\n    from ..fast import moor\nexcept ImportError:\n    moor = None\n",
    "src/harbour/shore/berths.py": "from __future__ import annotations\n",
    "tests/test_fares.py":
      "from harbour import fare, «fair»\nfrom harbour.shore.quays import moor, json\nimport helpers\nimport sys\n",
    "tests/helpers.py": "",
  },
  "plain scripts": {
    "harbour.js": "var harbour = 1;\n",
    "main.js": "console.log(1);\n",
  },
};
