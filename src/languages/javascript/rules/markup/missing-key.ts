import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type {
  ArrowFunctionExpression,
  FunctionBody,
  FunctionExpression,
  Identifier,
  JavaScriptNode,
  JSXElement,
} from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** Members of what is listed that tell one from another, the likeliest first. */
const telling = ["id", "key", "code", "name"];

export const missingKey = defineRule({
  id: "markup.missing-key",
  title: "A listed element without a key",
  why: "Elements that are made of a list are told from one another by their `key` when the list changes. Without one they are taken for each other by their place: what was typed in the third row stays in the third row when the second goes. A key is something that belongs to what is listed, as its id.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export const List = ({ piers }) => <ul>{piers.map((pier) => <«li»>{pier.name}</li>)}</ul>;\n",
        after:
          "export const List = ({ piers }) => <ul>{piers.map((pier) => <li key={pier.id}>{pier.name}</li>)}</ul>;\n",
        languageId: "javascriptreact",
      },
      {
        code: "export const List = ({ piers }) => (\n  <ul>\n    {piers.map(({ name }) => {\n      return <«Pier» name={name} />;\n    })}\n  </ul>\n);\n",
        after: "export const List = ({ piers }) => (\n  <ul>\n    {piers.map(({ name }) => {\n      return <Pier key={name} name={name} />;\n    })}\n  </ul>\n);\n",
        languageId: "javascriptreact",
      },
    ],
    quiet: [
      {
        code:
          "export const List = ({ piers }) => <ul>{piers.map((pier) => <li key={pier.id}>{pier.name}</li>)}</ul>;\n",
        languageId: "javascriptreact",
      },
      {
        code: "export const List = ({ piers }) => <ul>{piers.map((pier) => <Pier {...pier} />)}</ul>;\n",
        languageId: "javascriptreact",
      },
      {
        code: "export const signs = (piers) => piers.map((pier) => <li>{pier.name}</li>);\n",
        languageId: "javascriptreact",
      },
      {
        code: "export const List = ({ piers }) => <List of={piers}>{(pier) => <li>{pier.name}</li>}</List>;\n",
        languageId: "javascriptreact",
      },
    ],
  },
  visit: {
    JSXExpressionContainer({ expression, parent }, file) {
      const call = expression as JavaScriptNode;
      if (parent?.type !== "JSXElement" && parent?.type !== "JSXFragment") return;
      if (call.type !== "CallExpression" || memberName(call.callee) !== "map" || file.isBroken(call)) return;
      const made = call.arguments[0] as JavaScriptNode | undefined;
      if (made?.type !== "ArrowFunctionExpression" && made?.type !== "FunctionExpression") return;
      for (const element of given(made)) {
        const { attributes } = element.openingElement;
        const hasKey = attributes.some(
          (one) => one.type === "JSXSpreadAttribute" || (one.name.type === "JSXIdentifier" && one.name.name === "key"),
        );
        if (!hasKey) tell(element, made, file);
      }
    },
  },
});

type Callback = ArrowFunctionExpression | FunctionExpression;

/** The elements that a callback gives. */
function given({ body }: Callback): JSXElement[] {
  const found: JSXElement[] = [];
  const take = (value: Node | null | undefined): void => {
    const one = value as JavaScriptNode | null | undefined;
    if (one?.type === "JSXElement") found.push(one);
    else if (one?.type === "ConditionalExpression") [one.consequent, one.alternate].forEach(take);
    else if (one?.type === "LogicalExpression" && one.operator === "&&") take(one.right);
  };
  if ((body as Node).type !== "FunctionBody") take(body);
  else {
    for (const statement of (body as FunctionBody).body as readonly JavaScriptNode[]) {
      if (statement.type === "ReturnStatement") take(statement.argument);
    }
  }
  return found;
}

function tell({ openingElement }: JSXElement, { params }: Callback, file: FileView): void {
  file.alert(openingElement.name, {
    message: "This element is made for each of a list and has no `key`: give it one that belongs to what is listed",
    remedies: (): RemedyOffer[] => {
      const key = keyOf(params[0] as JavaScriptNode | undefined);
      if (key === undefined) return [];
      const at = (openingElement.typeArguments ?? openingElement.name).end;
      return [{
        title: `Add \`key={${key}}\``,
        certainty: "proposed",
        edits: [{ from: at, to: at, insert: ` key={${key}}` }],
      }];
    },
  });
}

/** What may tell a listed thing from others, by the parameter that it is. */
function keyOf(param: JavaScriptNode | undefined): string | undefined {
  if (param?.type === "Identifier") return `${(param as Identifier).name}.id`;
  if (param?.type !== "ObjectPattern") return undefined;
  const names = param.properties.flatMap((one) => {
    const value = one.type === "Property" ? (one.value as JavaScriptNode) : undefined;
    return value?.type === "Identifier" ? [value.name] : [];
  });
  return telling.find((name) => names.includes(name));
}
