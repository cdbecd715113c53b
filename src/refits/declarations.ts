import type { ImportDeclaration, VariableDeclaration } from "../languages/javascript/nodes/index.js";
import type { Node } from "../syntax/node.js";
import type { Span } from "../text/edit.js";
import { around, codeOf, indentOf, isListed, losesComment, spanOf } from "./code.js";
import { defineRefit, type RefitContext } from "./refit.js";

/** A declaration of variables in a list of statements, `export` or not, with the whole statement. */
function declarationAt({ from, to }: Span, root: Node): { declaration: VariableDeclaration; statement: Node } | undefined {
  const declaration = around(root, { from, to }, "VariableDeclaration");
  if (declaration === undefined) return undefined;
  const statement = declaration.parent?.type === "ExportNamedDeclaration" ? declaration.parent : declaration;
  return isListed(statement) ? { declaration, statement } : undefined;
}

/** The statement's end with its semicolon, which a declaration may lack. */
const ending = (statement: Node, { text }: RefitContext): string => (text.slice(statement.end - 1, statement.end) === ";" ? ";" : "");

export const splitDeclaration = defineRefit({
  id: "split-declaration",
  kind: "refactor.rewrite",
  examples: [
    { code: "  con«»st child = 210, adult = 420;\n", after: "  const child = 210;\n  const adult = 420;\n" },
    { code: "export let a,«» { b } = c;\n", after: "export let a;\nexport let { b } = c;\n" },
    { code: "for (let a = 0,«» b = 1; a < b; a++) {}\n" },
    { code: "const a = 1, // one\n  «»b = 2;\n" },
    { code: "const a«» = 1;\n" },
  ],
  offer(selection, context) {
    const { root, text } = context;
    const found = declarationAt(selection, root);
    if (found === undefined) return undefined;
    const { declaration, statement } = found;
    const parts = declaration.declarations.map(spanOf);
    if (parts.length < 2 || losesComment(spanOf(statement), parts, text)) return undefined;
    const lead = text.slice(statement.start, parts[0]!.from);
    const insert = parts.map((part) => `${lead}${codeOf(part, text)}${ending(statement, context)}`).join(text.lineBreak + indentOf(statement, text));
    return { title: "Split into one declaration each", certainty: "certain", edits: [{ ...spanOf(statement), insert }] };
  },
});

export const joinedDeclarations = defineRefit({
  id: "joined-declarations",
  kind: "refactor.rewrite",
  examples: [
    { code: "«let child = 210;\nlet adult = 420;»\n", after: "let child = 210, adult = 420;\n" },
    { code: "«let child = 210;\nconst adult = 420;»\n" },
    { code: "«let child = 210;\n// Full.\nlet adult = 420;»\n" },
    { code: "«let child = 210;»\n" },
  ],
  offer({ from, to }, context) {
    const { root, text } = context;
    const first = declarationAt({ from: from + /^\s*/.exec(text.slice(from, to))![0].length, to: from + /^\s*/.exec(text.slice(from, to))![0].length }, root);
    if (first === undefined || to <= first.statement.end || first.statement !== first.declaration) return undefined;
    const list = (first.statement.parent as { body?: Node[]; consequent?: Node[] }).body ?? (first.statement.parent as { consequent?: Node[] }).consequent ?? [];
    const begin = list.indexOf(first.statement);
    const chosen: VariableDeclaration[] = [];
    for (let at = begin; at < list.length && list[at]!.start < to; at += 1) {
      const one = list[at]!;
      if (one.type !== "VariableDeclaration" || (one as VariableDeclaration).kind !== first.declaration.kind) return undefined;
      chosen.push(one as VariableDeclaration);
    }
    const whole = { from: first.statement.start, to: chosen.at(-1)!.end };
    const parts = chosen.flatMap((one) => one.declarations.map(spanOf));
    if (chosen.length < 2 || losesComment(whole, parts, text)) return undefined;
    const insert = `${text.slice(whole.from, parts[0]!.from)}${parts.map((part) => codeOf(part, text)).join(", ")}${ending(chosen.at(-1)!, context)}`;
    return { title: "Join into one declaration", certainty: "certain", edits: [{ ...whole, insert }] };
  },
});

export const unpackedMember = defineRefit({
  id: "unpacked-member",
  kind: "refactor.rewrite",
  examples: [
    { code: "const tide = «»harbour.tide;\n", after: "const { tide } = harbour;\n" },
    { code: "let high = sea.tides(«»).high;\n", after: "let { high } = sea.tides();\n" },
    { code: "const peak = harbour«».tide;\n", after: "const { tide: peak } = harbour;\n" },
    { code: "const tide = «»harbour?.tide;\n" },
    { code: "const tide: number = «»harbour.tide;\n" },
    { code: "const tide = «»super.tide;\n" },
  ],
  offer(selection, { root, text }) {
    const found = declarationAt(selection, root);
    if (found === undefined || found.declaration.declarations.length !== 1) return undefined;
    const { id, init } = found.declaration.declarations[0]!;
    if (id.type !== "Identifier" || init?.type !== "MemberExpression" || init.computed || init.optional || init.property.type !== "Identifier" || init.object.type === "Super") return undefined;
    if (init.parenthesized || losesComment({ from: id.start, to: init.end }, [spanOf(id), spanOf(init.object), spanOf(init.property)], text)) return undefined;
    const { name } = init.property;
    const inside = text.slice(init.start, init.property.start).replace(/\s*\.\s*$/, "");
    return { title: `Unpack \`${name}\``, certainty: "certain", edits: [{ from: id.start, to: init.end, insert: `{ ${name}${id.name === name ? "" : `: ${id.name}`} } = ${inside}` }] };
  },
});

/** The part of an import that stands alone in it. */
function onlyPart(declaration: ImportDeclaration | undefined) {
  return declaration?.specifiers.length === 1 && !declaration.typeOnly ? declaration.specifiers[0] : undefined;
}

export const namedImport = defineRefit({
  id: "named-import",
  kind: "refactor.rewrite",
  examples: [
    { code: 'import to«»ll from "./toll.js";\n', after: 'import { toll } from "./toll.js";\n' },
    { code: 'import * as to«»ll from "./toll.js";\n' },
    { code: 'import toll, { far«»e } from "./toll.js";\n' },
  ],
  offer(selection, { root }) {
    const part = onlyPart(around(root, selection, "ImportDeclaration"));
    if (part?.type !== "ImportDefaultSpecifier") return undefined;
    const { local } = part;
    return { title: `Import \`${local.name}\` by its name`, certainty: "proposed", edits: [{ from: local.start, to: local.start, insert: "{ " }, { from: local.end, to: local.end, insert: " }" }] };
  },
});

export const defaultImport = defineRefit({
  id: "default-import",
  kind: "refactor.rewrite",
  examples: [
    { code: 'import { to«»ll } from "./toll.js";\n', after: 'import toll from "./toll.js";\n' },
    { code: 'import { toll as to«»lls, } from "./toll.js";\n', after: 'import tolls from "./toll.js";\n' },
    { code: 'import { toll, fa«»re } from "./toll.js";\n' },
  ],
  offer(selection, { root, text }) {
    const declaration = around(root, selection, "ImportDeclaration");
    const part = onlyPart(declaration);
    if (part?.type !== "ImportSpecifier") return undefined;
    const from = text.slice(declaration!.start, part.start).lastIndexOf("{") + declaration!.start;
    const to = part.end + text.slice(part.end, declaration!.end).indexOf("}") + 1;
    if (losesComment({ from, to }, [spanOf(part)], text) || from < declaration!.start) return undefined;
    return { title: `Import \`${part.local.name}\` as the module's default`, certainty: "proposed", edits: [{ from, to, insert: part.local.name }] };
  },
});
