import { defineRule } from "../rule.js";

/** Methods that put what they are given into what they belong to. */
const putting = new Set(["push", "unshift", "add", "append", "insert", "enqueue"]);

export const containsItself = defineRule({
  id: "values.contains-itself",
  title: "A list that is put into itself",
  why: "A list or set that holds itself has no end for whoever goes through it, prints it or turns it into text. Something else was most likely meant to be put in.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "seats.push(«seats»);\n" },
      { code: "this.crew.add(«this.crew»);\n" },
      { code: "queue.unshift(ferry, «queue»);\n" },
    ],
    quiet: [
      { code: "seats.push(seat);\n" },
      { code: "seats.push(...seats);\n" },
      { code: "seats.push(seats.length);\n" },
      { code: "next().push(next());\n" },
    ],
  },
  shapes: {
    call({ callee, arguments: given }, { text, facts, shape, isBroken, alert }) {
      const member = shape("member", callee);
      if (member?.name === undefined || !putting.has(member.name) || !facts.isSteady(member.object)) return;
      const own = given.find((one) => facts.isSame(one, member.object, text));
      if (own === undefined || isBroken(own)) return;
      const name = text.slice(own.start, own.end);
      alert(own, { message: `\`${name}\` is put into itself: put in what it is to hold` });
    },
  },
});
