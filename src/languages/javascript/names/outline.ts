import type { Binding, Declaration } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { FunctionDeclaration, VariableDeclarator } from "../nodes/index.js";
import { callableText } from "./callable.js";
import { importedAs } from "./imported.js";

/** Longer literals are not told apart by what others see of them. */
const longest = 40;

/** Whether a function never returns: it is declared so, or it ends by throwing and nowhere returns. */
export function neverReturns({ owner, kind }: Declaration): boolean {
  if (kind !== "function") return false;
  const { returnType, body, async, generator } = owner as FunctionDeclaration;
  if (returnType?.type === "KeywordType" && returnType.name === "never") return true;
  const last = body?.body.at(-1);
  return last?.type === "ThrowStatement" && !async && !generator && !holdsReturn(body!);
}

function holdsReturn(body: Node): boolean {
  let found = false;
  walk(body, (node) => {
    if (node.type === "ReturnStatement") found = true;
    return !found && !(node.type.includes("Function") && node !== body);
  });
  return found;
}

/** The literal that a fixed name stands for, as it is written. */
export function literalOf(binding: Binding): string | undefined {
  const [first, second] = binding.declarations;
  if (first?.kind !== "fixed" || second !== undefined || first.owner.type !== "VariableDeclarator") return undefined;
  const { id, init } = first.owner as VariableDeclarator;
  return id === first.node && init?.type === "Literal" && init.raw.length <= longest ? init.raw : undefined;
}

/** What is seen of a name from where it is used. */
export function outlineOf(binding: Binding): string {
  if (!binding.isDeclared) return "";
  const { declarations } = binding;
  if (declarations.length > 1) return declarations.map((one) => (neverReturns(one) ? "never" : one.kind)).join(" ");
  const [only] = declarations;
  const { kind } = only!;
  if (kind === "import") {
    const imported = importedAs(binding);
    return imported === undefined ? kind : `${kind} ${imported.name} ${imported.module}`;
  }
  return neverReturns(only!)
    ? `never ${callableText(binding)}`
    : (literalOf(binding) ?? `${kind} ${callableText(binding)}`);
}
