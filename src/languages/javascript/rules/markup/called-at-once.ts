import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { CallExpression, JavaScriptNode, JSXAttribute, VariableDeclarator } from "../../nodes/index.js";
import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** Functions of browsers that give nothing. */
const givingNothing = [
  "alert",
  "console.log",
  "console.warn",
  "console.error",
  "window.alert",
  "location.reload",
  "history.back",
];

export const calledAtOnce = defineRule({
  id: "markup.called-at-once",
  title: "A handler that is called where it is to be named",
  why: "What stands in the braces is worked out each time the component is drawn: a call there runs at once, and what it gives – nothing – becomes the handler. Where it sets a state, the component is drawn again and again. Calls of what is known to give nothing are told; one that makes a handler is meant.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "const [open, setOpen] = useState(false);\nexport const sign = <button onClick={«setOpen(!open)»}>Tides</button>;\n",
        after: "const [open, setOpen] = useState(false);\nexport const sign = <button onClick={() => setOpen(!open)}>Tides</button>;\n",
        languageId: "javascriptreact",
      },
      {
        code: "export const sign = <button onClick={«alert(1)»}>Tides</button>;\n",
        after: "export const sign = <button onClick={() => alert(1)}>Tides</button>;\n",
        languageId: "javascriptreact",
      },
    ],
    quiet: [
      {
        code: "const [open, setOpen] = useState(false);\nexport const sign = <button onClick={() => setOpen(!open)} title={setOpen(1)}>Tides</button>;\n",
        languageId: "javascriptreact",
      },
      { code: "export const sign = <button onClick={choose(3)}>Tides</button>;\n", languageId: "javascriptreact" },
    ],
  },
  binding({ declarations: [declaration], references }, file) {
    if (declaration === undefined || !isSetter(declaration.owner, declaration.node)) return;
    for (const { node } of references) {
      const call = node.parent as JavaScriptNode | null;
      if (call?.type === "CallExpression" && call.callee === node && isHandler(call)) tell(call, file);
    }
  },
  visit: {
    JSXAttribute({ value }, file) {
      const call = value?.type === "JSXExpressionContainer" ? (value.expression as JavaScriptNode) : undefined;
      if (call?.type !== "CallExpression" || !isHandler(call)) return;
      if (givingNothing.some((path) => isBuiltIn(call.callee, path))) tell(call, file);
    },
  },
});

/** Whether a name is declared as what sets a state: `const [open, setOpen] = useState(false)`. */
function isSetter(owner: Node, name: Node): boolean {
  if (owner.type !== "VariableDeclarator") return false;
  const { id, init } = owner as VariableDeclarator;
  const pattern = id as JavaScriptNode;
  if (pattern.type !== "ArrayPattern" || pattern.elements[1] !== name) return false;
  const made = init as JavaScriptNode | null;
  if (made?.type !== "CallExpression") return false;
  const callee = made.callee as JavaScriptNode;
  const called = callee.type === "MemberExpression" ? (callee.property as JavaScriptNode) : callee;
  return called.type === "Identifier" && /^use(?:State|Reducer)$/.test(called.name);
}

/** Whether a call is all there is of a handler. */
function isHandler({ parent }: CallExpression): boolean {
  const attribute = parent?.type === "JSXExpressionContainer" ? (parent.parent as JSXAttribute | null) : null;
  return attribute?.type === "JSXAttribute" &&
    attribute.name.type === "JSXIdentifier" &&
    /^on[A-Z]/.test(attribute.name.name);
}

function tell(call: CallExpression, { isBroken, alert }: FileView): void {
  if (isBroken(call)) return;
  alert(call, {
    message: "This call runs while the component is drawn, and gives no handler: put `() =>` before it",
    remedies: (): RemedyOffer[] => [{
      title: "Put `() =>` before it",
      certainty: "proposed",
      edits: [{ from: call.start, to: call.start, insert: "() => " }],
    }],
  });
}
