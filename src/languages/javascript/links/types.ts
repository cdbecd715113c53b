/** What a file of TypeScript says of types, for the files that use them. */
import type { FileTypes } from "../../../model/links.js";
import type { Node } from "../../../syntax/node.js";
import type { Text } from "../../../text/text.js";
import type {
  ClassDeclaration,
  FunctionNode,
  Identifier,
  JavaScriptNode,
  Literal,
  Program,
  PropertyDefinition,
  VariableDeclaration,
} from "../nodes/index.js";
import { textOf } from "../reading.js";

const nameOf = (name: Identifier | Literal): string => (name.type === "Literal" ? String(name.value) : name.name);

/** Longer declarations are not told, in UTF-16 code units. */
const longest = 60_000;

class Collector {
  readonly declared: Record<string, string> = {};
  readonly imported: Record<string, { module: string; name: string }> = {};
  readonly exported: Record<string, string> = {};

  constructor(private readonly text: Text) {}

  /** Takes in what stands at the top of the file. Gives the names that it declares. */
  take(item: JavaScriptNode): string[] {
    switch (item.type) {
      case "ImportDeclaration": {
        const module = textOf(item.source) ?? "";
        for (const one of item.specifiers) {
          const name = one.type === "ImportSpecifier"
            ? nameOf(one.imported)
            : one.type === "ImportDefaultSpecifier" ? "default" : "*";
          if (one.local.type === "Identifier") this.imported[one.local.name] = { module, name };
        }
        return [];
      }
      case "ExportNamedDeclaration":
        if (item.declaration !== null) {
          for (const name of this.take(item.declaration as JavaScriptNode)) this.exported[name] = name;
        } else if (item.source === null) {
          for (const { local, exported } of item.specifiers) {
            this.exported[nameOf(exported as Identifier)] = nameOf(local as Identifier);
          }
        }
        return [];
      case "ExportDefaultDeclaration": {
        const [name] = this.take(item.declaration as JavaScriptNode);
        if (name !== undefined) this.exported["default"] = name;
        return [];
      }
      case "InterfaceDeclaration":
      case "TypeAliasDeclaration":
        return this.add(item.id, this.source(item));
      case "ClassDeclaration":
        return item.id === null ? [] : this.add(item.id, this.ofClass(item));
      case "FunctionDeclaration":
        return item.id === null ? [] : this.add(item.id, `function ${item.id.name}${this.signature(item)};`);
      case "VariableDeclaration":
        return this.ofVariables(item);
      case "EnumDeclaration":
      case "NamespaceDeclaration":
      case "ImportEqualsDeclaration":
        return item.id.type === "Identifier" ? this.add(item.id, "") : [];
      default:
        return [];
    }
  }

  private source({ start, end }: { readonly start: number; readonly end: number }): string {
    return end - start > longest ? "" : this.text.slice(start, end);
  }

  /** Adds what declares a name; of what is told in several ways all. */
  private add(id: Node, text: string): string[] {
    if (id.type !== "Identifier") return [];
    const { name } = id as Identifier;
    const before = Object.hasOwn(this.declared, name) ? this.declared[name]! : undefined;
    this.declared[name] = before === undefined ? text : before === "" || text === "" ? "" : `${before}\n${text}`;
    return [name];
  }

  private ofVariables({ declarations, kind }: VariableDeclaration): string[] {
    return declarations.flatMap((one) => {
      const id = one.id as JavaScriptNode;
      const { init } = one;
      if (id.type === "AnnotatedPattern" && id.target.type === "Identifier" && id.annotation !== null) {
        return this.add(id.target, `let ${id.target.name}: ${this.source(id.annotation)};`);
      }
      if (id.type !== "Identifier") return [];
      if (kind !== "const" || init === null) return this.add(id, "");
      if (init.type === "ArrowFunctionExpression" || init.type === "FunctionExpression") {
        return this.add(id, `function ${id.name}${this.signature(init)};`);
      }
      return this.add(id, init.type === "Literal" && !init.raw.startsWith("/") ? `let ${id.name}: ${init.raw};` : "");
    });
  }

  /** What a function takes and gives, without its code. */
  private signature(node: FunctionNode): string {
    const { typeParameters, params, returnType } = node;
    const result = returnType === null ? "" : `: ${this.source(returnType)}`;
    return `${typeParameters === null ? "" : this.source(typeParameters)}(${params.map((one, index) => this.parameter(one, index)).join(", ")})${result}`;
  }

  private parameter(param: Node, index: number): string {
    const node = param as JavaScriptNode;
    switch (node.type) {
      case "AssignmentPattern":
        return this.parameter(node.left, index).replace(/^(\w+)(?!\w|\?)/, "$1?");
      case "ParameterProperty":
        return this.parameter(node.parameter, index);
      case "AnnotatedPattern": {
        const target = node.target as JavaScriptNode;
        const type = node.annotation === null ? "" : `: ${this.source(node.annotation)}`;
        if (target.type === "RestElement") return `...rest${index}${type}`;
        const name = target.type === "Identifier"
          ? target.name
          : target.type === "ThisExpression" ? "this" : `given${index}`;
        return `${name}${node.optional ? "?" : ""}${type}`;
      }
      case "RestElement":
        return `...${this.parameter(node.argument, index).replace(/^\.\.\./, "")}`;
      case "Identifier":
        return node.name;
      default:
        return `given${index}`;
    }
  }

  /** A parameter that is a member too. */
  private member(node: JavaScriptNode): string {
    return node.type === "AssignmentPattern" ? this.parameter(node.left, 0) : this.parameter(node, 0);
  }

  /** The type of a field that says none, by the value it has at first. */
  private ofField({ value, modifiers }: PropertyDefinition): string {
    const isFixed = modifiers.includes("readonly");
    if (value?.type === "NewExpression" && value.callee.type === "Identifier") {
      const { callee, typeArguments } = value;
      return `: ${callee.name}${typeArguments === null ? "" : this.source(typeArguments)}`;
    }
    if (value?.type === "TemplateLiteral") return ": string";
    if (value?.type !== "Literal") return "";
    const basic = typeof value.value;
    if (basic !== "string" && basic !== "number" && basic !== "boolean") return "";
    return `: ${isFixed ? value.raw : basic}`;
  }

  /** A class as an interface has what its objects have, and as a function has what they are made with. */
  private ofClass(node: ClassDeclaration): string {
    const { id, typeParameters, superClass, superTypeArguments, body, decorators } = node;
    if (decorators.length > 0) return "";
    const { name } = id!;
    const variables = typeParameters === null ? "" : this.source(typeParameters);
    const members: string[] = [];
    const made: string[] = [];
    for (const member of body.body) {
      if (member.type === "IndexSignature") members.push(`${this.source(member)};`);
      if (member.type !== "MethodDefinition" && member.type !== "PropertyDefinition") continue;
      if (member.type === "MethodDefinition" && member.kind === "constructor") {
        made.push(`function ${name}${variables}${this.signature(member.value)};`);
        for (const param of member.value.params) {
          if (param.type === "ParameterProperty") members.push(`${this.member(param.parameter as JavaScriptNode)};`);
        }
        continue;
      }
      if (member.static || member.key.type === "PrivateIdentifier") continue;
      const key = member.computed ? `[${this.source(member.key)}]` : this.source(member.key);
      if (member.type === "PropertyDefinition") {
        const type = member.annotation === null ? this.ofField(member) : `: ${this.source(member.annotation)}`;
        members.push(`${key}${member.mark === "?" ? "?" : ""}${type};`);
      } else if (member.kind === "method") {
        members.push(`${key}${member.optional ? "?" : ""}${this.signature(member.value)};`);
      } else members.push(`${member.kind} ${key}${this.signature(member.value)};`);
    }
    const base = superClass === null
      ? ""
      : ` extends ${this.source(superClass)}${superTypeArguments === null ? "" : this.source(superTypeArguments)}`;
    const isMade = made.length === 1 || (made.length === 0 && superClass === null);
    const maker = isMade ? (made[0] ?? `function ${name}();`) : "";
    const whole = `interface ${name}${variables}${base} { ${members.join(" ")} }\n${maker}`;
    return whole.length > longest ? "" : whole;
  }
}

/** What a file says of types. Of one that is in JavaScript nothing is told. */
export function fileTypes(root: Node, isTyped: boolean, text: Text): FileTypes {
  const collector = new Collector(text);
  if (isTyped) for (const item of (root as Program).body as JavaScriptNode[]) collector.take(item);
  const { declared, imported, exported } = collector;
  return { declared, imported, exported };
}
