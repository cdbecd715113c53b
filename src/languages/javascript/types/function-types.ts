/** What functions take and give. */
import type { Binding } from "../../../model/binding.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import {
  basic,
  union,
  unknown,
  widened,
  withoutVariables,
  type FunctionType,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { FunctionNode, JavaScriptNode } from "../nodes/index.js";
import type { CommentTypes } from "./comment-types.js";
import { isSameOrNone, ownerOf, typeAnswers, type TypeContext } from "./context.js";
import { anyFunction, libraryType } from "./lower.js";
import { absent } from "./system.js";

/** The code of a longer function is not looked through for what it gives, in UTF-16 code units. */
const longestBody = 4000;

export class FunctionTypes {
  /** What is given to make an object of a class. */
  readonly makerKind: QuestionKind<Binding, FunctionType | undefined> = {
    work: (binding) => this.workMaker(binding),
    isSame: isSameOrNone,
    none: undefined,
  };

  readonly resultKind: QuestionKind<Node, Type> = { work: (root) => this.workResult(root), ...typeAnswers };

  constructor(private readonly context: TypeContext) {}

  private workMaker(binding: Binding): FunctionType | undefined {
    const owner = ownerOf(binding, this.context, "head");
    if (owner?.type !== "ClassDeclaration") return undefined;
    const made = owner.body.body.filter(
      (member) => member.type === "MethodDefinition" && member.kind === "constructor",
    );
    const [only, second] = made;
    return only?.type === "MethodDefinition" && second === undefined ? this.signature(only.value, true) : undefined;
  }

  /** What a function takes and gives. Of one of others, what it gives is what it says, and not what its code may give. */
  signature(node: FunctionNode, isMember = false): FunctionType {
    const own = this.context.lowering.signature(node as never, unknown) as FunctionType;
    const comment = this.context.commentOf(node);
    let { parameters } = own;
    if (comment?.isOverloaded === true) return anyFunction;
    if (comment !== undefined) {
      if (comment.told.some(({ tag }) => tag === "type")) {
        const type = this.context.told(node, "type")!;
        return type.is === "function" ? type : anyFunction;
      }
      parameters = own.parameters!.map((one) => {
        const told = comment.told.find(({ tag, name }) => tag === "param" && name === one.name);
        return told === undefined
          ? one
          : { ...one, type: this.context.typeOfTold(told, comment), optional: one.optional || told.isOptional };
      });
    }
    if (!this.context.typed) {
      // In JavaScript everything may be left out.
      parameters = parameters!.map((one) => ({ ...one, optional: true }));
    }
    const result = this.declaredResult(node, comment) ?? (isMember ? unknown : this.givenBack(node));
    const rest = own.rest !== undefined && comment !== undefined ? unknown : own.rest;
    return { ...own, parameters, rest, result };
  }

  private declaredResult(node: FunctionNode, comment: CommentTypes | undefined): Type | undefined {
    if (node.returnType !== null) {
      const { returnType } = node;
      return returnType.type === "KeywordType" && returnType.name === "this"
        ? unknown
        : this.context.lowering.type(returnType);
    }
    const told = comment?.told.find(({ tag }) => tag === "returns");
    return told && this.context.typeOfTold(told, comment!);
  }

  /** What the code of a function gives back. */
  private givenBack(node: FunctionNode): Type {
    const { body } = node;
    if (isGenerator(node) || body === null || body.length > longestBody) return unknown;
    if (!this.context.typed) return unknown;
    let found: Type;
    if (body.type !== "FunctionBody") found = this.context.infer(body);
    else {
      const last = body.body.at(-1) as JavaScriptNode | undefined;
      const values: Type[] = [];
      walk(body, (inner) => {
        if (/Function|^Class/.test(inner.type) && inner !== body) return false;
        if (inner.type === "ReturnStatement") {
          const { argument } = inner as { argument?: Node | null } & Node;
          values.push(argument == null ? absent.undefined : this.context.infer(argument));
        }
        return true;
      });
      // A call at its end may never come back.
      if (values.length === 0) found = last === undefined || isPlainAssignment(last) ? basic("void") : unknown;
      else if (last?.type !== "ReturnStatement" && last?.type !== "ThrowStatement") found = unknown;
      else found = union(values);
    }
    // What a function gives that is handed to others is what they want, if it can be.
    if (node.type === "FunctionDeclaration" && found.is === "literal") found = widened(found);
    if (found === unknown || !node.async) return found;
    return libraryType("Promise", [found]);
  }

  private workResult(root: Node): Type {
    this.context.rest(root, "head");
    const node = root as FunctionNode;
    const comment = this.context.commentOf(node);
    const type = comment?.isOverloaded === true ? undefined : this.declaredResult(node, comment);
    if (type === undefined) return unknown;
    const known = withoutVariables(type);
    if (isGenerator(node)) return unknown;
    if (!node.async) return known;
    const [promised] = known.is === "named" && known.name === "Promise" ? known.arguments : [];
    return promised === undefined ? unknown : union([promised, libraryType("PromiseLike", [promised])]);
  }
}

const isPlainAssignment = (node: JavaScriptNode): boolean =>
  node.type === "ExpressionStatement" && (node.expression as JavaScriptNode).type === "AssignmentExpression";

const isGenerator = (node: FunctionNode): boolean => "generator" in node && node.generator;
