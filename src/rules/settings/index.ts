/** What can be wrong with a settings file. The checks themselves are those of `src/settings`; here is what is said of them. */
import { defineRule, type AlertLevel, type Rule } from "../rule.js";

const about = { kits: [], always: true, language: "settings" } as const;

export const settingsRules: readonly Rule[] = [
  defineRule({
    ...about,
    id: "settings.unknown-key",
    title: "A key that means nothing here",
    why: "A misspelt setting or option is never read: nothing happens, and nothing says why. The same goes for options of a rule that has none.",
    level: "error",
    examples: {
      alerts: [
        { code: '{\n  «"kit"»: ["sound"]\n}\n', after: '{\n  "kits": ["sound"]\n}\n' },
        {
          code: '{\n  "tune": { "calls.console-output": { «"alow"»: ["warn"] } }\n}\n',
          after: '{\n  "tune": { "calls.console-output": { "allow": ["warn"] } }\n}\n',
        },
      ],
      quiet: [{ code: '{\n  // Where to start.\n  "kits": ["sound"],\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.unknown-rule",
    title: "A rule or area that there is not",
    why: "A level or an option for a misspelt rule changes nothing. Rules of a pack are known once the pack is among `packs`.",
    level: "error",
    examples: {
      alerts: [
        {
          code: '{\n  "levels": { «"names.unknwon"»: "warning" }\n}\n',
          after: '{\n  "levels": { "names.unknown": "warning" }\n}\n',
        },
        { code: '{\n  "levels": { «"name.*"»: "off" }\n}\n', after: '{\n  "levels": { "names.*": "off" }\n}\n' },
      ],
      quiet: [{ code: '{\n  "levels": { "names.*": "warning", "names.unknown": "error" }\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.wrong-value",
    title: "A value that cannot be used",
    why: "A setting that cannot be understood is left out, as if it were not written. The alert says what is allowed.",
    level: "error",
    examples: {
      alerts: [
        { code: '{\n  "generated": «"yes"»\n}\n', after: '{\n  "generated": "form"\n}\n' },
        { code: '{\n  "levels": { "dead.unread-name": «"warn"» }\n}\n' },
      ],
      quiet: [{ code: '{\n  "generated": "all",\n  "onSave": { "layout": false }\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.missing-kit",
    title: "A kit that is not there",
    why: "Without its kit a project runs fewer rules than its team believes. A kit that builds on itself, by way of others, cannot be used either.",
    level: "error",
    examples: {
      alerts: [
        { code: '{\n  "kits": [«"sond"»]\n}\n', after: '{\n  "kits": ["sound"]\n}\n' },
        { code: '{\n  "kits": ["sound", «"@saltmarsh/quill-kit"»]\n}\n', after: '{\n  "kits": ["sound"]\n}\n' },
      ],
      quiet: [{ code: '{\n  "kits": ["sound", "tidy"]\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.missing-pack",
    title: "A pack that is not there or cannot be used",
    why: "Its rules do not run. The alert tells whether the file is missing, the package is not installed, or the pack fails while it is loaded, and where.",
    level: "error",
    examples: {
      alerts: [
        { code: '{\n  "packs": [«"./tools/no-such-pack.js"»]\n}\n' },
        { code: '{\n  "packs": [«"@saltmarsh/no-such-pack"»]\n}\n' },
      ],
      quiet: [{ code: '{\n  "packs": []\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.unreachable-zone",
    title: "A zone that holds no file",
    why: "Its globs match nothing in the project, so what it says never counts: a folder was renamed, or a glob is misspelt.",
    level: "warning",
    examples: {
      alerts: [
        { code: '{\n  "zones": [{ "files": «["tests/**"]», "levels": { "dead.*": "off" } }]\n}\n' },
        { code: '{\n  "zones": [{ "files": «["*.jsx", "*.tsx"]» }]\n}\n' },
      ],
      quiet: [{ code: '{\n  "zones": [{ "files": ["src/**"], "levels": { "dead.*": "off" } }]\n}\n' }],
    },
  }),
  defineRule({
    ...about,
    id: "settings.broken-file",
    title: "A settings file whose form is broken",
    why: "As long as it is, the last settings that could be read stay in force; without such, what can be understood of it.",
    level: "error",
    examples: {
      alerts: [{ code: '{\n  "kits": ["sound"]\n  «"skip"»: []\n}\n' }, { code: "{\n  «kits»: []\n}\n" }],
      quiet: [{ code: '{ "kits": ["sound"], /* more to come */ }\n' }],
    },
  }),
];

/** The level at which each kind of mistake is told. */
export const settingsLevels = Object.fromEntries(
  settingsRules.map(({ id, level }) => [id.slice("settings.".length), level]),
) as Readonly<Record<string, AlertLevel>>;
