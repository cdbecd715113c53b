/** Options that are regular expressions. */
import { z } from "zod";

/** What keeps a text from being a regular expression. */
function faultOf(text: string): string | undefined {
  try {
    new RegExp(text, "u");
    return undefined;
  } catch (error) {
    return (error as Error).message.replace(/^Invalid regular expression: /, "");
  }
}

/** A regular expression that settings may give; a text that is none is told where it stands. A rule with such options names them in `expressions`. */
export function expression(standard: string, description: string) {
  return z.string()
    .check((given) => {
      const fault = faultOf(given.value);
      if (fault !== undefined) {
        given.issues.push({
          code: "custom",
          input: given.value,
          message: `This is no regular expression: ${fault}`,
        });
      }
    })
    .default(standard)
    .describe(description);
}
