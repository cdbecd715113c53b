import { ruleFor } from "../../adapted/rule.js";

/** Functions of the standard library that are called for what they give, with what is lost where nobody takes it. */
const lost: Readonly<Record<string, string>> = {
  realloc: "the memory may lie elsewhere now",
  malloc: "the memory can be neither used nor given back",
  calloc: "the memory can be neither used nor given back",
  strdup: "the memory can be neither used nor given back",
  strlen: "it does nothing else",
  strcmp: "it does nothing else",
  strncmp: "it does nothing else",
  memcmp: "it does nothing else",
  strchr: "it does nothing else",
  strstr: "it does nothing else",
  abs: "it does nothing else",
  atoi: "it does nothing else",
  isdigit: "it does nothing else",
  tolower: "it does nothing else",
  toupper: "it does nothing else",
};

export const unreadResult = ruleFor("c", {
  id: "calls.unread-result",
  title: "A result that nobody takes",
  why: "Some functions are called only for what they give. Where nobody takes it the call is left over, or something that should read it was forgotten; of `realloc` even the memory is lost.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "void grow(char *berths)\n{\n  «realloc»(berths, 40);\n}\n" },
      { code: "void look(const char *sign)\n{\n  «strcmp»(sign, \"open\");\n}\n" },
    ],
    quiet: [
      { code: "char *grow(char *berths)\n{\n  return realloc(berths, 40);\n}\n" },
      { code: "void look(const char *sign)\n{\n  (void) strlen(sign);\n}\n" },
      {
        code: "static int strcmp(const char *a, const char *b);\nvoid look(const char *sign)\n{\n  strcmp(sign, \"open\");\n}\n",
      },
    ],
  },
  visit: {
    expression_statement(node, { alert, facts, isBroken }) {
      const [call] = node.children;
      const callee = call?.type === "call_expression" ? call.in("function") : null;
      if (callee?.type !== "identifier" || !Object.hasOwn(lost, callee.word) || isBroken(node)) return;
      if (facts.bindingOf(callee) !== undefined) return;
      alert(callee, {
        message: `Nobody takes what \`${callee.word}\` gives, and ${lost[callee.word]!}: use it, or take the call out`,
      });
    },
  },
});
